import { Link, useSearchParams } from 'react-router';
import { TitleLine } from '../shared/TitleLine';
import { count, counted, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { SearchField } from '../shared/SearchField';
import { ColumnsMenu } from '../shared/list/ColumnsMenu';
import { ListTable } from '../shared/list/ListTable';
import { useListView } from '../shared/list/useListView';
import { SavedSearchMenu } from '../shared/search/SavedSearchMenu';
import { SearchSentence } from '../shared/search/SearchSentence';
import { useWhere } from '../shared/search/useWhere';
import { useSearch } from '../shared/useSearch';
import type { GiftList as Gifts } from '../api/answers';
import { type Asked, askedOf, pathOf, sentence } from './filters';
import { cell, WIDTHS } from './columns';
import { GiftFilters } from './GiftFilters';
import { GiftMonths } from './GiftMonths';

export function GiftsPage() {
  const [query, setQuery] = useSearchParams();
  const asked = askedOf(query);
  const list = useListView('gifts');
  const { text, search, page, setPage, found } = useSearch<Gifts>('gifts', pathOf(asked) + list.shape, list.isKnown);
  const where = useWhere(() => setPage(1));
  const ask = (next: Asked) => {
    setPage(1);
    setQuery(next as Record<string, string>);
  };
  const isNarrowed = Object.keys(asked).length > 0;
  return (
    <>
      <TitleLine title="Gifts">
        {found.data !== undefined &&
          `${counted(found.data.total, 'gift')}${found.data.corrections > 0 ? `, ${counted(found.data.corrections, 'that takes one back or corrects it', 'that take one back or correct it')}` : ''}, ${found.data.sums === null ? 'amounts hidden' : moneys(found.data.sums.given)}${isNarrowed || text !== '' || list.view.sort !== '' ? `, found in ${count(found.data.milliseconds)} ms` : ''}`}
        {sentence(asked)}
        {asked.intake !== undefined && (
          <>
            , of <Link to={`/intakes/${asked.intake}/proof`}>intake {asked.intake}</Link> alone
          </>
        )}
        {asked.batch !== undefined && (
          <>
            , of <Link to={`/batches/${asked.batch}`}>batch {asked.batch}</Link> alone
          </>
        )}
        {asked.promise !== undefined && (
          <>
            , that pay <Link to={`/promises/${asked.promise}`}>one promise</Link>
          </>
        )}
        {isNarrowed && (
          <>
            . <Link to="/gifts">All gifts</Link>
          </>
        )}
      </TitleLine>
      <div className="pane searching">
        <SearchSentence many="Gifts" search={where.search} phrases={found.data?.search?.phrases ?? {}} onChange={where.change} />
        <SavedSearchMenu list="gifts" asked={asked} onPick={(kept) => setQuery(kept)} />
      </div>
      <div className="panes">
        <Pane
          title={
            <SearchField label="Search gifts by supporter" hint="Supporter's name, email, phone or old id" value={text} onSearch={search} />
          }
          right={
            <>
              {list.isKnown && <ColumnsMenu list={list} />}
              <GiftFilters asked={asked} onAsk={ask} />
            </>
          }
        >
          {(found.data?.months.length ?? 0) > 1 && (
            <GiftMonths months={found.data?.months ?? []} onMonth={(month) => ask({ ...asked, month })} />
          )}
          <Trouble error={found.error ?? list.error} />
          {found.data?.gifts.length === 0 ? (
            <div className="pane-body" tabIndex={0}>
              <Empty title="No gifts found" />
            </div>
          ) : (
            found.data !== undefined && (
              <ListTable
                list={list}
                rows={found.data.gifts}
                total={found.data.total}
                widths={WIDTHS}
                cell={cell}
                nameOf={(gift) => `gift ${gift.id}`}
              />
            )
          )}
        </Pane>
      </div>
      <div className="foot">
        <Pager page={page} pages={found.data?.pages ?? 1} onPage={setPage} />
      </div>
    </>
  );
}
