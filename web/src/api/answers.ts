// Made by bin/types of what the PHP describes. Change it there.

export type AddressChange = { part: string; before: string; after: string; reason: string };

export type AddressPage = { rows: AddressRow[]; more: boolean };

export type AddressRow = {
  number: number;
  display: string;
  state: string;
  from: Record<string, string>;
  to: Record<string, string>;
  changes: AddressChange[];
};

export type Against = { kind: 'all' | 'group' | 'search' | 'ids' | 'file' | 'nothing'; group?: string; search?: number; ids?: number[] };

export type Amounts = Record<string, string>;

export type Checks = {
  kinds: ProblemKind[];
  warnings: ProblemKind[];
  passed: PassedRow[];
  by_person: { hold: RowName[]; out: RowName[] };
  by_rule: RuledOut[];
};

export type Colleague = { id: number; name: string };

export type Column = {
  column: number;
  header: string;
  state: 'sure' | 'look' | 'open' | 'left behind';
  target: string | null;
  label: string | null;
  feeds: ColumnFeed[];
  steps: StepData[];
  step_labels: string[];
  evidence: string;
  date_order: 'ymd' | 'mdy' | 'dmy' | null;
  needs_date_order: boolean;
  filled: number;
  rows: number;
  distinct: number;
  exact: boolean;
  gifts: number | null;
  samples: string[];
};

export type ColumnFeed = { target: string; name: string; steps: StepData[]; label: string; step_labels: string[] };

export type ColumnTable = { options: string[]; values: TableValue[] };

export type ColumnValue = { value: string; rows: number; becomes: string; note: string; held: boolean; through: string[] };

export type ColumnValues = {
  values: ColumnValue[];
  shown: number;
  distinct: number;
  by_rows: boolean;
  step_labels: string[];
  new_names: string[];
};

export type ColumnsView = {
  columns: Column[];
  constants: Constant[];
  link_organizations: boolean;
  rows: RowRules;
  differences: Difference[];
  plan_name: string | null;
  offered_plan: string | null;
};

export type Condition = { header: string; how: string; value: string };

export type Constant = { target: string; value: string; only_blank: boolean; label: string };

export type DayFigure = { day: string; count: number; total: number };

export type DecidedGroup = { decided: number; left: number; intake: IntakeSummary };

export type DeletedPlan = { deleted: string };

export type Difference = { kind: string; header: string; message: string; values: string[] };

export type Discarded = { discarded: boolean };

export type FindingColumn = { column: number; header: string; count: number; applied: boolean };

export type FindingExample = { row: number; value: string; header: string };

export type Findings = { findings: FoundFinding[] };

export type FoundFinding = {
  kind:
    | 'above'
    | 'no header'
    | 'blank header'
    | 'same header'
    | 'second header'
    | 'header'
    | 'total'
    | 'section'
    | 'empty'
    | 'empty column'
    | 'wide'
    | 'narrow'
    | 'hidden row'
    | 'hidden column'
    | 'merged'
    | 'formula'
    | 'placeholder error'
    | 'decoding'
    | 'invisible'
    | 'blanks'
    | 'breaks'
    | 'placeholder word'
    | 'placeholder test'
    | 'placeholder number'
    | 'placeholder date'
    | 'placeholder scientific'
    | 'capitals'
    | 'small'
    | 'last, first'
    | 'two people'
    | 'two emails'
    | 'two phones'
    | 'list'
    | 'four digits'
    | 'serial'
    | 'mixed dates'
    | 'currency'
    | 'parentheses'
    | 'decimal comma'
    | 'negative';
  title: string;
  count: number;
  remedy: string;
  note: string;
  for_a_person: boolean;
  applied: boolean;
  examples: FindingExample[];
  columns: FindingColumn[];
};

export type FoundProblem = {
  code: string;
  field: string;
  column: number | null;
  value: string;
  reason: string;
  remedy: string;
  blocks: boolean;
};

export type GridData = {
  id: number;
  name: string;
  columns: string[];
  rows: Record<string, string[]>;
  problems: Record<string, FoundProblem[]>;
};

export type GridLayouts = { layouts: SavedLayout[] };

export type GridProblems = { problems: Record<string, FoundProblem[]> };

export type HeldDone = {
  intakes: HeldIntake[];
  reasons: HeldKind[];
  mine: number;
  rows: HeldRow[];
  total: number;
  pages: number;
  colleagues: Colleague[];
  sent: number;
  done: 'check' | 'send' | 'out' | 'in' | 'give';
  picked: number;
  passing: number;
  still: StillHeld[];
};

export type HeldIntake = { id: number; name: string; rows: number };

export type HeldKind = { reason: string; label: string; rows: number; example: string; can_fix: boolean };

export type HeldPage = {
  intakes: HeldIntake[];
  reasons: HeldKind[];
  mine: number;
  rows: HeldRow[];
  total: number;
  pages: number;
  colleagues: Colleague[];
};

export type HeldProblem = {
  code: string;
  field: string;
  label: string;
  column: number | null;
  value: string;
  reason: string;
  remedy: string;
};

export type HeldReason = { code: string; field: string; reason: string; rows: number; example: string };

export type HeldRow = {
  intake_id: number;
  intake: string;
  number: number;
  display: string;
  given_to: string | null;
  is_loaded: boolean;
  passes: boolean;
  held_by: 'problem' | 'unsure' | 'person' | 'waits' | null;
  problems: HeldProblem[];
};

export type HistoryChange = {
  subject: 'supporter' | 'address' | 'email' | 'phone' | 'identifier' | 'membership' | 'custom' | 'link' | 'unread' | 'gift';
  action: 'create' | 'update' | 'delete';
  change: number;
  fields: HistoryField[];
};

export type HistoryEntry = {
  id: number;
  at: string;
  cause: 'load' | 'undo' | 'redo' | 'demo' | 'edit' | 'put back' | 'merge' | 'unmerge' | 'list merge' | 'remedy' | 'reread' | 'retype';
  by: string | null;
  intake: SourceLabel | null;
  row: number | null;
  changes: HistoryChange[];
};

export type HistoryField = { column: string; label: string; before: string | null; after: string | null; can_be_put_back: boolean };

export type HistoryPage = { entries: HistoryEntry[]; more: boolean };

export type IntakeList = { intakes: IntakeSummary[]; more: boolean; queue: number[] };

export type IntakeSummary = {
  id: number;
  name: string;
  state:
    'typing' | 'reading' | 'failed' | 'mapping' | 'sifting' | 'ready' | 'waiting' | 'loading' | 'stopped' | 'loaded' | 'undoing' | 'undone';
  file_name: string;
  file_size: number;
  by: string | null;
  created_at: string;
  loaded_at: string | null;
  loaded_by: string | null;
  undone_at: string | null;
  plan_name: string | null;
  rows: number;
  is_sifted: boolean;
  columns: { total: number; settled: boolean; sure: number; look: number; open: number; left_behind: number };
  outcomes: { new: number; updated: number; unchanged: number; held: number; left_out: number };
  held: { problem: number; person: number; unsure: number };
  namesakes: number;
  addresses: { none: number; same: number; ask: number; accepted: number; kept: number };
  trial: { rows: number; done: boolean } | null;
  replanned: number;
  money: Amounts | null;
  restore_point: string | null;
  may_change: boolean;
  settings: Settings;
  progress: { done: number; total: number; seconds: number; per_second: number | null; seconds_left: number | null };
  error: string | null;
  balanced: boolean;
};

export type KeptThing = {
  supporter: number;
  thing: string;
  column: string | null;
  now: string | null;
  before: string | null;
  reason: string;
  by?: string | null;
};

export type MadeGrid = { id: number };

export type MatchCandidate = {
  decision: string;
  label: string;
  for: string[];
  against: string[];
  values: Record<string, string>;
  after: Record<string, string>;
};

export type MatchPage = { rows: MatchRow[]; more: boolean; decided: number };

export type MatchRow = {
  number: number;
  part: number;
  role: string;
  display: string;
  verdict: 'new' | 'known' | 'unsure';
  outcome: 'new' | 'updated' | 'unchanged' | 'held' | 'left_out';
  supporter_id: number | null;
  same_as_row: number | null;
  namesakes: number;
  reason: string;
};

export type MatchView = {
  role: string;
  part: number;
  labels: Record<string, string>;
  incoming: Record<string, string>;
  candidates: MatchCandidate[];
};

export type Month = { month: string; supporters: number; gifts: number };

export type Moved = { moved: number };

export type Opened = IntakeSummary | { settled: Settled };

export type OtherParty = {
  role: string;
  display: string;
  verdict: 'new' | 'known' | 'unsure';
  supporter_id: number | null;
  changes: ShownChange[];
};

export type PassedRow = { number: number; reason: string; by: string | null };

export type PlanApplied = { applied: string; differences: Difference[] };

export type PlanChoice = {
  header: string;
  state: 'sure' | 'look' | 'open' | 'left behind';
  evidence: string;
  feeds: PlanFeed[];
  steps: StepData[];
};

export type PlanConstant = { target: string; value: string; only_blank: boolean };

export type PlanContent = { columns: PlanChoice[]; constants: PlanConstant[]; link_organizations: boolean; rows: RowRules };

export type PlanFeed = { target: string; name: string; steps: StepData[] };

export type PlanSaved = { saved: string };

export type PreviewPage = { rows: PreviewRow[]; more: boolean };

export type PreviewRow = {
  number: number;
  display: string;
  supporter_id: number | null;
  same_as_row: number | null;
  changes: ShownChange[];
  others: OtherParty[];
  gifts_new: number;
  there: Amounts;
  reasons: string[];
};

export type ProblemKind = {
  code: string;
  field: string;
  column: number | null;
  example: string;
  remedy: string;
  rows: number;
  values_count: number;
  label: string;
  header: string | null;
  base: string;
  choice: 'hold' | 'without' | null;
};

export type ProblemValue = { value: string; column: number | null; reason: string; remedy: string; rows: RowName[] };

export type ProblemValues = { values: ProblemValue[] };

export type ProofPage = {
  rows: number;
  outcomes: { new: number; updated: number; unchanged: number; held: number; left_out: number };
  supporters: { created: number; updated: number };
  gifts: { created: number; amount: string; amounts: Amounts };
  promised: { created: number; amounts: Amounts };
  money: { new: Amounts; promised: Amounts; there: Amounts; held: Amounts; left_out: Amounts };
  source_amount: string;
  source_amounts: Amounts;
  balanced: boolean;
  faults: string[];
  held_by_reason: HeldReason[];
  untaken: UntakenField[];
  written: WrittenField[];
  sample: SampleRow[];
  undo_report: UndoReport | null;
  can_redo: boolean;
  passed: PassedRow[];
};

export type RecordBehind = { number: number; display: string; supporter_id: number | null; gifts_new: number; money: Amounts };

export type RecordsBehind = { rows: RecordBehind[]; more: boolean; counts: { new: number; updated: number; unchanged: number } };

export type RowCell = { column: number; header: string; raw: string; corrected: string | null; becomes: string | null };

export type RowDetail = {
  number: number;
  cells: RowCell[];
  display: string | null;
  outcome: 'new' | 'updated' | 'unchanged' | 'held' | 'left_out' | null;
  held_by: 'problem' | 'unsure' | 'person' | 'waits' | null;
  supporter_id: number | null;
  decision: string | null;
  row_decision: string | null;
  problems: RowProblem[];
  changes: ShownChange[];
  others: OtherParty[];
  reason: string | null;
  place: string | null;
};

export type RowName = { number: number; display: string };

export type RowProblem = {
  code: string;
  field: string;
  column: number | null;
  value: string;
  reason: string;
  remedy: string;
  blocks: boolean;
};

export type RowRules = { left_out: string[]; conditions: Condition[] };

export type RuledOut = { reason: string; rows: number };

export type SampleRow = {
  number: number;
  display: string;
  supporter_id: number;
  outcome: 'new' | 'updated' | 'unchanged' | 'held' | 'left_out';
};

export type SavedLayout = { id: number; name: string; columns: string[] };

export type SavedPlanPage = {
  id: number;
  name: string;
  updated_at: string | null;
  columns: number;
  brought_in: number;
  steps: number;
  used: number;
  plan: PlanContent;
  labels: Record<string, string>;
};

export type SavedPlanRow = {
  id: number;
  name: string;
  updated_at: string | null;
  columns: number;
  brought_in: number;
  steps: number;
  used: number;
};

export type SavedPlans = { plans: SavedPlanRow[] };

export type Session = { user: User | null; organization: string; currency: string };

export type Settings = {
  effect: 'fill blanks' | 'replace' | 'add beside' | 'become primary' | 'leave alone';
  blanks_empty: boolean;
  system: string;
  accept_addresses: boolean;
  groups: string[];
  groups_new: string[];
  tags: string[];
  tags_new: string[];
  no_contact: boolean;
  description: string;
  agreed: string;
  agreed_by: string;
  is_quiet: boolean;
  effects: Record<string, 'fill blanks' | 'replace' | 'add beside' | 'become primary' | 'leave alone'>;
  new: 'add' | 'leave out';
  unsure: 'hold' | 'ask';
  against: Against;
  unreadable: Record<string, 'hold' | 'without'>;
  notes_unread: boolean;
};

export type Settled = { rows: number; corrected: number; settled: number; still_held: number; not_held: number };

export type ShownChange = {
  subject: 'supporter' | 'address' | 'email' | 'phone' | 'identifier' | 'membership' | 'custom' | 'link' | 'unread' | 'gift';
  action: 'create' | 'update' | 'delete';
  fields: ShownField[];
};

export type ShownField = { column: string; label: string; before: string | null; after: string | null };

export type SourceLabel = { id: number; name: string; file: string; sheet: string };

export type SourceRow = { number: number; place: string | null; cells: string[] };

export type SourceView = {
  sheets: string[];
  format: 'csv' | 'xlsx' | 'xls' | 'ods' | 'vcard' | 'json' | 'typed';
  sheets_read: string[];
  fill_merged: boolean;
  encoding: string | null;
  delimiter: string | null;
  header_row: number | null;
  headers: string[];
  rows: SourceRow[];
  offered_plan: string | null;
};

export type StepData = { do: string } & Record<string, unknown>;

export type StillHeld = { why: string; rows: number };

export type SupporterList = { total: number; page: number; pages: number; supporters: SupporterRow[] };

export type SupporterRow = {
  id: number;
  kind: 'person' | 'household' | 'organization';
  name: string;
  city: string;
  email: string | null;
  phone: string | null;
  gifts: number;
  given: Record<string, string> | null;
  latest: string | null;
};

export type TableValue = { value: string; rows: number; proposal: string };

export type TakenBack = { number: number | null; intake: IntakeSummary };

export type Today = {
  waiting: IntakeSummary[];
  loaded: IntakeSummary[];
  held: number;
  worklists: Worklist[];
  attention: { filter: string; says: string; count: number }[];
  rereadings: number;
  duplicates: number | null;
  supporters: number;
  gifts: number;
  given: Record<string, string> | null;
  trust: TrustFigure[];
  months: Month[];
};

export type TrustFigure = { group: string; count: number; total: number; over_time: DayFigure[] };

export type UndoReport = {
  supporters: { removed: number; restored: number };
  gifts: { removed: number };
  kept: KeptThing[];
  kept_count: number;
};

export type UnsureGroup = { why: string; rows: number; single: number; sample: RowName[] };

export type UnsureGroupList = { groups: UnsureGroup[] };

export type UntakenField = { field: string; label: string; rows: number };

export type UntakenPage = { rows: UntakenRow[]; more: boolean };

export type UntakenRow = {
  number: number;
  display: string;
  supporter_id: number | null;
  field: string;
  stored: string;
  written: string;
  label: string;
};

export type User = {
  id: number;
  name: string;
  email: string;
  role: 'administrator' | 'data steward' | 'gift entry' | 'reader';
  must_change: boolean;
  may_load: boolean;
  may_edit: boolean;
  may_set_standards: boolean;
  may_administer: boolean;
};

export type Worklist = {
  id: number;
  subject: 'supporter' | 'person' | 'household' | 'organization' | 'gift';
  sentence: string;
  count: number;
};

export type WrittenField = { subject: string; made: number; filled: number; replaced: number };
