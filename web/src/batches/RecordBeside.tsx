import { Modal } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { FormCatalog, FormOpened, RecognitionCard } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import { newDraft } from '../supporters/form';
import { SupporterForm } from '../supporters/SupporterForm';

interface RecordBesideProps {
  /** Null for a supporter that is not there yet. */
  id: number | null;
  catalog: FormCatalog | undefined;
  onKept: (supporter: { id: number; name: string }) => void;
  onClose: () => void;
}

/** The record itself, or a new one, without leaving the row that it is for. */
export function RecordBeside({ id, catalog, onKept, onClose }: RecordBesideProps) {
  const form = useQuery({
    queryKey: ['form', id],
    queryFn: () => api.get<FormOpened>(`supporters/${id}/form`),
    enabled: id !== null,
    staleTime: 0,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  const data = id === null ? { draft: newDraft('person'), names: {}, name: '' } : form.data;
  const isThere = catalog !== undefined && data !== undefined;
  useEffect(() => {
    if (isThere) {
      // Once the dialog has taken the focus to itself.
      requestAnimationFrame(() => document.querySelector<HTMLInputElement>('.form-beside .field-grid input')?.focus());
    }
  }, [isThere]);
  const kept = async (supporter: number) => {
    const card = await api.get<RecognitionCard>(`batch-supporters/${supporter}`);
    onKept({ id: card.id, name: card.name });
  };
  return (
    <Modal
      opened
      onClose={onClose}
      size="90%"
      title={id === null ? 'A new supporter' : (data?.name ?? 'The record')}
      classNames={{ body: 'form-beside' }}
    >
      <Trouble error={form.error} />
      {catalog !== undefined && data !== undefined && (
        <SupporterForm
          catalog={catalog}
          id={id}
          first={data.draft}
          names={data.names}
          onKept={(supporter) => void kept(supporter)}
          onLeave={onClose}
        />
      )}
    </Modal>
  );
}
