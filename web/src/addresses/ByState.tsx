import type { Region } from '../api/answers';
import { count } from '../shared/format';
import { Pane } from '../shared/Pane';
import { share } from './check';

/** How many addresses there are in each state, and how many of them can be mailed: as bars, and in words. */
export function ByState({ regions }: { regions: Region[] }) {
  const most = Math.max(1, ...regions.map((one) => one.addresses));
  return (
    <Pane title="By state" note="the dark part can be mailed">
      <div className="pane-body" tabIndex={0}>
        <table className="rows">
          <tbody>
            {regions.map((one) => (
              <tr key={one.region}>
                <td style={{ width: 64 }}>{one.region === '' ? 'none' : one.region}</td>
                <td>
                  <span className="part-bar" aria-hidden style={{ width: `${(100 * one.addresses) / most}%` }}>
                    <i style={{ width: `${one.addresses === 0 ? 0 : (100 * one.mailable) / one.addresses}%` }} />
                  </span>
                </td>
                <td className="num" style={{ width: 66 }}>
                  {count(one.addresses)}
                </td>
                <td className="num quiet" style={{ width: 78 }}>
                  {share(one.mailable, one.addresses)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Pane>
  );
}
