import { Button, MultiSelect, Select, TagsInput, TextInput } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { ExportList, ExportPreview, ExportRow, SavedExportRow } from '../api/answers';
import { api } from '../api/client';
import { counted, hasMoney, moneys } from '../shared/format';
import { useSavedSearches } from '../shared/search/useSavedSearches';
import { Trouble } from '../shared/Notice';
import { useMay } from '../shared/session';
import { type CsvForm, CsvOptions, usualCsv } from './CsvOptions';
import { formatsOf, groupsOf, numbered, unnumbered } from './ofWhat';
import { SaveExport } from './SaveExport';

interface Asked {
  fields: string[];
  several: string;
  headers: Record<string, string>;
  narrow: Record<string, string>;
  /** Of which several can be asked for. */
  any: Record<string, string[]>;
}

const nothing: Asked = { fields: [], several: '1', headers: {}, narrow: {}, any: {} };

/** What was asked of a saved one. */
const askedOf = (saved: SavedExportRow): Asked => {
  const { asked } = saved;
  const only = (keys: string[]) => keys.filter((key) => asked[key] !== undefined).map((key) => [key, asked[key] ?? ''] as const);
  const { fields, several } = unnumbered((asked.fields ?? '').split(',').filter((key) => key !== ''));
  return {
    fields,
    several: String(several),
    headers: Object.fromEntries(
      (asked.headers ?? '')
        .split('; ')
        .filter((one) => one !== '')
        .map((one) => [one.slice(0, one.indexOf('=')), one.slice(one.indexOf('=') + 1)]),
    ),
    narrow: Object.fromEntries(only(['search', 'from', 'to'])),
    any: Object.fromEntries(only(['fund', 'campaign', 'status', 'batch', 'intake']).map(([key, lines]) => [key, lines.split('\n')])),
  };
};

const csvOf = ({ asked }: SavedExportRow): CsvForm => ({
  delimiter: asked.delimiter ?? usualCsv.delimiter,
  encoding: asked.encoding ?? usualCsv.encoding,
  line_ends: asked.line_ends ?? usualCsv.line_ends,
  mark: asked.mark ?? usualCsv.mark,
});

interface NewExportProps {
  known: ExportList;
  /** The saved one that is made another way; null for a new one. */
  changing: SavedExportRow | null;
  onMade: () => void;
  onLeave: () => void;
}

const headersOf = (headers: Record<string, string>): string =>
  Object.entries(headers)
    .filter(([, name]) => name.trim() !== '')
    .map(([key, name]) => `${key}=${name.replace(/;/g, ',')}`)
    .join('; ');

/** What a file is to have; made now, or saved to be made again. */
export function NewExport({ known, changing, onMade, onLeave }: NewExportProps) {
  const may = useMay();
  const { choices } = known;
  const [of, setOf] = useState(changing?.of ?? 'supporters');
  const [asked, setAsked] = useState<Asked>(changing === null ? nothing : askedOf(changing));
  const [format, setFormat] = useState(changing?.format ?? 'csv');
  const [csv, setCsv] = useState(changing === null ? usualCsv : csvOf(changing));
  const [saving, setSaving] = useState(false);

  const chosen = choices.find((one) => one.of === of);
  const { searches } = useSavedSearches(['supporters', chosen?.list ?? '']);
  const can = (key: string) => chosen?.narrowed_by.includes(key) === true;
  const fields = asked.fields.length > 0 ? asked.fields : (chosen?.usual ?? []);
  const narrow = Object.fromEntries(Object.entries(asked.narrow).filter(([, value]) => value !== ''));
  const body =
    of === 'everything'
      ? { of }
      : {
          of,
          fields: of === 'supporters' ? numbered(fields, Number(asked.several)) : fields,
          headers: headersOf(asked.headers),
          ...narrow,
          ...asked.any,
        };
  const whole = { ...body, ...(of === 'everything' ? {} : { format, ...(format === 'csv' ? csv : {}) }) };
  // What is due needs a day until which it is asked.
  const isEnough = of !== 'due' || (asked.narrow.to ?? '') !== '';
  const preview = useQuery({
    queryKey: ['exports', 'preview', body],
    queryFn: () => api.post<ExportPreview>('exports/preview', body),
    enabled: of !== 'everything' && chosen !== undefined && isEnough,
    retry: false,
  });
  const make = useMutation({ mutationFn: () => api.post<ExportRow>('exports', whole), onSuccess: onMade });
  const narrowed = (key: string, label: string, placeholder: string) => (
    <TextInput
      label={label}
      placeholder={placeholder}
      value={asked.narrow[key] ?? ''}
      onChange={(event) => setAsked({ ...asked, narrow: { ...asked.narrow, [key]: event.currentTarget.value } })}
    />
  );
  const picked = (key: string, label: string, placeholder: string, data: string[]) => (
    <Select
      label={label}
      placeholder={placeholder}
      data={data}
      value={asked.narrow[key] ?? null}
      clearable
      onChange={(value) => setAsked({ ...asked, narrow: { ...asked.narrow, [key]: value ?? '' } })}
    />
  );
  const any = (key: string, label: string, placeholder: string, data: string[]) => ({
    label,
    placeholder: (asked.any[key] ?? []).length > 0 ? '' : placeholder,
    data,
    value: asked.any[key] ?? [],
    clearable: true,
    onChange: (values: string[]) => setAsked({ ...asked, any: { ...asked.any, [key]: values } }),
  });
  const label = (key: string) => chosen?.fields.find((field) => field.key === key)?.label ?? key;
  return (
    <>
      <Trouble error={make.error} />
      <Select
        label="A row for each"
        data={groupsOf(may.administer)}
        value={of}
        allowDeselect={false}
        onChange={(next) => {
          setOf(next ?? 'supporters');
          setAsked(nothing);
          setFormat('csv');
        }}
      />
      {of === 'everything' ? (
        <p>
          Every table as CSV in one ZIP, with a description of its columns and of what refers to what. Passwords and keys are never in it.
        </p>
      ) : (
        <>
          <MultiSelect
            label="Fields"
            description={asked.fields.length === 0 ? 'the usual few, in their order' : 'in the order in which you chose them'}
            placeholder={asked.fields.length === 0 ? 'the usual few' : ''}
            data={chosen?.fields.map((field) => ({ value: field.key, label: field.label })) ?? []}
            value={asked.fields}
            searchable
            clearable
            onChange={(next) => setAsked({ ...asked, fields: next })}
          />
          {can('search') &&
            picked(
              'search',
              'Of a saved search',
              'of everyone',
              searches.map((one) => one.name),
            )}
          <div className="field-grid">
            {can('from') && narrowed('from', 'From', '2026-01-01, today-30, last-month')}
            {can('to') && narrowed('to', of === 'due' ? 'Until' : 'To', '2026-12-31, today, last-month')}
            {can('fund') && <TagsInput {...any('fund', 'Funds', 'every fund', known.funds)} />}
            {can('campaign') && <TagsInput {...any('campaign', 'Campaigns', 'every campaign', known.campaigns)} />}
            {can('status') && (chosen?.statuses ?? []).length > 0 && (
              <MultiSelect {...any('status', 'Statuses', 'any', chosen?.statuses ?? [])} />
            )}
            {can('batch') && <TagsInput {...any('batch', 'Numbers of batches', 'all', [])} />}
            {can('intake') && <TagsInput {...any('intake', 'Numbers of intakes', 'all', [])} />}
          </div>
          <div className="field-grid">
            <Select label="As" data={formatsOf(of)} value={format} allowDeselect={false} onChange={(next) => setFormat(next ?? 'csv')} />
            {of === 'supporters' && (
              <Select
                label="Of several emails, phones, addresses"
                data={['1', '2', '3', '4', '5'].map((n) => ({ value: n, label: n === '1' ? 'the primary one' : `${n} side by side` }))}
                value={asked.several}
                allowDeselect={false}
                onChange={(next) => setAsked({ ...asked, several: next ?? '1' })}
              />
            )}
          </div>
          {format === 'csv' && <CsvOptions value={csv} onChange={setCsv} />}
          <details>
            <summary>Other names for the columns</summary>
            <div className="field-grid">
              {fields.map((key) => (
                <TextInput
                  key={key}
                  size="xs"
                  label={label(key)}
                  placeholder={label(key)}
                  value={asked.headers[key] ?? ''}
                  maxLength={120}
                  onChange={(event) => setAsked({ ...asked, headers: { ...asked.headers, [key]: event.currentTarget.value } })}
                />
              ))}
            </div>
          </details>
          <p role="status">
            {!isEnough ? (
              <span className="quiet">Until which day?</span>
            ) : preview.error !== null ? (
              <span className="held">{preview.error.message}</span>
            ) : preview.data === undefined ? (
              ' '
            ) : (
              <>
                <b>{counted(preview.data.rows, 'row')}</b>
                {hasMoney(preview.data.amounts) && `, ${moneys(preview.data.amounts)}`}:{' '}
                <span className="quiet">{preview.data.columns.join(', ')}</span>
              </>
            )}
          </p>
        </>
      )}
      <div className="also">
        <Button disabled={of !== 'everything' && preview.data === undefined} loading={make.isPending} onClick={() => make.mutate()}>
          Make the file
        </Button>
        <Button variant="default" disabled={of !== 'everything' && preview.data === undefined} onClick={() => setSaving(true)}>
          {changing === null ? 'Save it, to make it again' : 'Save the changes'}
        </Button>
        {changing !== null && (
          <Button variant="default" onClick={onLeave}>
            Discard the changes
          </Button>
        )}
      </div>
      {saving && (
        <SaveExport
          asked={whole}
          changing={changing}
          knowsChanges={can('since')}
          onClose={() => setSaving(false)}
          onSaved={() => {
            setSaving(false);
            onMade();
          }}
        />
      )}
    </>
  );
}
