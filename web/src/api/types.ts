import type { Amounts, Against, IntakeSummary, Session, Settings, User } from './answers';

export type { Against, Amounts, Session, Settings, User };
export type Intake = IntakeSummary;
export type IntakeState = Intake['state'];

export type Outcome = 'new' | 'updated' | 'unchanged' | 'held' | 'left_out';

export interface SavedSearches {
  searches: { id: number; name: string; query: Record<string, string> }[];
  groups: string[];
}

export interface SourceView {
  sheets: string[];
  format: string;
  sheets_read: string[];
  fill_merged: boolean;
  encoding: string | null;
  delimiter: string | null;
  header_row: number | null;
  headers: string[];
  rows: { number: number; place: string | null; cells: string[] }[];
  offered_plan: string | null;
}

/** A step as a plan writes it: what to do, and its settings. */
export type StepData = { do: string } & Record<string, unknown>;

export interface Feed {
  target: string;
  name: string;
  steps: StepData[];
}

export interface Finding {
  kind: string;
  title: string;
  count: number;
  remedy: string;
  note: string;
  for_a_person: boolean;
  applied: boolean;
  examples: { row: number; value: string; header: string }[];
  columns: { column: number; header: string; count: number; applied: boolean }[];
}

export interface Constant {
  target: string;
  value: string;
  only_blank: boolean;
  label?: string;
}

export interface Condition {
  header: string;
  how: string;
  value: string;
}

export interface RowRules {
  left_out: string[];
  conditions: Condition[];
}

export interface PlanDifference {
  kind: string;
  header: string;
  message: string;
  values: string[];
}

export interface ColumnsView {
  columns: Column[];
  constants: Constant[];
  link_organizations: boolean;
  rows: RowRules;
  differences: PlanDifference[];
  plan_name: string | null;
  offered_plan: string | null;
}

export interface Catalog {
  fields: Field[];
  parties: { party: string; label: string; fields: Field[] }[];
  kinds: Record<string, string[]>;
  types: string[];
}

export interface ColumnValues {
  values: ColumnValue[];
  shown: number;
  distinct: number;
  by_rows: boolean;
  step_labels: string[];
  new_names: string[];
}

export interface SavedPlan {
  id: number;
  name: string;
  updated_at: string | null;
  columns: number;
  brought_in: number;
  steps: number;
  used: number;
}

export interface Column {
  column: number;
  header: string;
  state: 'sure' | 'look' | 'open' | 'left behind';
  target: string | null;
  label: string | null;
  feeds: (Feed & { label: string; step_labels: string[] })[];
  steps: StepData[];
  step_labels: string[];
  evidence: string;
  date_order: string | null;
  needs_date_order: boolean;
  filled: number;
  rows: number;
  distinct: number;
  exact: boolean;
  /** Of a part of a gift: rows that have a gift it can belong to. */
  gifts: number | null;
  samples: string[];
}

export interface ColumnValue {
  value: string;
  rows: number;
  becomes: string;
  note: string;
  held: boolean;
  through: string[];
}

export interface Field {
  key: string;
  label: string;
  group: string;
  type: string;
  options: string[];
  named: boolean;
  in_grid?: boolean;
}

export interface ProblemKind {
  code: string;
  field: string;
  column: number | null;
  example: string;
  remedy: string;
  rows: number;
  values_count: number;
  label: string;
  header: string | null;
  /** What else can become of these rows: they come in without the value, or are held after all. */
  choice: 'hold' | 'without' | null;
  /** The field, of whichever kind and number. */
  base: string;
}

export interface RowName {
  number: number;
  display: string;
}

export interface ProblemValue {
  value: string;
  column: number | null;
  reason: string;
  remedy: string;
  rows: RowName[];
}

export interface ShownChange {
  subject: string;
  action: 'create' | 'update' | 'delete';
  fields: { column: string; label: string; before: string | null; after: string | null }[];
}

export interface RowDetail {
  number: number;
  cells: { column: number; header: string; raw: string; corrected: string | null; becomes: string | null }[];
  display: string | null;
  outcome: Outcome | null;
  held_by: string | null;
  supporter_id: number | null;
  decision: string | null;
  row_decision: string | null;
  problems: {
    code: string;
    field: string;
    column: number | null;
    value: string;
    reason: string;
    remedy: string;
    blocks: boolean | number;
  }[];
  changes: ShownChange[];
  others: OtherParty[];
  reason: string | null;
  place: string | null;
}

/** Another supporter that a row tells of. */
export interface OtherParty {
  role: string;
  display: string;
  verdict: string;
  supporter_id: number | null;
  changes: ShownChange[];
}

export interface MatchRow extends RowName {
  part: number;
  role: string;
  verdict: string;
  outcome: Outcome;
  supporter_id: number | null;
  same_as_row: number | null;
  /** Of a new one, how many others have the name. */
  namesakes: number;
  reason: string;
}

/** Unsure rows that are unsure for the same reason. */
export interface UnsureGroup {
  why: string;
  rows: number;
  /** Of them, those that may be one supporter alone. */
  single: number;
  sample: RowName[];
}

export interface MatchView {
  role: string;
  part: number;
  /** Key of what is shown to its label; the values below go by the same keys. */
  labels: Record<string, string>;
  incoming: Record<string, string>;
  /** `after` is what the record has with what comes in. */
  candidates: {
    decision: string;
    label: string;
    for: string[];
    against: string[];
    values: Record<string, string>;
    after: Record<string, string>;
  }[];
}

export interface AddressRow extends RowName {
  state: string;
  from: Record<string, string>;
  to: Record<string, string>;
  changes: { part: string; before: string; after: string; reason: string }[];
}

export interface PreviewRow extends RowName {
  supporter_id: number | null;
  same_as_row: number | null;
  changes: ShownChange[];
  others: OtherParty[];
  gifts_new: number;
  there: Amounts;
  reasons: string[];
}

export interface UndoReport {
  supporters: { removed: number; restored: number };
  gifts: { removed: number };
  kept: {
    supporter: number;
    thing: string;
    column: string | null;
    now: string | null;
    before: string | null;
    reason: string;
    by?: string | null;
  }[];
  kept_count: number;
}

/** Where money of a file went. */
export type MoneyTerm = 'new' | 'promised' | 'there' | 'held' | 'left_out';

export interface Proof {
  rows: number;
  outcomes: Record<Outcome, number>;
  supporters: { created: number; updated: number };
  gifts: { created: number; amount: string; amounts: Amounts };
  promised: { created: number; amounts: Amounts };
  money: Record<MoneyTerm, Amounts>;
  source_amounts: Amounts;
  balanced: boolean;
  faults: string[];
  held_by_reason: { code: string; field: string; reason: string; rows: number; example: string }[];
  /** What rows say and the load does not take, since the records have other values. */
  untaken: { field: string; label: string; rows: number }[];
  written: { subject: string; made: number; filled: number; replaced: number }[];
  sample: { number: number; display: string; supporter_id: number; outcome: Outcome }[];
  undo_report: UndoReport | null;
  can_redo: boolean;
  passed: { number: number; reason: string; by: string | null }[];
}

export interface Origin {
  at: string;
  cause: string;
  by: string | null;
  intake: { id: number; name: string; file: string; sheet: string | null; place: string | null } | null;
  row: number | null;
  columns: string[];
  before: string | null;
}

export interface Gift {
  id: number;
  supporter_id: number;
  given_on: string;
  amount: string;
  currency: string;
  kind: string | null;
  fund: string | null;
  reference: string | null;
  intake_id: number | null;
}

export interface SupporterPageData {
  /** Fields of the supporter itself, in their order, with the columns that they are kept in. */
  fields: { column: string; label: string }[];
  supporter: { id: number; kind: string } & Record<string, string | number | null>;
  addresses: ({ id: number; kind: string } & Record<string, string | number | null>)[];
  emails: { id: number; kind: string; address: string; condition: string }[];
  phones: { id: number; kind: string; number: string; condition: string }[];
  identifiers: { id: number; system: string; value: string }[];
  groups: string[];
  tags: string[];
  custom: { id: number; label: string; value: string }[];
  /** Values that could not be read, as they were written, where the field is still blank. */
  unread: { id: number; label: string; value: string }[];
  links: { id: number; phrase: string; supporter_id: number; name: string; kind: string; role: string | null }[];
  gifts: Gift[];
  gift_count: number;
  /** Given, and promised; null where amounts are hidden. */
  gift_sums: { given: Amounts; promised: Amounts; promises: number } | null;
  /** Those who became part of this one. */
  merges: { id: number; gone: { id: number; name: string }[]; at: string; by: string | null }[];
  shortfalls: { rule: number; gift: number; sentence: string }[];
  origins: Record<string, Origin>;
}
