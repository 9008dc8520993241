import { Button, Group, Modal } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ApiError } from '../api/client';
import type { Gift } from '../api/types';
import { Trouble } from '../shared/Notice';
import { FieldInput } from './FieldInput';
import type { FormCatalog, Placed } from './form';
import type { GiftChecked } from '../api/answers';

const columns: Record<string, string> = {
  'gift.date': 'given_on',
  'gift.amount': 'amount',
  'gift.currency': 'currency',
  'gift.fund': 'fund',
  'gift.kind': 'kind',
  'gift.reference': 'reference',
  'gift.campaign': 'campaign',
  'gift.appeal': 'appeal',
  'gift.tribute': 'tribute',
  'gift.anonymous': 'anonymous',
  'gift.notes': 'notes',
};

/** A gift as it is added or changed by hand. */
export function GiftEditor({ supporter, gift, onClose }: { supporter: number; gift: Gift | null; onClose: () => void }) {
  const queries = useQueryClient();
  const base = Object.fromEntries(
    Object.entries(columns).map(([field, column]) => [field, String((gift as Record<string, unknown> | null)?.[column] ?? '')]),
  );
  const [values, setValues] = useState<Record<string, string>>(base);
  const [problems, setProblems] = useState<Placed[]>([]);
  const catalog = useQuery({ queryKey: ['forms'], queryFn: () => api.get<FormCatalog>('forms') });
  const done = () => {
    void queries.invalidateQueries();
    onClose();
  };
  const fail = (error: unknown) =>
    setProblems(error instanceof ApiError ? ((error.answer as { problems?: Placed[] } | null)?.problems ?? []) : []);
  const save = useMutation<unknown, Error>({
    mutationFn: () =>
      gift === null
        ? api.post(`supporters/${supporter}/gifts`, { values, again: isTwice })
        : api.put(`supporters/${supporter}/gifts/${gift.id}`, { values, base }),
    onSuccess: done,
    onError: fail,
  });
  const remove = useMutation<unknown, Error>({
    mutationFn: () => api.delete(`supporters/${supporter}/gifts/${gift?.id}`),
    onSuccess: done,
  });
  const check = () =>
    void api
      .post<GiftChecked>(`supporters/${supporter}/gifts/check`, { values, gift: gift?.id })
      .then((answer) => setProblems(answer.problems.filter((problem) => values[problem.place] !== '')));
  const isTwice = problems.some((one) => one.code === 'gift.twice');
  const wrong = (key: string) => {
    const problem = problems.find((one) => one.place === key);
    return problem === undefined ? undefined : (
      <>
        {problem.reason}. {problem.remedy}.
      </>
    );
  };
  return (
    <Modal opened onClose={onClose} title={gift === null ? 'Add a gift' : 'Change the gift'} size="lg">
      <div className="field-grid">
        {catalog.data?.fields
          .filter((field) => field.key.startsWith('gift.'))
          .map((field) => (
            <div key={field.key} className={field.type === 'long text' ? 'wide' : undefined}>
              <FieldInput
                field={field}
                kind="gift"
                value={values[field.key] ?? ''}
                error={wrong(field.key)}
                onChange={(value) => setValues({ ...values, [field.key]: value })}
                onLeave={check}
              />
            </div>
          ))}
      </div>
      <Trouble error={save.error ?? remove.error} />
      <Group justify="flex-end" mt="md">
        {gift !== null && (
          <Button variant="subtle" color="brick" loading={remove.isPending} onClick={() => remove.mutate()}>
            Delete this gift
          </Button>
        )}
        <Button variant="default" onClick={onClose}>
          Cancel
        </Button>
        <Button loading={save.isPending} onClick={() => save.mutate()}>
          {gift !== null ? 'Save the gift' : isTwice ? 'It was given twice: add it' : 'Add the gift'}
        </Button>
      </Group>
    </Modal>
  );
}
