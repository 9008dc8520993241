import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { SupporterRow } from '../api/answers';
import { money, phone } from '../shared/format';

export const WIDTHS: Record<string, number> = {
  name: 220,
  kind: 104,
  email: 220,
  phone: 132,
  notes: 260,
  'gifts.count': 64,
  'gifts.given': 120,
  'gifts.largest': 110,
  'gifts.first': 110,
  'gifts.last': 110,
};

/** What a list shows of a supporter. */
export function cell(column: string, row: SupporterRow): ReactNode {
  if (column === 'name') {
    return <Link to={`/supporters/${row.id}`}>{row.name}</Link>;
  }
  const text = row.cells[column] ?? '';
  if (text === '' || column === 'phone') {
    return text === '' ? '' : phone(text);
  }
  // "USD 20.00 + CAD 5.00"
  return column === 'gifts.given' || column === 'gifts.largest'
    ? text
        .split(' + ')
        .map((one) => money(one.slice(4), one.slice(0, 3)))
        .join(' + ')
    : text.replaceAll('\n', ' ');
}
