import { BarChart } from '@mantine/charts';
import type { GiftMonth } from '../api/answers';
import { counted, moneys } from '../shared/format';

/** What the gifts of the list come to, month by month. Several currencies are told, not drawn: they add up to nothing. */
export function GiftMonths({ months, onMonth }: { months: GiftMonth[]; onMonth: (month: string) => void }) {
  const codes = [...new Set(months.flatMap((month) => Object.keys(month.given ?? {})))];
  const code = codes.length === 1 ? codes[0] : undefined;
  const data = months.map((month) => ({
    month: month.month,
    figure: code === undefined ? month.gifts : Number(month.given?.[code] ?? '0'),
  }));
  return (
    <div style={{ padding: '8px 14px 4px 0' }}>
      <BarChart
        h={120}
        data={data}
        dataKey="month"
        series={[{ name: 'figure', label: code === undefined ? 'gifts' : `given, ${code}`, color: 'pine.4' }]}
        gridAxis="x"
        tickLine="none"
        yAxisProps={{ width: 62 }}
        barChartProps={{
          onClick: (state: { activeLabel?: unknown }) => typeof state.activeLabel === 'string' && onMonth(state.activeLabel),
        }}
        role="img"
        aria-label="Gifts by month"
      />
      <table className="unseen">
        <caption>Gifts by month</caption>
        <tbody>
          {months.map((month) => (
            <tr key={month.month}>
              <td>{month.month}</td>
              <td>{counted(month.gifts, 'gift')}</td>
              <td>{month.given === null ? '' : moneys(month.given)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
