import { Link } from 'react-router';
import type { HistoryEntry } from '../api/answers';
import { causes } from './causes';
import { moment } from './format';

/** What was done to one thing of a supporter, the latest first. */
export function ThingHistory({ entries, made }: { entries: HistoryEntry[]; made: string }) {
  return (
    <table className="rows">
      <thead>
        <tr>
          <th style={{ width: 132 }}>When</th>
          <th style={{ width: '30%' }}>How</th>
          <th>What</th>
        </tr>
      </thead>
      <tbody>
        {entries.map((entry) => (
          <tr key={entry.id}>
            <td className="quiet">{moment(entry.at)}</td>
            <td className="quiet">
              {causes[entry.cause] ?? entry.cause}
              {entry.by !== null && ` by ${entry.by}`}
              {entry.intake !== null && entry.row !== null && (
                <>
                  , <Link to={`/intakes/${entry.intake.id}/rows/${entry.row}`}>row {entry.row}</Link>
                </>
              )}
            </td>
            <td>
              {entry.changes.map((change) =>
                change.action === 'update' ? (
                  change.fields.map((field) => (
                    <div key={field.column}>
                      {field.label}: <span className="mono">{field.before ?? 'none'}</span> to{' '}
                      <span className="mono">{field.after ?? 'none'}</span>
                    </div>
                  ))
                ) : (
                  <div key={change.change}>{change.action === 'create' ? made : 'It was taken away'}</div>
                ),
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
