import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { BatchShown } from '../api/answers';
import { count, moment, money } from '../shared/format';
import { stateOf } from './batch';

export const WIDTHS: Record<string, number> = {
  name: 190,
  received: 100,
  state: 250,
  gifts: 62,
  amount: 104,
  expected: 104,
  difference: 230,
  expected_gifts: 110,
  currency: 80,
};

/** What a list shows of a batch. */
export function cell(column: string, batch: BatchShown): ReactNode {
  switch (column) {
    case 'name':
      return <Link to={`/batches/${batch.id}`}>{batch.name}</Link>;
    case 'received':
      return batch.received_on;
    case 'state':
      return stateOf(batch);
    case 'gifts':
    case 'expected_gifts':
      return count(batch[column]);
    case 'amount':
      return money(batch.amount, batch.currency);
    case 'expected':
      return money(batch.expected_amount, batch.currency);
    case 'difference':
      return batch.agrees ? (
        <span className="quiet">agrees</span>
      ) : (
        <span className={batch.state === 'posted' ? 'quiet' : 'held'} title={batch.difference}>
          {batch.difference}
        </span>
      );
    case 'posted_at':
      return batch.posted_at === null ? '' : moment(batch.posted_at);
    case 'currency':
    case 'bank_reference':
    case 'opened_by':
    case 'readied_by':
    case 'posted_by':
    case 'reason':
      return batch[column] ?? '';
    default:
      return '';
  }
}
