import { expect, it } from 'vitest';
import { creditsOf, writtenCredits } from './credits';

it('credits are read and written as the server keeps them', () => {
  const text = '12 | 50.00\n7\n9 | 33.3%';
  expect(creditsOf(text)).toEqual([
    { supporter: 12, much: '50.00' },
    { supporter: 7, much: '' },
    { supporter: 9, much: '33.3%' },
  ]);
  expect(writtenCredits(creditsOf(text))).toBe(text);
  expect(creditsOf('')).toEqual([]);
});
