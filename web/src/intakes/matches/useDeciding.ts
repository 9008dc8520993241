import { useState } from 'react';
import type { MatchRow } from '../../api/types';
import { useKeys } from '../../shared/useKeys';
import { useEdit, useTakeBack } from '../queries';
import { useMatch } from './SideBySide';

/** Deciding row after row whom they mean, by keys: which row is looked at, beside which record, and what was said of it. */
export function useDeciding(intake: number, rows: MatchRow[], mayDecide: boolean) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [candidate, setCandidate] = useState(0);
  const edit = useEdit(intake, true);
  const takeBack = useTakeBack(intake);
  const at = Math.max(
    0,
    rows.findIndex((row) => row.number === chosen),
  );
  const row = rows[at];
  const match = useMatch(intake, row?.number);
  const candidates = match.data?.candidates ?? [];
  const look = (number: number | null) => {
    setChosen(number);
    setCandidate(0);
  };
  const pick = (index: number) => look(rows[Math.max(0, Math.min(index, rows.length - 1))]?.number ?? null);
  const decide = (to: string | undefined) => {
    if (row !== undefined && to !== undefined && mayDecide && !edit.isPending) {
      const next = rows[at + 1] ?? rows[at - 1];
      edit.mutate(
        { kind: 'match', number: row.number, ...(row.part > 0 ? { column: row.part } : {}), to },
        { onSuccess: () => look(next?.number ?? null) },
      );
    }
  };
  const same = () => decide(candidates[candidate]?.decision);
  const undo = () => mayDecide && takeBack.mutate('match', { onSuccess: (answer) => setChosen(answer.number) });
  useKeys({
    s: same,
    n: () => decide('new'),
    j: () => pick(at + 1),
    ArrowDown: () => pick(at + 1),
    k: () => pick(at - 1),
    ArrowUp: () => pick(at - 1),
    ' ': () => pick(at + 1),
    u: undo,
    ...Object.fromEntries(candidates.map((_, i) => [String(i + 1), () => setCandidate(i)])),
  });
  return {
    row,
    at,
    match: match.data,
    candidate,
    setCandidate,
    pick,
    look,
    same,
    other: () => decide('new'),
    undo,
    canDecide: mayDecide && row !== undefined && candidates.length > 0,
    isDeciding: edit.isPending,
    isTakingBack: takeBack.isPending,
    error: edit.error ?? takeBack.error,
  };
}
