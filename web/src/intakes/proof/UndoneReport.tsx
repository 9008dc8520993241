import { Link } from 'react-router';
import type { UndoReport } from '../../api/types';
import { counted } from '../../shared/format';
import { Pane } from '../../shared/Pane';

/** What the undo did, and what it left as it is. */
export function UndoneReport({ report }: { report: UndoReport }) {
  return (
    <Pane
      title="Undone"
      note={`${counted(report.supporters.removed, 'supporter')} and ${counted(report.gifts.removed, 'gift')}${report.promises.removed > 0 ? ` and ${counted(report.promises.removed, 'promise')}` : ''} removed, ${counted(report.supporters.restored, 'supporter')} put back`}
    >
      <div className="pane-body" tabIndex={0}>
        {report.kept_count === 0 ? (
          <p className="empty">Nothing stayed behind: nobody had changed any of it since. The sums above are of the load as it was.</p>
        ) : (
          <table className="rows">
            <thead>
              <tr>
                <th style={{ width: 130 }}>Supporter</th>
                <th>What stays</th>
                <th>As it is now</th>
                <th>Why</th>
              </tr>
            </thead>
            <tbody>
              {report.kept.map((kept, i) => (
                <tr key={i}>
                  <td>
                    <Link to={`/supporters/${kept.supporter}`}>supporter {kept.supporter}</Link>
                  </td>
                  <td>
                    {kept.thing.split(':')[0]} {kept.column ?? ''}
                  </td>
                  <td className="mono">{kept.now ?? ''}</td>
                  <td className="quiet">{kept.reason}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </Pane>
  );
}
