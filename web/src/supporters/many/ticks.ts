import { useState } from 'react';

export interface Ticks {
  count: number;
  /** Those that are ticked one by one; none where all are ticked but some. */
  some: number[];
  has: (id: number) => boolean;
  turn: (id: number) => void;
  all: () => void;
  none: () => void;
  /** Whom a change is about: those that are ticked, or all that are found but some. */
  scope: (query: Record<string, string>) => { ids: number[] } | { query: Record<string, string>; except: number[] };
}

/** Who is ticked, of however many that are found: one by one, or all but some. */
export function useTicks(total: number, asked: string): Ticks {
  const [state, setState] = useState<{ asked: string; all: boolean; turned: number[] }>({ asked, all: false, turned: [] });
  // Another search has other people.
  const { all, turned } = state.asked === asked ? state : { all: false, turned: [] as number[] };
  const keep = (next: { all: boolean; turned: number[] }) => setState({ asked, ...next });
  return {
    count: all ? Math.max(0, total - turned.length) : turned.length,
    some: all ? [] : turned,
    has: (id) => turned.includes(id) !== all,
    turn: (id) => keep({ all, turned: turned.includes(id) ? turned.filter((one) => one !== id) : [...turned, id] }),
    all: () => keep({ all: true, turned: [] }),
    none: () => keep({ all: false, turned: [] }),
    scope: (query) => (all ? { query, except: turned } : { ids: turned }),
  };
}

/** Whom a check or a mailing is about, as a search asks for them: those that are ticked, or all that are found. */
export function chosen(ticks: Ticks, query: Record<string, string>): Record<string, string> {
  if (ticks.count === 0) {
    return query;
  }
  const scope = ticks.scope(query);
  return 'ids' in scope
    ? { ids: scope.ids.join(',') }
    : { ...scope.query, ...(scope.except.length === 0 ? {} : { except: scope.except.join(',') }) };
}
