import { describe, expect, it } from 'vitest';
import { count, counted, duration, fileSize, money, moneys, phone, UNKNOWN } from './format';

describe('figures as a person reads them', () => {
  it.each([
    ['85310.50', '$85,310.50'],
    ['0.00', '$0.00'],
    ['999.9', '$999.90'],
    ['1000', '$1,000.00'],
    ['-25.00', '-$25.00'],
    // Larger than a floating-point number can hold exactly: it must stay text.
    ['123456789012345678.91', '$123,456,789,012,345,678.91'],
  ])('money %s', (amount, shown) => expect(money(amount)).toBe(shown));

  it('money of a currency that nobody can tell has no mark', () => {
    expect(money('5000.00', UNKNOWN)).toBe('5,000.00');
    expect(moneys({ XXX: '5000.00', USD: '1.00' })).toBe('$1.00 + 5,000.00 in an unknown currency');
  });

  it.each([
    ['+12075550143', '(207) 555-0143'],
    ['+12075550143;ext=12', '(207) 555-0143 ext. 12'],
    ['+442079460018', '+442079460018'],
    ['', ''],
  ])('phone %s', (number, shown) => expect(phone(number)).toBe(shown));

  it.each([
    [0, '0 rows'],
    [1, '1 row'],
    [1204, '1,204 rows'],
  ])('%d counted', (value, shown) => expect(counted(value, 'row')).toBe(shown));

  it('uses the plural it is given', () => expect(counted(2, 'address', 'addresses')).toBe('2 addresses'));
  it('groups thousands', () => expect(count(1200000)).toBe('1,200,000'));

  it.each([
    [0.02, '0.1 s'],
    [3.14, '3.1 s'],
    [42, '42 s'],
    [600, '10 min'],
  ])('%d seconds', (seconds, shown) => expect(duration(seconds)).toBe(shown));

  it.each([
    [12, '1 KB'],
    [173_000, '173 KB'],
    [2_500_000, '2.5 MB'],
  ])('%d bytes', (bytes, shown) => expect(fileSize(bytes)).toBe(shown));
});
