import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../../api/client';
import type { MatchRow, MatchView } from '../../api/types';
import { counted, phone, roleOf, withPhones } from '../../shared/format';
import { Differing } from '../../shared/Differing';
import { Empty } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';

export const useMatch = (id: number, number: number | undefined) =>
  useQuery({
    queryKey: ['intake', String(id), 'match', number],
    queryFn: () => api.get<MatchView>(`intakes/${id}/rows/${number}/match`),
    enabled: number !== undefined,
  });

interface SideBySideProps {
  intake: number;
  row: MatchRow | undefined;
  place: string;
  match: MatchView | undefined;
  candidate: number;
  onCandidate: (index: number) => void;
}

const shown = (key: string, value: string): string => (key === 'phone' ? value.split('\n').map(phone).join('\n') : value);

/** The row and the record that it may be, field by field, with what that has if they are the same, and the reasons for and against. */
export function SideBySide({ intake, row, place, match, candidate, onCandidate }: SideBySideProps) {
  if (row === undefined) {
    return (
      <Pane title="Side by side">
        <Empty title="Choose a row">It is shown here beside the records that it may be.</Empty>
      </Pane>
    );
  }
  const other = match?.candidates[candidate];
  const labels = Object.entries(match?.labels ?? {}).filter(
    ([key]) => (match?.incoming[key] ?? '') !== '' || (other?.values[key] ?? '') !== '',
  );
  return (
    <Pane
      title={
        row.verdict === 'unsure'
          ? match !== undefined && match.role !== ''
            ? `Is the ${roleOf(match.role)} of row ${row.number} someone we know?`
            : `Is row ${row.number} someone we know?`
          : `Row ${row.number} is ${row.same_as_row !== null ? `the same as row ${row.same_as_row}` : row.verdict}`
      }
      note={place}
      right={
        (match?.candidates.length ?? 0) > 1 && (
          <span className="chips">
            {match?.candidates.map((one, i) => (
              <button key={one.decision} type="button" aria-pressed={i === candidate} onClick={() => onCandidate(i)}>
                {one.label} <kbd>{i + 1}</kbd>
              </button>
            ))}
          </span>
        )
      }
    >
      <div className="pane-body" tabIndex={0}>
        <table className="rows">
          <thead>
            <tr>
              <th style={{ width: 104 }} />
              <th>
                <Link to={`/intakes/${intake}/rows/${row.number}`}>Row {row.number} of the file</Link>
              </th>
              <th>
                {other === undefined ? (
                  row.namesakes > 0 ? (
                    `${counted(row.namesakes, 'other has', 'others have')} this name; that says too little`
                  ) : (
                    'No record is like it'
                  )
                ) : other.decision.startsWith('s:') ? (
                  <Link to={`/supporters/${other.decision.slice(2)}`}>{other.label}</Link>
                ) : (
                  other.label
                )}
              </th>
              {other !== undefined && <th className="after">If they are the same</th>}
            </tr>
          </thead>
          <tbody>
            {labels.map(([key, label]) => (
              <tr key={key}>
                <td className="quiet">{label}</td>
                <td>
                  <Differing
                    value={shown(key, match?.incoming[key] ?? '')}
                    other={key === 'gifts' ? '' : shown(key, other?.values[key] ?? '')}
                  />
                </td>
                <td>
                  {other !== undefined && (
                    <Differing
                      value={shown(key, other.values[key] ?? '')}
                      other={key === 'gifts' ? '' : shown(key, match?.incoming[key] ?? '')}
                    />
                  )}
                </td>
                {other !== undefined && (
                  <td className="after">
                    {other.after[key] === other.values[key] ? (
                      <span className="quiet">stays</span>
                    ) : (
                      <Differing value={shown(key, other.after[key] ?? '')} other={shown(key, other.values[key] ?? '')} />
                    )}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
        {other !== undefined && (
          <div
            style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', background: 'var(--head)', borderBottom: '1px solid var(--line)' }}
          >
            <div style={{ padding: '10px 14px', borderRight: '1px solid var(--line)' }}>
              <b>For</b>
              {other.for.map((reason) => (
                <div key={reason}>{withPhones(reason)}</div>
              ))}
            </div>
            <div style={{ padding: '10px 14px' }}>
              <b>Against</b>
              {other.against.length === 0 && <div className="quiet">Nothing speaks against it</div>}
              {other.against.map((reason) => (
                <div key={reason}>{withPhones(reason)}</div>
              ))}
            </div>
          </div>
        )}
      </div>
    </Pane>
  );
}
