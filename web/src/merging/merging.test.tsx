import { MantineProvider } from '@mantine/core';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { MergedThings } from './MergedThings';
import { MergeFields } from './MergeFields';
import type { MergeField, MergePolicy, MergePreview } from './types';

const field = (column: string, one: string, other: string, more: Partial<MergeField> = {}): MergeField => ({
  column,
  label: column,
  values: { 1: one, 2: other },
  merged: one === '' ? other : one,
  differs: one !== other,
  is_list: false,
  has_rule: true,
  ...more,
});
const preview: MergePreview = {
  survivor: 1,
  name: 'Ann Lee',
  candidates: [
    { id: 1, name: 'Ann Lee', gifts: 2, given: { USD: '30.00' }, latest: '2024-01-02', filled: 5 },
    { id: 2, name: 'Bo Lee', gifts: 0, given: {}, latest: '', filled: 3 },
  ],
  fields: [
    field('first_name', 'Ann', 'Bo'),
    field('last_name', 'Lee', 'Lee'),
    field('title', '', 'Dr.'),
    field('greeting', 'Ann', 'Bo', { has_rule: false }),
    field('phones', '+16035550143', '+16035550143\n+12075550199', { is_list: true, has_rule: false }),
  ],
  lists: [
    {
      list: 'phones',
      label: 'Phones',
      items: [
        { text: '+16035550143', from: 1, note: 'home, primary' },
        { text: '+12075550199', from: 2, note: 'home' },
      ],
    },
  ],
  gifts: { count: 2, given: { USD: '30.00' } },
  reasons: [{ one: 1, other: 2, verdict: null, for: ['Same phone: +16035550143'], against: ['The first names differ: Ann Lee, Bo Lee'] }],
  may_live_together: false,
  policy: { survivor: 'oldest', usual: 'first filled', fields: {}, separator: '; ' },
};
const nothing = () => undefined;
const html = (isApart: boolean, rules: MergePolicy['usual'][] = []): string =>
  renderToStaticMarkup(
    <MantineProvider>
      <MergeFields
        data={preview}
        typed={{}}
        onTyped={nothing}
        onSurvivor={nothing}
        onWithout={nothing}
        isApart={isApart}
        rules={rules}
        policy={preview.policy}
        onPolicy={nothing}
      />
    </MantineProvider>,
  );
const things = (isApart: boolean): string => renderToStaticMarkup(<MergedThings data={preview} isApart={isApart} />);

describe('supporters side by side', () => {
  it('folds away what is the same in all', () => {
    expect(html(false)).toContain('1 field is the same in all: show');
    expect(html(false)).not.toContain('>last_name<');
  });
  it('says what they become, and who stays', () => {
    expect(html(false)).toContain('Becomes');
    expect(html(false)).toContain('number 1, stays');
    expect(html(false)).toContain('aria-label="title becomes"');
  });
  it('says nothing of what they become where they stay several', () => {
    for (const word of ['Becomes', 'becomes', 'stays', 'type="radio"', 'Take Ann']) {
      expect(html(true)).not.toContain(word);
    }
    expect(html(true)).toContain('number 2');
  });
  it('offers a rule for those fields alone that follow one', () => {
    expect(html(false, ['first filled', 'longest'])).toContain('aria-label="Rule for first_name"');
    expect(html(false, ['first filled', 'longest'])).not.toContain('aria-label="Rule for greeting"');
    expect(html(false, ['first filled', 'longest'])).not.toContain('aria-label="Rule for phones"');
  });
});

describe('why they are one, and what it has then', () => {
  it('says where no rule holds, and whose a thing was', () => {
    expect(things(false)).toContain('No match rule says that they are one.');
    expect(things(false)).toContain('home, from number 2');
    expect(things(false)).toContain('(603) 555-0143');
  });
  it('gives the reasons alone of those who stay several', () => {
    expect(things(true)).toContain('The first names differ');
    expect(things(true)).not.toContain('No match rule');
    expect(things(true)).not.toContain('from number 2');
  });
});
