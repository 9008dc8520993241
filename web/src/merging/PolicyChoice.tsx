import { Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { MergePolicy, Policies } from './types';
import { usual } from './useMerge';

/** One of the policies that are kept, or what is done where nobody says otherwise. */
export function PolicyChoice({ policy, onPolicy }: { policy: MergePolicy; onPolicy: (policy: MergePolicy) => void }) {
  const found = useQuery({ queryKey: ['merge-policies'], queryFn: () => api.get<Policies>('merge-policies') });
  const kept = found.data?.policies ?? [];
  if (kept.length === 0) {
    return null;
  }
  const chosen = kept.find((one) => JSON.stringify(one.policy) === JSON.stringify(policy));
  return (
    <Select
      aria-label="Merge policy"
      size="xs"
      w={170}
      data={[{ value: '', label: 'policy: as usual' }, ...kept.map((one) => ({ value: String(one.id), label: `policy: ${one.name}` }))]}
      value={chosen === undefined ? '' : String(chosen.id)}
      allowDeselect={false}
      onChange={(id) => onPolicy(kept.find((one) => String(one.id) === id)?.policy ?? usual)}
    />
  );
}
