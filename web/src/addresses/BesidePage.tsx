import { Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import type { CheckList, ComparedChecks, ComparedLine, ComparedPart } from '../api/answers';
import { api } from '../api/client';
import { count, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';
import { share } from './check';

const PARTS: Record<ComparedPart['key'], string> = {
  sums: 'What it comes to',
  outcomes: 'What the directory said',
  rules: 'What was put into postal form',
  regions: 'Those of each state that can be mailed',
};

/** Two checks side by side, the earlier one on the left: what each comes to, line by line. */
export function BesidePage() {
  const { id = '', other = '' } = useParams();
  const navigate = useNavigate();
  const checks = useQuery({ queryKey: ['address-checks', 'all'], queryFn: () => api.get<CheckList>('address-checks?done=1') });
  const isChosen = id !== other;
  const compared = useQuery({
    queryKey: ['address-checks', 'beside', id, other],
    queryFn: () => api.get<ComparedChecks>(`address-checks/${id}/beside/${other}`),
    enabled: isChosen,
  });
  const data = isChosen ? compared.data : undefined;
  const own = checks.data?.checks.find((one) => String(one.id) === id);
  const others = (checks.data?.checks ?? []).filter((one) => String(one.id) !== id);
  return (
    <>
      <TitleLine title="Two checks side by side">the earlier one first; shares are those of all addresses of each</TitleLine>
      <Trouble error={checks.error ?? compared.error} />
      <div className="hint">
        <Select
          label={own === undefined ? 'With' : `"${own.name}" with`}
          placeholder="Another check"
          searchable
          style={{ width: 'min(420px, 100%)' }}
          disabled={others.length === 0}
          data={others.map((one) => ({ value: String(one.id), label: `${one.name}, ${moment(one.created_at)}` }))}
          value={isChosen ? other : null}
          onChange={(to) => to !== null && void navigate(`/addresses/${id}/beside/${to}`, { replace: true })}
        />
      </div>
      <div className="panes">
        <Pane title="Compared" note={data === undefined ? undefined : 'the change in points of a hundred'}>
          <div className="pane-body" tabIndex={0}>
            {data === undefined ? (
              !compared.isFetching && (
                <Empty title={checks.isSuccess && others.length === 0 ? 'There is no other check yet' : 'Nothing to compare with yet'}>
                  <p>
                    {checks.isSuccess && others.length === 0
                      ? 'Once a second one is done, it can be held beside this one.'
                      : 'Choose another check above.'}
                  </p>
                </Empty>
              )
            ) : (
              <table className="rows">
                <thead>
                  <tr>
                    <th />
                    {[data.before, data.now].map((check) => (
                      <th key={check.id} colSpan={2} style={{ width: 260 }}>
                        <Link to={`/addresses/${check.id}`}>{check.name}</Link>
                        <div className="quiet">
                          {moment(check.created_at)}
                          {check.edition !== '' && `, ${check.edition}`}
                        </div>
                      </th>
                    ))}
                    <th className="num" style={{ width: 96 }}>
                      Change
                    </th>
                  </tr>
                </thead>
                {data.parts
                  .filter((part) => part.lines.length > 0)
                  .map((part) => (
                    <tbody key={part.key}>
                      <tr className="group-row">
                        <td colSpan={6}>{PARTS[part.key]}</td>
                      </tr>
                      {part.lines.map((line) => (
                        <Line key={line.key} line={line} />
                      ))}
                    </tbody>
                  ))}
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Link to={`/addresses/${id}`}>Back to the check</Link>
        <Link to="/addresses">All checks</Link>
      </div>
    </>
  );
}

function Line({ line }: { line: ComparedLine }) {
  return (
    <tr>
      <td>{line.words}</td>
      <td className="num">{count(line.before)}</td>
      <td className="num quiet">{line.before_of === null ? '' : share(line.before, line.before_of)}</td>
      <td className="num">{count(line.now)}</td>
      <td className="num quiet">{line.now_of === null ? '' : share(line.now, line.now_of)}</td>
      <td className="num">{line.points === null ? '' : signed(line.points)}</td>
    </tr>
  );
}

/** "+1.2"; "−0.4"; "0.0". */
function signed(points: number): string {
  return `${points > 0 ? '+' : points < 0 ? '−' : ''}${Math.abs(points).toFixed(1)}`;
}
