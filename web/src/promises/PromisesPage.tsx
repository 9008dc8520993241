import { Button, Select } from '@mantine/core';
import { Link, useSearchParams } from 'react-router';
import type { PromiseList } from '../api/answers';
import { count, counted, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { SearchField } from '../shared/SearchField';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { useSearch } from '../shared/useSearch';
import { ColumnsMenu } from '../shared/list/ColumnsMenu';
import { ListTable } from '../shared/list/ListTable';
import { useListView } from '../shared/list/useListView';
import { SavedSearchMenu } from '../shared/search/SavedSearchMenu';
import { SearchSentence } from '../shared/search/SearchSentence';
import { useWhere } from '../shared/search/useWhere';
import { cell, WIDTHS } from './columns';
import { STATUS, type Status } from './words';

const ASKED = ['where', 'status', 'kind', 'fund', 'campaign', 'appeal', 'intake', 'supporter'];

/** Pledges and recurring gifts: what is due first. */
export function PromisesPage() {
  const [query, setQuery] = useSearchParams();
  const may = useMay();
  const asked = Object.fromEntries([...query].filter(([key]) => ASKED.includes(key)));
  const path = new URLSearchParams(asked).toString();
  const list = useListView('promises');
  const { text, search, page, setPage, found } = useSearch<PromiseList>(
    'promises',
    (path === '' ? '' : `&${path}`) + list.shape,
    list.isKnown,
  );
  const where = useWhere(() => setPage(1));
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
      <div className="pane searching">
        <SearchSentence many="Promises" search={where.search} phrases={data?.search?.phrases ?? {}} onChange={where.change} />
        <SavedSearchMenu list="promises" asked={asked} onPick={(kept) => setQuery(kept)} />
      </div>
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
            <div className="pane-controls">
              {list.isKnown && <ColumnsMenu list={list} />}
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
          <Trouble error={found.error ?? list.error} />
          {data?.promises.length === 0 ? (
            <div className="pane-body" tabIndex={0}>
              <Empty title="No promises found">
                {Object.keys(asked).length === 0 &&
                  text === '' &&
                  'A pledge or a recurring gift is added on the page of its supporter, or comes in with a file.'}
              </Empty>
            </div>
          ) : (
            data !== undefined && (
              <ListTable
                list={list}
                rows={data.promises}
                total={data.total}
                widths={WIDTHS}
                cell={cell}
                nameOf={(one) => `the promise of ${one.supporter}`}
              />
            )
          )}
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
