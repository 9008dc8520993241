import { Button, Checkbox, NumberInput } from '@mantine/core';
import { useState } from 'react';
import type { Field } from '../api/types';
import { TitleLine } from '../shared/TitleLine';
import { counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useCatalog } from './columns/useColumns';

const sets: { name: string; about: string; fields: string[] }[] = [
  {
    name: 'People',
    about: 'names, contact details, an id',
    fields: [
      'id.old',
      'name.title',
      'name.first',
      'name.middle',
      'name.last',
      'name.suffix',
      'email',
      'phone',
      'address.line1',
      'address.line2',
      'address.city',
      'address.state',
      'address.postal_code',
    ],
  },
  {
    name: 'Organizations and their contacts',
    about: 'a name, a contact person and the role',
    fields: [
      'organization.name',
      'contact.name.first',
      'contact.name.last',
      'contact.role',
      'contact.email',
      'phone',
      'address.line1',
      'address.city',
      'address.state',
      'address.postal_code',
    ],
  },
  {
    name: 'Couples',
    about: 'a person and a spouse, who become a household',
    fields: ['name.first', 'name.last', 'spouse.name.first', 'spouse.name.last', 'email'],
  },
  {
    name: 'Gifts',
    about: 'date, amount, fund, how it was made',
    fields: ['gift.date', 'gift.amount', 'gift.fund', 'gift.kind', 'gift.reference'],
  },
];
const repeated = [
  { set: 'email', label: 'Emails' },
  { set: 'phone', label: 'Phones' },
  { set: 'address', label: 'Addresses' },
  { set: 'gift', label: 'Gifts' },
  { set: 'child', label: 'Children' },
];

/** Chooses the columns of a sheet for others to fill in. It maps itself when it comes back. */
export function TemplatePage() {
  const catalog = useCatalog();
  const [fields, setFields] = useState<string[]>([...(sets[0]?.fields ?? []), ...(sets[3]?.fields ?? [])]);
  const [repeat, setRepeat] = useState<Record<string, number>>({});
  const all: Field[] = [...(catalog.data?.fields ?? []), ...(catalog.data?.parties.flatMap((party) => party.fields) ?? [])].filter(
    (field) => !field.named,
  );
  const chosen = all.filter((field) => fields.includes(field.key));
  const groupOf = (field: Field) => catalog.data?.parties.find((party) => field.key.startsWith(`${party.party}.`))?.label ?? field.group;
  const groups = [...new Set(all.map(groupOf))];
  const toggle = (key: string, on: boolean) => setFields(on ? [...fields, key] : fields.filter((one) => one !== key));
  const has = (set: string) => chosen.some((field) => field.key === set || field.key.startsWith(`${set}.`));
  const address = (format: string) => {
    const query = new URLSearchParams({ format });
    chosen.forEach((field, i) => query.append(`fields[${i}]`, field.key));
    repeated
      .filter((one) => has(one.set) && (repeat[one.set] ?? 1) > 1)
      .forEach((one) => query.append(`repeat[${one.set}]`, String(repeat[one.set] ?? 1)));
    return `/api/template?${query.toString()}`;
  };
  return (
    <>
      <TitleLine title="A template to fill in">for those who type the records up; its columns are known when it comes back</TitleLine>
      <Trouble error={catalog.error} />
      <div className="panes" style={{ gridTemplateColumns: '330px minmax(0, 1fr)' }}>
        <Pane title="What it is for">
          <div className="pane-body" tabIndex={0} style={{ padding: '12px 14px', display: 'grid', gap: 14, alignContent: 'start' }}>
            {sets.map((set) => (
              <Checkbox
                key={set.name}
                label={set.name}
                description={set.about}
                checked={set.fields.every((key) => fields.includes(key))}
                onChange={(event) =>
                  setFields(
                    event.currentTarget.checked
                      ? [...new Set([...fields, ...set.fields])]
                      : fields.filter((key) => !set.fields.includes(key)),
                  )
                }
              />
            ))}
            <h3 className="section" style={{ marginTop: 6 }}>
              How often
            </h3>
            {repeated
              .filter((one) => has(one.set))
              .map((one) => (
                <div key={one.set} style={{ display: 'flex', alignItems: 'center', gap: 10 }}>
                  <NumberInput
                    aria-label={one.label}
                    size="xs"
                    w={70}
                    min={1}
                    max={12}
                    value={repeat[one.set] ?? 1}
                    onChange={(value) => setRepeat({ ...repeat, [one.set]: Number(value) })}
                  />
                  <span>{one.label} in a row</span>
                </div>
              ))}
          </div>
        </Pane>
        <Pane title="Columns" note={`${counted(chosen.length, 'field')} chosen`}>
          <div className="pane-body" tabIndex={0} aria-label="Fields">
            <div style={{ padding: '10px 16px', columns: 3, columnGap: 26 }}>
              {groups.map((group) => (
                <section key={group} style={{ breakInside: 'avoid', marginBottom: 14 }}>
                  <h3 className="section">{group}</h3>
                  {all
                    .filter((field) => groupOf(field) === group)
                    .map((field) => (
                      <Checkbox
                        key={field.key}
                        size="xs"
                        mih={24}
                        py={3}
                        label={field.label}
                        checked={fields.includes(field.key)}
                        onChange={(event) => toggle(field.key, event.currentTarget.checked)}
                      />
                    ))}
                </section>
              ))}
            </div>
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button component="a" href={address('xlsx')} data-disabled={chosen.length === 0 || undefined}>
          Get the workbook
        </Button>
        <Button variant="default" component="a" href={address('csv')} data-disabled={chosen.length === 0 || undefined}>
          Get a CSV with the headers
        </Button>
        <span className="quiet">The workbook has drop-downs, marks what is required, and explains each column.</span>
      </div>
    </>
  );
}
