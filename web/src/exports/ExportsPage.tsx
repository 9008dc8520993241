import { Button, MultiSelect, Select, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { ExportList, ExportPreview, ExportRow, SavedSearches } from '../api/answers';
import { api } from '../api/client';
import { CsvOptions, usualCsv } from './CsvOptions';
import { Chips } from '../shared/Chips';
import { count, counted, hasMoney, moment, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';

interface Asked {
  fields: string[];
  search: string;
  from: string;
  to: string;
  fund: string;
  status: string;
}

const nothing: Asked = { fields: [], search: '', from: '', to: '', fund: '', status: '' };
const formats = [
  { value: 'csv', label: 'CSV' },
  { value: 'xlsx', label: 'Workbook (XLSX)' },
  { value: 'json', label: 'JSON' },
];

/** Records out to files: chosen, counted before they are made, kept for some days. */
export function ExportsPage() {
  const may = useMay();
  const queries = useQueryClient();
  const [of, setOf] = useState('supporters');
  const [asked, setAsked] = useState<Asked>(nothing);
  const [format, setFormat] = useState('csv');
  const [csv, setCsv] = useState(usualCsv);
  const list = useQuery({
    queryKey: ['exports'],
    queryFn: () => api.get<ExportList>('exports'),
    refetchInterval: (query) => (query.state.data?.exports.some((one) => one.state === 'waiting') === true ? 1000 : false),
  });
  const searches = useQuery({ queryKey: ['searches'], queryFn: () => api.get<SavedSearches>('searches') });
  const choices = list.data?.choices.find((one) => one.of === of);
  const body = {
    of,
    ...(asked.fields.length > 0 ? { fields: asked.fields } : { fields: choices?.usual ?? [] }),
    search: asked.search,
    from: asked.from,
    to: asked.to,
    fund: asked.fund,
    status: asked.status,
  };
  const preview = useQuery({
    queryKey: ['exports', 'preview', body],
    queryFn: () => api.post<ExportPreview>('exports/preview', body),
    enabled: of !== 'everything' && choices !== undefined,
    retry: false,
  });
  const again = () => void queries.invalidateQueries({ queryKey: ['exports'] });
  const make = useMutation({
    mutationFn: () => api.post<ExportRow>('exports', of === 'everything' ? { of } : { ...body, format, ...(format === 'csv' ? csv : {}) }),
    onSuccess: again,
  });
  const drop = useMutation({ mutationFn: (id: number) => api.delete(`exports/${id}`), onSuccess: again });
  const isOfMoney = of === 'gifts' || of === 'totals';
  const pick = (next: string) => {
    setOf(next);
    setAsked(nothing);
  };
  return (
    <>
      <TitleLine title="Exports">what is in here, out to a file of your own</TitleLine>
      <Trouble error={list.error ?? make.error ?? drop.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.1fr)' }}>
        <Pane title="A new file">
          <div className="pane-body form" tabIndex={0}>
            <Chips
              label="What the file has a row for"
              value={of}
              onChange={pick}
              options={[
                { value: 'supporters', text: 'supporters' },
                { value: 'gifts', text: 'gifts' },
                { value: 'promises', text: 'promises' },
                { value: 'totals', text: 'totals' },
                ...(may.administer ? [{ value: 'everything', text: 'everything' }] : []),
              ]}
            />
            {of === 'everything' ? (
              <p>
                Every table as CSV in one ZIP, with a description of its columns and of what refers to what. Passwords and keys are never in
                it.
              </p>
            ) : (
              <>
                {of !== 'totals' && (
                  <MultiSelect
                    label="Fields"
                    description={asked.fields.length === 0 ? 'the usual few, in their order' : 'in the order in which you chose them'}
                    placeholder={asked.fields.length === 0 ? 'the usual few' : ''}
                    data={choices?.fields.map((field) => ({ value: field.key, label: field.label })) ?? []}
                    value={asked.fields}
                    searchable
                    clearable
                    onChange={(fields) => setAsked({ ...asked, fields })}
                  />
                )}
                {of !== 'totals' && (
                  <Select
                    label="Of a saved search"
                    placeholder="of everyone"
                    data={searches.data?.searches.map((one) => one.name) ?? []}
                    value={asked.search === '' ? null : asked.search}
                    clearable
                    onChange={(search) => setAsked({ ...asked, search: search ?? '' })}
                  />
                )}
                {isOfMoney && (
                  <div className="field-grid">
                    <TextInput
                      label="From"
                      placeholder="2026-01-01"
                      value={asked.from}
                      onChange={(event) => setAsked({ ...asked, from: event.currentTarget.value })}
                    />
                    <TextInput
                      label="To"
                      placeholder="2026-12-31"
                      value={asked.to}
                      onChange={(event) => setAsked({ ...asked, to: event.currentTarget.value })}
                    />
                  </div>
                )}
                {of !== 'supporters' && (
                  <div className="field-grid">
                    <TextInput
                      label="Fund"
                      placeholder="every fund"
                      value={asked.fund}
                      onChange={(event) => setAsked({ ...asked, fund: event.currentTarget.value })}
                    />
                    <Select
                      label="Status"
                      placeholder="any"
                      data={choices?.statuses ?? []}
                      value={asked.status === '' ? null : asked.status}
                      clearable
                      onChange={(status) => setAsked({ ...asked, status: status ?? '' })}
                    />
                  </div>
                )}
                <Select
                  label="As"
                  w={220}
                  data={formats}
                  value={format}
                  allowDeselect={false}
                  onChange={(next) => setFormat(next ?? 'csv')}
                />
                {format === 'csv' && <CsvOptions value={csv} onChange={setCsv} />}
                <p role="status">
                  {preview.error !== null ? (
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
            <Button disabled={of !== 'everything' && preview.data === undefined} loading={make.isPending} onClick={() => make.mutate()}>
              Make the file
            </Button>
          </div>
        </Pane>
        <Pane title="Files" note={list.data === undefined ? '' : `kept for ${list.data.kept_days} days`}>
          <div className="pane-body" tabIndex={0}>
            {list.data?.exports.length === 0 && (
              <Empty title="No file yet">
                <p>What you make stands here until it is some days old; who took what is in the audit list.</p>
              </Empty>
            )}
            {(list.data?.exports.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>File</th>
                    <th className="num" style={{ width: 90 }}>
                      Rows
                    </th>
                    <th style={{ width: '32%' }}>Amounts</th>
                    <th style={{ width: 130 }} aria-label="What to do" />
                  </tr>
                </thead>
                <tbody>
                  {list.data?.exports.map((one) => (
                    <tr key={one.id}>
                      <td>
                        {one.name}
                        <div className="quiet">
                          {one.format.toUpperCase()}, {moment(one.created_at)}
                          {!one.is_own && `, ${one.by ?? ''}`}
                        </div>
                        {one.error !== null && <div className="held">{one.error}</div>}
                      </td>
                      <td className="num">{one.rows === null ? '' : count(one.rows)}</td>
                      <td>{one.amounts === null || !hasMoney(one.amounts) ? '' : moneys(one.amounts)}</td>
                      <td>
                        {one.state === 'waiting' && <span className="quiet">being made …</span>}
                        {one.state === 'done' && one.is_own && (
                          <a href={`/api/exports/${one.id}/file`} download>
                            Take it
                            <Of what={one.name} />
                          </a>
                        )}{' '}
                        {one.state === 'done' && one.is_own && one.format !== 'zip' && (
                          <a
                            href={`/api/exports/${one.id}/control.json`}
                            download
                            title="Rows, sums and the sum of its bytes, to hold against what arrived"
                          >
                            control
                            <Of what={one.name} />
                          </a>
                        )}{' '}
                        {one.state !== 'waiting' && one.is_own && (
                          <button type="button" className="plain-button" onClick={() => drop.mutate(one.id)}>
                            remove
                            <Of what={one.name} />
                          </button>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
    </>
  );
}
