import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { SavedSearches } from '../../api/types';

/** Searches that were saved, those that find what one of the lists shows. */
export function useSavedSearches(lists: string[] = ['supporters'], enabled = true) {
  const found = useQuery({ queryKey: ['searches'], queryFn: () => api.get<SavedSearches>('searches'), enabled, staleTime: 60_000 });
  return {
    searches: found.data?.searches.filter((one) => lists.includes(one.list)) ?? [],
    groups: found.data?.groups ?? [],
  };
}
