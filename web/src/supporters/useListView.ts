import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/client';
import type { KeptView, ListChoices } from '../api/answers';

const usual: KeptView = { columns: [], sort: 'name', down: false, fixed: 1 };

/** How the person wants to see the list: kept with the account, changed at once. */
export function useListView() {
  const queries = useQueryClient();
  const key = ['lists', 'supporters'];
  const choices = useQuery({ queryKey: key, queryFn: () => api.get<ListChoices>('lists/supporters'), staleTime: Infinity });
  const keep = useMutation({ mutationFn: (view: KeptView) => api.put<ListChoices>('lists/supporters', view) });
  const view = choices.data?.view ?? usual;
  const change = (next: KeptView) => {
    if (choices.data !== undefined) {
      queries.setQueryData<ListChoices>(key, { ...choices.data, view: next });
    }
    // What is usual needs no columns to be kept, but a sort order does.
    keep.mutate(next);
  };
  return { choices: choices.data?.columns ?? [], view, change, isKnown: choices.data !== undefined, error: choices.error ?? keep.error };
}
