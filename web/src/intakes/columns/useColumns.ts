import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { Catalog, Column, ColumnsView, ColumnValues, Feed, StepData } from '../../api/types';

const keyOf = (id: number) => ['intake', String(id), 'columns'] as const;

export const useColumns = (id: number) => useQuery({ queryKey: keyOf(id), queryFn: () => api.get<ColumnsView>(`intakes/${id}/columns`) });

export const useCatalog = () => useQuery({ queryKey: ['fields'], queryFn: () => api.get<Catalog>('fields'), staleTime: Infinity });

/** What a column becomes, as it is kept or as it is being tried. */
export interface Draft {
  feeds: Feed[];
  steps: StepData[];
}

/** What each value of a column becomes by a draft: nothing is kept by looking. */
export const useValues = (id: number, column: Column, draft: Draft) =>
  useQuery({
    queryKey: [...keyOf(id), column.column, 'values', draft],
    queryFn: () => api.post<ColumnValues>(`intakes/${id}/columns/${column.column}/preview`, draft),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** A change to the columns; the answer is all of them as they are then. */
export function useColumnsChange<Input>(id: number, change: (input: Input) => Promise<ColumnsView>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: (columns) => {
      queries.setQueryData(keyOf(id), columns);
      void queries.invalidateQueries({ queryKey: ['intake', String(id)], exact: true });
      void queries.invalidateQueries({ queryKey: ['intake', String(id), 'findings'] });
    },
  });
}
