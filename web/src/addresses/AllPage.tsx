import { Button, Select } from '@mantine/core';
import type { ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { AddressesFound, StoredAddress } from '../api/answers';
import { count, counted } from '../shared/format';
import { ColumnsMenu } from '../shared/list/ColumnsMenu';
import { ListTable } from '../shared/list/ListTable';
import { useListView } from '../shared/list/useListView';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { SearchField } from '../shared/SearchField';
import { SavedSearchMenu } from '../shared/search/SavedSearchMenu';
import { SearchSentence } from '../shared/search/SearchSentence';
import { useWhere } from '../shared/search/useWhere';
import { TitleLine } from '../shared/TitleLine';
import { useSearch } from '../shared/useSearch';

const WIDTHS: Record<string, number> = {
  supporter: 210,
  line1: 210,
  city: 130,
  state: 60,
  postal_code: 90,
  country: 74,
  kind: 84,
  is_primary: 76,
  condition: 120,
  outcome: 170,
  asked_on: 100,
  valid_from: 100,
  valid_until: 100,
};

const STANDINGS = [
  { value: 'confirmed', label: 'confirmed' },
  { value: 'question', label: 'with a question' },
  { value: 'not_found', label: 'not found' },
  { value: 'not_asked', label: 'not asked about' },
];

const CONDITIONS = ['in use', 'good', 'undeliverable', 'former', 'not to be used'];

const KEYS = ['standing', 'condition', 'where'];

function cell(column: string, row: StoredAddress): ReactNode {
  switch (column) {
    case 'supporter':
      return <Link to={`/supporters/${row.supporter_id}`}>{row.supporter}</Link>;
    case 'is_primary':
      return row.is_primary ? 'yes' : '';
    case 'condition':
      return row.condition === 'undeliverable' ? <span className="pill held">undeliverable</span> : row.condition;
    default:
      return (row[column as keyof StoredAddress] as string | null | undefined) ?? '';
  }
}

/** All stored addresses, with whose they are and what the postal directory says of each. */
export function AllPage() {
  const [query, setQuery] = useSearchParams();
  const asked = Object.fromEntries([...query].filter(([key]) => KEYS.includes(key)));
  const path = new URLSearchParams(asked).toString();
  const list = useListView('addresses');
  const { text, search, page, setPage, found } = useSearch<AddressesFound>(
    'addresses',
    (path === '' ? '' : `&${path}`) + list.shape,
    list.isKnown,
  );
  const where = useWhere(() => setPage(1));
  const { data } = found;
  const ask = (key: string, value: string | null) => {
    setPage(1);
    const next = { ...asked, [key]: value ?? '' };
    setQuery(Object.fromEntries(Object.entries(next).filter(([, one]) => one !== '')), { replace: true });
  };
  const isNarrowed = path !== '' || text !== '';
  return (
    <>
      <TitleLine title="Stored addresses">
        {data !== undefined &&
          `${counted(data.total, 'address', 'addresses')}${isNarrowed ? ` found in ${count(data.milliseconds)} ms` : ' in all, former ones too'}`}
      </TitleLine>
      <div className="pane searching">
        <SearchSentence many="Addresses" search={where.search} phrases={data?.search?.phrases ?? {}} onChange={where.change} />
        <SavedSearchMenu list="addresses" asked={asked} onPick={(kept) => setQuery(kept)} />
      </div>
      <div className="panes">
        <Pane
          title={
            <SearchField
              label="Search addresses by supporter"
              hint="Supporter's name, email, phone or old id"
              value={text}
              onSearch={search}
            />
          }
          right={
            <div className="pane-controls">
              <Select
                size="xs"
                w={160}
                aria-label="What the directory says"
                clearable
                placeholder="however they stand"
                data={STANDINGS}
                value={asked['standing'] ?? null}
                onChange={(value) => ask('standing', value)}
              />
              <Select
                size="xs"
                w={150}
                aria-label="Condition"
                clearable
                placeholder="any condition"
                data={CONDITIONS}
                value={asked['condition'] ?? null}
                onChange={(value) => ask('condition', value)}
              />
              {list.isKnown && <ColumnsMenu list={list} />}
            </div>
          }
        >
          <Trouble error={found.error ?? list.error} />
          {data?.total === 0 ? (
            <div className="pane-body" tabIndex={0}>
              <Empty title={isNarrowed ? 'No address is found' : 'There are no addresses yet'} />
            </div>
          ) : (
            data !== undefined && (
              <ListTable
                list={list}
                rows={data.addresses}
                total={data.total}
                widths={WIDTHS}
                cell={cell}
                nameOf={(row) => `an address of ${row.supporter}`}
              />
            )
          )}
        </Pane>
      </div>
      <div className="foot">
        <Button variant="subtle" component={Link} to="/addresses">
          Back to the addresses
        </Button>
        <Pager page={page} pages={data?.pages ?? 1} onPage={setPage} />
      </div>
    </>
  );
}
