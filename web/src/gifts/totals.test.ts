import { describe, expect, it } from 'vitest';
import { giftsOf, peopleOf, share, sizeName } from './totals';

describe('what a figure opens', () => {
  it('is the list of gifts of that year, or of its month', () => {
    expect(giftsOf(2025, 'USD', { fund: 'Nets & more' })).toBe('/gifts?from=2025-01-01&to=2025-12-31&currency=USD&fund=Nets+%26+more');
    expect(giftsOf(2025, 'USD', { month: '2025-03' })).toBe('/gifts?currency=USD&month=2025-03');
  });
  it('is a search for those people', () => {
    const where = JSON.parse(decodeURIComponent(peopleOf.lapsed(2025).split('where=')[1] ?? '')) as { of: { test: string }[] };
    expect(where.of.map((one) => one.test)).toEqual(['is filled', 'is blank']);
  });
});

it.each([
  [1, 3, '33 %'],
  [0, 0, 'none'],
])('%i of %i', (part, whole, said) => expect(share(part, whole)).toBe(said));

it.each([
  [null, '25.00', 'under $25.00'],
  ['25.00', '100.00', '$25.00 to under $100.00'],
  ['5000.00', null, '$5,000.00 and more'],
])('from %s to %s', (least, most, said) => expect(sizeName(least, most, 'USD')).toBe(said));
