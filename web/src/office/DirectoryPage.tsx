import { Button, NumberInput, PasswordInput, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { DirectoryTried, DirectoryView } from '../api/answers';
import { api } from '../api/client';
import { count } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { OfficeFrame } from './OfficeFrame';

const numbers = [
  { key: 'batch', label: 'Addresses in one question', least: 1, most: 1000 },
  { key: 'rate', label: 'Addresses a second, at most (0: as fast as it answers)', least: 0, most: 100_000 },
  { key: 'timeout', label: 'Seconds to wait for an answer', least: 1, most: 120 },
  { key: 'keep_days', label: 'Days for which an answer is good', least: 1, most: 3650 },
  { key: 'every_days', label: 'Ask at night about addresses whose answer is older than so many days (0: never)', least: 0, most: 3650 },
] as const;

/** Which postal directory is asked whether an address exists, and how. */
export function DirectoryPage() {
  const queries = useQueryClient();
  const [typed, setTyped] = useState<Partial<DirectoryView>>({});
  const [key, setKey] = useState('');
  const query = useQuery({ queryKey: ['postal-directory'], queryFn: () => api.get<DirectoryView>('postal-directory') });
  const keep = useMutation({
    mutationFn: (settings: object) => api.put<DirectoryView>('postal-directory', settings),
    onSuccess: (view) => {
      queries.setQueryData(['postal-directory'], view);
      setTyped({});
      setKey('');
    },
  });
  const ask = useMutation({ mutationFn: () => api.post<DirectoryTried>('postal-directory/try') });
  const settings = query.data === undefined ? undefined : { ...query.data, ...typed };
  const isChanged = Object.keys(typed).length > 0 || key !== '';
  return (
    <OfficeFrame
      title="Postal directory"
      about="asked whether an address exists; without one, addresses are put into postal form and no more"
    >
      <Trouble error={query.error ?? keep.error ?? ask.error} />
      {ask.data !== undefined && !isChanged && (
        <div className={ask.data.answers ? 'hint' : 'trouble'} role="status">
          <span>{ask.data.says}</span>
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.2fr) minmax(0, 1fr)' }}>
        <Pane title="How it is asked">
          <div className="pane-body form" tabIndex={0}>
            {settings !== undefined && (
              <>
                <TextInput
                  label="Address of the directory"
                  description="it is asked at /v1/verify below it"
                  placeholder="https://"
                  value={settings.url}
                  onChange={(event) => setTyped({ ...typed, url: event.currentTarget.value })}
                />
                <PasswordInput
                  label="Key"
                  description={settings.has_key ? 'one is kept; type another to replace it' : 'none is kept'}
                  value={key}
                  onChange={(event) => setKey(event.currentTarget.value)}
                />
                {numbers.map((one) => (
                  <NumberInput
                    key={one.key}
                    label={one.label}
                    w={420}
                    min={one.least}
                    max={one.most}
                    allowDecimal={false}
                    value={settings[one.key]}
                    onChange={(value) => setTyped({ ...typed, [one.key]: Number(value) })}
                  />
                ))}
              </>
            )}
          </div>
        </Pane>
        <Pane title="ZIP codes">
          <div className="pane-body form" tabIndex={0}>
            {settings !== undefined && (
              <p>
                {count(settings.places.places)} ZIP codes and Canadian areas ship with the program: {settings.places.source}, of{' '}
                {settings.places.published}. Each code has one city there, so another city is told and never refused.
              </p>
            )}
            <p className="quiet">
              Each different address is asked about once, and its answer kept with the day. A directory that does not answer holds nothing
              up: such addresses are not yet verified.
            </p>
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button
          disabled={!isChanged || settings === undefined}
          loading={keep.isPending}
          onClick={() => settings !== undefined && keep.mutate({ ...settings, ...(key === '' ? {} : { key }) })}
        >
          Keep
        </Button>
        <Button variant="default" disabled={isChanged || settings?.url === ''} loading={ask.isPending} onClick={() => ask.mutate()}>
          See whether it answers
        </Button>
      </div>
    </OfficeFrame>
  );
}
