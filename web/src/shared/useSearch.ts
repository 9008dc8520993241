import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api } from '../api/client';

/**
 * A list that is searched as one types, page by page; the page before stays until the next one is there. What is searched for and the page
 * stand in the address: whoever comes back from a record finds the list as it was.
 */
export function useSearch<T>(path: string, filter = '', enabled = true, isBusy: (list: T) => boolean = () => false) {
  const [query, setQuery] = useSearchParams();
  const [text, setText] = useState(query.get('q') ?? '');
  const [page, setPage] = useState(Math.max(1, Number(query.get('page') ?? '1') || 1));
  const [asked] = useDebouncedValue(text.trim(), 200);
  const inAddress = query.get('q');
  const seen = useRef(inAddress);
  const written = useRef(text);
  useEffect(() => {
    const isAnother = inAddress !== seen.current && inAddress !== null && inAddress !== written.current;
    seen.current = inAddress;
    // Another search that a link brings, such as that of the quick search.
    if (isAnother) {
      setText(inAddress);
      setPage(1);

      return;
    }
    // Who still types is waited for.
    if (asked !== text.trim()) {
      return;
    }
    written.current = asked;
    const next = new URLSearchParams(query);
    for (const [key, value] of [
      ['q', asked],
      ['page', page === 1 ? '' : String(page)],
    ] as const) {
      if (value === '') {
        next.delete(key);
      } else {
        next.set(key, value);
      }
    }
    if (next.toString() !== query.toString()) {
      setQuery(next, { replace: true });
    }
  }, [asked, text, page, inAddress, query, setQuery]);
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
