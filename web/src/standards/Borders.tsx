import { count, counted } from '../shared/format';
import type { RuleBorders } from './types';

const WIDTH = 380;
const HEIGHT = 96;

/** Room for what the lines are called, and for the count over the tallest bar. */
const TOP = 28;

const percent = (share: number): string => `${Math.round(1000 * share) / 10} %`;

/** How many pairs there are at each likelihood, where the borders lie, and what moving one would cost. */
export function Borders({ borders }: { borders: RuleBorders }) {
  const most = Math.max(1, ...borders.bars.map((bar) => Math.sqrt(bar.sure + bar.names)));
  const wide = WIDTH / borders.bars.length;
  const high = (pairs: number, all: number) => (all === 0 ? 0 : ((HEIGHT * Math.sqrt(all)) / most) * (pairs / all));
  const line = (at: number, text: string, anchor: 'start' | 'end') => (
    <g>
      <line x1={WIDTH * at} x2={WIDTH * at} y1={0} y2={HEIGHT + TOP} stroke="var(--ink)" strokeDasharray="3 3" />
      <text x={WIDTH * at + (anchor === 'end' ? -4 : 4)} y={10} fontSize="11" textAnchor={anchor} fill="var(--ink)">
        {text}
      </text>
    </g>
  );
  return (
    <section className="pane-note" aria-label="Pairs by likelihood">
      <b>Pairs by how likely they are one</b>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT + TOP + 16}`}
        width="100%"
        role="img"
        aria-label={`From ${percent(borders.review_from)} on pairs are looked at, from ${percent(borders.certain_from)} on they are certain`}
      >
        <g transform={`translate(0 ${TOP})`}>
          {borders.bars.map((bar, i) => {
            const all = bar.sure + bar.names;
            const [sure, names] = [high(bar.sure, all), high(bar.names, all)];
            return (
              <g key={bar.from}>
                <title>{`${percent(bar.from)} to ${percent(bar.from + 0.05)}: ${counted(all, 'pair')}, ${count(bar.names)} by a name alone`}</title>
                <rect x={i * wide + 1} width={wide - 2} y={HEIGHT - sure} height={sure} fill="var(--pine)" />
                <rect x={i * wide + 1} width={wide - 2} y={HEIGHT - sure - names} height={names} fill="var(--line)" />
                {all > 0 && (
                  <text x={(i + 0.5) * wide} y={HEIGHT - sure - names - 3} fontSize="9" textAnchor="middle" fill="var(--quiet)">
                    {count(all)}
                  </text>
                )}
              </g>
            );
          })}
          <line x1={0} x2={WIDTH} y1={HEIGHT} y2={HEIGHT} stroke="var(--line)" />
          {[0, 0.25, 0.5, 0.75, 1].map((at) => (
            <text
              key={at}
              x={Math.min(WIDTH - 12, Math.max(8, WIDTH * at))}
              y={HEIGHT + 13}
              fontSize="10"
              textAnchor="middle"
              fill="var(--quiet)"
            >
              {percent(at)}
            </text>
          ))}
        </g>
        {line(borders.review_from, 'looked at', 'start')}
        {line(borders.certain_from, 'certain', 'end')}
      </svg>
      <div className="quiet">
        Dark: more than a name agrees. Light: a name alone, which is never certain. Taller bars are drawn shorter than they are.
      </div>
      <table className="figures">
        <thead>
          <tr>
            <th>Wrong of 1,000 at most</th>
            <th>from</th>
            <th>certain</th>
            <th>wrong, about</th>
            <th>to look at</th>
          </tr>
        </thead>
        <tbody>
          {borders.wrong.map((one) => (
            <tr key={one.wrong}>
              <td>{one.wrong}</td>
              <td>{percent(one.from)}</td>
              <td>{count(one.certain)}</td>
              <td>{one.errors}</td>
              <td>{count(one.review)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <table className="figures">
        <thead>
          <tr>
            <th>Looked at above</th>
            <th>to look at</th>
          </tr>
        </thead>
        <tbody>
          {borders.review.map((one) => (
            <tr key={one.one_in}>
              <td>1 in {one.one_in}</td>
              <td>{count(one.review)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
