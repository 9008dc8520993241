import { Button, Checkbox, Modal, Select, TextInput } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { MailingRow } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

/** Mail to those whom a search finds: by which name it is known, and who gets one piece together. */
export function NewMailing({ query, onClose }: { query: Record<string, string>; onClose: () => void }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [per, setPer] = useState('household');
  const [mustAgree, setMustAgree] = useState(false);
  const make = useMutation({
    mutationFn: () => api.post<MailingRow>('mailings', { name, query, per, must_agree: mustAgree }),
    onSuccess: (made) => void navigate(`/mailings/${made.id}`),
  });
  return (
    <Modal opened onClose={onClose} title="A mailing to those who are found">
      <form
        className="form"
        style={{ display: 'grid', gap: 10 }}
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate();
        }}
      >
        <Trouble error={make.error} />
        <TextInput
          label="Name of the mailing"
          value={name}
          maxLength={120}
          data-autofocus
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Select
          label="Who gets one piece together"
          data={[
            { value: 'household', label: 'couples and households' },
            { value: 'address', label: 'all who live behind one door' },
            { value: 'supporter', label: 'nobody: everyone gets one' },
          ]}
          value={per}
          allowDeselect={false}
          onChange={(value) => setPer(value ?? 'household')}
        />
        <Checkbox
          label="Only to those who agreed to mail"
          description="Without it, those go too of whom nobody knows; whoever refused is left out in any case."
          checked={mustAgree}
          onChange={(event) => setMustAgree(event.currentTarget.checked)}
        />
        <div className="also">
          <Button type="submit" loading={make.isPending} disabled={name.trim() === ''}>
            Gather it
          </Button>
        </div>
      </form>
    </Modal>
  );
}
