import { count, counted } from '../shared/format';
import type { Measurement } from './types';

/** How a rule set stands to what people have decided, beside the set in use, and which rule is to blame. */
export function Measured({ now, before }: { now: Measurement; before: Measurement }) {
  if (now.same + now.apart === 0) {
    return (
      <div className="pane-note">
        <b>Held against what people decided</b>
        <div className="quiet">Nobody has merged anyone of this kind, or said that two are not the same, yet.</div>
      </div>
    );
  }
  const blamed = now.rules.filter((rule) => rule.wrongly_joined > 0 || rule.asked > 0);
  return (
    <section className="pane-note">
      <b>Held against what people decided</b>
      <table className="measured">
        <thead>
          <tr>
            <th />
            <th className="num">this set</th>
            <th className="num">in use</th>
          </tr>
        </thead>
        <tbody>
          <Line
            label={`Found, of ${counted(now.same, 'pair')} that people merged`}
            now={now.certain + now.review}
            before={before.certain + before.review}
          />
          <Line label="missed" now={now.missed} before={before.missed} isBad />
          <Line
            label={`Wrongly joined, of ${count(now.apart)} said not to be the same`}
            now={now.wrongly_joined}
            before={before.wrongly_joined}
            isBad
          />
          <Line label="asked about again" now={now.asked} before={before.asked} />
        </tbody>
      </table>
      {blamed.map((rule) => (
        <div key={rule.rule} className="example-pair">
          {rule.wrongly_joined > 0
            ? `"${rule.rule}" wrongly joins ${count(rule.wrongly_joined)}`
            : `"${rule.rule}" asks again about ${count(rule.asked)}`}
          <span className="quiet">, and finds {count(rule.found)} rightly</span>
        </div>
      ))}
      {now.kept_apart.map((one) => (
        <div key={one.why} className="example-pair">
          {counted(one.count, 'pair')} missed:{' '}
          <span className="quiet">{one.why === 'no rule holds' ? one.why : `the sign "${one.why}" keeps them apart`}</span>
        </div>
      ))}
      {[...now.examples.wrongly_joined, ...now.examples.missed].map((pair) => (
        <div key={`${pair.one}-${pair.other}`} className="example-pair">
          {pair.names}{' '}
          <span className="quiet">
            {pair.rules.length > 0 ? `wrongly joined by ${pair.rules.join(', ')}` : 'missed'}:{' '}
            {[...pair.for, ...pair.against.map((reason) => `but: ${reason}`)].join('; ')}
          </span>
        </div>
      ))}
    </section>
  );
}

const Line = ({ label, now, before, isBad = false }: { label: string; now: number; before: number; isBad?: boolean }) => (
  <tr>
    <td>{label}</td>
    <td className={`num${isBad && now > before ? ' wrong' : ''}`}>{count(now)}</td>
    <td className="num quiet">{count(before)}</td>
  </tr>
);
