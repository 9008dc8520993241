import type { Catalog } from '../api/types';

/** What can be a column of a grid: the catalog's fields, and further ones of what there can be several of. */
export function columnChoices(catalog: Catalog | undefined): { group: string; items: { value: string; label: string }[] }[] {
  if (catalog === undefined) {
    return [];
  }
  const fields = catalog.fields.filter((field) => !field.named && field.in_grid !== false && field.key !== 'address.block');
  const groups = [...new Set(fields.map((field) => field.group))].map((group) => ({
    group,
    items: fields.filter((field) => field.group === group).map((field) => ({ value: field.key, label: field.label })),
  }));
  const further = Object.entries({
    'email.2': 'Email 2',
    'phone.2': 'Phone 2',
    'phone.mobile': 'Mobile phone',
    'spouse.name.first': 'Spouse: First name',
    'spouse.name.last': 'Spouse: Last name',
  }).map(([value, label]) => ({ value, label }));
  return [...groups, { group: 'Further', items: further }];
}
