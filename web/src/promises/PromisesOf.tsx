import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { PromiseList } from '../api/answers';
import { api } from '../api/client';
import { counted, money, moneys } from '../shared/format';
import { next, promised, purposeOf, STATUS } from './words';

/** What a supporter has promised, what is due first. Nothing where nothing was. */
export function PromisesOf({ supporter }: { supporter: number }) {
  const found = useQuery({
    queryKey: ['promises of', supporter],
    queryFn: () => api.get<PromiseList>(`promises?supporter=${supporter}`),
  });
  const data = found.data;
  if (data === undefined || data.total === 0) {
    return null;
  }
  return (
    <section aria-label="Promises">
      <div className="pane-note">
        <b>{counted(data.total, 'promise')}</b>
        {data.sums !== null &&
          Object.keys(data.sums.promised).length > 0 &&
          `, ${moneys(data.sums.promised)} pledged, ${moneys(data.sums.balance)} of it is left`}
        {data.total > data.promises.length && (
          <>
            , <Link to={`/promises?supporter=${supporter}`}>all of them</Link>
          </>
        )}
      </div>
      <table className="rows">
        <tbody>
          {data.promises.map((one) => (
            <tr key={one.id}>
              <td>
                <Link to={`/promises/${one.id}`}>{promised(one)}</Link>{' '}
                <span className="quiet">
                  {one.kind === 'pledge' ? 'pledge' : 'recurring'} of {one.promised_on}
                </span>
                {purposeOf(one) !== '' && <div className="quiet">{purposeOf(one)}</div>}
              </td>
              <td style={{ width: 118 }}>
                <span className={`pill ${STATUS[one.status].pill}`}>{STATUS[one.status].says}</span>
              </td>
              <td style={{ width: 168 }}>
                {next(one)}
                {one.balance !== null && one.status !== 'fulfilled' && <div className="quiet">{money(one.balance, one.currency)} left</div>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
