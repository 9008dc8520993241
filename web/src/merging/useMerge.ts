import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { MergePolicy, MergePreview } from './types';

/** As the server merges where no policy is named. */
export const usual: MergePolicy = { survivor: 'most complete record', usual: 'first filled', fields: {}, separator: '; ' };

/** What supporters become by a policy and by what a person chose: nothing is kept by looking. */
export function useMerge(supporters: number[]) {
  const of = supporters.join(',');
  const [policy, setPolicy] = useState<MergePolicy>(usual);
  // What was chosen of some is not chosen of others.
  const [choice, setChoice] = useState<{ of: string; survivor: number | null; typed: Record<string, string> }>({
    of,
    survivor: null,
    typed: {},
  });
  const { survivor, typed } = choice.of === of ? choice : { survivor: null, typed: {} };
  const request = { supporters, survivor, policy, typed };
  const preview = useQuery({
    queryKey: ['merge', request],
    queryFn: () => api.post<MergePreview>('merges/preview', request),
    enabled: supporters.length > 1,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const data =
    supporters.length > 1 && preview.data?.candidates.map((one) => one.id).join() === [...supporters].sort((a, b) => a - b).join()
      ? preview.data
      : undefined;
  return {
    data,
    error: supporters.length > 1 ? preview.error : null,
    isSettled: data !== undefined && !preview.isFetching && !preview.isError,
    request,
    policy,
    setPolicy,
    typed,
    setTyped: (now: Record<string, string>) => setChoice({ of, survivor, typed: now }),
    setSurvivor: (now: number) => setChoice({ of, survivor: now, typed }),
  };
}
