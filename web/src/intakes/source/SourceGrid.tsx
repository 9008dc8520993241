import type { SourceView } from '../../api/types';
import { count } from '../../shared/format';
import { Raw } from '../../shared/Raw';

interface SourceGridProps {
  view: SourceView;
  shown: number;
  fixed: boolean;
  picked: number[];
  sort: { column: number; descending: boolean } | null;
  onHeader: (row: number) => void;
  onPick: (rows: number[]) => void;
  onSort: (sort: { column: number; descending: boolean } | null) => void;
}

/** Rows among which a header is looked for by hand. */
const HEAD = 30;

const letters = (column: number): string =>
  String.fromCharCode(...(column < 26 ? [65 + column] : [64 + Math.floor(column / 26), 65 + (column % 26)]));

/** The rows of a source as they are. Letters sort, numbers of the first rows name the header, others pick rows. */
export function SourceGrid({ view, shown, fixed, picked, sort, onHeader, onPick, onSort }: SourceGridProps) {
  const width = Math.max(view.headers.length, ...view.rows.map((row) => row.cells.length));
  const columns = Array.from({ length: width }, (_, i) => i);
  const next = (column: number) =>
    sort?.column !== column ? { column, descending: false } : sort.descending ? null : { column, descending: true };
  const toggle = (row: number) => onPick(picked.includes(row) ? picked.filter((one) => one !== row) : [...picked, row]);
  return (
    <div className="pane-body" tabIndex={0} aria-label="Rows of the file">
      <table className="rows grid">
        <thead>
          <tr>
            <th className="num">Row</th>
            {columns.map((column) => (
              <th key={column} aria-sort={sort?.column === column ? (sort.descending ? 'descending' : 'ascending') : 'none'}>
                <button
                  type="button"
                  className="sort-button"
                  title={`Sort by ${view.headers[column] ?? letters(column)}`}
                  onClick={() => onSort(next(column))}
                >
                  {letters(column)}
                  {sort?.column === column && (sort.descending ? ' ↓' : ' ↑')}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.rows.slice(0, shown).map((row) => {
            const isData = row.number > (view.header_row ?? 0);
            return (
              <tr
                key={row.number}
                className={`${row.number === view.header_row ? 'is-header' : isData ? '' : 'is-above'}${picked.includes(row.number) ? ' chosen' : ''}`}
              >
                <td className="num" title={row.place ?? undefined}>
                  {fixed ? (
                    count(row.number)
                  ) : (
                    <span style={{ display: 'inline-flex', gap: 6, alignItems: 'center' }}>
                      {isData && (
                        <input
                          type="checkbox"
                          aria-label={`Pick row ${row.number}`}
                          checked={picked.includes(row.number)}
                          onChange={() => toggle(row.number)}
                        />
                      )}
                      {row.number <= HEAD && sort === null && !view.names_its_columns ? (
                        <button
                          type="button"
                          className="origin-button"
                          title="This row names the columns"
                          onClick={() => onHeader(row.number)}
                        >
                          {row.number}
                        </button>
                      ) : (
                        count(row.number)
                      )}
                    </span>
                  )}
                </td>
                {columns.map((column) => (
                  <td key={column} title={row.cells[column]}>
                    {(row.cells[column] ?? '') === '' ? '' : <Raw value={row.cells[column] ?? ''} />}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
