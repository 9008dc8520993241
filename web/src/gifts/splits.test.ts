import { describe, expect, it } from 'vitest';
import { cents, missing, type Part, partsOf, written } from './splits';

const part = (amount: string, fund = '', campaign = '', appeal = ''): Part => ({ amount, fund, campaign, appeal });

describe('parts of a gift', () => {
  it('are read and written as the server keeps them', () => {
    const text = '60.00 | Roof fund | Spring\n40.00\n5.00 |  |  | Mail';
    expect(partsOf(text)).toEqual([part('60.00', 'Roof fund', 'Spring'), part('40.00'), part('5.00', '', '', 'Mail')]);
    expect(written(partsOf(text))).toBe(text);
    expect(partsOf('')).toEqual([]);
  });

  it.each([
    ['$1,250.50', 125050],
    ['-3', -300],
    ['0.1', 10],
    ['1.005', null],
    ['EUR 5', null],
    ['', null],
  ])('%s is so many cents', (amount, expected) => {
    expect(cents(amount)).toBe(expected);
  });

  it.each([
    ['100', ['60', '40'], '0.00'],
    ['100', ['60', '39.99'], '0.01'],
    ['0.30', ['0.10', '0.20'], '0.00'],
    ['100', ['60', '50'], '-10.00'],
    ['100', ['60', ''], null],
    ['EUR 5', ['5'], null],
  ])('of %s with parts %j is missing', (whole, amounts, expected) => {
    expect(
      missing(
        amounts.map((amount) => part(amount)),
        whole,
      ),
    ).toBe(expected);
  });
});
