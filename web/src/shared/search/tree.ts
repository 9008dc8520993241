export interface Condition {
  of: string;
  test: string;
  values: string[];
  within: Record<string, string>;
}

export interface Group {
  any: boolean;
  not: boolean;
  of: (Group | Condition)[];
}

export const nothing: Group = { any: false, not: false, of: [] };

export const isGroup = (one: Group | Condition): one is Group => Array.isArray(one.of);

/** The search of an address; what can't be read is none. */
export function read(text: string | null): Group {
  try {
    const group = JSON.parse(text ?? '') as Partial<Group>;
    return Array.isArray(group.of) ? { any: group.any === true, not: group.not === true, of: group.of } : nothing;
  } catch {
    return nothing;
  }
}

/** As it stands in an address; '' for one that asks nothing. */
export const written = (group: Group): string => (group.of.length === 0 ? '' : JSON.stringify(group));

/** The same with another one in a place, or without it. A group that is left empty goes too. */
export function put(group: Group, at: number, one: Group | Condition | null): Group {
  const rest = one === null || (isGroup(one) && one.of.length === 0) ? [] : [one];
  return { ...group, of: [...group.of.slice(0, at), ...rest, ...group.of.slice(at + 1)] };
}

/** How many values a test needs: none, one, or two. */
export const needed = (test: string): number => (test === 'is blank' || test === 'is filled' ? 0 : test === 'between' ? 2 : 1);

/** Whether enough is said for it to be asked. */
export const isWhole = (one: Condition): boolean =>
  one.of !== '' &&
  (one.of === 'changed' || one.values.filter((value) => value.trim() !== '').length >= needed(one.test)) &&
  (one.of !== 'near' || (one.within['miles'] ?? '') !== '');
