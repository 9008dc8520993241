import { counted } from '../shared/format';

/** The cells of the entry grid and what is done to them; rows are numbered as in the source, the first below the header being 2. */
export const FIRST = 2;

export interface Place {
  row: number;
  column: number;
}

export interface Area {
  from: Place;
  to: Place;
}

export type Cells = string[][];

export const bounds = ({ from, to }: Area) => ({
  top: Math.min(from.row, to.row),
  bottom: Math.max(from.row, to.row),
  left: Math.min(from.column, to.column),
  right: Math.max(from.column, to.column),
});

/** Cells copied from a spreadsheet: tabs between columns, line breaks between rows, quotation marks around cells that hold either. */
export function fromClipboard(text: string): Cells {
  const rows: Cells = [];
  let row: string[] = [];
  let cell = '';
  let quoted = false;
  const body = text.replace(/\r\n?/g, '\n').replace(/\n$/, '');
  for (let i = 0; i < body.length; i++) {
    const sign = body[i] ?? '';
    if (quoted) {
      if (sign === '"' && body[i + 1] === '"') {
        cell += '"';
        i++;
      } else if (sign === '"') {
        quoted = false;
      } else {
        cell += sign;
      }
    } else if (sign === '"' && cell === '') {
      quoted = true;
    } else if (sign === '\t') {
      row.push(cell);
      cell = '';
    } else if (sign === '\n') {
      rows.push([...row, cell]);
      row = [];
      cell = '';
    } else {
      cell += sign;
    }
  }
  return [...rows, [...row, cell]];
}

export function toClipboard(cells: Cells, area: Area): string {
  const { top, bottom, left, right } = bounds(area);
  return cells
    .slice(top, bottom + 1)
    .map((row) =>
      row
        .slice(left, right + 1)
        .map((cell) => (/[\t\n"]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell))
        .join('\t'),
    )
    .join('\n');
}

/** Why a block can't be pasted at a place; null if it fits. Nothing is cut off in silence. */
export function tooLarge(area: Area, block: Cells, width: number, most: number): string | null {
  const { top, left } = bounds(area);
  const height = block.length;
  const wide = Math.max(0, ...block.map((row) => row.findLastIndex((cell) => cell !== '') + 1));
  return top + height <= most && left + wide <= width
    ? null
    : `What you copied has ${counted(height, 'row')} and ${counted(wide, 'column')}; from this cell on there is room for ${counted(most - top, 'row')} and ${counted(width - left, 'column')}. Nothing was pasted.`;
}

/** The cells with a block written at a place; rows are added as far as there is room. One cell fills the whole chosen area. */
export function pasted(cells: Cells, area: Area, block: Cells, width: number, most: number): Cells {
  const { top, bottom, left, right } = bounds(area);
  const one = block.length === 1 && block[0]?.length === 1;
  const height = one ? bottom - top + 1 : block.length;
  const next = cells.map((row) => row);
  while (next.length < Math.min(most, top + height)) {
    next.push(Array.from({ length: width }, () => ''));
  }
  for (let r = 0; r < height && top + r < most; r++) {
    const row = [...(next[top + r] ?? [])];
    const source = block[one ? 0 : r] ?? [];
    for (let c = 0; c < (one ? right - left + 1 : source.length) && left + c < width; c++) {
      row[left + c] = source[one ? 0 : c] ?? '';
    }
    next[top + r] = row;
  }
  return next;
}

/** The first row of the area copied to all rows below it; a single row takes what stands above it. */
export function filledDown(cells: Cells, area: Area): Cells {
  const { top, bottom, left, right } = bounds(area);
  const source = top === bottom ? top - 1 : top;
  if (source < 0) {
    return cells;
  }
  const from = cells[source];
  if (from === undefined) {
    return cells;
  }
  // The empty row below the last one takes what stands above it too.
  const rows = top === bottom && top === cells.length ? [...cells, from.map(() => '')] : cells;
  return rows.map((row, r) =>
    r > source && r >= top && r <= bottom ? row.map((cell, c) => (c >= left && c <= right ? (from[c] ?? '') : cell)) : row,
  );
}

export const emptied = (cells: Cells, area: Area): Cells => {
  const { top, bottom, left, right } = bounds(area);
  return cells.map((row, r) => (r >= top && r <= bottom ? row.map((cell, c) => (c >= left && c <= right ? '' : cell)) : row));
};

/** Rows that differ between two states, and what they were, as the server takes them. */
export function changedRows(before: Cells, after: Cells): { rows: Record<number, string[]>; were: Record<number, string[]> } {
  const rows: Record<number, string[]> = {};
  const were: Record<number, string[]> = {};
  for (let r = 0; r < Math.max(before.length, after.length); r++) {
    if (before[r] !== after[r]) {
      rows[r + FIRST] = after[r] ?? [''];
      were[r + FIRST] = before[r] ?? [''];
    }
  }
  return { rows, were };
}
