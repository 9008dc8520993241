import type { Amounts } from '../api/types';
const counts = new Intl.NumberFormat('en-US');

export const count = (value: number): string => counts.format(value);

/** The day it is here, as ISO 8601 writes it. */
export const today = (): string => new Date().toLocaleDateString('en-CA');

/** "1 row", "1,204 rows" */
export const counted = (value: number, one: string, many = `${one}s`): string => `${count(value)} ${value === 1 ? one : many}`;

let homeCurrency = 'USD';

/** The organization's own currency, which amounts are in where nothing else is said. */
export const setHomeCurrency = (code: string): void => {
  homeCurrency = code;
};

const signs: Record<string, string> = {};
const sign = (code: string): string =>
  (signs[code] ??=
    new Intl.NumberFormat('en-US', {
      style: 'currency',
      currency: code,
      currencyDisplay: code === homeCurrency ? 'narrowSymbol' : 'symbol',
    })
      .formatToParts(0)
      .find((part) => part.type === 'currency')?.value ?? code);

/** Exact decimals stay text: "85310.50" -> "$85,310.50". */
/** What stands for a currency that nobody can tell: ISO 4217 has it for transactions without one. */
export const UNKNOWN = 'XXX';

export const money = (amount: string, currency = homeCurrency): string => {
  const negative = amount.startsWith('-');
  const [units = '0', cents = '00'] = amount.replace('-', '').split('.');
  const mark = currency === UNKNOWN ? '' : sign(currency);
  return `${negative ? '-' : ''}${mark}${mark.length > 2 ? ' ' : ''}${units.replace(/\B(?=(\d{3})+$)/g, ',')}.${cents.padEnd(2, '0')}`;
};

/** Each currency by itself, the organization's first: "$30.00 + €5.00". */
export const moneys = (amounts: Amounts): string => {
  const codes = Object.keys(amounts).sort(
    (one, other) => Number(other === homeCurrency) - Number(one === homeCurrency) || one.localeCompare(other),
  );
  return codes.length === 0
    ? money('0.00')
    : codes.map((code) => `${money(amounts[code] ?? '0.00', code)}${code === UNKNOWN ? ' in an unknown currency' : ''}`).join(' + ');
};

export const hasMoney = (amounts: Amounts): boolean => Object.keys(amounts).length > 0;

export const moment = (iso: string): string => {
  const date = new Date(iso.includes('T') ? iso : `${iso.replace(' ', 'T')}Z`);
  const today = new Date().toDateString() === date.toDateString();
  const time = date.toLocaleTimeString('en-US', { hour: '2-digit', minute: '2-digit', hour12: false });
  return `${today ? 'today' : date.toLocaleDateString('en-CA')} ${time}`;
};

export const duration = (seconds: number): string =>
  seconds < 90 ? `${Math.max(seconds, 0.1).toFixed(seconds < 10 ? 1 : 0)} s` : `${Math.round(seconds / 60)} min`;

export const fileSize = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} KB` : `${(bytes / 1e6).toFixed(1)} MB`;

/** "+12075550143" -> "(207) 555-0143" for numbers of the North American plan; others stay. */
/** A sentence with the telephone numbers in it as people read them. */
export const withPhones = (sentence: string): string => sentence.replace(/\+1\d{10}(?:;ext=\d+)?/g, (number) => phone(number));

export const phone = (number: string): string =>
  number.replace(
    /^\+1(\d{3})(\d{3})(\d{4})(?:;ext=(\d+))?$/,
    (_all, area: string, exchange: string, line: string, extension?: string) =>
      `(${area}) ${exchange}-${line}${extension === undefined ? '' : ` ext. ${extension}`}`,
  );

/** What someone is in a row: "spouse", "child 2", "credited" for whom a gift is credited to. */
export const roleOf = (role: string): string => (role.startsWith('credit.') ? 'credited' : role.replace('.', ' '));
