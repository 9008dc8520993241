import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { GiftRow } from '../api/answers';
import { money } from '../shared/format';

export interface GiftColumn {
  key: string;
  head: string;
  width?: number;
  isMoney?: boolean;
  of: (gift: GiftRow) => ReactNode;
}

/** What became of a gift, in a word or two. */
export const becameOf = ({ status, amount = '' }: GiftRow): string =>
  status === 'correction' ? (amount.startsWith('-') ? 'went back' : 'added later') : (status ?? '');

/** What a list of gifts can show beside the day, the amount and whose it is. */
export const COLUMNS: GiftColumn[] = [
  { key: 'fund', head: 'Fund', of: ({ fund, splits }) => `${fund ?? ''}${(splits ?? '') === '' ? '' : ' and others'}` },
  { key: 'campaign', head: 'Campaign', of: ({ campaign }) => campaign },
  { key: 'appeal', head: 'Appeal', of: ({ appeal }) => appeal },
  { key: 'kind', head: 'Kind', width: 120, of: ({ kind }) => kind },
  { key: 'reference', head: 'Reference', width: 130, of: ({ reference }) => <span className="mono">{reference}</span> },
  { key: 'status', head: 'What became of it', width: 130, of: (gift) => becameOf(gift) },
  { key: 'tribute', head: 'In honor or memory of', of: ({ tribute }) => tribute },
  { key: 'anonymous', head: 'Anonymous', width: 92, of: ({ anonymous }) => anonymous },
  { key: 'receipt', head: 'Receipt', width: 110, of: ({ receipt }) => <span className="mono">{receipt}</span> },
  { key: 'receipt_on', head: 'Receipt date', width: 104, of: ({ receipt_on }) => receipt_on },
  {
    key: 'benefit',
    head: 'Came in return',
    width: 120,
    isMoney: true,
    of: ({ benefit, currency }) => (benefit === null || benefit === undefined ? '' : money(benefit, currency)),
  },
  {
    key: 'fee',
    head: 'Fee',
    width: 92,
    isMoney: true,
    of: ({ fee, currency }) => (fee === null || fee === undefined ? '' : money(fee, currency)),
  },
  { key: 'source_id', head: 'Id elsewhere', width: 120, of: ({ source_id }) => <span className="mono">{source_id}</span> },
  {
    key: 'with',
    head: 'Came with',
    width: 92,
    of: ({ batch_id, intake_id }) =>
      batch_id !== null ? (
        <Link to={`/batches/${batch_id}`}>batch {batch_id}</Link>
      ) : intake_id === null ? (
        ''
      ) : (
        <Link to={`/intakes/${intake_id}/proof`}>intake {intake_id}</Link>
      ),
  },
];

const USUAL = ['fund', 'kind', 'reference', 'with'];

const KEPT = 'gift columns';

/** Keys of the columns that someone chose on this computer, in the order of the list. */
export const chosenColumns = (): string[] => {
  const kept = localStorage.getItem(KEPT)?.split(',') ?? USUAL;
  return COLUMNS.map(({ key }) => key).filter((key) => kept.includes(key));
};

export const keepColumns = (keys: string[]): void => localStorage.setItem(KEPT, keys.join(','));
