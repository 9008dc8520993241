import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { PromisesWaiting, Today } from '../api/answers';
import type { Intake } from '../api/types';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { Drop } from '../intakes/Drop';
import { nextStage } from '../intakes/stages';
import { count, counted, moneys, moment } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Months } from './Months';
import { Trust } from './Trust';

const why: Record<string, (intake: Intake) => string> = {
  source: (intake) =>
    intake.state === 'failed' ? (intake.error ?? 'could not be read') : intake.state === 'typing' ? 'is being typed' : 'is being read',
  columns: (intake) =>
    intake.columns.settled
      ? 'its columns are settled'
      : `${counted(intake.columns.open + intake.columns.look, 'column waits', 'columns wait')}`,
  checks: (intake) => `${counted(intake.held.problem, 'row')} to correct or leave out`,
  matches: (intake) => `${counted(intake.held.unsure, 'row')} may be someone we know`,
  addresses: (intake) => `${counted(intake.addresses.ask, 'address', 'addresses')} can be put into postal form`,
  load: (intake) =>
    ({ waiting: 'waits for another load', stopped: 'was stopped in the middle', loading: 'is being loaded' })[intake.state as string] ??
    'can be loaded',
  proof: (intake) => (intake.state === 'undoing' ? 'is being undone' : 'what was loaded does not balance'),
};

/** What waits for someone of promises: how many, where, and in words. */
function promisesThatWait(promises: PromisesWaiting, mayEdit: boolean): [number, string, string, string?][] {
  const one = (figure: number, single: string, several: string) => (figure === 1 ? single : several);
  const { overdue, failed, due, unattached } = promises;
  const lines: [number, string, string, string?][] = [
    [overdue, '/promises?status=overdue', one(overdue, 'pledge is overdue', 'pledges are overdue')],
    [failed, '/promises?status=failed', one(failed, 'recurring gift failed to come', 'recurring gifts failed to come')],
    [due, '/promises?status=due', one(due, 'promise is due', 'promises are due'), 'within a month'],
    [
      mayEdit ? unattached : 0,
      '/promises/payments',
      one(unattached, 'gift pays a promise', 'gifts pay a promise'),
      'and nobody said which',
    ],
  ];
  return lines.filter(([figure]) => figure > 0);
}

/** The state of the data in the morning: what waits, how far it can be trusted, and what came in; every figure leads to its records. */
export function TodayPage() {
  const may = useMay();
  const { data, error } = useQuery({ queryKey: ['today'], queryFn: () => api.get<Today>('today') });
  const line = (figure: number, to: string, words: React.ReactNode, more?: string, key?: string) => (
    <tr key={key ?? to}>
      <td className="num" style={{ width: 62, color: figure > 0 ? 'var(--resin-text)' : 'var(--ink-2)', fontWeight: 600 }}>
        {count(figure)}
      </td>
      <td>
        <Link to={to}>{words}</Link>
        {more !== undefined && <span className="quiet"> {more}</span>}
      </td>
    </tr>
  );
  return (
    <>
      <TitleLine title="Today">
        {data === undefined ? (
          ''
        ) : (
          <>
            <Link to="/supporters">{counted(data.supporters, 'supporter')}</Link>, <Link to="/gifts">{counted(data.gifts, 'gift')}</Link>
            {data.given !== null && `, ${moneys(data.given)} given in all`}
          </>
        )}
      </TitleLine>
      <Trouble error={error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.25fr) minmax(0, 1fr)' }}>
        <div style={{ display: 'grid', gridTemplateRows: 'minmax(0, 1fr) minmax(0, 236px)', gap: 12, minHeight: 0 }}>
          <Pane title="Waiting for someone">
            <div className="pane-body" tabIndex={0}>
              <table className="rows">
                <tbody>
                  {data?.failing.map((one) =>
                    line(1, `/connections/${one.id}`, `${one.name} can not be pulled`, one.error, `connection ${one.id}`),
                  )}
                  {data !== undefined && line(data.held, '/held', 'rows are held', 'of all intakes')}
                  {(data?.batches ?? 0) > 0 &&
                    line(data?.batches ?? 0, '/batches', 'batches are not posted', 'their gifts do not count yet')}
                  {data !== undefined &&
                    data.promises !== null &&
                    promisesThatWait(data.promises, may.edit).map(([figure, to, words, more]) => line(figure, to, words, more))}
                  {data?.waiting.map((intake) =>
                    line(
                      intake.rows,
                      `/intakes/${intake.id}/${nextStage(intake)}`,
                      intake.name,
                      intake.error !== null && intake.state !== 'failed' ? 'stopped before it was done' : why[nextStage(intake)]?.(intake),
                      `intake ${intake.id}`,
                    ),
                  )}
                  {data?.worklists.map((rule) =>
                    line(
                      rule.count,
                      may.standards ? `/standards/required?rule=${rule.id}` : `/supporters?rule=${rule.id}`,
                      rule.sentence,
                      rule.subject === 'supporter'
                        ? 'supporters to complete'
                        : `${rule.subject === 'person' ? 'people' : `${rule.subject}s`} to complete`,
                      `rule ${rule.id}`,
                    ),
                  )}
                  {data !== undefined &&
                    data.duplicates !== null &&
                    may.load &&
                    line(data.duplicates, '/duplicates', 'may be in here twice or more', 'duplicates', 'duplicates')}
                  {data !== undefined &&
                    data.rereadings > 0 &&
                    may.edit &&
                    line(data.rereadings, '/intakes/again', 'would be read differently today', 'values from earlier intakes')}
                  {data?.attention
                    .filter((one) => one.filter !== 'alike' || data.duplicates === null || !may.load)
                    .map((one) =>
                      line(one.count, `/supporters?filter=${one.filter}`, one.says.split(':')[0], one.says.split(':')[1], one.filter),
                    )}
                </tbody>
              </table>
            </div>
          </Pane>
          <Pane title="Supporters and gifts by month" note="by when they were first known and given">
            {data !== undefined && <Months months={data.months} />}
          </Pane>
        </div>
        <div style={{ display: 'grid', gridTemplateRows: 'auto minmax(0, 1fr) auto', gap: 12, minHeight: 0 }}>
          <Pane title="How far the data can be trusted" note="has all that your standards ask for">
            {data !== undefined && <Trust figures={data.trust} />}
          </Pane>
          <Pane title="Recently loaded">
            <div className="pane-body" tabIndex={0}>
              {data?.loaded.length === 0 && <p className="empty">No intake has been loaded yet.</p>}
              <table className="rows">
                <tbody>
                  {data?.loaded.map((intake) => (
                    <tr key={intake.id}>
                      <td className="cut">
                        <Link to={`/intakes/${intake.id}/proof`}>{intake.name}</Link>{' '}
                        <span className="quiet">
                          {intake.state === 'undone'
                            ? 'undone'
                            : `${counted(intake.outcomes.new, 'new supporter')}, ${count(intake.outcomes.held)} held`}
                          , {moment(intake.loaded_at ?? intake.created_at)}
                        </span>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </Pane>
          {may.load && <Drop small />}
        </div>
      </div>
      <div className="foot" />
    </>
  );
}
