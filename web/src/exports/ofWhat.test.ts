import { describe, expect, it } from 'vitest';
import { numbered } from './ofWhat';

describe('several of a kind', () => {
  it.each([
    [['email', 'name.last'], 1, ['email', 'name.last']],
    [['email', 'name.last'], 3, ['email', 'email#2', 'email#3', 'name.last']],
    [['address.city', 'emails'], 2, ['address.city', 'address.city#2', 'emails']],
    [[], 5, []],
  ])('%j, %i of each', (keys, most, expected) => {
    expect(numbered(keys, most)).toEqual(expected);
  });
});
