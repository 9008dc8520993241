import type { Amounts } from '../api/types';
/** Which of several supporters stays, and whose values the fields of the one that they become get. The server's MergePolicy writes the same. */
export interface MergePolicy {
  survivor: string;
  usual: string;
  fields: Record<string, string>;
  separator: string;
}

export interface MergeField {
  column: string;
  label: string;
  values: Record<string, string>;
  merged: string;
  differs: boolean;
  /** Ways to be reached and the like: one a line, put together by a merge. */
  is_list: boolean;
  /** Whether a policy says whose value it gets. */
  has_rule: boolean;
}

export interface MergePreview {
  survivor: number;
  name: string;
  candidates: { id: number; name: string; gifts: number; given: Amounts; latest: string; filled: number }[];
  fields: MergeField[];
  lists: { list: string; label: string; items: { text: string; from: number; note: string }[] }[];
  gifts: { count: number; given: Amounts };
  /** Whether two of them are people of other first names at one address. */
  may_live_together: boolean;
  reasons: { one: number; other: number; verdict: 'certain' | 'review' | null; for: string[]; against: string[] }[];
  policy: MergePolicy;
}

export interface Policies {
  policies: { id: number; name: string; policy: MergePolicy }[];
  survivor_rules: string[];
  field_rules: string[];
}

export interface MergeDone {
  id: number;
  survivor: number;
  name: string;
  gone: { id: number; name: string }[];
  at: string;
  by: string | null;
  undone: string | null;
  since?: { thing: string; text: string }[];
  kept?: { thing: string; column: string | null; now: string | null; before: string | null; reason: string }[];
}

/** A household that people became members of, and what it takes to undo that. */
export interface MadeHousehold {
  household: number;
  name: string;
  act: number | null;
  said: [number, number][];
}

/** Clusters of supporters that may be one, and the last search for them. */
export interface Duplicates {
  clusters: {
    cluster: number;
    certainty: 'certain' | 'review';
    score: number;
    looked_at_by: string | null;
    members: { id: number; name: string }[];
  }[];
  /** Clusters on earlier pages. */
  before: number;
  total: number;
  pages: number;
  /** Clusters that are certain, that are to be reviewed, and of people who are several and live together. */
  counts: { certain: number; review: number; homes: number };
  /** Columns by which this person reviews, in their order; none for all. */
  fields: string[];
  all_fields: { column: string; label: string }[];
  /** How often new and changed ones are searched by themselves. */
  schedule: string;
  search: {
    state: 'waiting' | 'searching' | 'done' | 'failed';
    done: number;
    total: number;
    compared: number;
    too_common: { rules: string; value: string; records: number }[] | null;
    error: string | null;
    created_at: string;
    ended_at: string | null;
  } | null;
}

/** Pairs to be reviewed that are alike for the same reasons, with some of them. */
export interface DuplicateGroup {
  why: string;
  clusters: number;
  sample: { id: number; name: string }[][];
}

/** Pairs that were decided as one. */
export interface DuplicateRound {
  id: number;
  why: string;
  is_same: boolean;
  state: 'working' | 'done' | 'taking back' | 'taken back';
  total: number;
  decided: number;
  kept: number;
}
