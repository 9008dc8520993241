import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { PromiseRow } from '../api/answers';
import { count, counted, money } from '../shared/format';
import { next, promised, STATUS } from './words';

export const WIDTHS: Record<string, number> = {
  promised: 180,
  supporter: 190,
  status: 124,
  next: 190,
  paid: 112,
  balance: 112,
  kind: 112,
  amount: 104,
  missed: 80,
};

/** What a list shows of a promise. */
export function cell(column: string, one: PromiseRow): ReactNode {
  switch (column) {
    case 'promised':
      return (
        <>
          <Link to={`/promises/${one.id}`}>{promised(one)}</Link>
          <div className="quiet">{[one.kind, one.promised_on].filter((part) => part !== null).join(' of ')}</div>
        </>
      );
    case 'supporter':
      return <Link to={`/supporters/${one.supporter_id}`}>{one.supporter}</Link>;
    case 'status':
      return (
        <>
          <span className={`pill ${STATUS[one.status].pill}`}>{STATUS[one.status].says}</span>
          {one.missed > 0 && <div className="quiet">{counted(one.missed, 'earlier one', 'earlier ones')} missing</div>}
        </>
      );
    case 'next':
      return next(one);
    case 'paid':
    case 'balance':
    case 'amount':
      return one[column] === null ? '' : money(one[column], one.currency);
    case 'missed':
      return one.missed === 0 ? '' : count(one.missed);
    case 'fund':
    case 'campaign':
    case 'appeal':
    case 'kind':
    case 'frequency':
    case 'reference':
    case 'source_id':
      return one[column] ?? '';
    default:
      return '';
  }
}
