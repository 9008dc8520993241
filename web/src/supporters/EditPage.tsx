import { useQuery } from '@tanstack/react-query';
import { useParams, useSearchParams } from 'react-router';
import { api } from '../api/client';
import { TitleLine } from '../shared/TitleLine';
import { Trouble } from '../shared/Notice';
import type { FormCatalog, FormOpened } from '../api/answers';
import { kindOf, newDraft } from './form';
import { SupporterForm } from './SupporterForm';

/** Adding a supporter, or editing one. */
export function EditPage() {
  const { id } = useParams();
  const [asked] = useSearchParams();
  const catalog = useQuery({ queryKey: ['forms'], queryFn: () => api.get<FormCatalog>('forms') });
  const form = useQuery({
    queryKey: ['form', id],
    queryFn: () => api.get<FormOpened>(`supporters/${id}/form`),
    enabled: id !== undefined,
    staleTime: 0,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  const data = id === undefined ? { draft: newDraft(kindOf(asked.get('kind'))), names: {}, name: '' } : form.data;
  return (
    <>
      <TitleLine title={id === undefined ? 'Add a supporter' : `Edit ${data?.name ?? ''}`}>
        {id === undefined ? 'checked as you write; likely duplicates show on the right' : `supporter ${id}`}
      </TitleLine>
      <Trouble error={catalog.error ?? form.error} />
      {catalog.data !== undefined && data !== undefined && (
        <SupporterForm
          key={id ?? 'new'}
          catalog={catalog.data}
          id={id === undefined ? null : Number(id)}
          first={data.draft}
          names={data.names}
        />
      )}
    </>
  );
}
