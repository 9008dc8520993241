import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { BatchPageData, EntryChecked, EntryKept, EntryShown } from '../api/answers';
import { api } from '../api/client';
import { problemsOf } from '../shared/useProblems';
import type { Placed } from '../supporters/form';
import { blank, isChanged, type Typed, typedOf } from './batch';

export const TWICE = 'gift.twice';

const kept = (draft: string): Typed | null => JSON.parse(sessionStorage.getItem(draft) ?? 'null') as Typed | null;

/**
 * The row that someone is in: what is written there, what is wrong with it, and how it is kept.
 * A row is kept when one leaves it; one that can't be kept is not left.
 */
export function useTyping(page: BatchPageData) {
  const queries = useQueryClient();
  const { batch, entries } = page;
  const draft = `batch ${batch.id}`;
  const [typed, setTyped] = useState<Typed>(() => {
    const before = kept(draft);
    return before !== null && (before.id === null || entries.some((entry) => entry.id === before.id)) ? before : blank(batch);
  });
  const [left, setLeft] = useState(0);
  const [refused, setRefused] = useState<Placed[]>([]);
  const stored = entries.find((entry) => entry.id === typed.id);
  const changed = isChanged(typed, stored, batch);
  // Whoever leaves the page in the middle of a row finds it so on coming back.
  useEffect(() => {
    if (changed) {
      sessionStorage.setItem(draft, JSON.stringify(typed));
    } else {
      sessionStorage.removeItem(draft);
    }
  }, [changed, draft, typed]);
  const canBeKept = typed.supporter !== null && (typed.values['gift.amount'] ?? '').trim() !== '';
  const checked = useQuery({
    queryKey: ['entry check', batch.id, typed.id, typed.supporter?.id, left],
    queryFn: () =>
      api.post<EntryChecked>(`batches/${batch.id}/entries/check`, {
        supporter: typed.supporter?.id,
        values: typed.values,
        entry: typed.id,
      }),
    enabled: left > 0 && canBeKept && changed,
    gcTime: 0,
  });
  const isTwice = refused.some((problem) => problem.code === TWICE);
  const tell = (answer: EntryKept, replaced: number | null) => {
    queries.setQueryData<BatchPageData>(['batch', batch.id], (before) => {
      const kept = answer.entry;
      if (before === undefined) {
        return before;
      }
      const place = before.entries.findIndex((entry) => entry.id === replaced);
      const rest: EntryShown[] =
        kept === null
          ? before.entries.filter((entry) => entry.id !== replaced)
          : place === -1
            ? [...before.entries, kept]
            : before.entries.map((entry, i) => (i === place ? kept : entry));
      return { ...before, batch: answer.batch, entries: rest };
    });
    void queries.invalidateQueries({ queryKey: ['batches'] });
    void queries.invalidateQueries({ queryKey: ['who'] });
  };
  const keep = useMutation({
    mutationFn: ({ id, supporter, values }: Typed) => {
      const body = { supporter: supporter?.id, values, again: isTwice };
      return id === null
        ? api.post<EntryKept>(`batches/${batch.id}/entries`, body)
        : api.put<EntryKept>(`batches/${batch.id}/entries/${id}`, { ...body, base: stored?.values ?? {} });
    },
    onSuccess: (answer, { id }) => tell(answer, id),
    onError: (error) => setRefused(problemsOf(error)),
  });
  const remove = useMutation({
    mutationFn: (id: number) => api.delete<EntryKept>(`batches/${batch.id}/entries/${id}`),
    onSuccess: (answer, id) => {
      tell(answer, id);
      stand(null);
    },
  });
  const stand = (entry: EntryShown | null) => {
    setRefused([]);
    setLeft(0);
    keep.reset();
    remove.reset();
    setTyped(entry === null ? blank(batch) : typedOf(entry));
  };
  return {
    typed,
    changed,
    canBeKept,
    isTwice,
    // What is blank still may be written yet; it is told when the row is left.
    problems: refused.length > 0 ? refused : (checked.data?.problems ?? []).filter((problem) => (typed.values[problem.place] ?? '') !== ''),
    like: checked.data?.like ?? [],
    error: keep.error ?? remove.error,
    isKeeping: keep.isPending,
    write: (values: Record<string, string>) => {
      setRefused([]);
      setTyped((before) => ({ ...before, values: { ...before.values, ...values } }));
    },
    give: (supporter: Typed['supporter']) => {
      setRefused([]);
      setTyped((before) => ({ ...before, supporter }));
    },
    /** One has left a cell: what is written so far is looked at. */
    look: () => changed && setLeft((times) => times + 1),
    revert: () => stand(stored ?? null),
    remove: () => typed.id !== null && remove.mutate(typed.id),
    /** Goes to another row, or to a new one, once this one is kept. */
    goTo: (entry: EntryShown | null, then: () => void = () => undefined) => {
      if (!changed || (typed.id === null && typed.supporter === null)) {
        stand(entry);
        then();
      } else if (canBeKept) {
        keep.mutate(typed, {
          onSuccess: () => {
            stand(entry);
            then();
          },
        });
      } else {
        setRefused([
          {
            place: typed.supporter === null ? 'supporter' : 'gift.amount',
            code: 'missing',
            reason: typed.supporter === null ? 'Say whose it is' : 'There is no amount',
            remedy: 'Or press Escape to drop what is written here',
            blocks: true,
          } as Placed,
        ]);
      }
    },
  };
}

export type Typing = ReturnType<typeof useTyping>;
