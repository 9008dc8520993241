import { Button, Group, Modal } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Fragment, useState } from 'react';
import type { FormCatalog, PromiseChecked, PromisePageData } from '../api/answers';
import { api } from '../api/client';
import { FieldInput } from '../shared/FieldInput';
import { today } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Unplaced } from '../shared/Unplaced';
import { useProblems } from '../shared/useProblems';

interface PromiseEditorProps {
  supporter: number;
  /** Null for a new one. */
  promise: number | null;
  /** Whether what is left of a pledge is given up. */
  isWriteOff?: boolean;
  onClose: () => void;
  onDeleted?: () => void;
}

const SCHEDULE = ['promise.frequency', 'promise.start', 'promise.installments', 'promise.end'];

const SECTIONS = (isRecurring: boolean): { title: string; keys: string[] }[] => [
  { title: '', keys: ['promise.kind', 'promise.date', 'promise.amount', 'promise.currency', 'promise.reference', 'promise.id'] },
  { title: 'When it comes in', keys: isRecurring ? [...SCHEDULE, 'promise.course'] : SCHEDULE },
  { title: 'What it is for', keys: ['promise.fund', 'promise.campaign', 'promise.appeal'] },
  { title: 'Also', keys: ['promise.notes'] },
];

const WRITE_OFF = [{ title: '', keys: ['promise.written_off', 'promise.reason'] }];

/** A pledge or a recurring gift as it is added, changed or written off by hand. */
export function PromiseEditor({ supporter, promise, isWriteOff = false, onClose, onDeleted = onClose }: PromiseEditorProps) {
  const catalog = useQuery({ queryKey: ['forms'], queryFn: () => api.get<FormCatalog>('forms') });
  const stored = useQuery({
    queryKey: ['promise', promise],
    queryFn: () => api.get<PromisePageData>(`promises/${promise}`),
    enabled: promise !== null,
    // As it is when the form opens: what others change meanwhile is told on saving.
    staleTime: 0,
    gcTime: 0,
  });
  const isOpen = catalog.data !== undefined && (promise === null || (stored.data !== undefined && !stored.isFetching));
  const title = isWriteOff ? 'Write off what is left' : promise === null ? 'Add a promise' : 'Change the promise';
  return (
    <Modal opened onClose={onClose} title={title} size={isWriteOff ? 480 : 760}>
      <Trouble error={catalog.error ?? stored.error} />
      {isOpen && (
        <Form
          catalog={catalog.data}
          supporter={supporter}
          promise={promise}
          base={stored.data?.values ?? {}}
          isWriteOff={isWriteOff}
          onClose={onClose}
          onDeleted={onDeleted}
        />
      )}
    </Modal>
  );
}

interface FormProps extends Required<PromiseEditorProps> {
  catalog: FormCatalog;
  base: Record<string, string>;
}

function Form({ catalog, supporter, promise, base, isWriteOff, onClose, onDeleted }: FormProps) {
  const queries = useQueryClient();
  const [values, setValues] = useState<Record<string, string>>({
    ...(promise === null ? { 'promise.kind': 'pledge', 'promise.date': today() } : base),
    ...(isWriteOff ? { 'promise.written_off': today() } : {}),
  });
  const { problems, check, saving, refused } = useProblems();
  const isTwice = problems.some((one) => one.code === 'promise.twice');
  const save = useMutation<unknown, Error>({
    mutationFn: () =>
      promise === null
        ? api.post(`supporters/${supporter}/promises`, { values, again: isTwice })
        : api.put(`supporters/${supporter}/promises/${promise}`, { values, base }),
    onSuccess: () => {
      void queries.invalidateQueries();
      onClose();
    },
    onMutate: saving,
    onError: refused,
  });
  const remove = useMutation<unknown, Error>({
    mutationFn: () => api.delete(`supporters/${supporter}/promises/${promise}`),
    onSuccess: () => {
      onDeleted();
      void queries.invalidateQueries();
    },
  });
  const wrong = (key: string) => {
    const problem = problems.find((one) => one.place === key);
    return problem === undefined ? undefined : `${problem.reason}. ${problem.remedy}.`;
  };
  const sections = isWriteOff ? WRITE_OFF : SECTIONS(values['promise.kind'] === 'recurring gift');
  return (
    <>
      {sections.map(({ title, keys }) => (
        <Fragment key={keys[0]}>
          {title !== '' && <h3 className="form-part">{title}</h3>}
          <div className={isWriteOff ? 'field-grid' : 'field-grid three'}>
            {keys
              .map((key) => catalog.fields.find((field) => field.key === key))
              .filter((field) => field !== undefined)
              .map((field) => (
                <div key={field.key} className={field.type === 'long text' ? 'wide' : undefined}>
                  <FieldInput
                    field={{
                      ...field,
                      label: labelOf(field.key, field.label, values['promise.kind'] === 'recurring gift'),
                      example: field.key === 'promise.course' ? '2026-05-01 | 30.00, or 2026-07-01 | paused' : field.example,
                    }}
                    kind="promise"
                    value={values[field.key] ?? ''}
                    error={wrong(field.key)}
                    onChange={(value) => setValues({ ...values, [field.key]: value })}
                    onLeave={() => check(api.post<PromiseChecked>(`supporters/${supporter}/promises/check`, { values, promise }), values)}
                  />
                </div>
              ))}
          </div>
        </Fragment>
      ))}
      <Unplaced problems={problems} isShown={(place) => sections.some(({ keys }) => keys.includes(place))} />
      <Trouble error={save.error ?? remove.error} />
      <Group justify="flex-end" mt="md">
        {promise !== null && !isWriteOff && (
          <Button variant="subtle" color="brick" loading={remove.isPending} onClick={() => remove.mutate()}>
            Delete this promise
          </Button>
        )}
        <Button variant="default" onClick={onClose}>
          Cancel
        </Button>
        <Button loading={save.isPending} onClick={() => save.mutate()}>
          {isWriteOff ? 'Write it off' : promise !== null ? 'Save the promise' : isTwice ? 'It was made twice: add it' : 'Add the promise'}
        </Button>
      </Group>
    </>
  );
}

/** In a form about a promise nothing else is meant. */
function labelOf(key: string, label: string, isRecurring: boolean): string {
  if (key === 'promise.amount') {
    return isRecurring ? 'Amount each time' : 'Amount in all';
  }
  return label.replace(/^Promise:? ?/, '').replace(/^./, (letter) => letter.toUpperCase());
}
