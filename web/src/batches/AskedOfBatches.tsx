import { Button, Checkbox, Modal } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { BatchSettingsKept } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

const REQUIRABLE = [
  { key: 'bank_reference', label: 'the reference of the bank' },
  { key: 'expected', label: 'how many gifts are expected, and what they come to' },
] as const;

/** What a batch must have before it is ready, and who may post it. */
export function AskedOfBatches({ settings, onClose }: { settings: BatchSettingsKept; onClose: () => void }) {
  const queries = useQueryClient();
  const [asked, setAsked] = useState(settings);
  const save = useMutation({
    mutationFn: () => api.put<BatchSettingsKept>('batch-settings', asked),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['batches'] });
      onClose();
    },
  });
  return (
    <Modal opened onClose={onClose} title="What is asked of batches">
      <form
        className="form"
        style={{ display: 'grid', gap: 12 }}
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <Trouble error={save.error} />
        <b>A batch must have, before it is ready to be posted</b>
        {REQUIRABLE.map(({ key, label }) => (
          <Checkbox
            key={key}
            label={label}
            checked={asked.required.includes(key)}
            onChange={(event) =>
              setAsked({
                ...asked,
                required: event.currentTarget.checked ? [...asked.required, key] : asked.required.filter((one) => one !== key),
              })
            }
          />
        ))}
        <b>Who posts it</b>
        <Checkbox
          label="whoever typed a batch may not post it"
          checked={asked.by_another}
          onChange={(event) => setAsked({ ...asked, by_another: event.currentTarget.checked })}
        />
        <div className="also">
          <Button type="submit" loading={save.isPending}>
            Save
          </Button>
        </div>
      </form>
    </Modal>
  );
}
