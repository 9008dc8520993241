import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import type { Intake } from '../api/types';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { count, counted, duration, hasMoney, moment, moneys } from '../shared/format';
import { Empty } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Drop } from './Drop';
import { LoadQueue } from './LoadQueue';
import { isWorking } from './queries';
import { SmallSieve } from './Sieve';
import type { IntakeList } from '../api/answers';

const stateWords: Record<Intake['state'], string> = {
  typing: 'being typed',
  waiting: 'waits to be loaded',
  stopped: 'stopped in the middle',
  reading: 'being read',
  failed: 'could not be read',
  mapping: 'columns',
  sifting: 'being worked out',
  ready: 'ready to review',
  loading: 'being loaded',
  loaded: 'loaded',
  undoing: 'being undone',
  undone: 'undone',
};

export function IntakesPage() {
  const may = useMay();
  const navigate = useNavigate();
  const query = useQuery({
    queryKey: ['intakes'],
    queryFn: () => api.get<IntakeList>('intakes'),
    refetchInterval: (found) =>
      found.state.data?.intakes.some((intake) => isWorking(intake) || intake.state === 'waiting') === true ? 1500 : false,
  });
  const intakes = query.data?.intakes ?? [];
  const waiting = (query.data?.queue ?? [])
    .map((id) => intakes.find((intake) => intake.id === id))
    .filter((intake) => intake !== undefined);
  return (
    <>
      <TitleLine title="Intakes">every source that came in or is on its way</TitleLine>
      {may.load && <Drop />}
      {waiting.length > 0 && <LoadQueue waiting={waiting} />}
      <div className="panes">
        <Pane title="All intakes" note="the latest first">
          <div className="pane-body" tabIndex={0}>
            {query.isSuccess && intakes.length === 0 && (
              <Empty title="Nothing has come in yet">
                <p>
                  {may.load
                    ? 'Drop a spreadsheet above. Nothing is written to supporters before you have seen exactly what would change.'
                    : 'When someone brings a file in, it is listed here.'}
                </p>
              </Empty>
            )}
            {intakes.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>Name</th>
                    <th style={{ width: '17%' }}>File, by</th>
                    <th style={{ width: 150 }}>Sieve</th>
                    <th style={{ width: 140 }}>State</th>
                    <th className="num" style={{ width: 60 }}>
                      Rows
                    </th>
                    <th className="num" style={{ width: 52 }}>
                      Held
                    </th>
                    <th className="num" style={{ width: 100 }}>
                      Money
                    </th>
                    <th className="num" style={{ width: 66 }}>
                      Took
                    </th>
                    <th style={{ width: 112 }}>When</th>
                  </tr>
                </thead>
                <tbody>
                  {intakes.map((intake) => (
                    <tr key={intake.id} className="choosable" onClick={() => void navigate(`/intakes/${intake.id}`)}>
                      <td>
                        <a href={`/intakes/${intake.id}`} onClick={(event) => event.preventDefault()}>
                          {intake.name}
                        </a>
                      </td>
                      <td className="quiet">
                        <div className="cut" title={intake.file_name}>
                          {intake.file_name}
                        </div>
                        {intake.by}
                      </td>
                      <td>
                        <SmallSieve intake={intake} />
                      </td>
                      <td>
                        <span
                          className={`pill ${!intake.balanced || (intake.error !== null && intake.state !== 'failed') ? 'held' : intake.state === 'loaded' ? '' : intake.state === 'failed' ? 'held' : intake.state === 'undone' ? 'idle' : 'look'}`}
                        >
                          {!intake.balanced
                            ? 'does not balance'
                            : intake.error !== null && intake.state !== 'failed'
                              ? `${stateWords[intake.state]}: stopped`
                              : stateWords[intake.state]}
                        </span>
                      </td>
                      <td className="num">{count(intake.rows)}</td>
                      <td className="num">{intake.is_sifted ? count(intake.outcomes.held) : ''}</td>
                      <td className="num wrap">{intake.money === null || !hasMoney(intake.money) ? '' : moneys(intake.money)}</td>
                      <td className="num quiet">
                        {intake.loaded_at === null
                          ? isWorking(intake) && intake.progress.total > 0
                            ? `${Math.round((100 * intake.progress.done) / intake.progress.total)} %`
                            : ''
                          : duration(intake.progress.seconds)}
                      </td>
                      <td className="quiet">{moment(intake.loaded_at ?? intake.created_at)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot quiet">
        {intakes.length > 0 && counted(intakes.length, 'intake')}
        {may.edit && intakes.some((intake) => intake.loaded_at !== null) && (
          <Link className="push" to="/intakes/again">
            What would be read differently today
          </Link>
        )}
      </div>
    </>
  );
}
