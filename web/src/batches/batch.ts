import type { BatchShown, EntryShown } from '../api/answers';
import { count, counted, money } from '../shared/format';
import { partsOf } from '../gifts/splits';
import type { Term } from '../shared/Equation';

/** The parts of a gift that stand in its row; the others are a key away. */
export const COLUMNS = ['gift.amount', 'gift.fund', 'gift.kind', 'gift.reference', 'gift.date'] as const;

/** What else a gift may have, with a word for it. */
const FURTHER: Record<string, string> = {
  'gift.promise': 'pays a promise',
  'gift.splits': 'split',
  'gift.credits': 'credited',
  'gift.campaign': 'campaign',
  'gift.appeal': 'appeal',
  'gift.description': 'in kind',
  'gift.units': 'units',
  'gift.tribute': 'tribute',
  'gift.honored': 'tribute',
  'gift.tribute_kind': 'tribute',
  'gift.tell': 'tell',
  'gift.anonymous': 'anonymous',
  'gift.receipt': 'receipt',
  'gift.receipt_date': 'receipt',
  'gift.benefit': 'benefit',
  'gift.fee': 'fee',
  'gift.id': 'id',
  'gift.notes': 'notes',
};

/** A gift as it is being typed: whose it is, and what is written. */
export interface Typed {
  /** Null for one that is not in the batch yet. */
  id: number | null;
  supporter: { id: number; name: string } | null;
  values: Record<string, string>;
}

export const blank = (batch: BatchShown): Typed => ({
  id: null,
  supporter: null,
  values: { 'gift.date': batch.received_on, ...batch.defaults },
});

export const typedOf = (entry: EntryShown): Typed => ({
  id: entry.id,
  supporter: { id: entry.supporter_id, name: entry.supporter },
  values: { ...entry.values },
});

/** Whether something was written that is not kept yet. */
export const isChanged = (typed: Typed, entry: EntryShown | undefined, batch: BatchShown): boolean => {
  const before = entry === undefined ? blank(batch) : typedOf(entry);
  return (
    typed.supporter?.id !== before.supporter?.id ||
    [...COLUMNS, ...Object.keys(FURTHER)].some((field) => (typed.values[field] ?? '') !== (before.values[field] ?? ''))
  );
};

export const isSplit = (values: Record<string, string>): boolean => (values['gift.splits'] ?? '') !== '';

/** "Roof fund", "Roof fund and Kitchen" */
export const fundOf = (values: Record<string, string>): string =>
  isSplit(values)
    ? [...new Set(partsOf(values['gift.splits'] ?? '').map((part) => (part.fund === '' ? 'no fund' : part.fund)))].join(' and ')
    : (values['gift.fund'] ?? '');

/** "check 4471", "card" */
export const how = (values: Record<string, string>): string =>
  [values['gift.kind'], values['gift.reference']].filter((part) => part !== undefined && part !== '').join(' ');

/** What is so of a gift beyond its row. */
export const beyond = (values: Record<string, string>): string =>
  [
    ...new Set(
      Object.keys(FURTHER)
        .filter((field) => (values[field] ?? '') !== '')
        .map((field) => FURTHER[field]),
    ),
  ].join(', ');

/** Expected = entered + missing, in gifts and in money. What is too much stands with a minus. */
export const equations = (batch: BatchShown): { total: Term; terms: Term[] }[] => [
  {
    total: { key: 'expected', figure: count(batch.expected_gifts), word: batch.expected_gifts === 1 ? 'gift expected' : 'gifts expected' },
    terms: [
      { key: 'entered', figure: count(batch.gifts), word: batch.state === 'posted' ? 'posted' : 'entered' },
      {
        key: 'missing',
        figure: count(Math.abs(batch.gifts_missing)),
        word: batch.gifts_missing < 0 ? 'too many' : 'missing',
        minus: batch.gifts_missing < 0,
        ...(batch.gifts_missing === 0 ? {} : { tone: 'held' as const }),
      },
    ],
  },
  {
    total: { key: 'expected', figure: money(batch.expected_amount, batch.currency), word: 'expected' },
    terms: [
      { key: 'entered', figure: money(batch.amount, batch.currency), word: batch.state === 'posted' ? 'posted' : 'entered' },
      {
        key: 'missing',
        figure: money(batch.amount_missing.replace('-', ''), batch.currency),
        word: batch.amount_missing.startsWith('-') ? 'too much' : 'missing',
        minus: batch.amount_missing.startsWith('-'),
        ...(batch.amount_missing === '0.00' ? {} : { tone: 'held' as const }),
      },
    ],
  },
];

/** "Every row: 2026-11-24, check, General fund" */
export const everyRow = (batch: BatchShown): string =>
  [batch.received_on, ...Object.values(batch.defaults)].filter((part) => part !== '').join(', ');

export const stateOf = (batch: BatchShown): string =>
  ({
    open: `open${batch.opened_by === null ? '' : `, opened by ${batch.opened_by}`}`,
    ready: `ready to post${batch.readied_by === null ? '' : `, made ready by ${batch.readied_by}`}`,
    posted: `posted${batch.posted_by === null ? '' : ` by ${batch.posted_by}`}${batch.posted_at === null ? '' : ` on ${batch.posted_at.slice(0, 10)}`}`,
  })[batch.state];

export const contents = (batch: BatchShown): string => `${counted(batch.gifts, 'gift')}, ${money(batch.amount, batch.currency)}`;
