import type { DraftData, DraftItem, FormCatalog, FormField } from '../api/answers';

export type { Alike, FormCatalog, FormField, Placed } from '../api/answers';
/** A supporter as it stands in a form; what the server takes and gives. */
export type Draft = DraftData;
export type Item = DraftItem;

export interface Conflict {
  base: string;
  mine: string;
  theirs: string;
}

export type ListName = 'addresses' | 'emails' | 'phones' | 'identifiers' | 'links';

export const KINDS: Draft['kind'][] = ['person', 'household', 'organization'];

/** A person, unless a text names another kind. */
export const kindOf = (text: string | null): Draft['kind'] => KINDS.find((kind) => kind === text) ?? 'person';

export const emptyDraft = (kind: Draft['kind']): Draft => ({
  kind,
  fields: {},
  addresses: [],
  emails: [],
  phones: [],
  identifiers: [],
  links: [],
});

/** A new supporter's form: one blank address, email and phone are ready to be written; those that stay blank are not kept. */
export const newDraft = (kind: Draft['kind']): Draft =>
  withOneMore(withOneMore(withOneMore(emptyDraft(kind), 'addresses'), 'emails'), 'phones');

const blanks: Record<ListName, Record<string, string>> = {
  addresses: {
    line1: '',
    line2: '',
    city: '',
    state: '',
    postal_code: '',
    country: '',
    kind: 'home',
    label: '',
    is_primary: '0',
    condition: 'good',
  },
  emails: { address: '', kind: 'home', label: '', is_primary: '0', condition: 'good' },
  phones: { number: '', kind: 'home', label: '', is_primary: '0', condition: 'good' },
  identifiers: { system: '', value: '' },
  links: { kind: 'spouse', other_id: '', role: '', reversed: '0' },
};

/** The draft with one more entry in a list; each new one has a name of its own, so that problems find it. */
export const withOneMore = (draft: Draft, list: ListName): Draft => {
  const taken = draft[list].map((item) => (typeof item.ref === 'string' && item.ref.startsWith('new') ? Number(item.ref.slice(3)) : 0));
  return {
    ...draft,
    [list]: [
      ...draft[list],
      {
        ref: `new${Math.max(0, ...taken) + 1}`,
        ...blanks[list],
        ...(draft[list].length === 0 && 'is_primary' in blanks[list] ? { is_primary: '1' } : {}),
      },
    ],
  };
};

export const withItem = (draft: Draft, list: ListName, ref: Item['ref'], change: Record<string, string>): Draft => ({
  ...draft,
  [list]: draft[list].map((item) =>
    item.ref === ref
      ? { ...item, ...change }
      : 'is_primary' in change && change['is_primary'] === '1'
        ? { ...item, is_primary: '0' }
        : item,
  ),
});

export const without = (draft: Draft, list: ListName, ref: Item['ref']): Draft => ({
  ...draft,
  [list]: draft[list].filter((item) => item.ref !== ref),
});

/** The draft with a value at a place such as "fields.name.first" or "emails.55.address". */
export const withPlace = (draft: Draft, place: string, value: string): Draft => {
  const [head = '', ...rest] = place.split('.');
  if (head === 'kind') {
    return { ...draft, kind: kindOf(value) };
  }
  if (head === 'fields') {
    return { ...draft, fields: { ...draft.fields, [rest.join('.')]: value } };
  }
  const [ref = '', column = ''] = rest;
  const list = head as ListName;
  return { ...draft, [list]: draft[list].map((item) => (String(item.ref) === ref ? { ...item, [column]: value } : item)) };
};

/** Fields that a form for a kind of supporter shows. */
export const shownFields = (catalog: FormCatalog, kind: string, place: 'add' | 'page'): FormField[] =>
  catalog.fields.filter((field) => {
    if (
      field.key.startsWith('gift.') ||
      field.key.startsWith('address.') ||
      ['kind', 'email', 'phone', 'id.old', 'role'].includes(field.key)
    ) {
      return false;
    }
    if (field.hidden_in.includes(place) && field.required === null) {
      return false;
    }
    // A person may be with an organization; a household is filed under a last name.
    return field.of === null || field.of === kind || kind === 'person' || (kind === 'household' && field.key === 'name.last');
  });
