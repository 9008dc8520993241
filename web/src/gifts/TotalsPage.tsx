import { BarChart } from '@mantine/charts';
import { Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { GivingPage } from '../api/answers';
import { api } from '../api/client';
import { count, money } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';
import { giftsOf, peopleOf, share, sizeName } from './totals';

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

interface Line {
  name: string;
  /** Null where no list of gifts can be asked for it. */
  to: string | null;
  gifts: number;
  amount: string;
  before: string;
}

/** Sums of one kind: this year's beside those of the year before; each opens its gifts. */
function Sums({ of, lines, currency, year }: { of: string; lines: Line[]; currency: string; year: number }) {
  return (
    <table className="rows">
      <thead>
        <tr>
          <th>{of}</th>
          <th className="num" style={{ width: 76 }}>
            Gifts
          </th>
          <th className="num" style={{ width: 116 }}>
            {year}
          </th>
          <th className="num" style={{ width: 116 }}>
            {year - 1}
          </th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <tr key={line.name}>
            <td>{line.to === null ? line.name : <Link to={line.to}>{line.name}</Link>}</td>
            <td className="num">{count(line.gifts)}</td>
            <td className="num">{money(line.amount, currency)}</td>
            <td className="num quiet">{money(line.before, currency)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Givers({ data }: { data: GivingPage }) {
  const { givers, year, currency } = data;
  const line = (words: string, n: number, to: string, more?: ReactNode) => (
    <tr key={words}>
      <td>
        {words}
        {more !== undefined && <div className="quiet">{more}</div>}
      </td>
      <td className="num">
        <Link to={to}>{count(n)}</Link>
      </td>
    </tr>
  );
  return (
    <table className="rows">
      <thead>
        <tr>
          <th>Who gave, in whatever currency</th>
          <th className="num" style={{ width: 110 }}>
            Supporters
          </th>
        </tr>
      </thead>
      <tbody>
        {line(`gave in ${year}`, givers.givers, peopleOf.gave(year))}
        {line('for the first time', givers.first_time, peopleOf.firstTime(year))}
        {line('had given before', givers.again, peopleOf.again(year))}
        {line(
          `gave in ${year - 1} and again in ${year}`,
          givers.retained,
          peopleOf.retained(year),
          `${share(givers.retained, givers.before)} of the ${count(givers.before)} of ${year - 1}`,
        )}
        {line(
          `gave in ${year - 1}, not in ${year}`,
          givers.lapsed,
          peopleOf.lapsed(year),
          `${money(givers.lapsed_amount, currency)} came from them in ${year - 1}`,
        )}
        {line(`stopped: the last gift was before ${year - 1}`, givers.stopped, peopleOf.stopped(year))}
      </tbody>
    </table>
  );
}

/** What came in in a year, beside the year before. */
export function TotalsPage() {
  const navigate = useNavigate();
  const [asked, setAsked] = useSearchParams();
  const page = useQuery({
    queryKey: ['giving', asked.toString()],
    queryFn: () => api.get<GivingPage>(`giving?${asked.toString()}`),
    placeholderData: (before) => before,
  });
  const data = page.data;
  const link = (more: Record<string, string>) => (data === undefined ? '' : giftsOf(data.year, data.currency, more));
  const purposes = (of: 'fund' | 'campaign' | 'appeal', sums: GivingPage['funds']): Line[] =>
    sums
      .filter((sum) => of === 'fund' || sum.name !== '')
      .map((sum) => ({ ...sum, name: sum.name === '' ? 'none' : sum.name, to: sum.name === '' ? null : link({ [of]: sum.name }) }));
  return (
    <>
      <TitleLine title="Totals">
        {data !== undefined && (
          <>
            {money(data.amount, data.currency)} in {data.year}, {money(data.before, data.currency)} in {data.year - 1}
          </>
        )}
      </TitleLine>
      <Trouble error={page.error} />
      {data !== undefined && (
        <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}>
          <Pane
            title="By month"
            right={
              <>
                <Select
                  size="xs"
                  w={90}
                  aria-label="Year"
                  data={data.years.map(String)}
                  value={String(data.year)}
                  allowDeselect={false}
                  onChange={(year) => setAsked({ year: year ?? '', currency: data.currency })}
                />
                {data.currencies.length > 1 && (
                  <Select
                    size="xs"
                    w={84}
                    aria-label="Currency"
                    data={data.currencies}
                    value={data.currency}
                    allowDeselect={false}
                    onChange={(currency) => setAsked({ year: String(data.year), currency: currency ?? '' })}
                  />
                )}
              </>
            }
          >
            <div className="pane-body" tabIndex={0}>
              <BarChart
                h={190}
                data={data.months.map((one, i) => ({
                  name: months[i],
                  this: Number(one.amount),
                  before: Number(one.before),
                }))}
                dataKey="name"
                series={[
                  { name: 'before', label: String(data.year - 1), color: 'gray.4' },
                  { name: 'this', label: String(data.year), color: 'pine.5' },
                ]}
                withLegend
                gridAxis="x"
                tickLine="none"
                yAxisProps={{ width: 66 }}
                barChartProps={{
                  onClick: (state: { activeLabel?: unknown }) => {
                    const month = months.indexOf(String(state.activeLabel));
                    if (month >= 0) {
                      void navigate(link({ month: `${data.year}-${String(month + 1).padStart(2, '0')}` }));
                    }
                  },
                }}
                role="img"
                aria-label={`Given by month in ${data.year} and ${data.year - 1}`}
              />
              <Sums
                of="Month"
                year={data.year}
                currency={data.currency}
                lines={data.months.map((one, i) => ({
                  ...one,
                  name: months[i] ?? one.name,
                  to: link({ month: `${data.year}-${one.name}` }),
                }))}
              />
              <Sums
                of="Size of the gift"
                year={data.year}
                currency={data.currency}
                lines={data.sizes.map((size) => ({
                  ...size,
                  name: sizeName(size.least, size.under, data.currency),
                  to: link({
                    ...(size.least === null ? {} : { least: size.least }),
                    ...(size.most === null ? {} : { most: size.most }),
                  }),
                }))}
              />
            </div>
          </Pane>
          <Pane title="By whom, and for what">
            <div className="pane-body" tabIndex={0}>
              <Givers data={data} />
              <Sums of="Fund" lines={purposes('fund', data.funds)} currency={data.currency} year={data.year} />
              {purposes('campaign', data.campaigns).length > 0 && (
                <Sums of="Campaign" lines={purposes('campaign', data.campaigns)} currency={data.currency} year={data.year} />
              )}
              {purposes('appeal', data.appeals).length > 0 && (
                <Sums of="Appeal" lines={purposes('appeal', data.appeals)} currency={data.currency} year={data.year} />
              )}
              <Sums
                of="Kind of gift"
                year={data.year}
                currency={data.currency}
                lines={data.kinds.map((sum) => ({
                  ...sum,
                  name: sum.name === '' ? 'none' : sum.name,
                  to: sum.name === '' ? null : link({ kind: sum.name }),
                }))}
              />
            </div>
          </Pane>
        </div>
      )}
    </>
  );
}
