import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import type { BatchPageData, BatchShown, FormCatalog } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import { FieldInput } from '../shared/FieldInput';

/** What each gift of a batch may have unless something else is written. */
const DEFAULTS = ['gift.kind', 'gift.fund', 'gift.campaign', 'gift.appeal'];

interface AboutBatchProps {
  /** Null to open one. */
  batch: BatchShown | null;
  onKept: (page: BatchPageData) => void;
  onClose: () => void;
}

/** What a batch is called, what is expected of it, and what every row has. */
export function AboutBatch({ batch, onKept, onClose }: AboutBatchProps) {
  const today = new Date().toLocaleDateString('en-CA');
  const [about, setAbout] = useState({
    name: batch?.name ?? '',
    received_on: batch?.received_on ?? today,
    bank_reference: batch?.bank_reference ?? '',
    expected_gifts: batch === null ? '' : String(batch.expected_gifts),
    expected_amount: batch?.expected_amount ?? '',
  });
  const [currency, setCurrency] = useState(batch?.currency ?? null);
  const [defaults, setDefaults] = useState<Record<string, string>>({ ...batch?.defaults });
  const catalog = useQuery({ queryKey: ['forms'], queryFn: () => api.get<FormCatalog>('forms') });
  const save = useMutation({
    mutationFn: () => {
      const body = {
        ...about,
        expected_gifts: about.expected_gifts === '' ? 0 : Number(about.expected_gifts),
        expected_amount: about.expected_amount === '' ? '0' : about.expected_amount,
        defaults,
        ...(currency === null ? {} : { currency }),
      };
      return batch === null ? api.post<BatchPageData>('batches', body) : api.patch<BatchPageData>(`batches/${batch.id}`, body);
    },
    onSuccess: (page) => {
      onKept(page);
      onClose();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  const text = (key: keyof typeof about, label: string, more: { placeholder?: string; type?: string; description?: string } = {}) => (
    <TextInput
      label={label}
      value={about[key]}
      data-autofocus={key === 'name' || undefined}
      onChange={(event) => setAbout({ ...about, [key]: event.currentTarget.value })}
      {...more}
    />
  );
  const currencies = catalog.data?.fields.find((field) => field.key === 'gift.currency')?.options ?? [];
  return (
    <Modal opened onClose={onClose} title={batch === null ? 'Open a batch' : 'About this batch'} size="lg">
      <form onSubmit={submit}>
        <div className="field-grid">
          <div className="wide">{text('name', 'Name', { placeholder: 'Lockbox of 24 November' })}</div>
          {text('received_on', 'Came in on', { type: 'date' })}
          {text('bank_reference', 'Bank reference')}
          {text('expected_gifts', 'Gifts expected', { placeholder: '40', description: 'how many checks there are' })}
          {text('expected_amount', 'Total expected', { placeholder: '4,812.00', description: "what the bank's slip says" })}
          {currencies.length > 0 && (
            <Select label="Currency" searchable data={currencies} value={currency} placeholder="as usual" onChange={setCurrency} />
          )}
        </div>
        <h3 className="section" style={{ marginTop: 18 }}>
          Every row, unless something else is written
        </h3>
        <div className="field-grid">
          {catalog.data?.fields
            .filter((field) => DEFAULTS.includes(field.key))
            .map((field) => (
              <FieldInput
                key={field.key}
                field={field}
                kind="gift"
                value={defaults[field.key] ?? ''}
                error={undefined}
                onChange={(value) => setDefaults({ ...defaults, [field.key]: value })}
                onLeave={() => undefined}
              />
            ))}
        </div>
        <Trouble error={save.error ?? catalog.error} />
        <div className="also" style={{ marginTop: 16 }}>
          <Button type="submit" loading={save.isPending} disabled={about.name.trim() === ''}>
            {batch === null ? 'Open it' : 'Save'}
          </Button>
          <Button variant="default" onClick={onClose}>
            Cancel
          </Button>
        </div>
      </form>
    </Modal>
  );
}
