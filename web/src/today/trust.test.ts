import { describe, expect, it } from 'vitest';
import { share } from './Trust';

describe('a share of the records', () => {
  it.each([
    [0, 0, '0'],
    [0, 10, '0'],
    [10, 10, '100'],
    [1, 3, '33.3'],
    [199_999, 200_000, '99.9'],
    [1, 200_000, '0.1'],
  ])('%d of %d', (part, total, shown) => expect(share(part, total)).toBe(shown));
});
