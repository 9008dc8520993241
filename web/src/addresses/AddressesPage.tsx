import { Button } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { CheckList, CheckSummary } from '../api/answers';
import { api } from '../api/client';
import { count, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';
import { HandIn } from './HandIn';
import { isWorking, share } from './check';

/** Addresses as a capability of its own: a list that someone hands in, the addresses of the database, and all checks so far. */
export function AddressesPage() {
  const navigate = useNavigate();
  const [asked, setAsked] = useSearchParams();
  const page = Number(asked.get('page') ?? '1');
  const found = useQuery({
    queryKey: ['address-checks', page],
    queryFn: () => api.get<CheckList>(`address-checks?page=${page}`),
    refetchInterval: (query) => (query.state.data?.checks.some((one) => isWorking(one)) === true ? 1500 : false),
  });
  const check = useMutation({
    mutationFn: (scope: object) => api.post<CheckSummary>('address-checks', scope),
    onSuccess: (made) => void navigate(`/addresses/${made.id}`),
  });
  const data = found.data;
  const checks = data?.checks ?? [];
  return (
    <>
      <TitleLine title="Addresses">whether mail arrives: lists that are handed in, and everyone in the database</TitleLine>
      <Trouble error={found.error ?? check.error} />
      <div className="panes" style={{ gridTemplateColumns: '340px minmax(0, 1fr)' }}>
        <div style={{ display: 'grid', gap: 14, gridTemplateRows: 'auto minmax(0, 1fr)', minHeight: 0 }}>
          <Pane title="A list">
            <div className="pane-note" style={{ borderBottom: 0 }}>
              <HandIn />
            </div>
          </Pane>
          <Pane title="In the database">
            <div className="pane-body" tabIndex={0}>
              {data !== undefined && (
                <table className="rows">
                  <tbody>
                    <tr>
                      <td>
                        <Link to="/addresses/all?condition=in+use">Addresses in use</Link>
                        <div className="quiet">
                          {data.last_asked === null
                            ? 'the postal directory was not asked about any yet'
                            : `${count(data.verified)} asked about, last ${moment(data.last_asked)}`}
                        </div>
                      </td>
                      <td className="num" style={{ width: 70 }}>
                        {count(data.stored)}
                      </td>
                    </tr>
                    <tr>
                      <td>
                        <Link to="/addresses/undeliverable">Mail does not reach</Link>
                        <div className="quiet">not found, moved away, or marked so</div>
                      </td>
                      <td className={`num ${data.unreached > 0 ? 'held' : ''}`}>{count(data.unreached)}</td>
                    </tr>
                  </tbody>
                </table>
              )}
              <div className="form" style={{ padding: '10px 14px', display: 'grid', gap: 8 }}>
                <Button
                  disabled={data?.directory !== true}
                  loading={check.isPending}
                  onClick={() => check.mutate({ kind: 'all' })}
                  title="Answers that are kept are not asked for again"
                >
                  Check everyone
                </Button>
                <Button variant="default" disabled={data?.directory !== true} onClick={() => check.mutate({ kind: 'older', days: 90 })}>
                  Check those not asked for 90 days
                </Button>
                {data?.directory === false && <span className="quiet">No postal directory is set. An administrator can name one.</span>}
              </div>
            </div>
          </Pane>
        </div>
        <Pane title="Checks" note="the latest first; nothing is written into records before you say so">
          <div className="pane-body" tabIndex={0}>
            {found.isSuccess && checks.length === 0 && (
              <Empty title="Nothing checked yet">
                <p>Drop a list of addresses, or check those of the database: each check stays here with what it found.</p>
              </Empty>
            )}
            {checks.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>What</th>
                    <th style={{ width: 124 }}>When</th>
                    <th className="num" style={{ width: 82 }}>
                      Addresses
                    </th>
                    <th className="num" style={{ width: 82 }}>
                      Confirmed
                    </th>
                    <th className="num" style={{ width: 82 }}>
                      Not found
                    </th>
                    <th className="num" style={{ width: 104 }}>
                      Can be mailed
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {checks.map((one) => (
                    <tr key={one.id}>
                      <td>
                        <Link to={`/addresses/${one.id}`}>{one.name}</Link>
                        <div className="quiet">
                          {one.kind === 'list' ? 'list' : 'database'}
                          {one.by !== null && `, by ${one.by}`}
                          {one.is_applied && ', in the records'}
                        </div>
                      </td>
                      <td className="quiet">{moment(one.created_at)}</td>
                      {one.figures === null ? (
                        <td colSpan={4} className="quiet">
                          {one.state === 'mapping' ? 'its columns wait for you' : one.state === 'failed' ? one.error : 'being checked …'}
                        </td>
                      ) : (
                        <>
                          <td className="num">{count(one.figures.addresses)}</td>
                          <td className="num">{count(one.figures.confirmed)}</td>
                          <td className={`num ${one.figures.not_found > 0 ? 'held' : ''}`}>{count(one.figures.not_found)}</td>
                          <td className="num">{share(one.figures.mailable, one.figures.addresses)}</td>
                        </>
                      )}
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button variant="subtle" component={Link} to="/supporters/where">
          Where they live
        </Button>
        {(page > 1 || data?.more === true) && (
          <Pager
            page={page}
            pages={page + (data?.more === true ? 1 : 0)}
            onPage={(next) => setAsked({ page: String(next) }, { replace: true })}
          />
        )}
      </div>
    </>
  );
}
