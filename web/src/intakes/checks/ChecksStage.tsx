import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { Intake, ProblemKind } from '../../api/types';
import { count, counted } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { NotSifted } from '../NotSifted';
import { useEdit, useIntakeAction, useTakeBack, useThisIntake } from '../queries';
import { ProblemValues } from './ProblemValues';
import { RowCells } from './RowCells';
import type { Checks } from '../../api/answers';

const keyOf = (kind: ProblemKind): string => `${kind.code}|${kind.field}|${kind.column ?? ''}`;

/** What is wrong, by kind; the values and rows of one kind with their remedy; a row as a whole. */
export function ChecksStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change && intake.state === 'ready';
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<string | null>(null);
  const [row, setRow] = useState<number | null>(null);
  const checks = useQuery({
    queryKey: ['intake', String(intake.id), 'checks'],
    queryFn: () => api.get<Checks>(`intakes/${intake.id}/checks`),
    enabled: intake.is_sifted,
  });
  const edit = useEdit(intake.id);
  const takeBack = useTakeBack(intake.id);
  const choose = useIntakeAction(intake.id, (kind: ProblemKind) =>
    api.patch<Intake>(`intakes/${intake.id}`, { unreadable: { [kind.base]: kind.choice } }),
  );
  const leaveOut = useIntakeAction(intake.id, (kind: ProblemKind) =>
    api.post<Intake>(`intakes/${intake.id}/edits/leave-out`, { code: kind.code, field: kind.field }),
  );
  const drop = useIntakeAction(intake.id, (kind: ProblemKind) =>
    api.post<Intake>(`intakes/${intake.id}/edits/blank`, { code: kind.code, field: kind.field, column: kind.column }),
  );
  if (!intake.is_sifted) {
    return <NotSifted intake={intake} />;
  }
  const kinds = checks.data?.kinds ?? [];
  const warnings = checks.data?.warnings ?? [];
  const byPerson = [
    { key: 'hold', title: 'Held by a person', rows: checks.data?.by_person.hold ?? [] },
    { key: 'out', title: 'Left out by a person', rows: checks.data?.by_person.out ?? [] },
  ].filter((group) => group.rows.length > 0);
  const group = byPerson.find((one) => one.key === chosen) ?? (kinds.length === 0 && chosen === null ? byPerson[0] : undefined);
  const warning = warnings.find((one) => `warned ${keyOf(one)}` === chosen);
  const kind = kinds.find((one) => keyOf(one) === chosen) ?? (group === undefined && warning === undefined ? kinds[0] : undefined);
  const pick = (key: string) => {
    setChosen(key);
    setRow(null);
  };
  return (
    <>
      <Trouble error={edit.error ?? takeBack.error ?? drop.error ?? choose.error ?? leaveOut.error ?? checks.error} />
      <div className="panes" style={{ gridTemplateColumns: '286px minmax(0, 1fr)' }}>
        <Pane title="Caught" note={counted(intake.held.problem + intake.held.person, 'row')}>
          <div className="pane-body" tabIndex={0}>
            <ul className="list">
              {kinds.map((one) => (
                <li key={keyOf(one)}>
                  <button type="button" aria-current={one === kind} onClick={() => pick(keyOf(one))}>
                    <span className="line">
                      <b>{one.label}</b>
                      <span style={{ color: 'var(--resin-text)', fontWeight: 600 }}>{count(one.rows)}</span>
                    </span>
                    <span className="quiet">{one.example}</span>
                  </button>
                </li>
              ))}
              {byPerson.map((one) => (
                <li key={one.key}>
                  <button type="button" aria-current={one === group} onClick={() => pick(one.key)}>
                    <span className="line">
                      <b>{one.title}</b>
                      <span>{count(one.rows.length)}</span>
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            {warnings.length > 0 && (
              <>
                <div className="pane-note">
                  <b>Come in anyway</b>
                </div>
                <ul className="list">
                  {warnings.map((one) => (
                    <li key={keyOf(one)}>
                      <button type="button" aria-current={one === warning} onClick={() => pick(`warned ${keyOf(one)}`)}>
                        <span className="line">
                          <b>{one.label}</b>
                          <span>{count(one.rows)}</span>
                        </span>
                        <span className="quiet">{one.example}</span>
                      </button>
                    </li>
                  ))}
                </ul>
              </>
            )}
            {(checks.data?.by_rule.length ?? 0) > 0 && (
              <>
                <div className="pane-note">
                  <b>Left out by a rule</b>
                </div>
                <ul className="list">
                  {checks.data?.by_rule.map((one) => (
                    <li key={one.reason} className="still">
                      <span className="line">
                        <span>{one.reason}</span>
                        <span>{count(one.rows)}</span>
                      </span>
                    </li>
                  ))}
                </ul>
              </>
            )}
            {(checks.data?.passed.length ?? 0) > 0 && (
              <div className="pane-note">
                <b>Let pass by an administrator</b>
                {checks.data?.passed.map((one) => (
                  <div key={one.number} className="quiet">
                    row {one.number}: {one.reason}, {one.by}
                  </div>
                ))}
              </div>
            )}
          </div>
        </Pane>
        {row !== null ? (
          <RowCells
            intake={intake}
            number={row}
            editable={mayLoad}
            onBack={() => setRow(null)}
            onEdit={(change) => edit.mutate(change)}
            busy={edit.isPending}
          />
        ) : warning !== undefined ? (
          <ProblemValues
            intake={intake}
            kind={warning}
            warned
            editable={mayLoad}
            busy={edit.isPending}
            onEdit={(change) => edit.mutate(change)}
            onRow={setRow}
          />
        ) : kind !== undefined ? (
          <ProblemValues
            intake={intake}
            kind={kind}
            editable={mayLoad}
            busy={edit.isPending}
            onEdit={(change) => edit.mutate(change)}
            onRow={setRow}
          />
        ) : (
          <Pane title={group?.title ?? 'Rows'}>
            <div className="pane-body" tabIndex={0}>
              {checks.isSuccess && group === undefined && (
                <Empty title="Every row passes">
                  <p>All required data is there and every value can be read.</p>
                  {warnings.length > 0 && (
                    <p>What comes in anyway stands on the left: look whether it is right. What is wanted can be added later.</p>
                  )}
                </Empty>
              )}
              <table className="rows">
                <tbody>
                  {group?.rows.map((one) => (
                    <tr key={one.number} className="choosable" onClick={() => setRow(one.number)}>
                      <td style={{ width: 90 }} className="quiet">
                        row {one.number}
                      </td>
                      <td>{one.display}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </Pane>
        )}
      </div>
      <div className="foot">
        <Button onClick={() => void navigate(`/intakes/${intake.id}/matches`)}>
          {intake.held.problem > 0 ? 'Go on; held rows wait' : 'Go on to the matches'}
        </Button>
        {mayLoad && row === null && kind?.choice === 'without' && (
          <Button variant="default" onClick={() => choose.mutate(kind)} loading={choose.isPending}>
            Bring {kind.rows === 1 ? 'this row' : `these ${count(kind.rows)} rows`} in without the value
          </Button>
        )}
        {mayLoad && row === null && warning?.choice === 'hold' && (
          <Button variant="default" onClick={() => choose.mutate(warning)} loading={choose.isPending}>
            Hold {warning.rows === 1 ? 'this row' : `these ${count(warning.rows)} rows`} instead
          </Button>
        )}
        {mayLoad && row === null && kind !== undefined && (
          <Button variant="default" onClick={() => leaveOut.mutate(kind)} loading={leaveOut.isPending}>
            Leave {kind.rows === 1 ? 'it' : 'them'} out
          </Button>
        )}
        {mayLoad &&
          kind !== undefined &&
          kind.choice === null &&
          kind.column !== null &&
          !kind.code.endsWith('.required') &&
          row === null && (
            <Button variant="default" onClick={() => drop.mutate(kind)} loading={drop.isPending}>
              Bring {kind.rows === 1 ? 'this row' : `these ${count(kind.rows)} rows`} without the value
            </Button>
          )}
        {mayLoad && (
          <Button variant="subtle" color="pine" onClick={() => takeBack.mutate('value')} loading={takeBack.isPending}>
            Take back the last correction
          </Button>
        )}
        <span className="push quiet">Held rows are not lost.</span>
      </div>
    </>
  );
}
