import { describe, expect, it } from 'vitest';
import { emptyDraft, type FormCatalog, type FormField, shownFields, withItem, withOneMore, without, withPlace } from './form';
import { mark } from '../shared/mark';

const field = (key: string, more: Partial<FormField> = {}): FormField => ({
  key,
  label: key,
  group: '',
  type: 'text',
  of: null,
  options: [],
  example: '',
  edits: true,
  hidden_in: [],
  required: null,
  ...more,
});

const catalog = (...fields: FormField[]): FormCatalog => ({ fields, kinds: {}, conditions: [], link_kinds: [] });

describe('a form of a supporter', () => {
  it('gives each new entry a name of its own, and makes the first one primary', () => {
    const draft = withOneMore(withOneMore(emptyDraft('person'), 'emails'), 'emails');
    expect(draft.emails.map((item) => [item.ref, item['is_primary']])).toEqual([
      ['new1', '1'],
      ['new2', '0'],
    ]);
    expect(withOneMore(without(draft, 'emails', 'new1'), 'emails').emails.map((item) => item.ref)).toEqual(['new2', 'new3']);
  });
  it('has one primary entry of a list', () => {
    const draft = withItem(withOneMore(withOneMore(emptyDraft('person'), 'phones'), 'phones'), 'phones', 'new2', { is_primary: '1' });
    expect(draft.phones.map((item) => item['is_primary'])).toEqual(['0', '1']);
  });
  it.each([
    ['fields.name.first', 'fields'],
    ['fields.custom.shirt_size', 'fields'],
  ])('writes at %s', (place) => expect(withPlace(emptyDraft('person'), place, 'x').fields[place.slice(7)]).toBe('x'));
  it('writes into an entry of a list', () =>
    expect(withPlace(withOneMore(emptyDraft('person'), 'emails'), 'emails.new1.address', 'a@example.org').emails[0]?.['address']).toBe(
      'a@example.org',
    ));
  it.each([
    ['person', ['name.first', 'name.last', 'organization.name', 'birth_date']],
    ['organization', ['organization.name']],
    ['household', ['name.last']],
  ])('shows the fields of a %s', (kind, shown) =>
    expect(
      shownFields(
        catalog(
          field('name.first', { of: 'person' }),
          field('name.last', { of: 'person' }),
          field('organization.name', { of: 'organization' }),
          field('birth_date', { of: 'person' }),
          field('email'),
          field('gift.fund'),
        ),
        kind,
        'add',
      ).map((one) => one.key),
    ).toEqual(shown),
  );
  it('shows a required field wherever it was hidden', () => {
    expect(shownFields(catalog(field('notes', { hidden_in: ['add'] })), 'person', 'add')).toHaveLength(0);
    expect(shownFields(catalog(field('notes', { hidden_in: ['add'], required: 'must' })), 'person', 'add')).toHaveLength(1);
  });
  it.each([
    ['always', 'person', 'required'],
    ['must', 'person', 'required'],
    ['should', 'person', 'wanted'],
    ['must sometimes', 'person', 'sometimes'],
    ['must organization', 'person', ''],
    ['must organization', 'organization', 'required'],
  ])('%s for a %s is %s', (required, kind, marked) => expect(mark(field('notes', { required }), kind)).toBe(marked));
});
