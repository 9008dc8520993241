import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';

/** A list that is searched as one types, page by page; the page before stays until the next one is there. */
export function useSearch<T>(path: string, first = '', filter = '', enabled = true, isBusy: (list: T) => boolean = () => false) {
  const [text, setText] = useState(first);
  const [asked] = useDebouncedValue(text.trim(), 200);
  const [page, setPage] = useState(1);
  const found = useQuery({
    queryKey: [path, asked, filter, page],
    queryFn: () => api.get<T>(`${path}?q=${encodeURIComponent(asked)}&page=${page}${filter}`),
    enabled,
    placeholderData: keepPreviousData,
    // What goes on in the queue is looked at again by itself.
    refetchInterval: ({ state }) => (state.data !== undefined && isBusy(state.data) ? 1500 : false),
  });
  const search = (value: string) => {
    setText(value);
    setPage(1);
  };
  return { text, search, asked, page, setPage, found };
}
