import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/client';
import type { Session } from '../api/types';

export const useSession = () => useQuery({ queryKey: ['session'], queryFn: () => api.get<Session>('session'), staleTime: Infinity });

/** Whether the person may bring records in and change intakes. */
export const useMayLoad = (): boolean => useSession().data?.user?.may_load ?? false;

/** What the person who is signed in may do. */
export const useMay = () => {
  const user = useSession().data?.user;
  return {
    load: user?.may_load ?? false,
    edit: user?.may_edit ?? false,
    post: user?.may_post ?? false,
    standards: user?.may_set_standards ?? false,
    administer: user?.may_administer ?? false,
  };
};

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (credentials: { email: string; password: string }) => api.post<Session>('session', credentials),
    onSuccess: (session) => queries.setQueryData(['session'], session),
  });
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => api.delete('session'),
    onSuccess: () => {
      queries.clear();
      window.location.assign('/');
    },
  });
}
