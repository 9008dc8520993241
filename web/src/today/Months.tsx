import { CompositeChart } from '@mantine/charts';
import { useNavigate } from 'react-router';
import type { Month } from '../api/answers';

/** Supporters and gifts over two years; a month leads to its gifts. */
export function Months({ months }: { months: Month[] }) {
  const navigate = useNavigate();
  const open = (month: unknown) => typeof month === 'string' && void navigate(`/gifts?month=${month}`);
  return (
    <div style={{ padding: '8px 14px 4px 0', minHeight: 0, flex: 1 }}>
      <CompositeChart
        h={178}
        data={months}
        dataKey="month"
        series={[
          { name: 'gifts', label: 'gifts', color: 'pine.4', type: 'bar' },
          { name: 'supporters', label: 'new supporters', color: 'resin.7', type: 'line' },
        ]}
        withLegend
        legendProps={{ verticalAlign: 'top', height: 26 }}
        withDots={false}
        gridAxis="x"
        tickLine="none"
        yAxisProps={{ width: 46 }}
        composedChartProps={{ onClick: (state: { activeLabel?: unknown }) => open(state.activeLabel) }}
        role="img"
        aria-label="Supporters and gifts by month"
      />
      <table className="unseen">
        <caption>Supporters and gifts by month</caption>
        <tbody>
          {months.map((month) => (
            <tr key={month.month}>
              <td>{month.month}</td>
              <td>{month.supporters} new supporters</td>
              <td>
                <a href={`/gifts?month=${month.month}`} tabIndex={-1}>
                  {month.gifts} gifts
                </a>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
