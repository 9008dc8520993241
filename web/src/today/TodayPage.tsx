import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Intake } from '../api/types';
import { useMayLoad } from '../app/session';
import { TitleLine } from '../app/TitleLine';
import { Drop } from '../intakes/Drop';
import { nextStage } from '../intakes/stages';
import { count, counted, money, moment } from '../shared/format';
import { Empty } from '../shared/Notice';
import { Pane } from '../shared/Pane';

interface Today {
  waiting: Intake[];
  loaded: Intake[];
  supporters: number;
  gifts: number;
  given: string;
}

const why: Record<string, (intake: Intake) => string> = {
  source: (intake) => (intake.state === 'failed' ? (intake.error ?? 'It could not be read.') : 'It is being read.'),
  columns: (intake) => (intake.columns.settled ? 'Its columns are settled; its rows can be worked out.' : `${counted(intake.columns.open + intake.columns.look, 'column waits', 'columns wait')} for a person.`),
  checks: (intake) => `${counted(intake.held.problem, 'row is', 'rows are')} held until they are corrected or left out.`,
  matches: (intake) => `${counted(intake.held.unsure, 'row')} may be someone we know.`,
  addresses: (intake) => `${counted(intake.addresses.ask, 'address', 'addresses')} can be put into postal form.`,
  load: () => 'It can be loaded.',
  proof: () => 'It is being undone.',
};

const howMany: Record<string, (intake: Intake) => number> = {
  columns: (intake) => intake.columns.open + intake.columns.look,
  checks: (intake) => intake.held.problem,
  matches: (intake) => intake.held.unsure,
  addresses: (intake) => intake.addresses.ask,
  load: (intake) => intake.rows - intake.outcomes.held - intake.outcomes.left_out,
};

export function TodayPage() {
  const mayLoad = useMayLoad();
  const { data } = useQuery({ queryKey: ['today'], queryFn: () => api.get<Today>('today') });
  return (
    <>
      <TitleLine title="Today">what waits for a person</TitleLine>
      {mayLoad && <Drop />}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.3fr) minmax(0, 1fr)' }}>
        <Pane title="Waiting" note={data === undefined ? '' : counted(data.waiting.length, 'intake')}>
          <div className="pane-body" tabIndex={0}>
            {data?.waiting.length === 0 && (
              <Empty title="Nothing waits">
                <p>Every source that came in is loaded.</p>
              </Empty>
            )}
            <table className="rows">
              <tbody>
                {data?.waiting.map((intake) => {
                  const stage = nextStage(intake);
                  return (
                    <tr key={intake.id}>
                      <td className="num" style={{ width: 52, whiteSpace: 'nowrap', overflow: 'visible', color: 'var(--resin-text)', fontWeight: 600 }}>{count(howMany[stage]?.(intake) ?? 0)}</td>
                      <td>
                        <Link to={`/intakes/${intake.id}/${stage}`}>{intake.name}</Link>
                        <div className="quiet">{why[stage]?.(intake)}</div>
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        </Pane>
        <div style={{ display: 'grid', gridTemplateRows: 'auto minmax(0, 1fr)', gap: 14, minHeight: 0 }}>
          <Pane title="In the database">
            <div className="tiles">
              <div>
                <div className="figure">{count(data?.supporters ?? 0)}</div>
                <Link to="/supporters">supporters</Link>
              </div>
              <div>
                <div className="figure">{count(data?.gifts ?? 0)}</div>
                <Link to="/gifts">gifts</Link>
              </div>
              <div>
                <div className="figure" style={{ fontSize: 19, lineHeight: '38px' }}>{money(data?.given ?? '0.00')}</div>
                <span className="quiet">given in all</span>
              </div>
            </div>
          </Pane>
          <Pane title="Lately loaded">
            <div className="pane-body" tabIndex={0}>
              {data?.loaded.length === 0 && <p className="empty">No intake has been loaded yet.</p>}
              <table className="rows">
                <tbody>
                  {data?.loaded.map((intake) => (
                    <tr key={intake.id}>
                      <td>
                        <Link to={`/intakes/${intake.id}/proof`}>{intake.name}</Link>
                        <div className="quiet">
                          {intake.state === 'undone' ? 'undone' : `${counted(intake.outcomes.new, 'new supporter')}, ${count(intake.outcomes.held)} held`}, {moment(intake.loaded_at ?? intake.created_at)}
                        </div>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </Pane>
        </div>
      </div>
      <div className="foot" />
    </>
  );
}
