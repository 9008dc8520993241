import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { KeptView, ListChoices, ColumnShown } from '../../api/answers';

export const usual: KeptView = { columns: [], sort: '', down: false, fixed: 1 };

const none: ColumnShown = { key: '', label: '', group: '', figure: false, usual: true, sortable: false };

export type ListView = ReturnType<typeof useListView>;

/** How the person wants to see a list: kept with the account, changed at once. */
export function useListView(list: string) {
  const queries = useQueryClient();
  const key = ['lists', list];
  const known = useQuery({ queryKey: key, queryFn: () => api.get<ListChoices>(`lists/${list}`), staleTime: Infinity });
  const keep = useMutation({ mutationFn: (view: KeptView) => api.put<ListChoices>(`lists/${list}`, view) });
  const view = known.data?.view ?? usual;
  const choices = known.data?.columns ?? [];
  const named = new Map(choices.map((column) => [column.key, column]));
  const shown =
    view.columns.length === 0 ? choices.filter((column) => column.usual) : view.columns.flatMap(({ key }) => named.get(key) ?? []);
  const change = (next: KeptView) => {
    if (known.data !== undefined) {
      queries.setQueryData<ListChoices>(key, { ...known.data, view: next });
    }
    keep.mutate(next);
  };
  return {
    first: known.data?.first ?? none,
    choices,
    shown,
    view,
    /** What it is put in order by: what was chosen, else its own order. */
    order: view.sort === '' ? (known.data?.order ?? { sort: '', down: false }) : { sort: view.sort, down: view.down },
    /** As it is asked for: "&sort=amount&down=1" */
    shape: view.sort === '' ? '' : `&sort=${encodeURIComponent(view.sort)}&down=${view.down ? 1 : 0}`,
    change,
    isKnown: known.data !== undefined,
    error: known.error ?? keep.error,
  };
}
