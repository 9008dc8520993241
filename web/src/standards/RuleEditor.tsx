import { Button, Select, TagsInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Of } from '../shared/Of';
import type { RuleData, RuleRow, When } from './types';
import type { RulePreview as Preview } from '../api/answers';
import type { FormCatalog, RuleKept } from '../api/answers';

const subjects = [
  ['supporter', 'every supporter'],
  ['person', 'every person'],
  ['household', 'every household'],
  ['organization', 'every organization'],
  ['gift', 'every gift'],
  ['promise', 'every promise'],
].map(([value = '', label = '']) => ({ value, label }));

/** What a field is of, as far as rules tell that apart. */
const ofField = (key: string): string => (/^(?:gift|promise)\./.test(key) ? (key.split('.')[0] ?? '') : '');

/** Writes a rule, and shows who would fall short of it before it is kept. */
export function RuleEditor({
  rule,
  field,
  onClose,
  onKept,
}: {
  rule: RuleRow | null;
  field: string;
  onClose: () => void;
  onKept: (id: number, addedTo: string[]) => void;
}) {
  const queries = useQueryClient();
  const [data, setData] = useState<RuleData>(
    rule === null
      ? { subject: ofField(field) || 'supporter', field, strength: 'must', conditions: [] }
      : { subject: rule.subject, field: rule.field, strength: rule.strength, conditions: rule.conditions },
  );
  const fields = useQuery({ queryKey: ['forms'], queryFn: () => api.get<FormCatalog>('forms') });
  const complete =
    data.field !== '' &&
    data.conditions.every((when) => when.field !== '' && (when.values.length > 0 || when.test === 'is blank' || when.test === 'is filled'));
  const [asked] = useDebouncedValue(JSON.stringify(data), 250);
  const preview = useQuery({
    queryKey: ['rule preview', asked],
    enabled: complete && asked === JSON.stringify(data),
    retry: false,
    queryFn: async () => {
      // Many records are looked at in pieces, each of a few seconds.
      let all: Preview | null = null;
      do {
        const part: Preview = await api.post<Preview>('rules/preview', { ...(JSON.parse(asked) as RuleData), after: all?.after ?? 0 });
        all =
          all === null
            ? part
            : {
                ...part,
                short: all.short + part.short,
                checked: all.checked + part.checked,
                some: [...all.some, ...part.some].slice(0, 20),
              };
      } while (all.after !== null);
      return all;
    },
  });
  const seen = complete && asked === JSON.stringify(data) ? preview.data : undefined;
  const save = useMutation({
    mutationFn: () => (rule === null ? api.post<RuleKept>('rules', data) : api.put<RuleKept>(`rules/${rule.id}`, data)),
    onSuccess: (kept) => {
      void queries.invalidateQueries();
      onKept(kept.id, kept.added_to);
    },
  });
  const choices = (of: string) =>
    [...new Set(fields.data?.fields.map((one) => one.group))]
      .map((group) => ({
        group,
        items:
          fields.data?.fields
            .filter((one) => one.group === group && ofField(one.key) === of)
            .map((one) => ({ value: one.key, label: one.label })) ?? [],
      }))
      .filter((group) => group.items.length > 0);
  const about = ['gift', 'promise'].includes(data.subject) ? data.subject : '';
  const condition = (at: number, change: Partial<When>) =>
    setData({ ...data, conditions: data.conditions.map((when, i) => (i === at ? { ...when, ...change } : when)) });
  return (
    <Pane title={rule === null ? 'New rule' : 'Change the rule'}>
      <div className="pane-body form" tabIndex={0}>
        <Trouble error={save.error ?? preview.error} />
        <div className="sentence">
          <Select
            aria-label="Which records"
            w={168}
            data={subjects}
            value={data.subject}
            allowDeselect={false}
            onChange={(subject) =>
              setData({
                ...data,
                subject: subject ?? 'supporter',
                ...((subject === 'gift' || subject === 'promise' ? subject : '') === about ? {} : { field: '', conditions: [] }),
              })
            }
          />
          <Select
            aria-label="How strictly"
            w={112}
            data={[
              { value: 'must', label: 'must have' },
              { value: 'should', label: 'should have' },
            ]}
            value={data.strength}
            allowDeselect={false}
            onChange={(strength) => setData({ ...data, strength: strength ?? 'must' })}
          />
          <Select
            aria-label="Which field"
            w={228}
            searchable
            placeholder="which field"
            data={choices(about)}
            value={data.field === '' ? null : data.field}
            onChange={(key) => setData({ ...data, field: key ?? '' })}
          />
        </div>
        {data.conditions.map((when, at) => {
          const known = fields.data?.fields.find((one) => one.key === when.field);
          return (
            <div key={at} className="sentence">
              <span className="quiet">{at === 0 ? 'where' : 'and'}</span>
              <Select
                aria-label={`Field of condition ${at + 1}`}
                w={210}
                searchable
                placeholder="field"
                data={[...choices(''), ...(about === '' ? [] : choices(about))]}
                value={when.field === '' ? null : when.field}
                onChange={(key) => condition(at, { field: key ?? '', values: [] })}
              />
              <Select
                aria-label={`Test of condition ${at + 1}`}
                w={104}
                data={['is', 'is not', 'is blank', 'is filled']}
                value={when.test}
                allowDeselect={false}
                onChange={(test) => condition(at, { test: test ?? 'is' })}
              />
              {(when.test === 'is' || when.test === 'is not') && (
                <TagsInput
                  aria-label={`Values of condition ${at + 1}`}
                  style={{ flex: 1, minWidth: 150 }}
                  placeholder="value, Enter, another"
                  data={known?.options ?? []}
                  value={when.values}
                  onChange={(values) => condition(at, { values })}
                />
              )}
              <button
                type="button"
                className="plain-button"
                onClick={() => setData({ ...data, conditions: data.conditions.filter((_when, i) => i !== at) })}
              >
                remove
                <Of what={`condition ${at + 1}`} />
              </button>
            </div>
          );
        })}
        {data.conditions.length < 6 && (
          <Button
            variant="subtle"
            color="pine"
            size="compact-sm"
            onClick={() => setData({ ...data, conditions: [...data.conditions, { field: '', test: 'is', values: [] }] })}
          >
            Only where …
          </Button>
        )}
        <p className="quiet">
          {data.strength === 'must'
            ? 'Without it nothing comes in: no form, no grid, no load. Records that are there already are not touched; they go on a worklist.'
            : 'Records come in without it, with a warning, and go on a worklist.'}
        </p>
        {complete && seen === undefined && !preview.isError && <p className="quiet">Looking at every record …</p>}
        {seen !== undefined && (
          <section className="boxed">
            <b>{seen.sentence}.</b>
            <p>
              <b style={{ color: seen.short > 0 ? 'var(--resin-text)' : undefined }}>
                {counted(seen.short, about === 'gift' ? 'gift' : 'record')}
              </b>{' '}
              {seen.short === 1 ? 'lacks' : 'lack'} it today, of {counted(seen.checked, 'supporter')} looked at
              {seen.short > 0 ? '; such as' : ''}
            </p>
            {seen.some.slice(0, 12).map((one) => (
              <div key={one.record} className="one-of-some">
                <Link to={`/supporters/${one.supporter_id}`}>{one.name}</Link>
                {one.gift !== null && <span className="quiet">, gift of {one.gift}</span>}
              </div>
            ))}
          </section>
        )}
      </div>
      <div className="pane-foot">
        <Button disabled={seen === undefined} loading={save.isPending} onClick={() => save.mutate()}>
          Save the rule
        </Button>
        <Button variant="subtle" color="pine" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </Pane>
  );
}
