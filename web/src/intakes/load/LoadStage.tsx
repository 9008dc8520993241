import { Button, Checkbox, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { Intake, Outcome, PreviewRow, Proof } from '../../api/types';
import { Chips } from '../../shared/Chips';
import { count, counted, hasMoney, moneys, roleOf } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { ShowMore } from '../../shared/ShowMore';
import { useMore } from '../../shared/useMore';
import { NotSifted } from '../NotSifted';
import { Money, Rows } from '../proof/Equations';
import { Untaken } from '../proof/Untaken';
import { isLoaded, useIntakeAction, useThisIntake } from '../queries';
import { AboutSource } from './AboutSource';
import { Changes } from './Changes';
import { TrialControls } from './TrialControls';

const words: Record<Outcome, string> = { new: 'new', updated: 'updated', unchanged: 'no change', held: 'held', left_out: 'left out' };

/** The preview that is the load: what every row would write, and the button that writes exactly that. */
export function LoadStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change;
  const navigate = useNavigate();
  const [name, setName] = useState(intake.name);
  const [picked, setPicked] = useState<number[]>([]);
  const [about, setAbout] = useState(false);
  const [safe, setSafe] = useState(false);
  const [show, setShow] = useState<Outcome>(intake.outcomes.updated > 0 ? 'updated' : 'new');
  const proof = useQuery({
    queryKey: ['intake', String(intake.id), 'proof'],
    queryFn: () => api.get<Proof>(`intakes/${intake.id}/proof`),
    enabled: intake.is_sifted,
  });
  const list = useMore<PreviewRow>(['intake', String(intake.id), 'preview', show], `intakes/${intake.id}/preview?outcome=${show}`);
  const load = useIntakeAction(intake.id, () => api.post<Intake>(`intakes/${intake.id}/load`, { name: name.trim(), restore_point: safe }));
  if (!intake.is_sifted) {
    return <NotSifted intake={intake} />;
  }
  const coming = intake.outcomes.new + intake.outcomes.updated + intake.outcomes.unchanged;
  const loaded = isLoaded(intake);
  const mayTry = !loaded && mayLoad && intake.state === 'ready' && intake.trial === null;
  return (
    <>
      <Trouble error={load.error ?? proof.error} />
      {!loaded && mayLoad && intake.state === 'ready' && coming > 1 && <TrialControls intake={intake} coming={coming} picked={picked} />}
      <div className="panes" style={{ gridTemplateRows: 'auto minmax(0, 1fr)' }}>
        <Pane
          title={loaded ? 'What was planned' : 'What loading would do'}
          note={loaded ? 'and then loaded' : 'Nothing is written yet. Loading applies exactly this.'}
        >
          {proof.data !== undefined && (
            <div style={{ display: 'flex', flexWrap: 'wrap' }}>
              <Rows proof={proof.data} small onPick={setShow} />
              <Money proof={proof.data} small planned={!loaded} />
            </div>
          )}
          {proof.data !== undefined && <Untaken intake={intake} proof={proof.data} />}
        </Pane>
        {about ? (
          <AboutSource intake={intake} onClose={() => setAbout(false)} />
        ) : (
          <Pane
            title="Row by row"
            right={
              <Chips
                label="Which rows"
                value={show}
                onChange={setShow}
                options={(Object.keys(words) as Outcome[]).map((outcome) => ({
                  value: outcome,
                  text: `${words[outcome]} ${count(intake.outcomes[outcome])}`,
                }))}
              />
            }
          >
            <div className="pane-body" tabIndex={0}>
              {list.isSuccess && list.rows.length === 0 && <Empty title={`No row is ${words[show]}`} />}
              {list.rows.length > 0 && (
                <table className="rows">
                  <thead>
                    <tr>
                      <th style={{ width: 104 }}>Row</th>
                      <th style={{ width: '21%' }}>Supporter</th>
                      <th>{show === 'held' || show === 'left_out' ? 'Why' : 'What is written'}</th>
                    </tr>
                  </thead>
                  <tbody>
                    {list.rows.map((row) => (
                      <tr key={row.number}>
                        <td className="quiet">
                          {mayTry && show !== 'held' && show !== 'left_out' && (
                            <input
                              type="checkbox"
                              aria-label={`Pick row ${row.number}`}
                              checked={picked.includes(row.number)}
                              onChange={() =>
                                setPicked(
                                  picked.includes(row.number) ? picked.filter((one) => one !== row.number) : [...picked, row.number],
                                )
                              }
                            />
                          )}{' '}
                          <Link to={`/intakes/${intake.id}/rows/${row.number}`}>{row.number}</Link>
                        </td>
                        <td>
                          {row.supporter_id !== null ? (
                            <Link to={`/supporters/${row.supporter_id}`}>{row.display}</Link>
                          ) : (
                            row.display || <span className="nothing">no name</span>
                          )}
                          {row.same_as_row !== null && <div className="quiet">the same as row {row.same_as_row}</div>}
                        </td>
                        <td>
                          <Changes changes={row.changes} />
                          {row.others.map((other) => (
                            <div key={other.role} className="other-party">
                              <span className="pill idle">{roleOf(other.role)}</span>{' '}
                              {other.supporter_id !== null ? (
                                <Link to={`/supporters/${other.supporter_id}`}>{other.display}</Link>
                              ) : (
                                <b>{other.display}</b>
                              )}{' '}
                              <span className="quiet">{other.verdict}</span>
                              <Changes changes={other.changes} />
                            </div>
                          ))}
                          {hasMoney(row.there) && <div className="quiet">gift of {moneys(row.there)}: there already</div>}
                          {row.changes.length === 0 && row.others.length === 0 && show === 'unchanged' && !hasMoney(row.there) && (
                            <span className="quiet">everything is known already</span>
                          )}
                          {row.reasons.join('; ')}
                          {show === 'left_out' && row.reasons.length === 0 && <span className="quiet">left out by a person</span>}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
              <ShowMore list={list} />
            </div>
          </Pane>
        )}
      </div>
      <div className="foot">
        {loaded ? (
          <>
            <Button onClick={() => void navigate(`/intakes/${intake.id}/proof`)}>See the proof</Button>
            <Button variant="default" onClick={() => setAbout(!about)}>
              About this source
            </Button>
          </>
        ) : (
          <>
            <TextInput
              aria-label="Name of the intake"
              w={260}
              value={name}
              disabled={!mayLoad}
              onChange={(event) => setName(event.currentTarget.value)}
              maxLength={190}
            />
            <Button
              onClick={() => load.mutate(undefined)}
              disabled={!mayLoad || name.trim() === '' || intake.state !== 'ready'}
              loading={load.isPending}
            >
              {coming === 0
                ? 'Finish it: no row comes in'
                : intake.trial === null
                  ? `Load ${counted(coming, 'row')}`
                  : `Load the other ${counted(coming - intake.trial.rows, 'row')}`}
            </Button>
            {mayLoad && (
              <Checkbox label="Take a restore point first" checked={safe} onChange={(event) => setSafe(event.currentTarget.checked)} />
            )}
            <Button variant="default" onClick={() => setAbout(!about)}>
              About this source
            </Button>
            <span className="quiet">
              {!mayLoad && 'An administrator or data steward may load. '}
              {intake.outcomes.held > 0 && `${counted(intake.outcomes.held, 'held row')} will wait in the proof. `}
              {intake.namesakes > 0 && `${counted(intake.namesakes, 'new one has', 'new ones have')} a name that others have. `}
              {intake.addresses.ask > 0 &&
                `${counted(intake.addresses.ask, 'address', 'addresses')} nobody accepted will be stored as written.`}
            </span>
          </>
        )}
      </div>
    </>
  );
}
