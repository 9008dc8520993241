import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { Column, ColumnValue, Field } from '../../api/types';

interface Columns {
  columns: Column[];
}

const keyOf = (id: number) => ['intake', String(id), 'columns'] as const;

export const useColumns = (id: number) => useQuery({ queryKey: keyOf(id), queryFn: () => api.get<Columns>(`intakes/${id}/columns`) });

export const useFields = () => useQuery({ queryKey: ['fields'], queryFn: () => api.get<{ fields: Field[] }>('fields'), staleTime: Infinity });

export const useValues = (id: number, column: Column | undefined) =>
  useQuery({
    queryKey: [...keyOf(id), column?.column, column?.target, column?.date_order],
    queryFn: () => api.get<{ values: ColumnValue[]; shown: number; distinct: number }>(`intakes/${id}/columns/${column?.column}`),
    enabled: column !== undefined,
  });

/** A change to the columns; the answer is all of them as they are then. */
export function useColumnsChange<Input>(id: number, change: (input: Input) => Promise<Columns>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: (columns) => {
      queries.setQueryData(keyOf(id), columns);
      void queries.invalidateQueries({ queryKey: ['intake', String(id)], exact: true });
    },
  });
}
