import { type ReactNode, useRef, useState } from 'react';
import type { KeptView, ColumnShown } from '../../api/answers';
import type { ListView } from './useListView';

const TICK = 46;

/** What is ticked, of however many that are found. */
export interface Ticked {
  count: number;
  has: (id: number) => boolean;
  turn: (id: number) => void;
  all: () => void;
  none: () => void;
}

interface TableProps<Row extends { id: number }> {
  list: ListView;
  rows: Row[];
  total: number;
  /** How wide columns are as long as nobody drew them. */
  widths: Record<string, number>;
  cell: (column: string, row: Row) => ReactNode;
  /** What a row is called by whoever hears it. */
  nameOf: (row: Row) => string;
  ticks?: Ticked | undefined;
  onOpen?: (row: Row) => void;
}

/** A link of its own goes where it says: opened twice, one would have to go back twice. */
const isWithinLink = (target: EventTarget): boolean => target instanceof Element && target.closest('a, button') !== null;

/** The list as the person wants to see it: sorted by a click on a heading, as wide as it was drawn, its first columns in sight. */
export function ListTable<Row extends { id: number }>({ list, rows, total, widths, cell, nameOf, ticks, onOpen }: TableProps<Row>) {
  const { view, order, change } = list;
  const mayTick = ticks !== undefined;
  const [drawn, setDrawn] = useState<{ key: string; width: number } | null>(null);
  const start = useRef({ x: 0, width: 0 });
  const kept = new Map(view.columns.map((column) => [column.key, column.width]));
  const widthOf = (key: string) => (drawn?.key === key ? drawn.width : (kept.get(key) ?? widths[key] ?? 150));
  const columns = [list.first, ...list.shown];
  const lefts: number[] = [];
  columns.reduce(
    (left, column, at) => {
      lefts[at] = left;
      return left + widthOf(column.key);
    },
    mayTick ? TICK : 0,
  );
  const wide = columns.reduce((sum, column) => sum + widthOf(column.key), mayTick ? TICK : 0);
  const fixed = (at: number) =>
    at < view.fixed ? { className: 'fixed-column', style: { left: lefts[at] } } : { className: '', style: undefined };
  const withColumns = (next: Partial<KeptView>): KeptView => ({
    ...view,
    columns: view.columns.length > 0 ? view.columns : list.shown.map((column) => ({ key: column.key, width: null })),
    ...next,
  });
  const sort = ({ key, figure }: ColumnShown) => change(withColumns({ sort: key, down: order.sort === key ? !order.down : figure }));
  return (
    <div className="pane-body list-table" tabIndex={0}>
      <table className="rows chosen-columns" style={{ minWidth: wide }}>
        <colgroup>
          {mayTick && <col style={{ width: TICK }} />}
          {columns.map((column) => (
            <col key={column.key} style={{ width: widthOf(column.key) }} />
          ))}
        </colgroup>
        <thead>
          <tr>
            {mayTick && (
              <th className="fixed-column tick-cell" style={{ left: 0 }}>
                <input
                  type="checkbox"
                  aria-label={`Tick all ${total}`}
                  checked={ticks.count > 0 && ticks.count === total}
                  ref={(box) => {
                    if (box !== null) {
                      box.indeterminate = ticks.count > 0 && ticks.count < total;
                    }
                  }}
                  onChange={() => (ticks.count === 0 ? ticks.all() : ticks.none())}
                />
              </th>
            )}
            {columns.map((column, at) => (
              <th
                key={column.key}
                className={`${column.figure ? 'num' : ''} ${fixed(at).className}`}
                style={fixed(at).style}
                aria-sort={order.sort === column.key ? (order.down ? 'descending' : 'ascending') : 'none'}
              >
                {column.sortable ? (
                  <button type="button" className="sort-button" onClick={() => sort(column)}>
                    {column.label}
                    {order.sort === column.key && (order.down ? ' ▼' : ' ▲')}
                  </button>
                ) : (
                  column.label
                )}
                {at > 0 && (
                  <span
                    className="width-handle"
                    aria-hidden="true"
                    onPointerDown={(event) => {
                      event.currentTarget.setPointerCapture(event.pointerId);
                      start.current = { x: event.clientX, width: widthOf(column.key) };
                    }}
                    onPointerMove={(event) => {
                      if (event.currentTarget.hasPointerCapture(event.pointerId)) {
                        const width = Math.round(Math.min(900, Math.max(48, start.current.width + event.clientX - start.current.x)));
                        setDrawn({ key: column.key, width });
                      }
                    }}
                    onPointerUp={() => {
                      if (drawn !== null) {
                        change({
                          ...withColumns({}),
                          columns: withColumns({}).columns.map((one) => (one.key === drawn.key ? { ...one, width: drawn.width } : one)),
                        });
                        setDrawn(null);
                      }
                    }}
                  />
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr
              key={row.id}
              className={`${onOpen === undefined ? '' : 'choosable'} ${ticks?.has(row.id) === true ? 'ticked' : ''}`}
              onClick={(event) => isWithinLink(event.target) || onOpen?.(row)}
            >
              {mayTick && (
                <td className="fixed-column tick-cell" style={{ left: 0 }} onClick={(event) => event.stopPropagation()}>
                  <input
                    type="checkbox"
                    aria-label={`Tick ${nameOf(row)}`}
                    checked={ticks.has(row.id)}
                    onChange={() => ticks.turn(row.id)}
                  />
                </td>
              )}
              {columns.map((column, at) => {
                const shown = cell(column.key, row);
                return (
                  <td
                    key={column.key}
                    className={`${column.figure ? 'num' : 'cut'} ${fixed(at).className}`}
                    style={fixed(at).style}
                    title={typeof shown === 'string' ? shown : undefined}
                  >
                    {shown}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
