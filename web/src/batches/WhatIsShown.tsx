import { Button, Checkbox, Modal, MultiSelect } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { RecognitionFields } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

const KINDS = { person: 'Of a person', household: 'Of a household', organization: 'Of an organization' } as const;

/** Which lines of a record are held against the check, in their order, for each kind of supporter. */
export function WhatIsShown({ onClose }: { onClose: () => void }) {
  const found = useQuery({ queryKey: ['batch-fields'], queryFn: () => api.get<RecognitionFields>('batch-fields'), gcTime: 0 });
  return (
    <Modal opened onClose={onClose} title="What is shown of a supporter" size="lg">
      <Trouble error={found.error} />
      {found.data !== undefined && <Chosen found={found.data} onClose={onClose} />}
    </Modal>
  );
}

function Chosen({ found, onClose }: { found: RecognitionFields; onClose: () => void }) {
  const queries = useQueryClient();
  const [fields, setFields] = useState(found.fields);
  const [forRole, setForRole] = useState(false);
  const save = useMutation({
    mutationFn: () => api.put<RecognitionFields>('batch-fields', { fields, for_role: forRole }),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['who'] });
      onClose();
    },
  });
  const data = found.choices.map((choice) => ({ value: choice.key, label: choice.label }));
  return (
    <>
      <p style={{ marginTop: 0 }}>Choose what you hold against the check, in the order in which you read it.</p>
      {(Object.keys(KINDS) as (keyof typeof KINDS)[]).map((kind) => (
        <MultiSelect
          key={kind}
          mb="sm"
          label={KINDS[kind]}
          searchable
          data={data}
          value={fields[kind]}
          onChange={(chosen) => setFields({ ...fields, [kind]: chosen })}
        />
      ))}
      <Checkbox
        label="for everyone of my role who has chosen nothing"
        checked={forRole}
        onChange={(event) => setForRole(event.currentTarget.checked)}
      />
      <Trouble error={save.error} />
      <div className="also" style={{ marginTop: 16 }}>
        <Button loading={save.isPending} onClick={() => save.mutate()}>
          Show it so
        </Button>
        <Button variant="default" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </>
  );
}
