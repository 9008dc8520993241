import { describe, expect, it } from 'vitest';
import { isWhole, nothing, put, read, written } from './tree';

const one = { of: 'email', test: 'is filled', values: [], within: {} };

describe('a search in an address', () => {
  it.each([[null], [''], ['{'], ['[]'], ['{"of":"email"}'], ['7']])('is none if it can not be read: %s', (text) => {
    expect(read(text)).toEqual(nothing);
  });

  it('comes back as it was written', () => {
    const group = { any: true, not: false, of: [one, { any: false, not: true, of: [one] }] };
    expect(read(written(group))).toEqual(group);
    expect(written(nothing)).toBe('');
  });

  it('loses a group with its last condition', () => {
    const group = { any: false, not: false, of: [one, { any: true, not: false, of: [one] }] };
    expect(put(group, 1, { any: true, not: false, of: [] }).of).toEqual([one]);
    expect(put(group, 0, null).of).toHaveLength(1);
    expect(put(group, 2, one).of).toHaveLength(3);
  });
});

describe('a condition', () => {
  it.each([
    [{ ...one }, true],
    [{ ...one, of: '' }, false],
    [{ ...one, test: 'is' }, false],
    [{ ...one, test: 'is', values: [' '] }, false],
    [{ ...one, test: 'is', values: ['a'] }, true],
    [{ ...one, of: 'gifts.last', test: 'between', values: ['2026-01-01'] }, false],
    [{ ...one, of: 'changed', test: 'is' }, true],
    [{ ...one, of: 'near', test: 'is', values: ['04101'] }, false],
    [{ ...one, of: 'near', test: 'is', values: ['04101'], within: { miles: '5' } }, true],
  ])('%j is whole: %s', (condition, whole) => {
    expect(isWhole(condition)).toBe(whole);
  });
});
