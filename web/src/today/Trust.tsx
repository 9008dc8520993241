import { count } from '../shared/format';
import { Trend } from '../shared/Trend';
import type { TrustFigure } from '../api/answers';

/** Of how many records a group of fields has all that the standards ask for, and how that went over time. */
export function Trust({ figures }: { figures: TrustFigure[] }) {
  return (
    <table className="rows">
      <tbody>
        {figures
          .filter((figure) => figure.total > 0)
          .map((figure) => (
            <tr key={figure.group}>
              <td>{figure.group}</td>
              <td className="num" style={{ width: 84, fontWeight: 600 }}>
                {share(figure.count, figure.total)} %
              </td>
              <td className="quiet" style={{ width: 124 }}>
                {count(figure.count)} of {count(figure.total)}
              </td>
              <td style={{ width: 134 }}>
                <Trend label={figure.group} good="up" values={figure.over_time.map((day) => Number(share(day.count, day.total)))} />
              </td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}

/** Never "100" while one is missing, and never "0" while one is there. */
export const share = (part: number, total: number): string => {
  if (total === 0) {
    return '0';
  }
  const percent = (100 * part) / total;
  return part > 0 && percent < 0.1 ? '0.1' : part < total && percent > 99.9 ? '99.9' : String(Math.round(percent * 10) / 10);
};
