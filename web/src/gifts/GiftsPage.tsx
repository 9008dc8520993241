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
import { GiftFilters } from './GiftFilters';
import { GiftMonths } from './GiftMonths';

export function GiftsPage() {
  const [query, setQuery] = useSearchParams();
  const asked = askedOf(query);
  const ask = (next: Asked) => setQuery(next as Record<string, string>);
  const { text, search, page, setPage, found } = useSearch<Gifts>('gifts', '', pathOf(asked));
  const isNarrowed = Object.keys(asked).length > 0;
  return (
    <>
      <TitleLine title="Gifts">
        {found.data !== undefined &&
          `${counted(found.data.total, 'gift')}, ${found.data.sums === null ? 'amounts hidden' : `${moneys(found.data.sums.given)}${found.data.promises > 0 ? ` given, ${moneys(found.data.sums.promised)} promised` : ''}`}`}
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
          right={<GiftFilters asked={asked} onAsk={ask} />}
        >
          {(found.data?.months.length ?? 0) > 1 && (
            <GiftMonths months={found.data?.months ?? []} onMonth={(month) => ask({ ...asked, month })} />
          )}
          <Trouble error={found.error} />
          <div className="pane-body" tabIndex={0}>
            {found.data?.total === 0 && <Empty title="No gifts found" />}
            {(found.data?.gifts.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 100 }}>Date</th>
                    <th className="num" style={{ width: 116 }}>
                      Amount
                    </th>
                    <th>Supporter</th>
                    <th>Fund</th>
                    <th style={{ width: 120 }}>Kind</th>
                    <th style={{ width: 130 }}>Reference</th>
                    <th style={{ width: 92 }}>Came with</th>
                  </tr>
                </thead>
                <tbody>
                  {found.data?.gifts.map((gift) => (
                    <tr key={gift.id}>
                      <td>{gift.given_on}</td>
                      <td className="num">{gift.amount === undefined ? '' : money(gift.amount, gift.currency)}</td>
                      <td>
                        <Link to={`/supporters/${gift.supporter_id}`}>{gift.supporter}</Link>
                      </td>
                      <td>{gift.fund}</td>
                      <td>{gift.kind}</td>
                      <td className="mono">{gift.reference}</td>
                      <td>
                        {gift.batch_id !== null ? (
                          <Link to={`/batches/${gift.batch_id}`}>batch {gift.batch_id}</Link>
                        ) : gift.intake_id === null ? (
                          ''
                        ) : (
                          <Link to={`/intakes/${gift.intake_id}/proof`}>intake {gift.intake_id}</Link>
                        )}
                      </td>
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
