import { Button, Select } from '@mantine/core';
import { Link, useSearchParams } from 'react-router';
import type { PromiseList } from '../api/answers';
import { count, counted, money, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { SearchField } from '../shared/SearchField';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { useSearch } from '../shared/useSearch';
import { next, promised, STATUS, type Status } from './words';

const ASKED = ['status', 'kind', 'fund', 'campaign', 'appeal', 'intake', 'supporter'];

/** Pledges and recurring gifts: what is due first. */
export function PromisesPage() {
  const [query, setQuery] = useSearchParams();
  const may = useMay();
  const asked = Object.fromEntries([...query].filter(([key]) => ASKED.includes(key)));
  const path = new URLSearchParams(asked).toString();
  const { text, search, page, setPage, found } = useSearch<PromiseList>('promises', '', path === '' ? '' : `&${path}`);
  const ask = (change: Record<string, string | null>) => {
    setPage(1);
    setQuery(Object.fromEntries(Object.entries({ ...asked, ...change }).filter((one): one is [string, string] => one[1] !== null)), {
      replace: true,
    });
  };
  const { data } = found;
  const statuses = Object.keys(STATUS).filter((one): one is Status => (data?.counts[one as Status] ?? 0) > 0 || asked['status'] === one);
  return (
    <>
      <TitleLine title="Promises">
        {data !== undefined &&
          `${counted(data.total, 'promise')}${data.sums === null ? ', amounts hidden' : `, ${moneys(data.sums.promised)} pledged, ${moneys(data.sums.balance)} of that is left, ${moneys(data.sums.paid)} came in with recurring gifts`}`}
        {(asked['fund'] ?? asked['campaign'] ?? asked['appeal']) !== undefined &&
          `, for ${asked['fund'] ?? asked['campaign'] ?? asked['appeal']}`}
        {asked['intake'] !== undefined && (
          <>
            , of <Link to={`/intakes/${asked['intake']}/proof`}>intake {asked['intake']}</Link> alone
          </>
        )}
        {asked['supporter'] !== undefined && (
          <>
            , of <Link to={`/supporters/${asked['supporter']}`}>one supporter</Link> alone
          </>
        )}
        {Object.keys(asked).length > 0 && (
          <>
            . <Link to="/promises">All promises</Link>
          </>
        )}
      </TitleLine>
      {(data?.unattached ?? 0) > 0 && may.edit && (
        <div className="hint">
          <span>{counted(data?.unattached ?? 0, 'gift pays', 'gifts pay')} a promise, and nobody said which.</span>
          <Link to="/promises/payments">Say which</Link>
        </div>
      )}
      <div className="panes">
        <Pane
          title={
            <SearchField
              label="Search promises by supporter"
              hint="Supporter's name, email, phone or old id"
              value={text}
              onSearch={search}
            />
          }
          right={
            <div style={{ display: 'flex', flexWrap: 'wrap', gap: 8 }}>
              <Select
                size="xs"
                w={150}
                aria-label="Kind of promise"
                clearable
                placeholder="every kind"
                data={[
                  { value: 'pledge', label: 'pledges' },
                  { value: 'recurring gift', label: 'recurring gifts' },
                ]}
                value={asked['kind'] ?? null}
                onChange={(kind) => ask({ kind })}
              />
              <Select
                size="xs"
                w={190}
                aria-label="How they stand"
                clearable
                placeholder="however they stand"
                data={statuses.map((one) => ({ value: one, label: `${STATUS[one].says} (${count(data?.counts[one] ?? 0)})` }))}
                value={asked['status'] ?? null}
                onChange={(status) => ask({ status })}
              />
            </div>
          }
        >
          <Trouble error={found.error} />
          <div className="pane-body" tabIndex={0}>
            {data?.promises.length === 0 && (
              <Empty title="No promises found">
                {Object.keys(asked).length === 0 &&
                  text === '' &&
                  'A pledge or a recurring gift is added on the page of its supporter, or comes in with a file.'}
              </Empty>
            )}
            {(data?.promises.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>Supporter</th>
                    <th style={{ width: 176 }}>Promised</th>
                    <th style={{ width: 120 }}>It is</th>
                    <th style={{ width: 190 }}>Next</th>
                    <th className="num" style={{ width: 112 }}>
                      Came in
                    </th>
                    <th className="num" style={{ width: 112 }}>
                      Is left
                    </th>
                    <th style={{ width: '18%' }}>Fund, campaign</th>
                  </tr>
                </thead>
                <tbody>
                  {data?.promises.map((one) => (
                    <tr key={one.id}>
                      <td>
                        <Link to={`/supporters/${one.supporter_id}`}>{one.supporter}</Link>
                      </td>
                      <td>
                        <Link to={`/promises/${one.id}`}>{promised(one)}</Link>
                        <div className="quiet">{[one.kind, one.promised_on].filter((part) => part !== null).join(' of ')}</div>
                      </td>
                      <td>
                        <span className={`pill ${STATUS[one.status].pill}`}>{STATUS[one.status].says}</span>
                        {one.missed > 0 && <div className="quiet">{counted(one.missed, 'earlier one', 'earlier ones')} missing</div>}
                      </td>
                      <td>{next(one)}</td>
                      <td className="num">{one.paid === null ? '' : money(one.paid, one.currency)}</td>
                      <td className="num">{one.balance === null ? '' : money(one.balance, one.currency)}</td>
                      <td>{one.purpose}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Pager page={page} pages={data?.pages ?? 1} onPage={setPage} />
        {may.edit && (
          <Button variant="subtle" component={Link} to="/promises/payments">
            Gifts that pay an unknown promise
          </Button>
        )}
      </div>
    </>
  );
}
