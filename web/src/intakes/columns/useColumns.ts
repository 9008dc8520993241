import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { FieldMeant } from '../../api/answers';
import { api } from '../../api/client';
import type { Catalog, Column, ColumnsView, ColumnValues, Feed, StepData } from '../../api/types';

const keyOf = (id: number) => ['intake', String(id), 'columns'] as const;

export const useColumns = (id: number) => useQuery({ queryKey: keyOf(id), queryFn: () => api.get<ColumnsView>(`intakes/${id}/columns`) });

export const useCatalog = () => useQuery({ queryKey: ['fields'], queryFn: () => api.get<Catalog>('fields'), staleTime: Infinity });

/** The field that a target is of, and what else of it could be meant: another kind, another number. */
export const useMeant = (target: string | null) =>
  useQuery({
    queryKey: ['fields', 'of', target],
    queryFn: () => api.get<FieldMeant>(`targets/${target ?? ''}`),
    enabled: target !== null,
    staleTime: Infinity,
    placeholderData: (before) =>
      before?.variants.some(({ options }) => options.some((one) => one.target === target)) ? before : undefined,
  }).data;

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
