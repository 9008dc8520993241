import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { GiftRow } from '../api/answers';
import { money } from '../shared/format';

/** What became of a gift, in a word or two. */
export const becameOf = ({ status, amount = '' }: GiftRow): string =>
  status === 'correction' ? (amount.startsWith('-') ? 'went back' : 'added later') : (status ?? '');

export const WIDTHS: Record<string, number> = {
  date: 100,
  amount: 132,
  supporter: 200,
  kind: 120,
  reference: 130,
  status: 130,
  anonymous: 92,
  receipt: 110,
  receipt_on: 104,
  benefit: 120,
  fee: 92,
  source_id: 120,
  with: 92,
};

const coins = (amount: string | null | undefined, currency: string | undefined): string =>
  amount === null || amount === undefined ? '' : money(amount, currency);

const code = (text: string | null | undefined): ReactNode => <span className="mono">{text}</span>;

/** What a list shows of a gift. */
export function cell(column: string, gift: GiftRow): ReactNode {
  const { id, given_on, amount, counts, currency, status } = gift;
  switch (column) {
    case 'date':
      return <Link to={`/gifts/${id}`}>{given_on ?? `gift ${id}`}</Link>;
    case 'amount':
      return (
        <>
          {amount === undefined ? '' : money(counts ?? amount, currency)}
          {counts !== amount && amount !== undefined && <div className="quiet">of {money(amount, currency)}</div>}
          {status !== undefined && status !== 'given' && <div className="quiet">{becameOf(gift)}</div>}
        </>
      );
    case 'supporter':
      return <Link to={`/supporters/${gift.supporter_id}`}>{gift.supporter}</Link>;
    case 'fund':
      return `${gift.fund ?? ''}${(gift.splits ?? '') === '' ? '' : ' and others'}`;
    case 'status':
      return becameOf(gift);
    case 'benefit':
    case 'fee':
      return coins(gift[column], currency);
    case 'reference':
    case 'receipt':
    case 'source_id':
      return code(gift[column]);
    case 'campaign':
    case 'appeal':
    case 'kind':
    case 'tribute':
    case 'anonymous':
    case 'receipt_on':
      return gift[column] ?? '';
    case 'with':
      return gift.batch_id !== null ? (
        <Link to={`/batches/${gift.batch_id}`}>batch {gift.batch_id}</Link>
      ) : gift.intake_id === null ? (
        ''
      ) : (
        <Link to={`/intakes/${gift.intake_id}/proof`}>intake {gift.intake_id}</Link>
      );
    default:
      return '';
  }
}
