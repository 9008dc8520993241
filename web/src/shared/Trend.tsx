import { Sparkline } from '@mantine/charts';

/** How a figure went over time, small; told in words to those who do not see it. */
export function Trend({ label, values, good = 'down' }: { label: string; values: number[]; good?: 'up' | 'down' }) {
  if (values.length < 2) {
    return <span className="quiet">no figures of earlier days yet</span>;
  }
  const [first = 0, last = 0] = [values[0], values[values.length - 1]];
  const better = good === 'up' ? last > first : last < first;
  return (
    <span role="img" aria-label={`${label}: from ${first} to ${last}, ${last === first ? 'unchanged' : better ? 'better' : 'worse'}`}>
      <Sparkline
        w={104}
        h={26}
        data={values}
        curveType="monotone"
        color={last === first || better ? 'pine.5' : 'resin.7'}
        fillOpacity={0.25}
        strokeWidth={1.5}
      />
    </span>
  );
}
