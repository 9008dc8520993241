import type { Settings } from '../../api/types';
import { counted } from '../../shared/format';

/** What a match may do, in words that go after "it". */
export const does: Record<string, string> = {
  'fill blanks': 'fills what is blank',
  replace: 'replaces what is there',
  'add beside': 'is added beside',
  'become primary': 'becomes primary, the old one former',
  'leave alone': 'leaves it alone',
};

const single = ['fill blanks', 'replace', 'leave alone'];
const several = ['fill blanks', 'replace', 'add beside', 'become primary', 'leave alone'];

/** Groups of fields for which one can choose what a match does, in the order of a supporter's page. */
export const fieldGroups: { key: string; label: string; effects: string[] }[] = [
  { key: 'name', label: 'Name', effects: single },
  { key: 'details', label: 'Dates, status, notes', effects: single },
  { key: 'consents', label: 'Consents', effects: single },
  { key: 'addresses', label: 'Addresses', effects: several },
  { key: 'emails', label: 'Emails', effects: several },
  { key: 'phones', label: 'Phones', effects: several },
  { key: 'own fields', label: 'Your own fields', effects: ['fill blanks', 'replace', 'add beside', 'leave alone'] },
  { key: 'groups and tags', label: 'Groups and tags', effects: ['add beside', 'leave alone'] },
  { key: 'ids', label: 'Ids in other systems', effects: ['add beside', 'leave alone'] },
];

/** What a group of fields gets if nothing else is chosen for it. */
export const usualOf = (group: { effects: string[] }, usual: string): string =>
  group.effects.includes(usual) ? usual : (group.effects[0] ?? usual);

/** With whom rows are compared. */
export function againstWords(against: Settings['against'], searches: { id: number; name: string }[]): string {
  switch (against.kind) {
    case 'group':
      return `those in the group "${against.group ?? ''}"`;
    case 'search':
      return `those of the search "${searches.find((one) => one.id === against.search)?.name ?? 'that is gone'}"`;
    case 'ids':
      return counted(against.ids?.length ?? 0, 'supporter of a list', 'supporters of a list');
    case 'file':
      return 'rows of this file alone';
    case 'nothing':
      return 'nothing: every row is someone new';
    default:
      return 'everyone in the database, and the rows above';
  }
}

/** What becomes of those we know, in a line. */
export function knownWords(settings: Settings): string {
  const own = fieldGroups
    .filter((group) => settings.effects[group.key] !== undefined)
    .map((group) => `${group.label.toLowerCase()}: ${does[settings.effects[group.key] ?? ''] ?? ''}`);
  return [does[settings.effect], ...own].join('; ');
}
