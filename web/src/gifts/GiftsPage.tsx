import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { TitleLine } from '../shared/TitleLine';
import { counted, money, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { SearchField } from '../shared/SearchField';
import { useSearch } from '../shared/useSearch';
import type { GiftList as Gifts } from '../api/answers';
import { type Asked, askedOf, pathOf, sentence } from './filters';
import { becameOf, chosenColumns, COLUMNS, keepColumns } from './columns';
import { GiftColumns } from './GiftColumns';
import { GiftFilters } from './GiftFilters';
import { GiftMonths } from './GiftMonths';

export function GiftsPage() {
  const [query, setQuery] = useSearchParams();
  const asked = askedOf(query);
  const ask = (next: Asked) => setQuery(next as Record<string, string>);
  const { text, search, page, setPage, found } = useSearch<Gifts>('gifts', '', pathOf(asked));
  const [chosen, setChosen] = useState(chosenColumns);
  const columns = COLUMNS.filter(({ key }) => chosen.includes(key));
  const isNarrowed = Object.keys(asked).length > 0;
  return (
    <>
      <TitleLine title="Gifts">
        {found.data !== undefined &&
          `${counted(found.data.total, 'gift')}${found.data.corrections > 0 ? `, ${counted(found.data.corrections, 'that takes one back or corrects it', 'that take one back or correct it')}` : ''}, ${found.data.sums === null ? 'amounts hidden' : moneys(found.data.sums.given)}`}
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
      <div className="panes">
        <Pane
          title={
            <SearchField label="Search gifts by supporter" hint="Supporter's name, email, phone or old id" value={text} onSearch={search} />
          }
          right={
            <>
              <GiftColumns
                chosen={chosen}
                onChoose={(keys) => {
                  keepColumns(keys);
                  setChosen(keys);
                }}
              />
              <GiftFilters asked={asked} onAsk={ask} />
            </>
          }
        >
          {(found.data?.months.length ?? 0) > 1 && (
            <GiftMonths months={found.data?.months ?? []} onMonth={(month) => ask({ ...asked, month })} />
          )}
          <Trouble error={found.error} />
          <div className="pane-body" tabIndex={0}>
            {found.data?.gifts.length === 0 && <Empty title="No gifts found" />}
            {(found.data?.gifts.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 100 }}>Date</th>
                    <th className="num" style={{ width: 132 }}>
                      Amount
                    </th>
                    <th>Supporter</th>
                    {columns.map(({ key, head, width, isMoney }) => (
                      <th key={key} className={isMoney === true ? 'num' : undefined} style={{ width }}>
                        {head}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {found.data?.gifts.map((gift) => (
                    <tr key={gift.id}>
                      <td>
                        <Link to={`/gifts/${gift.id}`}>{gift.given_on ?? `gift ${gift.id}`}</Link>
                      </td>
                      <td className="num">
                        {gift.amount === undefined ? '' : money(gift.counts ?? gift.amount, gift.currency)}
                        {gift.counts !== gift.amount && gift.amount !== undefined && (
                          <div className="quiet">of {money(gift.amount, gift.currency)}</div>
                        )}
                        {gift.status !== undefined && gift.status !== 'given' && !columns.some(({ key }) => key === 'status') && (
                          <div className="quiet">{becameOf(gift)}</div>
                        )}
                      </td>
                      <td>
                        <Link to={`/supporters/${gift.supporter_id}`}>{gift.supporter}</Link>
                      </td>
                      {columns.map(({ key, isMoney, of }) => (
                        <td key={key} className={isMoney === true ? 'num' : undefined}>
                          {of(gift)}
                        </td>
                      ))}
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Pager page={page} pages={found.data?.pages ?? 1} onPage={setPage} />
      </div>
    </>
  );
}
