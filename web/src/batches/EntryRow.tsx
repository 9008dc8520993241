import { TextInput } from '@mantine/core';
import { type KeyboardEvent, memo } from 'react';
import type { EntryShown, FormField, LookedUp } from '../api/answers';
import { api } from '../api/client';
import { money } from '../shared/format';
import { type Picked, SupporterPicker } from '../shared/SupporterPicker';
import { beyond, COLUMNS, fundOf, how, isSplit } from './batch';
import type { Typing } from './useTyping';

/** A gift in the batch, as it is read. */
export const EntryRow = memo(function EntryRow({
  entry,
  number,
  currency,
  onGo,
}: {
  entry: EntryShown;
  number: number;
  currency: string;
  onGo: ((entry: EntryShown) => void) | null;
}) {
  const { values } = entry;
  return (
    <tr className={onGo === null ? undefined : 'pick'} onClick={() => onGo?.(entry)}>
      <td className="quiet num">{number}</td>
      <td>{entry.supporter}</td>
      <td className="num">{money(values['gift.amount'] ?? '', currency)}</td>
      <td>{fundOf(values)}</td>
      <td>{how(values)}</td>
      <td>{values['gift.date']}</td>
      <td className="quiet">
        {[beyond(values), entry.intake_id === null ? '' : `intake ${entry.intake_id}`].filter((part) => part !== '').join(', ')}
      </td>
    </tr>
  );
});

const find = async (asked: string): Promise<Picked[]> =>
  (await api.get<LookedUp>(`batch-supporters?q=${encodeURIComponent(asked)}`)).found.map((one) => ({
    id: one.id,
    name: one.name,
    hint: [one.address, one.status === 'deceased' ? 'has died' : '', `number ${one.id}`].filter((part) => part !== '').join(' · '),
  }));

const WORDS: Record<string, string> = {
  'gift.amount': 'Amount',
  'gift.fund': 'Fund',
  'gift.kind': 'Kind',
  'gift.reference': 'Number or reference',
  'gift.date': 'Date',
};

/** The row one is in. Enter keeps it and goes to the next; the arrows go up and down; Escape drops what is not kept. */
export function TypedRow({
  number,
  typing,
  fields,
  onKey,
  onCell,
}: {
  number: number | null;
  typing: Typing;
  fields: FormField[];
  onKey: (event: KeyboardEvent<HTMLElement>) => void;
  onCell: (field: string) => void;
}) {
  const { typed, problems } = typing;
  const wrong = (field: string) => problems.some((problem) => problem.place === field && problem.blocks);
  const cell = (field: (typeof COLUMNS)[number]) => {
    const of = fields.find((one) => one.key === field);
    return (
      <TextInput
        size="xs"
        aria-label={WORDS[field]}
        data-cell={field}
        placeholder={WORDS[field]?.toLowerCase()}
        error={wrong(field)}
        className={field === 'gift.amount' ? 'num-input' : undefined}
        disabled={of?.edits === false || (field === 'gift.fund' && isSplit(typed.values))}
        list={(of?.options.length ?? 0) > 0 ? `entry-${field}` : undefined}
        value={field === 'gift.fund' ? fundOf(typed.values) : (typed.values[field] ?? '')}
        onChange={(event) => typing.write({ [field]: event.currentTarget.value })}
        onFocus={() => onCell(field)}
        onBlur={typing.look}
        onKeyDown={onKey}
      />
    );
  };
  return (
    <tr className="here">
      <td className="quiet num">{number ?? 'new'}</td>
      <td>
        <SupporterPicker
          of={`${typed.id ?? 'new'} ${typed.supporter?.id ?? ''}`}
          label="Supporter"
          first={typed.supporter?.name ?? ''}
          find={find}
          placeholder="name, number, email, phone or address"
          autoFocus={typed.supporter === null}
          onPick={(one) => {
            typing.give({ id: one.id, name: one.name });
            requestAnimationFrame(() => document.querySelector<HTMLInputElement>('[data-cell="gift.amount"]')?.focus());
          }}
          onFocus={() => onCell('supporter')}
          onKeyDown={onKey}
        />
      </td>
      <td>{cell('gift.amount')}</td>
      <td>{cell('gift.fund')}</td>
      <td>
        <div className="cells">
          {cell('gift.kind')}
          {cell('gift.reference')}
        </div>
      </td>
      <td>{cell('gift.date')}</td>
      <td className="quiet">
        {beyond(typed.values)}
        {fields
          .filter((field) => field.options.length > 0 && (COLUMNS as readonly string[]).includes(field.key))
          .map((field) => (
            <datalist key={field.key} id={`entry-${field.key}`}>
              {field.options.map((option) => (
                <option key={option} value={option} />
              ))}
            </datalist>
          ))}
      </td>
    </tr>
  );
}
