import { describe, expect, it } from 'vitest';
import type { Catalog } from '../../api/types';
import { fieldOf, kindsOf, parseTarget, targetKey } from './target';

const field = (key: string) => ({ key, label: key, group: '', type: 'text' as const, options: [], named: false, in_grid: true });
const catalog: Catalog = {
  fields: ['name.first', 'address.city', 'email', 'gift.date', 'gift.fund', 'gift.split.amount'].map(field),
  parties: [
    { party: 'spouse', label: 'Spouse', fields: [field('spouse.name.first')] },
    { party: 'child', label: 'Child', fields: [field('child.name.first')] },
  ],
  kinds: { address: ['home', 'work'], email: ['home', 'work'], phone: ['mobile'], gift: [] },
  of_part: ['gift.fund', 'gift.split.amount'],
  types: [],
  steps: [],
};

describe('targets', () => {
  it.each([
    ['name.first', { party: '', person: 1, field: 'name.first', kind: '', number: 1, part: 1 }],
    ['address.work.city', { party: '', person: 1, field: 'address.city', kind: 'work', number: 1, part: 1 }],
    ['address.work.2.city', { party: '', person: 1, field: 'address.city', kind: 'work', number: 2, part: 1 }],
    ['email.2', { party: '', person: 1, field: 'email', kind: '', number: 2, part: 1 }],
    ['gift.3.date', { party: '', person: 1, field: 'gift.date', kind: '', number: 3, part: 1 }],
    ['gift.split.2.fund', { party: '', person: 1, field: 'gift.fund', kind: '', number: 1, part: 2 }],
    ['gift.3.split.2.amount', { party: '', person: 1, field: 'gift.split.amount', kind: '', number: 3, part: 2 }],
    ['gift.split.amount', { party: '', person: 1, field: 'gift.split.amount', kind: '', number: 1, part: 1 }],
    ['spouse.name.first', { party: 'spouse', person: 1, field: 'name.first', kind: '', number: 1, part: 1 }],
    ['child.2.name.first', { party: 'child', person: 2, field: 'name.first', kind: '', number: 1, part: 1 }],
  ])('%s is read and written alike', (key, target) => {
    expect(parseTarget(key, catalog)).toEqual(target);
    expect(targetKey(target)).toBe(key);
  });

  it('knows what can be there several times', () => {
    expect(kindsOf('email', catalog)).toEqual(['home', 'work']);
    expect(kindsOf('gift.date', catalog)).toEqual([]);
    expect(kindsOf('name.first', catalog)).toBeNull();
  });

  it('finds the field, also of another person', () => {
    expect(fieldOf(parseTarget('spouse.name.first', catalog), catalog)?.key).toBe('spouse.name.first');
    expect(fieldOf(parseTarget('address.work.city', catalog), catalog)?.key).toBe('address.city');
    expect(fieldOf(parseTarget('shoe.size', catalog), catalog)).toBeUndefined();
  });
});
