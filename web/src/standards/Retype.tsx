import { Button, Select } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { count, counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Raw } from '../shared/Raw';
import type { CatalogField } from './types';
import type { RetypeReport as Report } from '../api/answers';

/** Another type for a field of one's own: first what its values would become, then the deed. */
export function Retype({
  field,
  types,
  onClose,
  onDone,
}: {
  field: CatalogField;
  types: string[];
  onClose: () => void;
  onDone: () => void;
}) {
  const [type, setType] = useState<string | null>(null);
  const look = useMutation({ mutationFn: (to: string) => api.post<Report>(`fields/${field.key}/type`, { type: to }) });
  const convert = useMutation({
    mutationFn: () => api.post<Report>(`fields/${field.key}/type`, { type, convert: true }),
    onSuccess: onDone,
  });
  const report = look.data;
  const lost = report?.lost.reduce((sum, one) => sum + one.records, 0) ?? 0;
  return (
    <section className="boxed">
      <Trouble error={look.error ?? convert.error} />
      <div className="inline-form">
        <Select
          aria-label="New type"
          placeholder="new type"
          data={types.filter((one) => one !== field.type)}
          value={type}
          onChange={(to) => {
            setType(to);
            if (to !== null) {
              look.mutate(to);
            }
          }}
        />
        <Button color="resin" disabled={type === null || report === undefined} loading={convert.isPending} onClick={() => convert.mutate()}>
          {lost > 0 ? `Convert; ${counted(lost, 'value is', 'values are')} emptied` : 'Convert'}
        </Button>
        <Button variant="subtle" color="pine" onClick={onClose}>
          Cancel
        </Button>
      </div>
      {report !== undefined && (
        <>
          <p>
            {counted(report.values, 'value')}: {count(report.same)} stay as they are,{' '}
            {count(report.converted.reduce((sum, one) => sum + one.records, 0))} are converted, {count(lost)} can't be. The history of each
            supporter keeps what was there.
          </p>
          {report.lost.slice(0, 6).map((one) => (
            <div key={one.value} style={{ color: 'var(--brick-text)' }}>
              <Raw value={one.value} /> {one.reason}
              {one.records > 1 && `, ${count(one.records)} records`}
            </div>
          ))}
          {report.converted.slice(0, 6).map((one) => (
            <div key={one.value}>
              <Raw value={one.value} /> becomes <span className="mono">{one.becomes}</span>
            </div>
          ))}
        </>
      )}
    </section>
  );
}
