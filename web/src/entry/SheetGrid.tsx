import { useElementSize } from '@mantine/hooks';
import { type KeyboardEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Field } from '../api/types';
import { SupporterPicker } from '../shared/SupporterPicker';
import {
  type Area,
  bounds,
  type Cells,
  emptied,
  FIRST,
  filledDown,
  fromClipboard,
  pasted,
  type Place,
  toClipboard,
  tooLarge,
} from './sheet';
import type { FoundProblem } from '../api/answers';
import type { Draft } from './useSheet';

interface SheetGridProps {
  fields: Field[];
  cells: Cells;
  problems: Record<number, FoundProblem[]>;
  most: number;
  onChange: (cells: Cells) => void;
  onUndo: () => void;
  onRedo: () => void;
  onPlace: (place: Place) => void;
  onLeave: () => void;
  /** What is being written in a cell, for whoever has to keep it when the page is left. */
  onDraft: (draft: Draft | null) => void;
  /** Something was not done, and why. */
  onRefused: (why: string | null) => void;
}

const ROW = 27;

const OVER = 12;

const widths: Record<string, number> = {
  'supporter number': 210,
  date: 106,
  amount: 100,
  'long text': 220,
  email: 200,
  phone: 140,
  'postal code': 92,
  state: 76,
  'yes or no': 70,
  consent: 80,
  'gift kind': 110,
};

/** A sheet to type into. Only the rows that can be seen are drawn, so that five hundred cost no more than thirty. */
export function SheetGrid({
  fields,
  cells,
  problems,
  most,
  onChange,
  onUndo,
  onRedo,
  onPlace,
  onLeave,
  onDraft,
  onRefused,
}: SheetGridProps) {
  const [area, setArea] = useState<Area>({ from: { row: 0, column: 0 }, to: { row: 0, column: 0 } });
  const [editing, setEditing] = useState<string | null>(null);
  const [top, setTop] = useState(0);
  const { ref: frame, height } = useElementSize<HTMLDivElement>();
  const body = useRef<HTMLDivElement>(null);
  const keys = useRef<HTMLTextAreaElement>(null);
  const at = area.to;
  // One empty row more than is written, to go on in.
  const rows = Math.min(most, Math.max(cells.length + 1, 20));
  const from = Math.max(0, Math.floor(top / ROW) - OVER);
  const to = Math.min(rows, Math.ceil((top + height) / ROW) + OVER);
  const template = `46px ${fields.map((field) => `${widths[field.type] ?? 150}px`).join(' ')} minmax(20px, 1fr)`;
  const box = bounds(area);
  const value = (row: number, column: number): string => cells[row]?.[column] ?? '';
  useEffect(() => onPlace(at), [at, onPlace]);
  useEffect(() => {
    if (editing === null) {
      keys.current?.focus({ preventScroll: true });
    }
  }, [editing, at]);
  useLayoutEffect(() => {
    const scroller = body.current;
    if (scroller === null) {
      return;
    }
    const y = at.row * ROW;
    if (y < scroller.scrollTop) {
      scroller.scrollTop = y;
    } else if (y + ROW * 2 > scroller.scrollTop + scroller.clientHeight) {
      scroller.scrollTop = y + ROW * 2 - scroller.clientHeight;
    }
  }, [at.row]);
  const go = (row: number, column: number, extend = false) => {
    const place = { row: Math.max(0, Math.min(rows - 1, row)), column: Math.max(0, Math.min(fields.length - 1, column)) };
    setArea(extend ? { from: area.from, to: place } : { from: place, to: place });
  };
  const write = (text: string, place: Place = at) => onChange(pasted(cells, { from: place, to: place }, [[text]], fields.length, most));
  const paste = (text: string) => {
    const block = fromClipboard(text);
    const why = tooLarge(area, block, fields.length, most);
    onRefused(why);
    if (why === null) {
      onChange(pasted(cells, area, block, fields.length, most));
    }
  };
  const finish = (text: string, row: number, column: number) => {
    onDraft(null);
    if (text !== value(at.row, at.column)) {
      write(text);
    }
    setEditing(null);
    go(row, column);
  };
  const onCellKey = (event: KeyboardEvent<HTMLInputElement>, text: string) => {
    const step = { Enter: [event.shiftKey ? -1 : 1, 0], Tab: [0, event.shiftKey ? -1 : 1], ArrowDown: [1, 0], ArrowUp: [-1, 0] }[event.key];
    if (event.key === 'Escape') {
      onDraft(null);
      if (text !== value(at.row, at.column)) {
        // Written and taken back at once: redo brings it back.
        write(text);
        onUndo();
      }
      setEditing(null);
    } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      onDraft(null);
      onChange(pasted(cells, area, [[text]], fields.length, most));
      setEditing(null);
    } else if (step !== undefined) {
      event.preventDefault();
      // After the last column it goes on in the next row.
      const wraps = event.key === 'Tab' && !event.shiftKey && at.column === fields.length - 1;
      finish(text, wraps ? at.row + 1 : at.row + (step[0] ?? 0), wraps ? 0 : at.column + (step[1] ?? 0));
    }
  };
  const onKey = (event: KeyboardEvent) => {
    const control = event.ctrlKey || event.metaKey;
    const arrows: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-20, 0],
      PageDown: [20, 0],
    };
    const arrow = arrows[event.key];
    const key = event.key.toLowerCase();
    if (arrow !== undefined) {
      const far = control ? cells.length : 1;
      go(at.row + arrow[0] * far, at.column + arrow[1] * (control ? fields.length : 1), event.shiftKey);
    } else if (event.key === 'Home' || event.key === 'End') {
      go(control ? (event.key === 'Home' ? 0 : cells.length - 1) : at.row, event.key === 'Home' ? 0 : fields.length - 1, event.shiftKey);
    } else if (event.key === 'Tab') {
      const wraps = !event.shiftKey && at.column === fields.length - 1;
      if (event.shiftKey && at.column === 0 && at.row === 0) {
        return;
      }
      go(wraps ? at.row + 1 : at.row, wraps ? 0 : at.column + (event.shiftKey ? -1 : 1));
    } else if (event.key === 'Escape') {
      onLeave();
    } else if (event.key === 'Enter' || event.key === 'F2') {
      setEditing(value(at.row, at.column));
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      onChange(emptied(cells, area));
    } else if (control && key === 'd') {
      onChange(filledDown(cells, area));
    } else if (control && key === 'a') {
      setArea({ from: { row: 0, column: 0 }, to: { row: Math.max(0, cells.length - 1), column: fields.length - 1 } });
    } else if (control && key === 'z') {
      (event.shiftKey ? onRedo : onUndo)();
    } else if (control && key === 'y') {
      onRedo();
    } else if (!control && !event.altKey && event.key.length === 1) {
      setEditing(event.key);
    } else {
      return;
    }
    event.preventDefault();
  };
  const problemAt = (row: number, column: number) =>
    problems[row + FIRST]?.find((problem) => (problem.column === null ? column === 0 : problem.column === column));
  return (
    <>
      <textarea
        ref={keys}
        className="sheet-keys"
        aria-label="Keys of the grid"
        value=""
        onChange={() => undefined}
        onKeyDown={onKey}
        onCopy={(event) => {
          event.clipboardData.setData('text/plain', toClipboard(cells, area));
          event.preventDefault();
        }}
        onCut={(event) => {
          event.clipboardData.setData('text/plain', toClipboard(cells, area));
          event.preventDefault();
          onChange(emptied(cells, area));
        }}
        onPaste={(event) => {
          event.preventDefault();
          paste(event.clipboardData.getData('text/plain'));
        }}
      />
      <div
        className="sheet"
        ref={(element) => {
          body.current = element;
          frame(element);
        }}
        onScroll={(event) => setTop(event.currentTarget.scrollTop)}
        role="grid"
        aria-label="Entry grid"
        aria-rowcount={rows}
        aria-colcount={fields.length}
        tabIndex={0}
        onFocus={(event) => event.target === event.currentTarget && keys.current?.focus({ preventScroll: true })}
      >
        <div className="sheet-head" style={{ gridTemplateColumns: template }} role="row">
          <span role="columnheader" aria-label="Row" />
          {fields.map((field) => (
            <span key={field.key} role="columnheader" title={field.label}>
              {field.label}
            </span>
          ))}
        </div>
        <div style={{ height: rows * ROW, position: 'relative' }} role="rowgroup">
          {Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i).map((row) => (
            <div
              key={row}
              className="sheet-row"
              style={{ gridTemplateColumns: template, top: row * ROW, height: ROW }}
              role="row"
              aria-rowindex={row + 1}
            >
              <span className={`sheet-number${(problems[row + FIRST]?.length ?? 0) > 0 ? ' faulty' : ''}`} role="rowheader">
                {row + 1}
              </span>
              {fields.map((field, column) => {
                const here = row === at.row && column === at.column;
                const inside = row >= box.top && row <= box.bottom && column >= box.left && column <= box.right;
                const problem = problemAt(row, column);
                return (
                  <span
                    key={field.key}
                    role="gridcell"
                    aria-selected={inside}
                    aria-invalid={problem !== undefined}
                    title={problem === undefined ? undefined : `${problem.reason}. ${problem.remedy}.`}
                    className={`sheet-cell${here ? ' here' : ''}${inside && !here ? ' inside' : ''}${problem !== undefined ? (problem.blocks ? ' faulty' : ' warned') : ''}${field.type === 'amount' || field.type === 'number' ? ' num' : ''}`}
                    onMouseDown={(event) => {
                      event.preventDefault();
                      if (editing === null || !here) {
                        setEditing(null);
                        go(row, column, event.shiftKey);
                        keys.current?.focus({ preventScroll: true });
                      }
                    }}
                    onMouseEnter={(event) => event.buttons === 1 && editing === null && setArea({ from: area.from, to: { row, column } })}
                    onDoubleClick={() => setEditing(value(row, column))}
                  >
                    {here && editing !== null ? (
                      <CellInput
                        key={`${row}-${column}`}
                        field={field}
                        first={editing}
                        onKey={onCellKey}
                        onText={(text) => {
                          onDraft({ place: { row, column }, text });
                        }}
                        onLeave={(text) => {
                          onDraft(null);
                          if (text !== value(row, column)) {
                            write(text, { row, column });
                          }
                          setEditing(null);
                        }}
                        onDone={(text) => finish(text, at.row, at.column + 1)}
                      />
                    ) : (
                      value(row, column)
                    )}
                  </span>
                );
              })}
            </div>
          ))}
        </div>
      </div>
    </>
  );
}

function CellInput({
  field,
  first,
  onKey,
  onText,
  onLeave,
  onDone,
}: {
  field: Field;
  first: string;
  onText: (text: string) => void;
  onKey: (event: KeyboardEvent<HTMLInputElement>, text: string) => void;
  onLeave: (text: string) => void;
  onDone: (text: string) => void;
}) {
  const [text, setOwn] = useState(first);
  const setText = (next: string) => {
    setOwn(next);
    onText(next);
  };
  useEffect(() => onText(first), []); // eslint-disable-line react-hooks/exhaustive-deps -- what it is opened with is written already
  if (field.type === 'supporter number') {
    return (
      <SupporterPicker
        label="Supporter"
        begins={first}
        autoFocus
        onChange={setText}
        onPick={(row) => onDone(`${row.id} ${row.name}`)}
        onKeyDown={(event) => onKey(event, text)}
      />
    );
  }
  const list = field.options.length > 0 ? `cell-${field.key}` : undefined;
  return (
    <>
      <input
        autoFocus
        className="sheet-input"
        aria-label={field.label}
        list={list}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
        onKeyDown={(event) => onKey(event, text)}
        onBlur={() => onLeave(text)}
        onMouseDown={(event) => event.stopPropagation()}
      />
      {list !== undefined && (
        <datalist id={list}>
          {field.options.map((option) => (
            <option key={option} value={option} />
          ))}
        </datalist>
      )}
    </>
  );
}
