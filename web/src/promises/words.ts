import type { PromiseRow } from '../api/answers';
import { money } from '../shared/format';

export type Status = PromiseRow['status'];

/** How a promise stands, as it is said, and how it is marked. */
export const STATUS: Record<Status, { says: string; pill: string }> = {
  overdue: { says: 'overdue', pill: 'held' },
  failed: { says: 'failed to come', pill: 'held' },
  due: { says: 'due', pill: 'look' },
  open: { says: 'open', pill: 'idle' },
  paused: { says: 'paused', pill: 'idle' },
  fulfilled: { says: 'fulfilled', pill: '' },
  'written off': { says: 'written off', pill: 'idle' },
  ended: { says: 'ended', pill: 'idle' },
};

/** "$30.00 monthly", "$1,200.00" */
export const promised = ({ kind, amount, currency, frequency }: PromiseRow): string =>
  amount === null ? 'amount hidden' : `${money(amount, currency)}${kind === 'recurring gift' ? ` ${frequency ?? 'monthly'}` : ''}`;

/** "$100.00 on 2026-12-10" */
export const next = ({ next_on, next_amount, currency }: PromiseRow): string =>
  next_on === null ? '' : `${next_amount === null ? '' : `${money(next_amount, currency)} on `}${next_on}`;

/** What it is for: "General fund, Spring 2026". */
export const purposeOf = ({ fund, campaign }: { fund: string | null; campaign: string | null }): string =>
  [fund, campaign].filter((one) => one !== null && one !== '').join(', ');
