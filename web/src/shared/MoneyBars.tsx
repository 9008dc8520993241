import { BarChart } from '@mantine/charts';
import type { Amounts } from '../api/answers';
import { counted, moneys } from './format';

export interface Span {
  /** "2026-11", "2026" */
  name: string;
  gifts: number;
  given: Amounts | null;
}

/** What gifts come to, span by span. Several currencies are told, not drawn: they add up to nothing. */
export function MoneyBars({
  caption,
  spans,
  onPick,
  height = 120,
}: {
  caption: string;
  spans: Span[];
  onPick?: (name: string) => void;
  height?: number;
}) {
  const codes = [...new Set(spans.flatMap((span) => Object.keys(span.given ?? {})))];
  const code = codes.length === 1 ? codes[0] : undefined;
  const data = spans.map((span) => ({ name: span.name, figure: code === undefined ? span.gifts : Number(span.given?.[code] ?? '0') }));
  return (
    <div style={{ padding: '8px 14px 4px 0' }}>
      <BarChart
        h={height}
        data={data}
        dataKey="name"
        series={[{ name: 'figure', label: code === undefined ? 'gifts' : `given, ${code}`, color: 'pine.4' }]}
        gridAxis="x"
        tickLine="none"
        yAxisProps={{ width: 62 }}
        barChartProps={{
          onClick: (state: { activeLabel?: unknown }) => typeof state.activeLabel === 'string' && onPick?.(state.activeLabel),
        }}
        role="img"
        aria-label={caption}
      />
      <table className="unseen">
        <caption>{caption}</caption>
        <tbody>
          {spans.map((span) => (
            <tr key={span.name}>
              <td>{span.name}</td>
              <td>{counted(span.gifts, 'gift')}</td>
              <td>{span.given === null ? '' : moneys(span.given)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
