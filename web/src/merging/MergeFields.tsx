import { Radio } from '@mantine/core';
import { useState } from 'react';
import { counted, moneys, phone } from '../shared/format';
import { Differing } from '../shared/Differing';
import { Of } from '../shared/Of';
import type { MergeField, MergePolicy, MergePreview } from './types';
import { withoutTyped } from './typed';

interface MergeFieldsProps {
  data: MergePreview;
  typed: Record<string, string>;
  onTyped: (typed: Record<string, string>) => void;
  onSurvivor: (id: number) => void;
  onWithout: (id: number) => void;
  /** Columns to look at, in their order; none for all. */
  chosen?: string[];
  /** Whether they stay several: what they would become is not shown. */
  isApart?: boolean;
  /** The rules by which a field may get its value, where one can choose for each field. */
  rules?: MergePolicy['usual'][];
  policy?: MergePolicy;
  onPolicy?: (policy: MergePolicy) => void;
}

/** The fields that differ, a column for each supporter and one for what they become; those that agree fold away. */
export function MergeFields(props: MergeFieldsProps) {
  const { data, onSurvivor, onWithout, chosen = [], isApart = false } = props;
  const [all, setAll] = useState(false);
  const fields = chosen.length === 0 ? data.fields : chosen.flatMap((column) => data.fields.filter((field) => field.column === column));
  const same = fields.filter((field) => !field.differs);
  const shown = all ? fields : fields.filter((field) => field.differs);
  return (
    <table className="rows merge">
      <thead>
        <tr>
          <th style={{ width: 104 }}>Field</th>
          {data.candidates.map((one) => (
            <th key={one.id}>
              <div>
                <b>{one.name}</b>
              </div>
              {isApart ? (
                <div className="quiet">number {one.id}</div>
              ) : (
                <Radio
                  size="xs"
                  name="survivor"
                  checked={one.id === data.survivor}
                  onChange={() => onSurvivor(one.id)}
                  label={
                    <span className="quiet">
                      number {one.id}
                      {one.id === data.survivor ? ', stays' : ''}
                    </span>
                  }
                  aria-label={`${one.name}, number ${one.id}, stays`}
                />
              )}
              <div className="quiet">
                {counted(one.gifts, 'gift')}
                {one.gifts > 0 && `, ${moneys(one.given)}`}
              </div>
              {data.candidates.length > 2 && (
                <button type="button" className="plain-button" onClick={() => onWithout(one.id)}>
                  leave out
                  <Of what={one.name} />
                </button>
              )}
            </th>
          ))}
          {!isApart && <th className="becomes">Becomes</th>}
        </tr>
      </thead>
      <tbody>
        {shown.map((field) => (
          <FieldRow key={field.column} field={field} {...props} />
        ))}
        {same.length > 0 && (
          <tr>
            <td colSpan={data.candidates.length + (isApart ? 1 : 2)}>
              <button type="button" className="plain-button" onClick={() => setAll(!all)}>
                {all ? 'Hide what agrees' : `${counted(same.length, 'field')} ${same.length === 1 ? 'is' : 'are'} the same in all: show`}
              </button>
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

function FieldRow({ field, data, typed, onTyped, rules, policy, onPolicy, isApart = false }: MergeFieldsProps & { field: MergeField }) {
  const [text, setText] = useState<string | null>(null);
  const isTyped = field.column in typed;
  const keep = (value: string) => onTyped({ ...typed, [field.column]: value });
  return (
    <tr>
      <td className="quiet">
        {field.label}
        {field.has_rule && rules !== undefined && policy !== undefined && onPolicy !== undefined && (
          <select
            className="row-rule"
            aria-label={`Rule for ${field.label}`}
            value={policy.fields[field.column] ?? ''}
            onChange={(event) =>
              onPolicy(
                withRule(
                  policy,
                  field.column,
                  rules.find((rule) => rule === event.currentTarget.value),
                ),
              )
            }
          >
            <option value="">{policy.usual}</option>
            {rules
              .filter((rule) => rule !== policy.usual)
              .map((rule) => (
                <option key={rule} value={rule}>
                  {rule}
                </option>
              ))}
          </select>
        )}
      </td>
      {data.candidates.map((one) => {
        const value = field.values[one.id] ?? '';
        return (
          <td key={one.id}>
            {value === '' ? (
              <span className="nothing">blank</span>
            ) : field.is_list || isApart ? (
              <Listed column={field.column} value={value} other={against(field, data, one.id)} />
            ) : (
              <button
                type="button"
                className="take"
                aria-pressed={value === field.merged}
                aria-label={`Take ${value} for ${field.label}`}
                onClick={() => keep(value)}
              >
                <Differing value={value} other={against(field, data, one.id)} exact />
              </button>
            )}
          </td>
        );
      })}
      {!isApart && (
        <td className="becomes">
          {field.is_list ? (
            <Listed column={field.column} value={field.merged} other="" />
          ) : (
            <div className="inline-form" style={{ flexWrap: 'nowrap', gap: 5 }}>
              <input
                className="cell-edit"
                aria-label={`${field.label} becomes`}
                title={field.merged}
                value={text ?? field.merged.replaceAll('\n', '; ')}
                readOnly={field.merged.includes('\n')}
                onChange={(event) => setText(event.currentTarget.value)}
                onKeyDown={(event) => {
                  if (event.key === 'Enter') {
                    event.currentTarget.blur();
                  }
                }}
                onBlur={() => {
                  if (text !== null && text !== field.merged) {
                    keep(text);
                  }
                  setText(null);
                }}
              />
              {isTyped && (
                <button
                  type="button"
                  className="plain-button"
                  title="As the policy says"
                  aria-label={`${field.label} by rule`}
                  onClick={() => onTyped(withoutTyped(typed, field.column))}
                >
                  by rule
                </button>
              )}
            </div>
          )}
        </td>
      )}
    </tr>
  );
}

/** The value of the first other supporter that differs: what a difference is marked against. */
const against = (field: MergeField, data: MergePreview, id: number): string =>
  data.candidates
    .map((one) => (one.id === id ? '' : (field.values[one.id] ?? '')))
    .find((value) => value !== '' && value !== field.values[id]) ?? '';

const Listed = ({ column, value, other }: { column: string; value: string; other: string }) => (
  <Differing
    value={column === 'phones' ? value.split('\n').map(phone).join('\n') : value}
    other={column === 'phones' ? other.split('\n').map(phone).join('\n') : other}
  />
);

function withRule(policy: MergePolicy, column: string, rule?: MergePolicy['usual']): MergePolicy {
  const fields = Object.fromEntries(Object.entries(policy.fields).filter(([of]) => of !== column));
  return { ...policy, fields: rule === undefined ? fields : { ...fields, [column]: rule } };
}
