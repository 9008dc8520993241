import { Button, Checkbox, Modal, Select, Textarea, TextInput } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Catalog, PartyField } from '../../api/answers';
import { Trouble } from '../../shared/Notice';

interface NewFieldProps {
  catalog: Catalog;
  suggestion: string;
  onClose: () => void;
  onMade: (field: PartyField) => void;
}

/** Makes a field of the organization's own, for what no field of the catalog keeps. */
export function NewField({ catalog, suggestion, onClose, onMade }: NewFieldProps) {
  const queries = useQueryClient();
  const [label, setLabel] = useState(suggestion);
  const [type, setType] = useState('text');
  const [group, setGroup] = useState('Your own fields');
  const [options, setOptions] = useState('');
  const [required, setRequired] = useState(false);
  const make = useMutation({
    mutationFn: () =>
      api.post<PartyField>('fields', {
        label: label.trim(),
        type,
        group,
        required,
        options: options
          .split('\n')
          .map((option) => option.trim())
          .filter((option) => option !== ''),
      }),
    onSuccess: async (field) => {
      await queries.invalidateQueries({ queryKey: ['fields'] });
      onMade(field);
    },
  });
  const isList = type === 'pick list' || type === 'several from a list';
  return (
    <Modal opened onClose={onClose} title="A new field" centered>
      <form
        style={{ display: 'grid', gap: 10 }}
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate();
        }}
      >
        <TextInput
          label="Name"
          value={label}
          onChange={(event) => setLabel(event.currentTarget.value)}
          required
          maxLength={120}
          data-autofocus
        />
        <Select
          label="What its values are"
          data={catalog.types}
          value={type}
          allowDeselect={false}
          onChange={(value) => setType(value ?? 'text')}
        />
        {isList && (
          <Textarea
            label="Values of the list"
            description="One on each line, in the order in which they are shown"
            value={options}
            onChange={(event) => setOptions(event.currentTarget.value)}
            autosize
            minRows={3}
            maxRows={8}
            required
          />
        )}
        <TextInput
          label="Group that it stands under"
          value={group}
          onChange={(event) => setGroup(event.currentTarget.value)}
          maxLength={60}
        />
        <Checkbox
          label="Required: a row without it is held"
          checked={required}
          onChange={(event) => setRequired(event.currentTarget.checked)}
        />
        <Trouble error={make.error} />
        <Button type="submit" loading={make.isPending}>
          Make the field
        </Button>
      </form>
    </Modal>
  );
}
