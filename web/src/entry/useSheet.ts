import { useCallback, useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import { type Cells, changedRows } from './sheet';

export interface CellProblem {
  code: string;
  field: string;
  column: number | null;
  reason: string;
  remedy: string;
  blocks: boolean;
}

/** How many steps back one can go. */
const STEPS = 200;

/** Milliseconds after the last key until what was typed is kept and checked. */
const PAUSE = 350;

/** The cells of a grid: typed here, kept and checked by the server shortly after, with undo. */
export function useSheet(id: number, first: Cells, firstProblems: Record<number, CellProblem[]>) {
  const [cells, setCells] = useState(first);
  const [problems, setProblems] = useState(firstProblems);
  const [trouble, setTrouble] = useState<Error | null>(null);
  const [isKept, setKept] = useState(true);
  const past = useRef<Cells[]>([]);
  const future = useRef<Cells[]>([]);
  const sent = useRef(first);
  const latest = useRef(first);
  const busy = useRef<Promise<void> | null>(null);

  const send = useCallback(async (): Promise<void> => {
    while (busy.current !== null) {
      await busy.current;
    }
    const now = latest.current;
    const rows = changedRows(sent.current, now);
    if (Object.keys(rows).length === 0) {
      return;
    }
    busy.current = api
      .put<{ problems: Record<number, CellProblem[]> }>(`grids/${id}/rows`, { rows })
      .then((answer) => {
        sent.current = now;
        setProblems((before) => ({ ...before, ...answer.problems }));
        setTrouble(null);
        setKept(latest.current === now);
      })
      .catch((error: unknown) => setTrouble(error instanceof Error ? error : new Error('It could not be kept.')))
      .finally(() => {
        busy.current = null;
      });
    await busy.current;
  }, [id]);

  useEffect(() => {
    latest.current = cells;
    if (cells === sent.current) {
      return;
    }
    setKept(false);
    const timer = setTimeout(() => void send(), PAUSE);
    return () => clearTimeout(timer);
  }, [cells, send]);

  const change = useCallback((next: Cells) => {
    past.current = [...past.current.slice(-STEPS), latest.current];
    future.current = [];
    latest.current = next;
    setCells(next);
  }, []);
  const step = (from: typeof past, to: typeof past) => {
    const next = from.current.pop();
    if (next !== undefined) {
      to.current.push(latest.current);
      latest.current = next;
      setCells(next);
    }
  };
  return { cells, problems, trouble, isKept, change, keep: send, undo: () => step(past, future), redo: () => step(future, past) };
}
