import { useInfiniteQuery } from '@tanstack/react-query';
import { api } from '../api/client';

interface Page<T> {
  rows: T[];
  more?: boolean;
  /** Of all rows, not of the page alone. */
  counts?: Record<string, number>;
}

/** A long list, page by page, each after the last row of the one before. */
export function useMore<T extends { number: number }>(key: readonly unknown[], path: string) {
  const query = useInfiniteQuery({
    queryKey: key,
    queryFn: ({ pageParam }) => api.get<Page<T>>(`${path}${path.includes('?') ? '&' : '?'}after=${pageParam}`),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more === true ? last.rows[last.rows.length - 1]?.number : undefined),
  });
  return { ...query, rows: query.data?.pages.flatMap((page) => page.rows) ?? [], counts: query.data?.pages[0]?.counts };
}
