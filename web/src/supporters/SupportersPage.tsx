import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { SupporterList } from '../api/answers';
import { NewMailing } from '../mailings/NewMailing';
import { CheckAddresses } from '../shared/CheckAddresses';
import { ColumnsMenu } from '../shared/list/ColumnsMenu';
import { ListTable } from '../shared/list/ListTable';
import { useListView } from '../shared/list/useListView';
import { ChangeMany } from './many/ChangeMany';
import { chosen, useTicks } from './many/ticks';
import { SavedSearchMenu } from '../shared/search/SavedSearchMenu';
import { SearchSentence } from '../shared/search/SearchSentence';
import { useWhere } from '../shared/search/useWhere';
import { cell, WIDTHS } from './cells';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { count, counted } from '../shared/format';
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

/** Supporters that can become one at a time. */
const MOST_MERGED = 20;

const KEYS = ['filter', 'intake', 'made', 'rule', 'month', 'group', 'tag', 'zip', 'near', 'within', 'where'];

export function SupportersPage() {
  const [query, setQuery] = useSearchParams();
  const may = useMay();
  const navigate = useNavigate();
  const [changing, setChanging] = useState(false);
  const [mailing, setMailing] = useState(false);
  const list = useListView('supporters');
  const narrowed = KEYS.filter((key) => query.has(key));
  const filter = narrowed.map((key) => `&${key}=${encodeURIComponent(query.get(key) ?? '')}`).join('');
  const columns = list.view.columns.map((column) => column.key).join(',');
  const shape = `&columns=${encodeURIComponent(columns)}${list.shape}`;
  const { text, search, asked, page, setPage, found } = useSearch<SupporterList>('supporters', filter + shape, list.isKnown);
  const data = found.data;
  const scope = { ...(asked === '' ? {} : { q: asked }), ...Object.fromEntries(narrowed.map((key) => [key, query.get(key) ?? ''])) };
  const isNarrowed = asked !== '' || narrowed.length > 0;
  const ticks = useTicks(data?.total ?? 0, `${asked}${filter}`);
  const others = narrowed.filter((key) => key !== 'where');
  const where = useWhere(() => setPage(1));
  return (
    <>
      <TitleLine title="Supporters">
        {data !== undefined && `${counted(data.total, 'supporter')}${isNarrowed ? ` found in ${count(data.milliseconds)} ms` : ' in all'}`}
      </TitleLine>
      <div className="pane searching">
        <SearchSentence search={where.search} phrases={data?.search?.phrases ?? {}} onChange={where.change} />
        <SavedSearchMenu
          asked={scope}
          onPick={(kept) => {
            setQuery(kept);
            search(kept['q'] ?? '');
          }}
        />
      </div>
      <div className="panes" style={{ gridTemplateColumns: changing ? 'minmax(0, 1fr) 340px' : 'minmax(0, 1fr)' }}>
        <Pane
          label="The list"
          right={
            <>
              {list.isKnown && <ColumnsMenu list={list} />}
              {may.edit && (
                <Button size="compact-sm" component={Link} to="/supporters/new">
                  Add a supporter
                </Button>
              )}
            </>
          }
          title={
            <div className="sentence">
              <SearchField label="Search supporters" hint="Name, email, phone or old id" value={text} onSearch={search} />
              {ticks.count > 0 && (
                <span className="quiet" role="status">
                  {count(ticks.count)} of {count(data?.total ?? 0)} ticked
                </span>
              )}
            </div>
          }
        >
          <Trouble error={found.error ?? list.error} />
          {others.length > 0 && (
            <div className="hint">
              <span>Only those {filterWords(query)}.</span>
              <button type="button" className="plain-button" onClick={() => setQuery(asked === '' ? {} : { q: asked })}>
                Show all
              </button>
            </div>
          )}
          {data?.total === 0 ? (
            <div className="pane-body" tabIndex={0}>
              <Empty title={isNarrowed ? 'Nobody is found' : 'There are no supporters yet'}>
                <p>
                  {!isNarrowed
                    ? 'Bring a file in on the Intakes page.'
                    : narrowed.length > 0
                      ? 'Take a condition out of the sentence above, or change it.'
                      : 'Each word must begin a name, an email, a phone number or an old id.'}
                </p>
              </Empty>
            </div>
          ) : (
            data !== undefined && (
              <ListTable
                list={list}
                rows={data.supporters}
                total={data.total}
                widths={WIDTHS}
                cell={cell}
                nameOf={(row) => row.name}
                ticks={may.edit ? ticks : undefined}
                onOpen={(row) => void navigate(`/supporters/${row.id}`)}
              />
            )
          )}
        </Pane>
        {changing && <ChangeMany count={ticks.count} scope={ticks.scope(scope)} onClose={() => setChanging(false)} />}
      </div>
      <div className="foot">
        {may.edit && !changing && (
          <Button disabled={ticks.count === 0} onClick={() => setChanging(true)}>
            {ticks.count === 0 ? 'Change the ticked' : `Change ${count(ticks.count)}`}
          </Button>
        )}
        {may.load && !changing && ticks.some.length > 1 && ticks.some.length <= MOST_MERGED && (
          <Button variant="default" component={Link} to={`/merge?of=${ticks.some.join(',')}`}>
            Merge these {count(ticks.some.length)}
          </Button>
        )}
        <Button variant="default" component="a" href={`/api/supporters.csv?q=${encodeURIComponent(asked)}${filter}${shape}`} download>
          Download the list
        </Button>
        {may.edit && (data?.total ?? 0) > 0 && (
          <Button variant="default" onClick={() => setMailing(true)}>
            {ticks.count === 0 ? 'Mailing' : `Mailing to ${count(ticks.count)}`}
          </Button>
        )}
        {mailing && <NewMailing query={chosen(ticks, scope)} onClose={() => setMailing(false)} />}
        <Button variant="subtle" component={Link} to="/supporters/where">
          Where they live
        </Button>
        {may.load && (isNarrowed || ticks.count > 0) && (data?.total ?? 0) > 0 && (
          <CheckAddresses scope={{ kind: 'search', query: chosen(ticks, scope) }}>
            {ticks.count === 0 ? 'Check their addresses' : `Check addresses of ${count(ticks.count)}`}
          </CheckAddresses>
        )}
        <Pager page={page} pages={data?.pages ?? 1} onPage={setPage} />
      </div>
    </>
  );
}
