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
  /** What is chosen for values that can't be read; null for what is usual. */
  unreadable: string | null;
  usually: string;
  fill: { count: number; total: number } | null;
  always: string | null;
  rules: { id: number; strength: string; sentence: string }[];
  can: { hide: boolean; list: boolean; unique: boolean; default: boolean; unreadable: boolean };
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
  /** The sentence without its verb: what it asks for, and where. */
  what: string;
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

/** Match rules of one kind of record, as sentences and as they are written. */
export interface MatchRuleSet {
  /** null for the one that comes with the program. */
  id: number | null;
  name: string;
  kind: string;
  is_used: boolean;
  /** Whether it takes the place of the one in use as soon as every record can be looked up by it. */
  is_coming: boolean;
  fault: string | null;
  rules: { name: string; verdict: 'certain' | 'review'; sentence: string; most: number }[];
  signs: { sign: string; effect: string }[];
  content: RuleSetContent;
}

/** A rule set held against what people decided: pairs that they merged, and pairs that they said are not the same. */
export interface Measurement {
  same: number;
  certain: number;
  review: number;
  missed: number;
  apart: number;
  wrongly_joined: number;
  asked: number;
  rules: { rule: string; wrongly_joined: number; asked: number; found: number }[];
  kept_apart: { why: string; count: number }[];
  examples: Record<
    'missed' | 'wrongly_joined',
    { names: string; one: number; other: number; for: string[]; against: string[]; rules: string[] }[]
  >;
}

export interface RuleTrialData {
  id: number;
  state: 'waiting' | 'searching' | 'done' | 'failed';
  done: number;
  total: number;
  error: string | null;
  too_common: { rules: string; value: string; records: number }[];
  found: {
    certain: number;
    review: number;
    added: number;
    dropped: number;
    other: number;
    borders?: RuleBorders;
    measured: Measurement;
    measured_in_use: Measurement;
    examples: Record<
      string,
      { one: number; other: number; certainty: string; score: number; for: string[]; against: string[]; rules: string[] }[]
    >;
  } | null;
  names: Record<string, string>;
}

/** What a set by weight found at each likelihood, and what moving a border costs. */
export interface RuleBorders {
  bars: { from: number; sure: number; names: number }[];
  certain_from: number;
  review_from: number;
  wrong: { wrong: number; from: number; certain: number; errors: number; review: number }[];
  review: { one_in: number; review: number }[];
}

/** How much each agreement says. */
export interface WhatWeighsData {
  weights: { field: string; words: string; same: number; others: number; bits: number; says: string }[];
  edition: { number: number; records: number; made_at: string; pairs: number; rounds: number; discarded: string[]; moved: number } | null;
}

/** One field of two records and when they agree in it, as a rule set holds it. */
export interface RuleComparison {
  field: string;
  how?: string;
  strictness?: number;
  characters?: number;
  options?: Record<string, unknown>;
}

/** A rule set as it is kept and as files hold it. */
export interface RuleSetContent {
  name: string;
  kind: string;
  rules: { name: string; verdict: string; most?: number; unless?: string[]; comparisons: RuleComparison[] }[];
  signs?: Record<string, string>;
  /** By rules where nothing is said. */
  by?: 'rules' | 'weight';
  /** Of a thousand called certain, so many may be wrong. */
  wrong?: number;
  /** How likely two must be to be certain, if that is said outright. */
  certain?: number;
  review?: number;
  common?: number;
}

/** Fields in which records can be compared. */
export type RuleFields = { key: string; label: string; type: string }[];
