import { Button } from '@mantine/core';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { SupporterList } from '../api/answers';
import { CheckAddresses } from '../shared/CheckAddresses';
import { SavedSearchMenu } from './SavedSearchMenu';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { count, counted, hasMoney, moneys, phone } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { SearchField } from '../shared/SearchField';
import { useSearch } from '../shared/useSearch';

const filters: Record<string, string> = {
  alike: 'who may be the same as someone else',
  unreachable: 'without any address, email or phone in good condition',
  unchecked: 'with an address that is not known to be in postal form',
  unverified: 'with an address that the postal directory was not asked about',
  undeliverable: 'with an address that mail does not reach',
};

function filterWords(query: URLSearchParams): string {
  const made = query.get('made');
  return [
    filters[query.get('filter') ?? ''],
    query.has('intake')
      ? `${made === 'new' ? 'made' : made === 'changed' ? 'changed' : 'made or changed'} by intake ${query.get('intake')}`
      : undefined,
    query.has('rule') ? 'with data missing that a rule asks for' : undefined,
    query.has('group') ? `in the group "${query.get('group')}"` : undefined,
    query.has('tag') ? `with the tag "${query.get('tag')}"` : undefined,
    query.has('month') ? `first known in ${query.get('month')}` : undefined,
    query.has('zip') ? `whose primary address has the ZIP code ${query.get('zip')}` : undefined,
    query.has('near') ? `who live within ${query.get('within') ?? '0'} miles of ${query.get('near')}` : undefined,
  ]
    .filter(Boolean)
    .join(' and ');
}

export function SupportersPage() {
  const [query, setQuery] = useSearchParams();
  const may = useMay();
  const asked_ = ['filter', 'intake', 'made', 'rule', 'month', 'group', 'tag', 'zip', 'near', 'within'].filter((key) => query.has(key));
  const filter = asked_.map((key) => `&${key}=${encodeURIComponent(query.get(key) ?? '')}`).join('');
  const navigate = useNavigate();
  const { text, search, asked, page, setPage, found } = useSearch<SupporterList>('supporters', query.get('q') ?? '', filter);
  return (
    <>
      <TitleLine title="Supporters">{found.data !== undefined && counted(found.data.total, 'supporter')}</TitleLine>
      <div className="panes">
        <Pane
          right={
            may.edit && (
              <Button size="compact-sm" component={Link} to="/supporters/new">
                Add a supporter
              </Button>
            )
          }
          title={
            <div className="sentence">
              <SearchField label="Search supporters" hint="Name, email, phone or old id" value={text} onSearch={search} />
              <SavedSearchMenu
                asked={{ ...(asked === '' ? {} : { q: asked }), ...Object.fromEntries(asked_.map((key) => [key, query.get(key) ?? ''])) }}
                onPick={(kept) => {
                  setQuery(kept);
                  search(kept['q'] ?? '');
                }}
              />
            </div>
          }
        >
          <Trouble error={found.error} />
          {asked_.length > 0 && (
            <div className="hint">
              <span>Only those {filterWords(query)}.</span>
              <button type="button" className="plain-button" onClick={() => setQuery({})}>
                Show all
              </button>
            </div>
          )}
          <div className="pane-body" tabIndex={0}>
            {found.data?.total === 0 && (
              <Empty title={asked === '' ? 'There are no supporters yet' : `Nobody found for "${asked}"`}>
                <p>
                  {asked === ''
                    ? 'Bring a file in on the Intakes page.'
                    : 'Each word must begin a name, an email, a phone number or an old id.'}
                </p>
              </Empty>
            )}
            {(found.data?.supporters.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: '24%' }}>Name</th>
                    <th style={{ width: 104 }}>Kind</th>
                    <th>Place</th>
                    <th style={{ width: '21%' }}>Email</th>
                    <th style={{ width: 132 }}>Phone</th>
                    <th className="num" style={{ width: 48 }}>
                      Gifts
                    </th>
                    <th className="num" style={{ width: 104 }}>
                      Given
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {found.data?.supporters.map((row) => (
                    <tr key={row.id} className="choosable" onClick={() => void navigate(`/supporters/${row.id}`)}>
                      <td>
                        <Link to={`/supporters/${row.id}`}>{row.name}</Link>
                      </td>
                      <td className="quiet">{row.kind}</td>
                      <td>{row.city}</td>
                      <td className="cut" title={row.email ?? ''}>
                        {row.email}
                      </td>
                      <td>{row.phone === null ? '' : phone(row.phone)}</td>
                      <td className="num">{row.gifts === 0 ? '' : count(row.gifts)}</td>
                      <td className="num">{row.given === null || !hasMoney(row.given) ? '' : moneys(row.given)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button variant="default" component="a" href={`/api/supporters.csv?q=${encodeURIComponent(asked)}${filter}`} download>
          Download the list
        </Button>
        <Button variant="subtle" component={Link} to="/supporters/where">
          Where they live
        </Button>
        {may.load && (asked !== '' || asked_.length > 0) && (found.data?.total ?? 0) > 0 && (
          <CheckAddresses
            scope={{
              kind: 'search',
              query: { ...(asked === '' ? {} : { q: asked }), ...Object.fromEntries(asked_.map((key) => [key, query.get(key) ?? ''])) },
            }}
          >
            Check their addresses
          </CheckAddresses>
        )}
        <Pager page={page} pages={found.data?.pages ?? 1} onPage={setPage} />
      </div>
    </>
  );
}
