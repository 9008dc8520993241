export interface Limits {
  least: string;
  most: string;
  length: number;
  pattern: string;
  example: string;
  message: string;
  unique: boolean;
}

export interface Allowed {
  roles: string[];
  users: number[];
}

export interface CatalogField {
  key: string;
  label: string;
  group: string;
  type: string;
  options: string[];
  custom: boolean;
  retired: boolean;
  limits: Limits;
  list: { closed: boolean; values: number } | null;
  see: Allowed | null;
  edit: Allowed | null;
  hidden_in: string[];
  defaults: Record<string, string>;
  fill: { count: number; total: number } | null;
  always: string | null;
  rules: { id: number; strength: string; sentence: string }[];
  can: { hide: boolean; list: boolean; unique: boolean; default: boolean };
}

export interface WholeCatalog {
  fields: CatalogField[];
  types: string[];
  roles: string[];
  users: { id: number; name: string }[];
  groups: string[];
}

export interface When {
  field: string;
  test: string;
  values: string[];
}

export interface RuleData {
  subject: string;
  field: string;
  strength: string;
  conditions: When[];
}

export interface Day {
  day: string;
  count: number;
  total: number;
}

export interface RuleRow extends RuleData {
  id: number;
  label: string;
  sentence: string;
  is_checked: boolean;
  short: number;
  over_time: Day[];
}

export interface ShortRecord {
  record: string;
  supporter_id: number;
  name: string;
  kind: string;
  gift: string | null;
}

export interface PickListData {
  field: string;
  label: string;
  closed: boolean;
  values: { value: string; code: string; spellings: string[]; retired: boolean; used: number }[];
  not_listed: { value: string; used: number }[];
  near: { values: [string, string]; why: string }[];
}
