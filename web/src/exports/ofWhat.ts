/** What a file can have a row for, as it is said. */
export const ofWhat: Record<string, string> = {
  supporters: 'supporter',
  contacts: 'address, email or phone',
  households: 'member of a household',
  organizations: 'contact of an organization',
  notes: 'dated note',
  history: 'change of a supporter',
  gifts: 'gift',
  splits: 'gift, or part of one that is split',
  batches: 'batch',
  promises: 'promise',
  due: 'amount of a promise that is due',
  totals: 'month, with its total',
  everything: 'everything, all tables',
};

const people = ['supporters', 'contacts', 'households', 'organizations', 'notes', 'history'];
const money = ['gifts', 'splits', 'batches', 'promises', 'due', 'totals'];

const items = (keys: string[]) => keys.map((value) => ({ value, label: ofWhat[value] ?? value }));

export const groupsOf = (mayTakeAll: boolean) => [
  { group: 'People', items: items(people) },
  { group: 'Money', items: items(money) },
  ...(mayTakeAll ? [{ group: 'All', items: items(['everything']) }] : []),
];

export const formatsOf = (of: string) => [
  { value: 'csv', label: 'CSV' },
  { value: 'xlsx', label: 'workbook (XLSX)' },
  { value: 'json', label: 'JSON' },
  { value: 'pdf', label: 'PDF, to be printed' },
  ...(of === 'supporters' ? [{ value: 'vcf', label: 'cards for an address book (vCard)' }] : []),
];

/** The other way round: the keys, and how many of several there are. */
export const unnumbered = (keys: string[]): { fields: string[]; several: number } => ({
  fields: keys.filter((key) => !key.includes('#')),
  several: Math.max(1, ...keys.map((key) => Number(key.split('#')[1] ?? 1))),
});

/** Keys with those of the second, the third of several behind each. */
export const numbered = (keys: string[], most: number): string[] =>
  keys.flatMap((key) =>
    /^(?:email|phone|address)(?:\.|$)/.test(key)
      ? [key, ...Array.from({ length: Math.max(0, most - 1) }, (_, i) => `${key}#${i + 2}`)]
      : [key],
  );
