import { Button, NumberInput, Select, Textarea } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { StatementsBegun, StatementsPreview } from '../api/answers';
import { api } from '../api/client';
import { counted, hasMoney, moneys } from '../shared/format';
import { useSavedSearches } from '../shared/search/useSavedSearches';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';

/** What each gave in a year, told to them on a page of their own. */
export function StatementsPage() {
  const navigate = useNavigate();
  const [year, setYear] = useState(new Date().getFullYear() - 1);
  const [search, setSearch] = useState('');
  const [text, setText] = useState<string | null>(null);
  const [format, setFormat] = useState('pdf');
  const body = { year, ...(search === '' ? {} : { search }), ...(text === null ? {} : { text }) };
  const { searches } = useSavedSearches();
  const preview = useQuery({
    queryKey: ['statements', body],
    queryFn: () => api.post<StatementsPreview>('statements/preview', body),
    placeholderData: (before) => before,
    retry: false,
  });
  const make = useMutation({
    mutationFn: () => api.post<StatementsBegun>('statements', { ...body, format }),
    onSuccess: () => void navigate('/exports'),
  });
  return (
    <>
      <TitleLine title="Giving statements">what each gave in a year, gift by gift, on a page of their own</TitleLine>
      <Trouble error={preview.error ?? make.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.1fr)' }}>
        <Pane title="Which">
          <div className="pane-body form" tabIndex={0}>
            <div className="field-grid">
              <NumberInput label="Year" min={1900} max={2200} value={year} onChange={(next) => setYear(Number(next))} />
              <Select
                label="To whom"
                placeholder="everyone who gave"
                data={searches.map((one) => one.name)}
                value={search === '' ? null : search}
                clearable
                onChange={(next) => setSearch(next ?? '')}
              />
            </div>
            <Select
              label="As"
              data={[
                { value: 'pdf', label: 'one PDF, a page for each' },
                { value: 'zip', label: 'a PDF for each, in a ZIP' },
              ]}
              value={format}
              allowDeselect={false}
              onChange={(next) => setFormat(next ?? 'pdf')}
            />
            <p role="status">
              {preview.error !== null || preview.data === undefined ? (
                ' '
              ) : preview.data.statements === 0 ? (
                <span className="quiet">Nobody of them gave in {year}.</span>
              ) : (
                <>
                  <b>{counted(preview.data.statements, 'statement')}</b>
                  {hasMoney(preview.data.amounts) && `, ${moneys(preview.data.amounts)} in all`}
                </>
              )}
            </p>
            <p className="quiet">
              Their sums are held against what is kept by year; if they were not the same, no file would be made. A pledge is no gift; what
              was taken back is listed, and counts below zero.
            </p>
            <Button
              disabled={preview.error !== null || (preview.data?.statements ?? 0) === 0}
              loading={make.isPending}
              onClick={() => make.mutate()}
            >
              Make the statements
            </Button>
          </div>
        </Pane>
        <Pane title="What they say">
          <div className="pane-body form" tabIndex={0}>
            <Textarea
              label="Text"
              description="{name}, {address}, {day}, {greeting}, {year}, {total}, {organization}, and {gifts} where they are listed"
              autosize
              minRows={14}
              value={text ?? preview.data?.text ?? ''}
              maxLength={20000}
              onChange={(event) => setText(event.currentTarget.value)}
            />
          </div>
        </Pane>
      </div>
    </>
  );
}
