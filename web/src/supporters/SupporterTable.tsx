import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { KeptView, SupporterColumn, SupporterList } from '../api/answers';
import { money, phone } from '../shared/format';
import type { Ticks } from './many/ticks';

const TICK = 46;
const NAME = 220;
const usual: Record<string, number> = { kind: 104, place: 150, email: 220, phone: 132, 'gifts.count': 64, 'gifts.given': 120, notes: 260 };

const cell = (column: SupporterColumn, text: string): string => {
  if (text === '') {
    return '';
  }
  if (column.key === 'phone') {
    return phone(text);
  }
  // "USD 20.00 + CAD 5.00"
  return column.key === 'gifts.given' || column.key === 'gifts.largest'
    ? text
        .split(' + ')
        .map((one) => money(one.slice(4), one.slice(0, 3)))
        .join(' + ')
    : text.replaceAll('\n', ' ');
};

/** The list as the person wants to see it: sorted by a click on a heading, as wide as it was drawn, its first columns in sight. */
export function SupporterTable({
  list,
  view,
  ticks,
  onView,
  mayTick,
}: {
  list: SupporterList;
  view: KeptView;
  ticks: Ticks;
  onView: (view: KeptView) => void;
  mayTick: boolean;
}) {
  const navigate = useNavigate();
  const [drawn, setDrawn] = useState<{ key: string; width: number } | null>(null);
  const start = useRef({ x: 0, width: 0 });
  const kept = new Map(view.columns.map((column) => [column.key, column.width]));
  const widthOf = (key: string) =>
    drawn?.key === key ? drawn.width : key === 'name' ? NAME : (kept.get(key) ?? usual[key] ?? (key.startsWith('gifts.') ? 110 : 150));
  const columns = [{ key: 'name', label: 'Name', figure: false, group: '' }, ...list.columns];
  const lefts: number[] = [];
  columns.reduce(
    (left, column, at) => {
      lefts[at] = left;
      return left + widthOf(column.key);
    },
    mayTick ? TICK : 0,
  );
  const total = columns.reduce((sum, column) => sum + widthOf(column.key), mayTick ? TICK : 0);
  const fixed = (at: number) =>
    at < view.fixed ? { className: 'fixed-column', style: { left: lefts[at] } } : { className: '', style: undefined };
  const withColumns = (next: Partial<KeptView>): KeptView => ({
    ...view,
    columns: view.columns.length > 0 ? view.columns : list.columns.map((column) => ({ key: column.key, width: null })),
    ...next,
  });
  const sort = (key: string) => onView(withColumns({ sort: key, down: view.sort === key ? !view.down : key.startsWith('gifts.') }));
  return (
    <div className="pane-body list-table" tabIndex={0}>
      <table className="rows chosen-columns" style={{ minWidth: total }}>
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
                  aria-label={`Tick all ${list.total}`}
                  checked={ticks.count > 0 && ticks.count === list.total}
                  ref={(box) => {
                    if (box !== null) {
                      box.indeterminate = ticks.count > 0 && ticks.count < list.total;
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
                aria-sort={view.sort === column.key ? (view.down ? 'descending' : 'ascending') : 'none'}
              >
                <button type="button" className="sort-button" onClick={() => sort(column.key)}>
                  {column.label}
                  {view.sort === column.key && (view.down ? ' ▼' : ' ▲')}
                </button>
                {column.key !== 'name' && (
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
                        onView({
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
          {list.supporters.map((row) => (
            <tr
              key={row.id}
              className={`choosable ${ticks.has(row.id) ? 'ticked' : ''}`}
              onClick={() => void navigate(`/supporters/${row.id}`)}
            >
              {mayTick && (
                <td className="fixed-column tick-cell" style={{ left: 0 }} onClick={(event) => event.stopPropagation()}>
                  <input type="checkbox" aria-label={`Tick ${row.name}`} checked={ticks.has(row.id)} onChange={() => ticks.turn(row.id)} />
                </td>
              )}
              {columns.map((column, at) => {
                const text = column.key === 'name' ? row.name : cell(column, row.cells[column.key] ?? '');
                return (
                  <td
                    key={column.key}
                    className={`${column.figure ? 'num' : 'cut'} ${fixed(at).className}`}
                    style={fixed(at).style}
                    title={text}
                  >
                    {column.key === 'name' ? <Link to={`/supporters/${row.id}`}>{text}</Link> : text}
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
