import { Button, Group, Modal } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { FormCatalog, FormField, GiftChecked, GiftPageData } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import { Unplaced } from '../shared/Unplaced';
import { useProblems } from '../shared/useProblems';
import { GiftFields, isInForm } from './GiftFields';

interface GiftEditorProps {
  supporter: number;
  /** Null for a new one. */
  gift: number | null;
  /** What a new one has from the start. */
  first?: Record<string, string>;
  onClose: () => void;
  onDeleted?: () => void;
}

/** A gift as it is added or changed by hand. */
export function GiftEditor({ supporter, gift, first = {}, onClose, onDeleted = onClose }: GiftEditorProps) {
  const catalog = useQuery({ queryKey: ['forms'], queryFn: () => api.get<FormCatalog>('forms') });
  const stored = useQuery({
    queryKey: ['gift', gift],
    queryFn: () => api.get<GiftPageData>(`gifts/${gift}`),
    enabled: gift !== null,
    // As it is when the form opens: what others change meanwhile is told on saving.
    staleTime: 0,
    gcTime: 0,
  });
  const isOpen = catalog.data !== undefined && (gift === null || (stored.data !== undefined && !stored.isFetching));
  return (
    <Modal opened onClose={onClose} title={gift === null ? 'Add a gift' : 'Change the gift'} size={760}>
      <Trouble error={catalog.error ?? stored.error} />
      {isOpen && (
        <Form
          catalog={catalog.data}
          supporter={supporter}
          gift={gift}
          first={first}
          base={stored.data?.values ?? {}}
          isCorrection={(stored.data?.corrects ?? null) !== null}
          onClose={onClose}
          onDeleted={onDeleted}
        />
      )}
    </Modal>
  );
}

/** A pledge is no gift: it is added as a promise. */
const withoutPledge = (field: FormField): FormField =>
  field.key === 'gift.kind' ? { ...field, options: field.options.filter((one) => one !== 'pledge') } : field;

interface FormProps extends Required<GiftEditorProps> {
  catalog: FormCatalog;
  base: Record<string, string>;
  isCorrection: boolean;
}

function Form({ catalog, supporter, gift, first, base, isCorrection, onClose, onDeleted }: FormProps) {
  const queries = useQueryClient();
  const [values, setValues] = useState<Record<string, string>>(gift === null ? first : base);
  const { problems, check, saving, refused } = useProblems();
  const isTwice = problems.some((one) => one.code === 'gift.twice');
  const fail = (error: unknown) => {
    refused(error);
    // The form is long: what is wrong may stand far above the button.
    requestAnimationFrame(() =>
      document.querySelector('[role=dialog] [aria-invalid=true], [role=dialog] .wrong')?.scrollIntoView({ block: 'center' }),
    );
  };
  const save = useMutation<unknown, Error>({
    mutationFn: () =>
      gift === null
        ? api.post(`supporters/${supporter}/gifts`, { values, again: isTwice })
        : api.put(`supporters/${supporter}/gifts/${gift}`, { values, base }),
    onSuccess: () => {
      void queries.invalidateQueries();
      onClose();
    },
    onMutate: saving,
    onError: fail,
  });
  const remove = useMutation<unknown, Error>({
    mutationFn: () => api.delete(`supporters/${supporter}/gifts/${gift}`),
    onSuccess: () => {
      onDeleted();
      void queries.invalidateQueries();
    },
  });
  const wrong = (key: string) => {
    const problem = problems.find((one) => one.place === key);
    return problem === undefined ? undefined : (
      <>
        {problem.reason}. {problem.remedy}.
      </>
    );
  };
  return (
    <>
      <GiftFields
        fields={catalog.fields.map(withoutPledge)}
        isCorrection={isCorrection}
        values={values}
        error={wrong}
        onChange={(changed) => setValues({ ...values, ...changed })}
        onLeave={() => check(api.post<GiftChecked>(`supporters/${supporter}/gifts/check`, { values, gift }), values)}
      />
      <Unplaced problems={problems} isShown={isInForm} />
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
    </>
  );
}
