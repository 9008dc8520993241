import type { ColumnValue, ColumnValues } from '../../api/types';
import { count } from '../../shared/format';
import { Raw } from '../../shared/Raw';

interface ValuesTableProps {
  data: ColumnValues | undefined;
  /** What to say of a column that becomes no field; null if it becomes one. */
  nothing: string | null;
  /** Place of a step: the values before and after it are shown. */
  step: number | null;
}

/** Every value as it is and what it becomes, the most frequent first. */
export function ValuesTable({ data, nothing, step }: ValuesTableProps) {
  const beforeStep = (value: ColumnValue) => (step === null || step === 0 ? value.value : (value.through[step - 1] ?? ''));
  // What a step changes comes first: most values of a column need nothing.
  const touched = (value: ColumnValue) => (step !== null && value.value !== '' && value.through[step] !== beforeStep(value) ? 0 : 1);
  const values = [...(data?.values ?? [])].sort((a, b) => touched(a) - touched(b));
  return (
    <div className="pane-body" tabIndex={0} aria-label="Values of the column">
      <table className="rows">
        <thead>
          <tr>
            <th style={{ width: step === null ? '27%' : '22%' }}>{step === null || step === 0 ? 'As it is' : `Before step ${step + 1}`}</th>
            {step !== null && <th style={{ width: '22%' }}>After step {step + 1}</th>}
            <th style={{ width: step === null ? '24%' : '20%' }}>What it becomes</th>
            <th className="num" style={{ width: 66 }}>
              Rows
            </th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {values.map((value, i) => {
            const before = beforeStep(value);
            const after = step === null ? '' : value.through[step];
            return (
              <tr key={data?.by_rows === true ? i : value.value}>
                <td>
                  <Raw value={before} />
                </td>
                {step !== null && (
                  <td className="mono">
                    {value.value === '' ? (
                      <span className="nothing">blank</span>
                    ) : after === undefined ? (
                      <span className="pill held">held</span>
                    ) : after === before ? (
                      <span className="nothing">the same</span>
                    ) : (
                      <mark className="difference">{after === '' ? 'blank' : after}</mark>
                    )}
                  </td>
                )}
                <td className="mono">
                  {value.held ? (
                    <span className="pill held">held</span>
                  ) : value.unread ? (
                    <span className="pill look">not read</span>
                  ) : nothing !== null ? (
                    <span className="nothing">{nothing}</span>
                  ) : value.becomes === '' ? (
                    <span className="nothing">blank</span>
                  ) : (
                    value.becomes
                  )}
                </td>
                <td className="num">{count(value.rows)}</td>
                <td className="quiet">{value.note}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {data !== undefined && (
        <p className="quiet" style={{ padding: '6px 14px' }}>
          {data.by_rows
            ? 'The first rows of the file, since the steps look at other cells.'
            : data.distinct > data.shown
              ? `The ${count(data.shown)} most frequent of ${count(data.distinct)} values.`
              : ''}
        </p>
      )}
    </div>
  );
}
