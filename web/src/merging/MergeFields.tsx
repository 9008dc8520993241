import { Radio } from '@mantine/core';
import { useState } from 'react';
import { counted, money } from '../shared/format';
import type { MergeField, MergePreview } from './types';
import { withoutTyped } from './typed';

interface MergeFieldsProps {
  data: MergePreview;
  typed: Record<string, string>;
  onTyped: (typed: Record<string, string>) => void;
  onSurvivor: (id: number) => void;
  onWithout: (id: number) => void;
}

/** The fields that differ, a column for each supporter and one for what they become; those that agree fold away. */
export function MergeFields({ data, typed, onTyped, onSurvivor, onWithout }: MergeFieldsProps) {
  const [all, setAll] = useState(false);
  const same = data.fields.filter((field) => !field.differs);
  const shown = all ? data.fields : data.fields.filter((field) => field.differs);
  return (
    <table className="rows merge">
      <thead>
        <tr>
          <th style={{ width: 118 }}>Field</th>
          {data.candidates.map((one) => (
            <th key={one.id}>
              <Radio size="xs" name="survivor" checked={one.id === data.survivor} onChange={() => onSurvivor(one.id)} label={<b>{one.name}</b>} aria-label={`${one.name}, number ${one.id}, stays`} />
              <div className="quiet">number {one.id}{one.id === data.survivor ? ', stays' : ''}</div>
              <div className="quiet">{counted(one.gifts, 'gift')}{one.gifts > 0 && `, ${money(one.given)}`}</div>
              {data.candidates.length > 2 && <button type="button" className="plain-button" onClick={() => onWithout(one.id)}>leave out</button>}
            </th>
          ))}
          <th className="becomes">Becomes</th>
        </tr>
      </thead>
      <tbody>
        {shown.map((field) => <FieldRow key={field.column} field={field} data={data} typed={typed} onTyped={onTyped} />)}
        {same.length > 0 && (
          <tr>
            <td colSpan={data.candidates.length + 2}>
              <button type="button" className="plain-button" onClick={() => setAll(!all)}>{all ? 'Fold away what agrees' : `${counted(same.length, 'field')} ${same.length === 1 ? 'is' : 'are'} the same in all: show`}</button>
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

function FieldRow({ field, data, typed, onTyped }: { field: MergeField; data: MergePreview; typed: Record<string, string>; onTyped: (typed: Record<string, string>) => void }) {
  const [text, setText] = useState<string | null>(null);
  const isTyped = field.column in typed;
  const keep = (value: string) => onTyped({ ...typed, [field.column]: value });
  return (
    <tr>
      <td className="quiet">{field.label}</td>
      {data.candidates.map((one) => {
        const value = field.values[one.id] ?? '';
        return (
          <td key={one.id}>
            {value === '' ? <span className="nothing">blank</span> : (
              <button type="button" className="take" aria-pressed={value === field.merged} aria-label={`Take ${value} for ${field.label}`} onClick={() => keep(value)}>{value}</button>
            )}
          </td>
        );
      })}
      <td className="becomes">
        <div className="inline-form" style={{ flexWrap: 'nowrap', gap: 5 }}>
          <input className="cell-edit" aria-label={`${field.label} becomes`} title={field.merged} value={text ?? field.merged.replaceAll('\n', '; ')} readOnly={field.merged.includes('\n')} onChange={(event) => setText(event.currentTarget.value)} onKeyDown={(event) => { if (event.key === 'Enter') { event.currentTarget.blur(); } }} onBlur={() => { if (text !== null && text !== field.merged) { keep(text); } setText(null); }} />
          {isTyped && <button type="button" className="plain-button" title="As the policy says" aria-label={`${field.label} as the policy says`} onClick={() => onTyped(withoutTyped(typed, field.column))}>by rule</button>}
        </div>
      </td>
    </tr>
  );
}
