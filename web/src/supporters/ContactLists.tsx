import { Button, Select, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import { type Draft, type FormCatalog, type Item, type ListName, withItem, withOneMore, without } from './form';

interface ContactListsProps {
  draft: Draft;
  catalog: FormCatalog;
  wrong: (place: string) => ReactNode;
  onChange: (draft: Draft) => void;
  onLeave: () => void;
}

const lists: { name: ListName; field: string; title: string; more: string; kinds: string; columns: [string, string][] }[] = [
  {
    name: 'addresses',
    field: 'address.line1',
    title: 'Addresses',
    more: 'Another address',
    kinds: 'address',
    columns: [
      ['line1', 'Street'],
      ['line2', 'Second line'],
      ['city', 'City'],
      ['state', 'State'],
      ['postal_code', 'Postal code'],
      ['country', 'Country'],
    ],
  },
  { name: 'emails', field: 'email', title: 'Emails', more: 'Another email', kinds: 'email', columns: [['address', 'Email']] },
  { name: 'phones', field: 'phone', title: 'Phones', more: 'Another phone', kinds: 'phone', columns: [['number', 'Phone']] },
  {
    name: 'identifiers',
    field: 'id.old',
    title: 'Ids in other systems',
    more: 'Another id',
    kinds: '',
    columns: [
      ['system', 'System'],
      ['value', 'Id'],
    ],
  },
];

/** Every address, email, phone and id of a supporter, with kind, label, condition and which one is primary. */
export function ContactLists({ draft, catalog, wrong, onChange, onLeave }: ContactListsProps) {
  const seen = (key: string) => catalog.fields.find((field) => field.key === key);
  return lists.map((list) => {
    const field = seen(list.field);
    if (field === undefined) {
      return null;
    }
    const disabled = !field.edits;
    const input = (item: Item, column: string, label: string) => (
      <TextInput
        key={column}
        className={`of-${column}`}
        aria-label={
          list.columns.length === 1
            ? `${label} ${draft[list.name].indexOf(item) + 1}`
            : `${label} of ${list.kinds === 'address' ? 'address' : 'id'} ${draft[list.name].indexOf(item) + 1}`
        }
        placeholder={label}
        disabled={disabled}
        error={wrong(`${list.name}.${item.ref}.${column}`)}
        value={String(item[column] ?? '')}
        onBlur={onLeave}
        onChange={(event) => onChange(withItem(draft, list.name, item.ref, { [column]: event.currentTarget.value }))}
      />
    );
    return (
      <section key={list.name} aria-label={list.title}>
        <h3 className="section">{list.title}</h3>
        {draft[list.name].map((item) => (
          <div key={item.ref} className={`contact ${list.name}`}>
            <div className="contact-values">{list.columns.map(([column, label]) => input(item, column, label))}</div>
            {list.kinds !== '' && (
              <div className="contact-about">
                <Select
                  aria-label="Kind"
                  w={104}
                  size="xs"
                  disabled={disabled}
                  data={[...new Set([...(catalog.kinds[list.kinds] ?? []), String(item['kind'])])].filter(Boolean)}
                  value={String(item['kind'])}
                  allowDeselect={false}
                  onChange={(kind) => onChange(withItem(draft, list.name, item.ref, { kind: kind ?? 'home' }))}
                />
                <TextInput
                  aria-label="Label"
                  w={116}
                  size="xs"
                  placeholder="label"
                  disabled={disabled}
                  value={String(item['label'] ?? '')}
                  onChange={(event) => onChange(withItem(draft, list.name, item.ref, { label: event.currentTarget.value }))}
                />
                <Select
                  aria-label="Condition"
                  w={136}
                  size="xs"
                  disabled={disabled}
                  data={catalog.conditions}
                  value={String(item['condition'])}
                  allowDeselect={false}
                  onChange={(condition) => onChange(withItem(draft, list.name, item.ref, { condition: condition ?? 'good' }))}
                />
                <label className="quiet">
                  <input
                    type="radio"
                    name={`primary-${list.name}`}
                    disabled={disabled}
                    checked={item['is_primary'] === '1'}
                    onChange={() => onChange(withItem(draft, list.name, item.ref, { is_primary: '1' }))}
                  />{' '}
                  primary
                </label>
              </div>
            )}
            {!disabled && (
              <button
                type="button"
                className="plain-button"
                aria-label={`Remove ${String(item[list.columns[0]?.[0] ?? ''])}`}
                onClick={() => onChange(without(draft, list.name, item.ref))}
              >
                remove
              </button>
            )}
          </div>
        ))}
        {wrong(`${list.name}.new1.${list.columns[0]?.[0] ?? ''}`) !== undefined && draft[list.name].length === 0 && (
          <p className="wrong">{wrong(`${list.name}.new1.${list.columns[0]?.[0] ?? ''}`)}</p>
        )}
        {!disabled && (
          <Button variant="subtle" color="pine" size="compact-sm" onClick={() => onChange(withOneMore(draft, list.name))}>
            {draft[list.name].length === 0 ? list.more.replace('Another', 'Add an').replace('an phone', 'a phone') : list.more}
          </Button>
        )}
      </section>
    );
  });
}
