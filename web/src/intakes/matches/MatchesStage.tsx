import { Button } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { MatchRow, Settings } from '../../api/types';
import { Chips } from '../../shared/Chips';
import { count, counted, roleOf, withPhones } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { useKeys } from '../../shared/useKeys';
import { ShowMore } from '../../shared/ShowMore';
import { useMore } from '../../shared/useMore';
import { NotSifted } from '../NotSifted';
import { useEdit, useIntakeAction, useTakeBack, useThisIntake } from '../queries';
import { Shortcuts } from '../../shared/Shortcuts';
import { SideBySide, useMatch } from './SideBySide';
import { UnsureGroups } from './UnsureGroups';
import { VerdictChoices } from './VerdictChoices';

type Show = 'unsure' | 'known' | 'new' | 'namesakes' | 'decided';

/** Which rows are people we know: the unsure ones to decide, the settled ones to look at. */
export function MatchesStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change && intake.state === 'ready';
  const navigate = useNavigate();
  const [show, setShow] = useState<Show>('unsure');
  const [chosen, setChosen] = useState<number | null>(null);
  const [candidate, setCandidate] = useState(0);
  const [isGrouped, setIsGrouped] = useState(false);
  const list = useMore<MatchRow>(['intake', String(intake.id), 'matches', show], `intakes/${intake.id}/matches?show=${show}`);
  const edit = useEdit(intake.id, true);
  const takeBack = useTakeBack(intake.id);
  const settings = useIntakeAction(intake.id, (change: Partial<Settings>) => api.patch(`intakes/${intake.id}`, change));
  const rows = list.rows;
  const at = Math.max(
    0,
    rows.findIndex((row) => row.number === chosen),
  );
  const row = rows[at];
  const match = useMatch(intake.id, row?.number);
  const candidates = match.data?.candidates ?? [];
  const pick = (index: number) => {
    setChosen(rows[Math.max(0, Math.min(index, rows.length - 1))]?.number ?? null);
    setCandidate(0);
  };
  const decide = (to: string | undefined) => {
    if (row !== undefined && to !== undefined && mayLoad && !edit.isPending) {
      const next = rows[at + 1] ?? rows[at - 1];
      edit.mutate(
        { kind: 'match', number: row.number, ...(row.part > 0 ? { column: row.part } : {}), to },
        {
          onSuccess: () => {
            setChosen(next?.number ?? null);
            setCandidate(0);
          },
        },
      );
    }
  };
  const undo = () => mayLoad && takeBack.mutate('match', { onSuccess: (answer) => setChosen(answer.number) });
  const canDecide = mayLoad && row !== undefined && candidates.length > 0;
  useKeys({
    s: () => decide(candidates[candidate]?.decision),
    n: () => decide('new'),
    j: () => pick(at + 1),
    ArrowDown: () => pick(at + 1),
    k: () => pick(at - 1),
    ArrowUp: () => pick(at - 1),
    ' ': () => pick(at + 1),
    u: undo,
    ...Object.fromEntries(candidates.map((_, i) => [String(i + 1), () => setCandidate(i)])),
  });
  if (!intake.is_sifted) {
    return <NotSifted intake={intake} />;
  }
  const known = intake.outcomes.updated + intake.outcomes.unchanged;
  return (
    <>
      <Trouble error={edit.error ?? takeBack.error ?? settings.error} />
      <div className="panes" style={{ gridTemplateColumns: '396px minmax(0, 1fr)' }}>
        <div style={{ display: 'grid', gridTemplateRows: 'minmax(0, 1fr) auto', gap: 12, minHeight: 0 }}>
          <Pane
            title={
              <Chips
                label="Which rows"
                value={show}
                onChange={(value) => {
                  setShow(value);
                  setChosen(null);
                }}
                options={[
                  { value: 'unsure', text: `unsure ${count(intake.held.unsure)}` },
                  { value: 'known', text: `known ${count(known)}` },
                  { value: 'new', text: `new ${count(intake.outcomes.new)}` },
                  ...(intake.namesakes > 0 || show === 'namesakes'
                    ? [{ value: 'namesakes' as const, text: `name in use ${count(intake.namesakes)}` }]
                    : []),
                  { value: 'decided', text: 'decided' },
                ]}
              />
            }
          >
            <div className="pane-body" tabIndex={0}>
              <ul className="list">
                {rows.map((one, i) => (
                  <li key={one.number}>
                    <button type="button" aria-current={i === at} onClick={() => pick(i)}>
                      <span className="line">
                        <b className="cut">{one.display}</b>
                        <span className="quiet" style={{ whiteSpace: 'nowrap' }}>
                          row {one.number}
                        </span>
                      </span>
                      <span className="quiet">
                        {one.role !== '' ? `${roleOf(one.role)}: ` : ''}
                        {one.namesakes > 0
                          ? `new; ${counted(one.namesakes, 'other has', 'others have')} this name`
                          : withPhones(one.reason) || 'nobody like it'}
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
              <ShowMore list={list} />
              {list.isSuccess && rows.length === 0 && (
                <Empty title={show === 'unsure' ? 'No row is unsure' : 'No rows here'}>
                  <p>{show === 'unsure' ? 'Every row is either clearly someone we know or clearly new.' : ''}</p>
                </Empty>
              )}
            </div>
          </Pane>
          <VerdictChoices intake={intake} disabled={!mayLoad} onChange={(change) => settings.mutate(change)} />
        </div>
        <SideBySide
          row={row}
          place={`${count(at + 1)} of ${count(show === 'decided' ? rows.length : { unsure: intake.held.unsure, known, new: intake.outcomes.new, namesakes: intake.namesakes }[show])}`}
          match={match.data}
          candidate={candidate}
          onCandidate={setCandidate}
        />
      </div>
      {isGrouped && <UnsureGroups intake={intake} mayDecide={mayLoad} onClose={() => setIsGrouped(false)} />}
      <div className="foot">
        {show === 'unsure' && rows.length === 0 && (
          <Button onClick={() => void navigate(`/intakes/${intake.id}/addresses`)}>Go on to the addresses</Button>
        )}
        {canDecide && (
          <>
            <Button onClick={() => decide(candidates[candidate]?.decision)} loading={edit.isPending}>
              The same <kbd>S</kbd>
            </Button>
            <Button variant="default" onClick={() => decide('new')}>
              Someone else <kbd>N</kbd>
            </Button>
            <Button variant="default" onClick={() => pick(at + 1)}>
              Later <kbd>Space</kbd>
            </Button>
          </>
        )}
        {show === 'unsure' && intake.held.unsure > 1 && (
          <Button variant="default" onClick={() => setIsGrouped(true)}>
            Decide many at once
          </Button>
        )}
        {mayLoad && (
          <Button variant="subtle" color="pine" onClick={undo} loading={takeBack.isPending}>
            Take back the last one <kbd>U</kbd>
          </Button>
        )}
        <span className="push">
          {rows.length > 0 && show === 'unsure' && (
            <Button variant="subtle" color="pine" onClick={() => void navigate(`/intakes/${intake.id}/addresses`)}>
              Go on; unsure rows are held
            </Button>
          )}
          <Shortcuts
            keys={[
              ['S', 'the same'],
              ['N', 'someone else'],
              ['1 to 8', 'look at another record'],
              ['Space', 'later'],
              ['J, K', 'next, previous'],
              ['U', 'take back the last one'],
              ['Ctrl K', 'find a supporter'],
            ]}
          />
        </span>
      </div>
    </>
  );
}
