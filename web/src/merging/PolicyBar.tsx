import { Button, Select, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import type { MergePolicy, Policies } from './types';
import { Sure } from '../shared/Sure';

/** Who stays and whose values count, by a policy that can be kept. */
export function PolicyBar({ policy, onPolicy }: { policy: MergePolicy; onPolicy: (policy: MergePolicy) => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState<string | null>(null);
  const found = useQuery({ queryKey: ['merge-policies'], queryFn: () => api.get<Policies>('merge-policies') });
  const refresh = () => void queries.invalidateQueries({ queryKey: ['merge-policies'] });
  const keep = useMutation({
    mutationFn: (as: string) => api.post('merge-policies', { name: as, policy }),
    onSuccess: () => {
      setName(null);
      refresh();
    },
  });
  const drop = useMutation({ mutationFn: (id: number) => api.delete(`merge-policies/${id}`), onSuccess: refresh });
  const kept = found.data?.policies ?? [];
  const chosen = kept.find((one) => JSON.stringify(one.policy) === JSON.stringify(policy));
  const rules = found.data?.field_rules ?? [policy.usual];
  return (
    <>
      <Trouble error={keep.error ?? drop.error} />
      <div className="hint policy">
        <label className="quiet" htmlFor="survivor-rule">
          Stays: the
        </label>
        <Select
          id="survivor-rule"
          size="xs"
          w={180}
          data={found.data?.survivor_rules ?? [policy.survivor]}
          value={policy.survivor}
          allowDeselect={false}
          onChange={(survivor) => onPolicy({ ...policy, survivor: survivor ?? policy.survivor })}
        />
        <label className="quiet" htmlFor="field-rule">
          Fields get: the
        </label>
        <Select
          id="field-rule"
          size="xs"
          w={130}
          data={rules}
          value={policy.usual}
          allowDeselect={false}
          onChange={(rule) => onPolicy({ ...policy, usual: rule ?? policy.usual })}
        />
        <label className="quiet" htmlFor="separator">
          Joined by
        </label>
        <TextInput
          id="separator"
          size="xs"
          w={48}
          maxLength={10}
          value={policy.separator}
          onChange={(event) => onPolicy({ ...policy, separator: event.currentTarget.value })}
        />
        <span className="push" />
        {kept.length > 0 && (
          <Select
            aria-label="Saved policy"
            size="xs"
            w={150}
            placeholder="kept policies"
            data={kept.map((one) => ({ value: String(one.id), label: one.name }))}
            value={chosen === undefined ? null : String(chosen.id)}
            onChange={(id) => onPolicy(kept.find((one) => String(one.id) === id)?.policy ?? policy)}
          />
        )}
        {chosen !== undefined && name === null && (
          <Sure
            ask={`Delete the policy "${chosen.name}"?`}
            yes="Delete the policy"
            onSure={() => drop.mutate(chosen.id)}
            button={(open) => (
              <button type="button" className="plain-button" onClick={open}>
                delete it
              </button>
            )}
          >
            It is gone for everyone. What was merged by it stays merged.
          </Sure>
        )}
        {chosen === undefined && name === null && (
          <button type="button" className="plain-button" onClick={() => setName('')}>
            save as a policy
          </button>
        )}
        {name !== null && (
          <form
            className="inline-form"
            style={{ flexWrap: 'nowrap', gap: 5 }}
            onSubmit={(event) => {
              event.preventDefault();
              keep.mutate(name);
            }}
          >
            <TextInput
              aria-label="Name of the policy"
              size="xs"
              w={140}
              autoFocus
              maxLength={120}
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <Button type="submit" size="compact-xs" disabled={name.trim() === ''}>
              Save
            </Button>
            <Button size="compact-xs" variant="subtle" color="pine" onClick={() => setName(null)}>
              Cancel
            </Button>
          </form>
        )}
      </div>
    </>
  );
}
