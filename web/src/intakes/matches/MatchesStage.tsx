import { Button } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { MatchRow, Settings } from '../../api/types';
import { Chips } from '../../shared/Chips';
import { count, counted, roleOf, withPhones } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { ShowMore } from '../../shared/ShowMore';
import { useMore } from '../../shared/useMore';
import { NotSifted } from '../NotSifted';
import { useIntakeAction, useThisIntake } from '../queries';
import { Shortcuts } from '../../shared/Shortcuts';
import { DecideButtons } from './DecideButtons';
import { SideBySide } from './SideBySide';
import { UnsureGroups } from './UnsureGroups';
import { useDeciding } from './useDeciding';
import { VerdictChoices } from './VerdictChoices';

type Show = 'unsure' | 'known' | 'new' | 'namesakes' | 'decided';

/** Which rows are people we know: the unsure ones to decide, the settled ones to look at. */
export function MatchesStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change && intake.state === 'ready';
  const navigate = useNavigate();
  const [show, setShow] = useState<Show>('unsure');
  const [isGrouped, setIsGrouped] = useState(false);
  const list = useMore<MatchRow>(['intake', String(intake.id), 'matches', show], `intakes/${intake.id}/matches?show=${show}`);
  const settings = useIntakeAction(intake.id, (change: Partial<Settings>) => api.patch(`intakes/${intake.id}`, change));
  const rows = list.rows;
  const deciding = useDeciding(intake.id, rows, mayLoad);
  const { row, at, pick } = deciding;
  if (!intake.is_sifted) {
    return <NotSifted intake={intake} />;
  }
  const known = intake.outcomes.updated + intake.outcomes.unchanged;
  return (
    <>
      <Trouble error={deciding.error ?? settings.error} />
      <div className="panes" style={{ gridTemplateColumns: '396px minmax(0, 1fr)' }}>
        <div style={{ display: 'grid', gridTemplateRows: 'minmax(0, 1fr) auto', gap: 12, minHeight: 0 }}>
          <Pane
            title={
              <Chips
                label="Which rows"
                value={show}
                onChange={(value) => {
                  setShow(value);
                  deciding.look(null);
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
          intake={intake.id}
          match={deciding.match}
          candidate={deciding.candidate}
          onCandidate={deciding.setCandidate}
        />
      </div>
      {isGrouped && <UnsureGroups intake={intake} mayDecide={mayLoad} onClose={() => setIsGrouped(false)} />}
      <div className="foot">
        {show === 'unsure' && rows.length === 0 && (
          <Button onClick={() => void navigate(`/intakes/${intake.id}/addresses`)}>Go on to the addresses</Button>
        )}
        {deciding.canDecide && <DecideButtons deciding={deciding} />}
        {show === 'unsure' && intake.held.unsure > 1 && (
          <Button variant="default" onClick={() => setIsGrouped(true)}>
            Decide many at once
          </Button>
        )}
        {mayLoad && (
          <Button variant="subtle" color="pine" onClick={deciding.undo} loading={deciding.isTakingBack}>
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
