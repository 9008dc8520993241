import { money } from '../shared/format';

/** The list of gifts of a year, narrowed. */
export const giftsOf = (year: number, currency: string, more: Record<string, string>): string =>
  `/gifts?${new URLSearchParams({
    ...('month' in more ? {} : { from: `${year}-01-01`, to: `${year}-12-31` }),
    currency,
    ...more,
  }).toString()}`;

interface Asked {
  of: string;
  test: string;
  values?: string[];
  within?: Record<string, string>;
}

const people = (...of: Asked[]): string => `/supporters?where=${encodeURIComponent(JSON.stringify({ of }))}`;

const anyIn = (year: number): Asked => ({
  of: 'gifts.any',
  test: 'is filled',
  within: { from: `${year}-01-01`, until: `${year}-12-31` },
});

const noneIn = (year: number): Asked => ({ ...anyIn(year), test: 'is blank' });

/** Who stands behind the figures: lists of supporters. */
export const peopleOf = {
  gave: (year: number) => people(anyIn(year)),
  firstTime: (year: number) => people({ of: 'gifts.first', test: 'between', values: [`${year}-01-01`, `${year}-12-31`] }),
  again: (year: number) => people(anyIn(year), { of: 'gifts.first', test: 'before', values: [`${year}-01-01`] }),
  retained: (year: number) => people(anyIn(year), anyIn(year - 1)),
  lapsed: (year: number) => people(anyIn(year - 1), noneIn(year)),
  stopped: (year: number) => people({ of: 'gifts.last', test: 'before', values: [`${year - 1}-01-01`] }),
};

export const share = (part: number, whole: number): string => (whole === 0 ? 'none' : `${Math.round((100 * part) / whole)} %`);

export const sizeName = (least: string | null, most: string | null, currency: string): string => {
  if (least === null) {
    return `under ${money(most ?? '0', currency)}`;
  }
  return most === null ? `${money(least, currency)} and more` : `${money(least, currency)} to under ${money(most, currency)}`;
};
