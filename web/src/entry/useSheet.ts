import { useCallback, useEffect, useRef, useState } from 'react';
import type { FoundProblem, GridProblems } from '../api/answers';
import { api } from '../api/client';
import { type Cells, changedRows, pasted, type Place } from './sheet';
import { useOtherTabs } from './useOtherTabs';

/** Text in a cell that is being written. */
export interface Draft {
  place: Place;
  text: string;
}

/** How many steps back one can go. */
const STEPS = 200;

/** Milliseconds after the last key until what was typed is kept and checked. */
const PAUSE = 350;

/** What was being kept as a grid was left: whoever comes back at once must not be shown the grid without it. */
const leaving = new Map<number, Promise<void>>();

/** Until all that was typed into a grid has arrived. */
export const arrived = (id: number): Promise<void> => leaving.get(id) ?? Promise.resolve();

/** The cells of a grid: typed here, kept and checked by the server shortly after, with undo. */
export function useSheet(id: number, width: number, most: number, first: Cells, firstProblems: Record<number, FoundProblem[]>) {
  const [cells, setCells] = useState(first);
  const [problems, setProblems] = useState(firstProblems);
  const [trouble, setTrouble] = useState<Error | null>(null);
  const [isKept, setKept] = useState(true);
  const past = useRef<Cells[]>([]);
  const future = useRef<Cells[]>([]);
  const sent = useRef(first);
  const latest = useRef(first);
  const busy = useRef<Promise<void> | null>(null);
  const draft = useRef<Draft | null>(null);
  const isElsewhere = useOtherTabs(`grid ${id}`);

  const send = useCallback(async (): Promise<void> => {
    while (busy.current !== null) {
      await busy.current;
    }
    const now = latest.current;
    const changed = changedRows(sent.current, now);
    if (Object.keys(changed.rows).length === 0) {
      setKept(latest.current === now);
      return;
    }
    busy.current = api
      .put<GridProblems>(`grids/${id}/rows`, changed)
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

  // Whoever leaves, by a link or by closing the page, leaves nothing behind: what is in the cell counts as written.
  useEffect(() => {
    const flush = () => {
      if (draft.current !== null) {
        const { place, text } = draft.current;
        draft.current = null;
        latest.current = pasted(latest.current, { from: place, to: place }, [[text]], width, most);
      }
      leaving.set(id, send());
    };
    const ask = (event: BeforeUnloadEvent) => {
      if (draft.current !== null || busy.current !== null || Object.keys(changedRows(sent.current, latest.current).rows).length > 0) {
        flush();
        event.preventDefault();
      }
    };
    window.addEventListener('beforeunload', ask);
    return () => {
      window.removeEventListener('beforeunload', ask);
      flush();
    };
  }, [id, send, width, most]);

  const change = useCallback((next: Cells) => {
    past.current = [...past.current.slice(-STEPS), latest.current];
    future.current = [];
    latest.current = next;
    setCells(next);
  }, []);
  const setDraft = useCallback((written: Draft | null) => {
    draft.current = written;
  }, []);
  const step = (from: typeof past, to: typeof past) => {
    const next = from.current.pop();
    if (next !== undefined) {
      to.current.push(latest.current);
      latest.current = next;
      setCells(next);
    }
  };
  return {
    cells,
    problems,
    trouble,
    isKept,
    isElsewhere,
    setDraft,
    change,
    keep: send,
    undo: () => step(past, future),
    redo: () => step(future, past),
  };
}
