import type { Catalog, Field } from '../../api/types';

/** Where a value goes: a field of the catalog, of whom, and which one of several. The server's Target writes the same keys. */
export interface Target {
  /** "" for the supporter that the row is about; else "spouse", "employer", ... */
  party: string;
  /** From 1; above it only for children. */
  person: number;
  /** Key in the catalog, such as "address.city". */
  field: string;
  /** Such as "work"; "" if it is not said. */
  kind: string;
  /** From 1, among those of the same kind. */
  number: number;
  /** From 1; above it only for what each part of a split gift has. */
  part: number;
}

const isNumber = (part: string | undefined): boolean => part !== undefined && /^[1-9]\d?$/.test(part);

export function parseTarget(key: string, catalog: Catalog): Target {
  const parts = key.split('.');
  const target: Target = { party: '', person: 1, field: '', kind: '', number: 1, part: 1 };
  if (catalog.parties.some((one) => one.party === parts[0]) && parts.length > 1) {
    target.party = parts.shift() ?? '';
    if (target.party === 'child' && isNumber(parts[0])) {
      target.person = Number(parts.shift());
    }
  }
  const head = parts.shift() ?? '';
  const kinds = catalog.kinds[head];
  if (kinds !== undefined) {
    if (parts[0] !== undefined && kinds.includes(parts[0])) {
      target.kind = parts.shift() ?? '';
    }
    if (isNumber(parts[0])) {
      target.number = Number(parts.shift());
    }
  }
  if (parts[0] === 'split' && isNumber(parts[1])) {
    target.part = Number(parts[1]);
    parts.splice(1, 1);
  }
  const field = [head, ...parts].join('.');
  // "gift.split.3.fund" is of the field "gift.fund".
  const whole = field.replace('.split.', '.');
  target.field = catalog.of_part.includes(whole) ? whole : field;
  return target;
}

export function targetKey({ party, person, field, kind, number, part }: Target): string {
  const [head = '', ...rest] = field.split('.');
  const split = part > 1 ? ['split', String(part)] : [];
  return [
    party,
    person > 1 ? String(person) : '',
    head,
    kind,
    number > 1 ? String(number) : '',
    ...split,
    ...(part > 1 ? rest.filter((word) => word !== 'split') : rest),
  ]
    .filter((part) => part !== '')
    .join('.');
}

/** Kinds that the field can be of; null if it can be there only once. */
export const kindsOf = (field: string, catalog: Catalog): string[] | null => catalog.kinds[field.split('.')[0] ?? ''] ?? null;

/** The field of a target in the catalog, as the supporter or the other one has it. */
export function fieldOf(target: Target, catalog: Catalog): Field | undefined {
  const fields = target.party === '' ? catalog.fields : (catalog.parties.find((one) => one.party === target.party)?.fields ?? []);
  const key = target.party === '' ? target.field : `${target.party}.${target.field}`;
  return fields.find((field) => field.key === key);
}
