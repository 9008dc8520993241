import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, ApiError } from '../api/client';
import { Chips } from '../shared/Chips';
import { counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { BesideForm } from './BesideForm';
import { ContactLists } from './ContactLists';
import { FieldInput } from '../shared/FieldInput';
import { KINDS, type Conflict, type Draft, type FormCatalog, type FormField, type Placed, shownFields } from './form';
import { LinkList } from './LinkList';
import type { FormCheck, FormKept, FormOpened } from '../api/answers';

interface SupporterFormProps {
  catalog: FormCatalog;
  id: number | null;
  first: Draft;
  names: Record<string, string>;
  /** Where the form stands within other work: what happens when it is kept, instead of opening the supporter. */
  onKept?: (id: number) => void;
  onLeave?: () => void;
}

interface Refusal {
  problems?: Placed[];
  conflicts?: Record<string, Conflict>;
  merged?: Draft;
}

const name: FormField = {
  key: 'name.full',
  label: 'Name of the household',
  group: 'Name',
  type: 'text',
  options: [],
  example: 'Ann & Bo Lee',
  edits: true,
  of: null,
  hidden_in: [],
  required: 'always',
};

/** A form drawn from the catalog: every problem at its field as one leaves it, likely duplicates beside it, and nothing lost when two people write at once. */
export function SupporterForm({ catalog, id, first, names, onKept, onLeave }: SupporterFormProps) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [base, setBase] = useState(first);
  const [draft, setDraft] = useState(first);
  const [left, setLeft] = useState(0);
  const [showAll, setShowAll] = useState(false);
  const [conflicts, setConflicts] = useState<Record<string, Conflict>>({});
  const latest = useRef(draft);
  useEffect(() => {
    latest.current = draft;
  }, [draft]);
  const changed = JSON.stringify(draft) !== JSON.stringify(base);
  const checked = useQuery({
    queryKey: ['check', id, left],
    queryFn: () => api.post<FormCheck>('supporters/check', { draft: latest.current, supporter: id }),
    enabled: left > 0,
    placeholderData: (before) => before,
  });
  const save = useMutation({
    mutationFn: () =>
      id === null ? api.post<FormKept>('supporters', { draft }) : api.put<FormKept>(`supporters/${id}/form`, { draft, base }),
    onSuccess: (kept) => {
      void queries.invalidateQueries();
      if (onKept === undefined) {
        void navigate(`/supporters/${kept.id}`);
      } else {
        onKept(kept.id);
      }
    },
    onError: (error) => {
      const refusal = error instanceof ApiError ? (error.answer as Refusal | null) : null;
      setShowAll(true);
      setLeft((times) => times + 1);
      if (refusal?.conflicts !== undefined && refusal.merged !== undefined) {
        setConflicts(refusal.conflicts);
        setDraft(refusal.merged);
        void api.get<FormOpened>(`supporters/${id}/form`).then((now) => setBase(now.draft));
      }
    },
  });
  const problems = checked.data?.problems ?? [];
  const touched = (place: string) => showAll || at(draft, place) !== '';
  const wrong = (place: string) => {
    const problem = problems.find((one) => one.place === place);
    return problem !== undefined && touched(place) ? (
      <>
        {problem.reason}. {problem.remedy}.
      </>
    ) : undefined;
  };
  const leave = () => setLeft((times) => times + 1);
  const fields = [...(draft.kind === 'household' ? [name] : []), ...shownFields(catalog, draft.kind, id === null ? 'add' : 'page')];
  const groups = [...new Set(fields.map((field) => field.group))];
  const early = ['Name', 'Consent'];
  const section = (group: string) => (
    <section key={group} aria-label={group}>
      <h3 className="section">{group}</h3>
      <div className="field-grid">
        {fields
          .filter((field) => field.group === group)
          .map((field) => (
            <div
              key={field.key}
              className={field.type === 'long text' || field.type === 'names' || field.type === 'several from a list' ? 'wide' : undefined}
            >
              <FieldInput
                field={field}
                kind={draft.kind}
                value={draft.fields[field.key] ?? ''}
                error={wrong(`fields.${field.key}`)}
                onChange={(value) => setDraft({ ...draft, fields: { ...draft.fields, [field.key]: value } })}
                onLeave={leave}
              />
            </div>
          ))}
      </div>
    </section>
  );
  return (
    <>
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.7fr) minmax(0, 1fr)' }}>
        <Pane
          title={
            id === null ? (
              <Chips
                label="Kind of supporter"
                value={draft.kind}
                onChange={(kind) => setDraft({ ...draft, kind })}
                options={KINDS.map((kind) => ({ value: kind, text: kind }))}
              />
            ) : (
              draft.kind
            )
          }
        >
          <div className="pane-body form entry-form" tabIndex={0}>
            {groups
              .filter((group) => early.includes(group))
              .slice(0, 1)
              .map(section)}
            <ContactLists draft={draft} catalog={catalog} wrong={wrong} onChange={setDraft} onLeave={leave} />
            {groups.filter((group) => group !== 'Name').map(section)}
            <LinkList draft={draft} catalog={catalog} names={names} onChange={setDraft} />
          </div>
        </Pane>
        <BesideForm
          alike={checked.data?.alike ?? []}
          asked={left > 0}
          problems={showAll ? problems : problems.filter((problem) => touched(problem.place))}
          conflicts={conflicts}
          draft={draft}
          catalog={catalog}
          onDraft={setDraft}
          onSettled={(place) => setConflicts(Object.fromEntries(Object.entries(conflicts).filter(([one]) => one !== place)))}
        />
      </div>
      <div className="foot">
        <Button loading={save.isPending} disabled={!changed || Object.keys(conflicts).length > 0} onClick={() => save.mutate()}>
          {id === null ? 'Add this supporter' : 'Save'}
        </Button>
        <Button variant="default" onClick={() => (onLeave === undefined ? void navigate(-1) : onLeave())}>
          {changed ? 'Leave without saving' : 'Back'}
        </Button>
        {Object.keys(conflicts).length > 0 ? (
          <span className="quiet">{counted(Object.keys(conflicts).length, 'value')} to choose on the right first.</span>
        ) : (
          <Trouble error={save.error} />
        )}
      </div>
    </>
  );
}

function at(draft: Draft, place: string): string {
  const [head = '', ...rest] = place.split('.');
  if (head === 'fields') {
    return draft.fields[rest.join('.')] ?? '';
  }
  const item = draft[head as 'emails']?.find((one) => String(one.ref) === rest[0]);
  return String(item?.[rest[1] ?? ''] ?? '');
}
