import type { Amounts, Difference, FoundFinding, IntakeSummary, PlanFeed, ProofPage, SavedPlanRow } from './answers';

export type {
  AddressRow,
  Against,
  Amounts,
  Column,
  ColumnsView,
  ColumnValue,
  ColumnValues,
  Condition,
  Constant,
  MatchRow,
  MatchView,
  OtherParty,
  PreviewRow,
  ProblemKind,
  ProblemValue,
  RowDetail,
  RowName,
  RowRules,
  Session,
  Settings,
  ShownChange,
  SourceView,
  StepData,
  UndoReport,
  UnsureGroup,
  User,
} from './answers';
export type Feed = PlanFeed;
export type Finding = FoundFinding;
export type PlanDifference = Difference;
export type Proof = ProofPage;
export type SavedPlan = SavedPlanRow;
export type Intake = IntakeSummary;
export type IntakeState = Intake['state'];

export type Outcome = 'new' | 'updated' | 'unchanged' | 'held' | 'left_out';

export interface SavedSearches {
  searches: { id: number; name: string; query: Record<string, string> }[];
  groups: string[];
}

export interface Catalog {
  fields: Field[];
  parties: { party: string; label: string; fields: Field[] }[];
  kinds: Record<string, string[]>;
  types: string[];
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

/** Where money of a file went. */
export type MoneyTerm = 'new' | 'promised' | 'there' | 'held' | 'left_out';

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
