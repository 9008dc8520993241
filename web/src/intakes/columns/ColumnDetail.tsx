import { Select, SegmentedControl, TextInput } from '@mantine/core';
import { type RefObject, useState } from 'react';
import { api } from '../../api/client';
import type { Column, Intake } from '../../api/types';
import { count } from '../../shared/format';
import { Pane } from '../../shared/Pane';
import { Raw } from '../../shared/Raw';
import { useIntakeAction } from '../queries';
import { useFields, useValues } from './useColumns';

interface ColumnDetailProps {
  intake: Intake;
  column: Column;
  taken: Column[];
  editable: boolean;
  fieldRef: RefObject<HTMLInputElement | null>;
  onChoose: (target: string | null, dateOrder?: string | null) => void;
}

/** One column: what it becomes and why, and what each of its values becomes. */
export function ColumnDetail({ intake, column, taken, editable, fieldRef, onChoose }: ColumnDetailProps) {
  const fields = useFields().data?.fields ?? [];
  const values = useValues(intake.id, column);
  const feeds = new Map(taken.filter((other) => other.target !== null && other.column !== column.column).map((other) => [other.target, other.header]));
  const groups = [...new Set(fields.map((field) => field.group))].map((group) => ({
    group,
    items: fields.filter((field) => field.group === group).map((field) => ({ value: field.key, label: feeds.has(field.key) ? `${field.label} (fed by ${feeds.get(field.key) ?? ''})` : field.label, disabled: feeds.has(field.key) })),
  }));
  const isDate = fields.find((field) => field.key === column.target)?.type === 'date';
  return (
    <Pane
      label="The chosen column"
      title={
        <>
          <span className="mono" style={{ fontSize: 15 }}>{column.header}</span> <span className="quiet">becomes</span>
        </>
      }
      right={
        <Select ref={fieldRef} aria-label="Field" w={250} searchable placeholder="choose a field" nothingFoundMessage="No field has that name" data={groups} value={column.target} disabled={!editable} allowDeselect={false} onChange={(target) => target !== null && onChoose(target)} maxDropdownHeight={330} />
      }
    >
      <div className="pane-note">
        <p>{column.evidence}</p>
        {isDate && (
          <div style={{ display: 'flex', gap: 10, alignItems: 'center', marginTop: 6 }}>
            <span style={{ fontWeight: 600 }}>The dates are</span>
            <SegmentedControl
              size="xs"
              aria-label="Order of the dates"
              data={[
                { value: 'mdy', label: 'month first' },
                { value: 'dmy', label: 'day first' },
              ]}
              value={column.date_order ?? ''}
              disabled={!editable}
              onChange={(order) => onChoose(column.target, order)}
            />
            {column.needs_date_order && <span className="pill look">choose one</span>}
          </div>
        )}
        {column.target === 'id.old' && <OldSystem intake={intake} editable={editable} />}
      </div>
      <div className="pane-body" tabIndex={0}>
        <table className="rows">
          <thead>
            <tr>
              <th style={{ width: '27%' }}>As it is</th>
              <th style={{ width: '24%' }}>What it becomes</th>
              <th className="num" style={{ width: 52 }}>Rows</th>
              <th>Why</th>
            </tr>
          </thead>
          <tbody>
            {values.data?.values.map((value) => (
              <tr key={value.value}>
                <td>
                  <Raw value={value.value} />
                </td>
                <td className="mono">{value.held ? <span className="pill held">held</span> : column.target === null ? <span className="nothing">left behind</span> : value.becomes === '' ? <span className="nothing">blank</span> : value.becomes}</td>
                <td className="num">{count(value.rows)}</td>
                <td className="quiet">{value.note}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {values.data !== undefined && values.data.distinct > values.data.shown && <p className="quiet" style={{ padding: '6px 14px' }}>The {count(values.data.shown)} most frequent of {count(values.data.distinct)} values.</p>}
      </div>
    </Pane>
  );
}

/** Ids of two systems can be equal by chance, so the system has a name. */
function OldSystem({ intake, editable }: { intake: Intake; editable: boolean }) {
  const [name, setName] = useState(intake.settings.system);
  const change = useIntakeAction(intake.id, (system: string) => api.patch(`intakes/${intake.id}`, { system }));
  return (
    <div style={{ display: 'flex', gap: 10, alignItems: 'center', marginTop: 6 }}>
      <span style={{ fontWeight: 600 }}>Ids of the system</span>
      <TextInput aria-label="Name of the old system" size="xs" w={200} value={name} disabled={!editable} onChange={(event) => setName(event.currentTarget.value)} onBlur={() => name.trim() !== '' && name !== intake.settings.system && change.mutate(name.trim())} />
      <span className="quiet">Files from the same system share a name.</span>
    </div>
  );
}
