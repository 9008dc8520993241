// Made by bin/types of what the PHP describes. Change it there.

export type AccountSettings = { debit: string; credit: string; debits: Record<string, string>; credits: Record<string, string> };

export type AccountingPage = { accounts: AccountSettings; kinds: string[]; funds: string[]; takings: TakingRow[] };

export type ActUndone = { restored: number; kept: number; later: boolean };

export type AddressChange = { part: string; before: string; after: string; reason: string; reasons: AddressReason[] };

export type AddressGroup = { rule: string; words: string; source: string; rows: number; example: string };

export type AddressGroupList = { groups: AddressGroup[]; left: AddressGroup[] };

export type AddressPage = { rows: AddressRow[]; more: boolean };

export type AddressReason = { rule: string; words: string };

export type AddressRow = {
  number: number;
  display: string;
  state: string;
  from: Record<string, string>;
  to: Record<string, string>;
  changes: AddressChange[];
  told: string[];
};

export type AddressesFound = {
  total: number;
  page: number;
  pages: number;
  milliseconds: number;
  search: ToldSearch | null;
  addresses: StoredAddress[];
};

export type Against = { kind: 'all' | 'group' | 'search' | 'ids' | 'file' | 'nothing'; group?: string; search?: number; ids?: number[] };

export type Alike = { id: number; name: string; place: string; strength: number; score: number; for: string[]; against: string[] };

export type Allowed = { roles: string[]; users: number[] };

export type AlwaysRequired = { subject: string; field: string; label: string; sentence: string };

export type Amounts = Record<string, string>;

export type Applied = { of: number; done: number; written: number; refused: number; changed: number };

export type AuditEntry = {
  id: number;
  at: string;
  name: string | null;
  kind: string;
  what: string;
  intake_id: number | null;
  intake: string | null;
  ip_address: string | null;
  act_id: number | null;
  undone_at: string | null;
};

export type AuditList = { entries: AuditEntry[]; more: boolean; kinds: string[] };

export type BatchDeed = { at: string; by: string | null; what: string };

export type BatchDropped = { dropped: string };

export type BatchList = {
  batches: BatchShown[];
  total: number;
  page: number;
  pages: number;
  settings: BatchSettingsKept;
  may_post: boolean;
};

export type BatchPageData = {
  batch: BatchShown;
  entries: EntryShown[];
  by_fund: Slice[];
  by_kind: Slice[];
  by_appeal: Slice[];
  typed_by: string[];
  corrected: Corrected | null;
  history: BatchDeed[];
};

export type BatchSettingsKept = { by_another: boolean; required: ('bank_reference' | 'expected')[] };

export type BatchShown = {
  id: number;
  name: string;
  received_on: string;
  bank_reference: string;
  currency: string;
  defaults: Record<string, string>;
  state: 'open' | 'ready' | 'posted';
  expected_gifts: number;
  expected_amount: string;
  gifts: number;
  amount: string;
  gifts_missing: number;
  amount_missing: string;
  difference: string;
  agrees: boolean;
  opened_by: string | null;
  readied_by: string | null;
  posted_by: string | null;
  posted_at: string | null;
  reason: string;
  act_id: number | null;
};

export type BatchTaken = {
  batch: number;
  name: string;
  gifts: number;
  of: number;
  taken: string;
  amount: string;
  currency: string;
  agrees: boolean;
};

export type BorderBar = { from: number; sure: number; names: number };

export type BorderReview = { one_in: number; review: number };

export type BorderWrong = { wrong: number; from: number; certain: number; errors: number; review: number };

export type BulkEffect = { key: string; words: string; records: number; writes: boolean; held: boolean };

export type BulkField = {
  key: string;
  label: string;
  group: string;
  type: string;
  kinds: ('set' | 'fill' | 'clear' | 'replace' | 'join' | 'leave' | 'note' | 'become' | 'delete')[];
  options: string[];
};

export type BulkFields = { fields: BulkField[]; may_delete: boolean };

export type BulkGone = { gone: boolean };

export type BulkOutcome = { written: number; refused: number; changed: number };

export type BulkRecord = { id: number; name: string };

export type BulkRecords = { records: BulkRecord[]; more: boolean };

export type BulkSummary = {
  id: number;
  sentence: string;
  state: 'planning' | 'planned' | 'writing' | 'done' | 'failed';
  total: number;
  done: number;
  writes: number;
  effects: BulkEffect[];
  outcome: BulkOutcome | null;
  act_id: number | null;
  is_undone: boolean;
  error: string | null;
};

export type Catalog = {
  fields: GridField[];
  parties: PartyFields[];
  kinds: Record<string, string[]>;
  types: string[];
  steps: StepFormData[];
};

export type CatalogField = {
  key: string;
  label: string;
  group: string;
  type:
    | 'text'
    | 'long text'
    | 'full name'
    | 'address'
    | 'state'
    | 'postal code'
    | 'country'
    | 'email'
    | 'phone'
    | 'id'
    | 'supporter number'
    | 'date'
    | 'number'
    | 'amount'
    | 'currency'
    | 'yes or no'
    | 'pick list'
    | 'several from a list'
    | 'gift kind'
    | 'honor or memory'
    | 'parts of a gift'
    | 'credits of a gift'
    | 'kind of promise'
    | 'frequency'
    | 'consent'
    | 'kind of record'
    | 'status'
    | 'names';
  options: string[];
  named: boolean;
  custom: boolean;
  retired: boolean;
  limits: FieldLimits;
  unreadable: 'hold' | 'without' | null;
  usually: 'hold' | 'without';
  list: FieldList | null;
  see: Allowed | null;
  edit: Allowed | null;
  hidden_in: string[];
  defaults: Record<string, string>;
  fill: FieldFill | null;
  always: string | null;
  rules: FieldRule[];
  can: FieldCan;
};

export type CatalogUser = { id: number; name: string };

export type CertainSample = { total: number; sample: SampledCluster[] };

export type CheckBefore = { id: number; created_at: string; addresses: number; mailable: number };

export type CheckDecided = { decided: number };

export type CheckGone = { gone: boolean };

export type CheckGroup = { key: string; words: string; note: string; addresses: number; asks: boolean; single: number; decided: number };

export type CheckList = {
  checks: CheckSummary[];
  more: boolean;
  directory: boolean;
  unreached: number;
  stored: number;
  verified: number;
  last_asked: string | null;
};

export type CheckPage = { check: CheckSummary; groups: CheckGroup[]; before: CheckBefore | null };

export type CheckSummary = {
  id: number;
  kind: 'list' | 'records' | 'intake';
  name: string;
  state: 'mapping' | 'waiting' | 'reading' | 'asking' | 'settling' | 'writing' | 'done' | 'failed';
  by: string | null;
  created_at: string;
  ended_at: string | null;
  edition: string;
  error: string | null;
  asks: boolean;
  intake_id: number | null;
  file_name: string;
  may_be_mapped: boolean;
  progress: { done: number; total: number; asked: number; to_ask: number; seconds: number };
  figures: CheckSums | null;
  is_applied: boolean;
  act_id: number | null;
  applied: Applied | null;
};

export type CheckSums = {
  rows: number;
  addresses: number;
  confirmed: number;
  question: number;
  not_found: number;
  not_asked: number;
  mailable: number;
  moved: number;
  changed: number;
  regions: Region[];
  same: { address: number; person: number; became: number };
  unasked: number;
};

export type CheckedRow = {
  number: number;
  supporter_id: number | null;
  who: string;
  written: string[];
  becomes: string[];
  outcome:
    | 'confirmed'
    | 'unit_missing'
    | 'unit_wrong'
    | 'unit_not_needed'
    | 'number_not_on_street'
    | 'street_not_in_place'
    | 'place_and_zip_disagree'
    | 'vacant'
    | 'several_fit'
    | 'not_verifiable'
    | 'not_yet_verified';
  why: string;
  reasons: string;
  candidates: string[];
  decision: string;
  moved_to: string | null;
  moved_on: string | null;
  same_address: number | null;
  same_person: number | null;
};

export type CheckedRowPage = { rows: CheckedRow[]; more: boolean };

export type Checks = {
  kinds: ProblemKind[];
  warnings: ProblemKind[];
  passed: PassedRow[];
  by_person: { hold: RowName[]; out: RowName[] };
  by_rule: RuledOut[];
};

export type Claimed = { looked_at_by: string | null };

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

export type ColumnShown = { key: string; label: string; group: string; figure: boolean; usual: boolean; sortable: boolean };

export type ColumnTable = { options: string[]; values: TableValue[] };

export type ColumnValue = { value: string; rows: number; becomes: string; note: string; held: boolean; unread: boolean; through: string[] };

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

export type CommonWords = { common_words: string[] };

export type ComparedCheck = { id: number; name: string; created_at: string; edition: string };

export type ComparedChecks = { before: ComparedCheck; now: ComparedCheck; parts: ComparedPart[] };

export type ComparedLine = {
  key: string;
  words: string;
  before: number;
  now: number;
  before_of: number | null;
  now_of: number | null;
  points: number | null;
};

export type ComparedPart = { key: 'sums' | 'outcomes' | 'rules' | 'regions'; lines: ComparedLine[] };

export type Condition = { header: string; how: string; value: string };

export type ConnectionDropped = { dropped: string };

export type ConnectionList = { connections: ConnectionRow[]; may_set: boolean };

export type ConnectionPageData = {
  connection: ConnectionRow;
  form: Record<string, unknown>;
  has_key: boolean;
  plan_id: number | null;
  every: number;
  loads: boolean;
  place: string | null;
  pulls: PullRow[];
  inbox: string | null;
  has_inbox_key: boolean;
  refused: number;
  refused_at: string | null;
};

export type ConnectionRow = {
  id: number;
  name: string;
  state: 'by hand' | 'automatic' | 'failing';
  last: string | null;
  waiting: number;
  notices: number;
  error: string | null;
  next_at: string | null;
};

export type Constant = { target: string; value: string; only_blank: boolean; label: string };

export type ConvertedValue = { value: string; becomes: string; records: number };

export type Corrected = { entries: number; amount: string; comes_to: string };

export type Credited = { sum: JsonAmounts; count: number; gifts: CreditedGift[] };

export type CreditedGift = { id: number; given_on: string | null; amount: string; currency: string; supporter_id: number; name: string };

export type DatedNote = { id: number; noted_on: string; kind: string; text: string; written_by: string | null };

export type DayFigure = { day: string; count: number; total: number };

export type DecidedGroup = { decided: number; left: number; intake: IntakeSummary };

export type DeletedPlan = { deleted: string };

export type Difference = { kind: string; header: string; message: string; values: string[] };

export type DirectoryTried = { answers: boolean; says: string };

export type DirectoryView = {
  url: string;
  batch: number;
  rate: number;
  timeout: number;
  keep_days: number;
  every_days: number;
  has_key: boolean;
  places: { source: string; published: string; places: number };
};

export type Discarded = { discarded: boolean };

export type DraftData = {
  kind: 'person' | 'household' | 'organization';
  fields: Record<string, string>;
  addresses: DraftItem[];
  emails: DraftItem[];
  phones: DraftItem[];
  identifiers: DraftItem[];
  links: DraftItem[];
};

export type DraftItem = { ref: number | string } & Record<string, string | number>;

export type DuplicateCluster = {
  cluster: number;
  certainty: 'certain' | 'review';
  score: number;
  looked_at_by: string | null;
  members: DuplicateMember[];
};

export type DuplicateCounts = { certain: number; review: number; homes: number };

export type DuplicateGroup = { why: string; clusters: number; sample: DuplicateMember[][] };

export type DuplicateGroups = { groups: DuplicateGroup[]; round: RoundShown | null };

export type DuplicateMember = { id: number; name: string };

export type DuplicatePage = {
  clusters: DuplicateCluster[];
  before: number;
  total: number;
  pages: number;
  counts: DuplicateCounts;
  search: SearchShown | null;
  schedule: string;
  fields: string[];
  all_fields: ReviewColumn[];
};

export type Dwelling = {
  code: string;
  city: string;
  state: string;
  latitude: number;
  longitude: number;
  supporters: number;
  given: GivenAmounts | null;
};

export type Dwellings = { places: Dwelling[]; unknown: number; without: number };

export type EditionShown = {
  number: number;
  records: number;
  made_at: string;
  pairs: number;
  rounds: number;
  discarded: string[];
  moved: number;
};

export type EncodingChoice = { value: string; label: string };

export type EntryChecked = { problems: Placed[]; like: LikeGift[] };

export type EntryKept = { batch: BatchShown; entry: EntryShown | null };

export type EntryShown = { id: number; supporter_id: number; supporter: string; intake_id: number | null; values: Record<string, string> };

export type ErasureProof = {
  id: number;
  state: 'waiting' | 'written' | 'done' | 'failed';
  asked_by: string;
  reason: string;
  by: string | null;
  erased_at: string;
  counts: Record<string, number>;
  error: string | null;
};

export type ErasureView = { name: string; has: Record<string, number>; asked_by: string[]; erasure: ErasureProof | null };

export type ExportBegun = { export: number };

export type ExportChoice = { of: string; usual: string[]; fields: ExportField[]; statuses: string[]; narrowed_by: string[]; list: string };

export type ExportField = { key: string; label: string };

export type ExportGone = { gone: boolean };

export type ExportList = {
  saved: SavedExportRow[];
  folder: string;
  exports: ExportRow[];
  choices: ExportChoice[];
  kept_days: number;
  funds: string[];
  campaigns: string[];
};

export type ExportPreview = { rows: number; amounts: Amounts; columns: string[] };

export type ExportRow = {
  id: number;
  name: string;
  format: string;
  state: 'waiting' | 'done' | 'failed';
  rows: number | null;
  amounts: Amounts | null;
  error: string | null;
  created_at: string;
  by: string | null;
  is_own: boolean;
  delivered: string | null;
};

export type ExportSaved = { id: number };

export type FailingConnection = { id: number; name: string; error: string };

export type FieldCan = { hide: boolean; list: boolean; unique: boolean; default: boolean; unreadable: boolean };

export type FieldFill = { count: number; total: number };

export type FieldLimits = {
  least: string;
  most: string;
  length: number;
  pattern: string;
  example: string;
  message: string;
  unique: boolean;
};

export type FieldList = { closed: boolean; values: number };

export type FieldMeant = { field: PartyField; variants: TargetVariant[] };

export type FieldRule = { id: number; strength: 'must' | 'should'; sentence: string };

export type FindingColumn = { column: number; header: string; count: number; applied: boolean };

export type FindingExample = { row: number; value: string; header: string };

export type Findings = { findings: FoundFinding[] };

export type FormCatalog = { fields: FormField[]; kinds: Record<string, string[]>; conditions: string[]; link_kinds: LinkWords[] };

export type FormCheck = { problems: Placed[]; alike: Alike[] };

export type FormField = {
  key: string;
  label: string;
  group: string;
  type:
    | 'text'
    | 'long text'
    | 'full name'
    | 'address'
    | 'state'
    | 'postal code'
    | 'country'
    | 'email'
    | 'phone'
    | 'id'
    | 'supporter number'
    | 'date'
    | 'number'
    | 'amount'
    | 'currency'
    | 'yes or no'
    | 'pick list'
    | 'several from a list'
    | 'gift kind'
    | 'honor or memory'
    | 'parts of a gift'
    | 'credits of a gift'
    | 'kind of promise'
    | 'frequency'
    | 'consent'
    | 'kind of record'
    | 'status'
    | 'names';
  of: 'person' | 'household' | 'organization' | null;
  options: string[];
  example: string;
  edits: boolean;
  hidden_in: string[];
  required: string | null;
};

export type FormKept = { id: number; warnings: Placed[]; theirs: Record<string, TheirChange> };

export type FormOpened = { draft: DraftData; names: Record<string, string>; name: string };

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
    | 'heading'
    | 'empty'
    | 'empty column'
    | 'wide'
    | 'cut amount'
    | 'narrow'
    | 'hidden row'
    | 'struck row'
    | 'struck'
    | 'cell note'
    | 'hidden column'
    | 'merged'
    | 'ditto'
    | 'formula'
    | 'placeholder error'
    | 'guessed encoding'
    | 'other encoding'
    | 'stray bytes'
    | 'open quote'
    | 'decoding'
    | 'web codes'
    | 'lost letters'
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
    | 'last first'
    | 'turned name'
    | 'one word'
    | 'odd name'
    | 'two people'
    | 'two emails'
    | 'two phones'
    | 'odd domain'
    | 'list'
    | 'four digits'
    | 'serial'
    | 'mixed dates'
    | 'currency'
    | 'parentheses'
    | 'decimal comma'
    | 'negative'
    | 'not paid';
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

export type FoundSupporter = {
  id: number;
  name: string;
  kind: 'person' | 'household' | 'organization';
  status: string | null;
  address: string;
};

export type FundList = { kind: 'fund' | 'campaign' | 'appeal'; funds: FundRow[] };

export type FundRow = {
  name: string;
  code: string;
  spellings: string[];
  is_retired: boolean;
  is_listed: boolean;
  starts_on: string | null;
  ends_on: string | null;
  goal: string | null;
  gifts: number;
  given: JsonAmounts | null;
  came_in: string | null;
  missing: string | null;
  percent: number | null;
};

export type GiftBatch = { id: number; name: string };

export type GiftChecked = { problems: Placed[] };

export type GiftCredit = { supporter_id: number; name: string; amount: string | null; share: string };

export type GiftKept = { id: number };

export type GiftList = {
  total: number;
  corrections: number;
  sums: MoneySums | null;
  months: GiftMonth[];
  page: number;
  pages: number;
  milliseconds: number;
  search: ToldSearch | null;
  gifts: GiftRow[];
};

export type GiftMonth = { month: string; gifts: number; given: Amounts | null };

export type GiftPageData = {
  id: number;
  supporter_id: number;
  supporter: string;
  currency: string;
  amount: string | null;
  net: string | null;
  left: string | null;
  status: 'given' | 'corrected' | 'taken back' | 'correction';
  fields: GiftValue[];
  values: Record<string, string>;
  splits: GiftPart[];
  credits: GiftCredit[];
  corrections: OtherGift[];
  corrects: OtherGift | null;
  pays: PayablePromise | null;
  payable: PayablePromise[];
  honored: Honored | null;
  batch: GiftBatch | null;
  intake_id: number | null;
  origins: Record<string, Origin>;
  history: HistoryEntry[];
};

export type GiftPart = { amount: string; fund: string; campaign: string; appeal: string };

export type GiftRemoved = { removed: number };

export type GiftRow = {
  id: number;
  supporter_id: number;
  supporter: string;
  given_on?: string;
  amount?: string;
  currency?: string;
  counts?: string;
  status?: 'given' | 'corrected' | 'taken back' | 'correction';
  kind?: string | null;
  fund?: string | null;
  reference?: string | null;
  campaign?: string | null;
  appeal?: string | null;
  tribute?: string | null;
  anonymous?: string | null;
  splits?: string | null;
  receipt?: string | null;
  receipt_on?: string | null;
  benefit?: string | null;
  fee?: string | null;
  source_id?: string | null;
  corrects_id: number | null;
  intake_id: number | null;
  batch_id: number | null;
  promise_id: number | null;
};

export type GiftValue = { field: string; column: string; label: string; value: string };

export type GivenAmounts = Record<string, string>;

export type GivingPage = {
  year: number;
  currency: string;
  years: number[];
  currencies: string[];
  amount: string;
  before: string;
  months: YearSum[];
  kinds: YearSum[];
  funds: YearSum[];
  campaigns: YearSum[];
  appeals: YearSum[];
  sizes: YearSize[];
  givers: YearGivers;
};

export type GridData = {
  id: number;
  name: string;
  columns: string[];
  rows: Record<string, string[]>;
  problems: Record<string, FoundProblem[]>;
};

export type GridField = {
  key: string;
  label: string;
  group: string;
  type:
    | 'text'
    | 'long text'
    | 'full name'
    | 'address'
    | 'state'
    | 'postal code'
    | 'country'
    | 'email'
    | 'phone'
    | 'id'
    | 'supporter number'
    | 'date'
    | 'number'
    | 'amount'
    | 'currency'
    | 'yes or no'
    | 'pick list'
    | 'several from a list'
    | 'gift kind'
    | 'honor or memory'
    | 'parts of a gift'
    | 'credits of a gift'
    | 'kind of promise'
    | 'frequency'
    | 'consent'
    | 'kind of record'
    | 'status'
    | 'names';
  options: string[];
  named: boolean;
  in_grid: boolean;
};

export type GridLayouts = { layouts: SavedLayout[] };

export type GridProblems = { problems: Record<string, FoundProblem[]> };

export type Health = { status: 'ok' | 'not ok'; database: 'ok' | 'not ok'; worker: 'ok' | 'not ok'; closed?: string };

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
  subject:
    | 'supporter'
    | 'address'
    | 'email'
    | 'phone'
    | 'identifier'
    | 'membership'
    | 'custom'
    | 'link'
    | 'unread'
    | 'promise'
    | 'note'
    | 'gift'
    | 'entry';
  action: 'create' | 'update' | 'delete';
  change: number;
  fields: HistoryField[];
};

export type HistoryEntry = {
  id: number;
  at: string;
  cause:
    | 'load'
    | 'undo'
    | 'redo'
    | 'demo'
    | 'edit'
    | 'put back'
    | 'merge'
    | 'unmerge'
    | 'list merge'
    | 'remedy'
    | 'reread'
    | 'retype'
    | 'post'
    | 'verify'
    | 'bulk'
    | 'erase'
    | 'unpost';
  by: string | null;
  intake: SourceLabel | null;
  row: number | null;
  changes: HistoryChange[];
};

export type HistoryField = { column: string; label: string; before: string | null; after: string | null; can_be_put_back: boolean };

export type HistoryPage = { entries: HistoryEntry[]; more: boolean };

export type HomeChoice = { value: string; label: string };

export type HomeView = {
  currency: string;
  country: string;
  dates: 'ymd' | 'mdy' | 'dmy';
  currencies: HomeChoice[];
  countries: HomeChoice[];
  orders: HomeChoice[];
};

export type Honored = { id: number; name: string };

export type HonoringGift = {
  id: number;
  given_on: string | null;
  amount: string | null;
  currency: string;
  kind: string | null;
  supporter_id: number;
  name: string;
};

export type HouseholdGone = { counts: DuplicateCounts };

export type InputChoice = { value: string; label: string };

export type IntakeCheck = { page: CheckPage | null; directory: boolean };

export type IntakeList = {
  intakes: IntakeSummary[];
  total: number;
  page: number;
  pages: number;
  any_loaded: boolean;
  running: string | null;
  queue: IntakeSummary[];
};

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
  verified: { confirmed: number; question: number; not_found: number; not_asked: number };
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

export type JsonAmounts = Record<string, string>;

export type KeptApart = { why: string; count: number };

export type KeptThing = {
  supporter: number;
  thing: string;
  column: string | null;
  now: string | null;
  before: string | null;
  reason: string;
  by?: string | null;
};

export type KeptView = { columns: ViewColumn[]; sort: string; down: boolean; fixed: number };

export type LedgerSum = {
  booked_on: string;
  batch: string | null;
  account: string;
  fund: string;
  currency: string;
  debit: string;
  credit: string;
  gifts: number;
};

export type LeftThing = { thing: string; column: string | null; now: string | null; before: string | null; reason: string };

export type LikeGift = { date: string; amount: string; currency: string; fund: string; reference: string; waits: boolean };

export type LinkWords = { kind: 'member' | 'spouse' | 'employee' | 'contact' | 'child'; phrase: string; reverse: string };

export type ListChoices = { first: ColumnShown; columns: ColumnShown[]; order: ListOrder; view: KeptView | null };

export type ListColumn = { header: string; target: string | null; examples: string[]; filled: number; evidence: string };

export type ListColumnsView = { columns: ListColumn[]; fields: ListField[]; sheets: string[]; sheet: string | null; rows: number };

export type ListField = { key: string; label: string };

export type ListOptions = { options: string[] };

export type ListOrder = { sort: string; down: boolean };

export type ListedValue = { value: string; code: string; spellings: string[]; retired: boolean; used: number };

export type LookedAt = {
  records: number;
  transactions: number;
  next: boolean;
  total: number | null;
  headers: string[];
  rows: Record<string, string>[];
  faults: string[];
  states: string[];
  answer: string;
};

export type LookedUp = { found: FoundSupporter[] };

export type LostValue = { value: string; reason: string; records: number };

export type MadeGrid = { id: number };

export type MadeHousehold = { household: number; name: string; act: number | null; said: [number, number][] };

export type MailingLeftOut = {
  why: 'deceased' | 'not active' | 'refused' | 'refused together' | 'not agreed' | 'no address' | 'not reached' | 'not to be used';
  words: string;
  supporters: number;
};

export type MailingList = { mailings: MailingRow[] };

export type MailingPage = {
  mailing: MailingRow;
  going: number;
  left_out: MailingLeftOut[];
  pieces: MailingPiece[];
  sheets: MailingSheet[];
  letter: string;
};

export type MailingPeople = { people: MailingWho[]; more: boolean };

export type MailingPiece = { envelope: string; greeting: string; lines: string[]; supporters: number[] };

export type MailingRow = {
  id: number;
  name: string;
  state: 'working' | 'done' | 'failed';
  per: 'supporter' | 'household' | 'address';
  must_agree: boolean;
  total: number;
  done: number;
  pieces: number | null;
  by: string | null;
  created_at: string;
  error: string | null;
};

export type MailingSheet = { value: 'letter 30' | 'letter 20' | 'letter 10' | 'A4 21'; words: string };

export type MailingWho = { id: number; name: string };

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

export type MatchRuleContent = { name: string; verdict: string; most?: number; unless?: string[]; comparisons: RuleComparison[] };

export type MatchRuleSetKept = {
  id: number;
  name: string;
  kind: 'person' | 'household' | 'organization';
  rules: RuleSentence[];
  signs: SignEffectShown[];
  content: RuleSetContent;
};

export type MatchRuleSetRow = {
  id: number | null;
  is_used: boolean;
  is_coming: boolean;
  fault: string | null;
  name: string;
  kind: 'person' | 'household' | 'organization';
  rules: RuleSentence[];
  signs: SignEffectShown[];
  content: RuleSetContent;
};

export type MatchRuleSets = { sets: MatchRuleSetRow[]; fields: RuleFieldRow[]; common_words: string[] };

export type MatchView = {
  role: string;
  part: number;
  labels: Record<string, string>;
  incoming: Record<string, string>;
  candidates: MatchCandidate[];
};

export type Measured = {
  same: number;
  certain: number;
  review: number;
  missed: number;
  apart: number;
  wrongly_joined: number;
  asked: number;
  rules: MeasuredRule[];
  kept_apart: KeptApart[];
  examples: { missed: MeasuredPair[]; wrongly_joined: MeasuredPair[] };
};

export type MeasuredPair = { names: string; one: number; other: number; for: string[]; against: string[]; rules: string[] };

export type MeasuredRule = { rule: string; wrongly_joined: number; asked: number; found: number };

export type MergeField = {
  column: string;
  label: string;
  values: Record<number, string>;
  merged: string;
  differs: boolean;
  is_list: boolean;
  has_rule: boolean;
};

export type MergePage = {
  id: number;
  survivor: number;
  name: string;
  gone: MergedOne[];
  at: string;
  by: string | null;
  undone: string | null;
  since: MergeSince[];
};

export type MergePreview = {
  survivor: number;
  name: string;
  candidates: ShownCandidate[];
  fields: MergeField[];
  lists: PartsOfAll[];
  gifts: MergedGifts;
  may_live_together: boolean;
  reasons: MergeReason[];
  policy: PolicyShown;
};

export type MergeReason = { one: number; other: number; verdict: 'certain' | 'review' | null; for: string[]; against: string[] };

export type MergeShown = {
  id: number;
  survivor: number;
  name: string;
  gone: MergedOne[];
  at: string;
  by: string | null;
  undone: string | null;
};

export type MergeSince = { thing: string; text: string };

export type MergedGifts = { count: number; given: Amounts };

export type MergedList = {
  changed: number;
  elsewhere: number;
  field: string;
  label: string;
  closed: boolean;
  values: ListedValue[];
  not_listed: UnlistedValue[];
  near: NearValues[];
};

export type MergedOne = { id: number; name: string };

export type MergesBegun = { begun: number };

export type Message = { id: number; intake_id: number | null; kind: string; text: string; at: string; read_at: string | null };

export type Messages = { unread: number; messages: Message[] };

export type MoneySums = { given: Amounts };

export type Month = { month: string; supporters: number; gifts: number };

export type Moved = { moved: number };

export type NearValues = { values: [string, string]; why: string };

export type NotesOf = { notes: DatedNote[] };

export type NoticeList = { webhooks: WebhookRow[]; notices: NoticeRow[] };

export type NoticeRow = {
  id: number;
  name: string;
  event: string;
  body: string;
  tries: number;
  state: string;
  answer: string | null;
  created_at: string;
  done_at: string | null;
};

export type OpenForAccounting = { gifts: number; amounts: Amounts; changed: number };

export type OpenPromise = { id: number; label: string };

export type Opened = IntakeSummary | { settled: Settled };

export type Origin = {
  at: string;
  cause:
    | 'load'
    | 'undo'
    | 'redo'
    | 'demo'
    | 'edit'
    | 'put back'
    | 'merge'
    | 'unmerge'
    | 'list merge'
    | 'remedy'
    | 'reread'
    | 'retype'
    | 'post'
    | 'verify'
    | 'bulk'
    | 'erase'
    | 'unpost';
  by: string | null;
  intake: OriginSource | null;
  row: number | null;
  columns: string[];
  before: string | null;
};

export type OriginSource = { id: number; name: string; file: string; sheet: string; place: string | null };

export type OtherGift = { id: number; given_on: string; amount: string | null; reason: string };

export type OtherParty = {
  role: string;
  display: string;
  verdict: 'new' | 'known' | 'unsure';
  supporter_id: number | null;
  changes: ShownChange[];
};

export type PageEmail = { id: number; address: string; kind: string; condition: string } & Record<string, unknown>;

export type PageField = { column: string; label: string };

export type PageGift = {
  id: number;
  supporter_id: number;
  given_on?: string;
  amount?: string;
  currency?: string;
  kind?: string | null;
  fund?: string | null;
  reference?: string | null;
  campaign?: string | null;
  appeal?: string | null;
  tribute?: string | null;
  anonymous?: string | null;
  notes?: string | null;
  credits?: string | null;
  splits?: string | null;
  description?: string | null;
  units?: string | null;
  tribute_kind?: string | null;
  tell?: string | null;
  receipt?: string | null;
  receipt_on?: string | null;
  benefit?: string | null;
  fee?: string | null;
  source_id?: string | null;
  reason?: string | null;
  corrects_id: number | null;
  intake_id: number | null;
  batch_id: number | null;
  promise_id: number | null;
  tribute_id: number | null;
};

export type PageId = { id: number; system: string; value: string } & Record<string, unknown>;

export type PageLink = {
  id: number;
  phrase: string;
  supporter_id: number;
  name: string;
  kind: 'person' | 'household' | 'organization';
  role: string | null;
};

export type PageMerge = { id: number; gone: { id: number; name: string }[]; at: string; by: string | null };

export type PagePart = { id: number } & Record<string, string | number | null>;

export type PagePhone = { id: number; number: string; kind: string; condition: string } & Record<string, unknown>;

export type PageShortfall = { rule: number; gift: number; sentence: string };

export type PageSums = { given: Amounts };

export type PageValue = { id: number; label: string; value: string };

export type PartOfOne = { text: string; from: number; note: string };

export type PartsOfAll = { list: string; label: string; items: PartOfOne[] };

export type PartyField = {
  key: string;
  label: string;
  group: string;
  type:
    | 'text'
    | 'long text'
    | 'full name'
    | 'address'
    | 'state'
    | 'postal code'
    | 'country'
    | 'email'
    | 'phone'
    | 'id'
    | 'supporter number'
    | 'date'
    | 'number'
    | 'amount'
    | 'currency'
    | 'yes or no'
    | 'pick list'
    | 'several from a list'
    | 'gift kind'
    | 'honor or memory'
    | 'parts of a gift'
    | 'credits of a gift'
    | 'kind of promise'
    | 'frequency'
    | 'consent'
    | 'kind of record'
    | 'status'
    | 'names';
  options: string[];
  named: boolean;
};

export type PartyFields = { party: string; label: string; fields: PartyField[] };

export type PassedRow = { number: number; reason: string; by: string | null };

export type PasswordChanged = { changed: boolean };

export type PayablePromise = { id: number; label: string };

export type People = { people: Person[]; roles: RoleRights[] };

export type PeopleChanged = { people: Person[]; roles: RoleRights[]; password?: string };

export type Person = {
  id: number;
  name: string;
  email: string;
  role: 'administrator' | 'data steward' | 'gift entry' | 'reader';
  may_load: boolean | null;
  may_edit: boolean | null;
  may_post: boolean | null;
  loads: boolean;
  edits: boolean;
  posts: boolean;
  disabled: boolean;
  password_changed_at: string | null;
  sessions: number;
  seen_at: string | null;
};

export type PersonMade = { id: number; password: string };

export type PickListData = {
  field: string;
  label: string;
  closed: boolean;
  values: ListedValue[];
  not_listed: UnlistedValue[];
  near: NearValues[];
};

export type Placed = {
  place: string;
  code: string;
  field: string;
  column: number | null;
  value: string;
  reason: string;
  remedy: string;
  blocks: boolean;
};

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

export type PointChecked = { name: string; readable: boolean; fault: string | null };

export type PointRestored = { restored: string; before: string };

export type PointRow = { name: string; at: string; reason: string; by: string | null; bytes: number; supporters: number; gifts: number };

export type PointSchedule = { every: string; hour: number; keep: number };

export type PointTaken = { name: string; bytes: number };

export type Points = { points: PointRow[]; schedule: PointSchedule; confirm: string };

export type Policies = {
  policies: SavedPolicy[];
  survivor_rules: (
    'most complete address' | 'most complete record' | 'most recent gift' | 'oldest' | 'one already in the database' | 'incoming one'
  )[];
  field_rules: ('survivor' | 'first filled' | 'newest' | 'longest' | 'most frequent' | 'joined')[];
};

export type PolicyDropped = { dropped: string };

export type PolicyShown = {
  survivor:
    'most complete address' | 'most complete record' | 'most recent gift' | 'oldest' | 'one already in the database' | 'incoming one';
  usual: 'survivor' | 'first filled' | 'newest' | 'longest' | 'most frequent' | 'joined';
  fields: Record<string, 'survivor' | 'first filled' | 'newest' | 'longest' | 'most frequent' | 'joined'>;
  separator: string;
};

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

export type PrintedLines = { address_id: number; lines: string[] };

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

export type PromiseChecked = { problems: Placed[] };

export type PromiseDue = { date: string; amount: string; state: 'came in' | 'in part' | 'did not come' | 'to come' };

export type PromiseKept = { id: number };

export type PromiseList = {
  total: number;
  counts: Record<'open' | 'due' | 'overdue' | 'failed' | 'paused' | 'fulfilled' | 'written off' | 'ended', number>;
  unattached: number;
  sums: PromiseMoneySums | null;
  page: number;
  pages: number;
  search: ToldSearch | null;
  promises: PromiseRow[];
};

export type PromiseMoney = {
  amount: string;
  paid: string;
  balance: string | null;
  overdue: string;
  installments: PromiseDue[];
  more: number;
  payments: PromisePayment[];
  next: string | null;
};

export type PromiseMoneySums = { promised: JsonAmounts; paid: JsonAmounts; balance: JsonAmounts };

export type PromisePageData = {
  id: number;
  supporter_id: number;
  supporter: string;
  kind: string;
  currency: string;
  status: 'open' | 'due' | 'overdue' | 'failed' | 'paused' | 'fulfilled' | 'written off' | 'ended';
  intake_id: number | null;
  money: PromiseMoney | null;
  fields: PromiseValue[];
  values: Record<string, string>;
  origins: Record<string, Origin>;
  history: HistoryEntry[];
};

export type PromisePayment = { id: number; given_on: string; amount: string; corrects: boolean };

export type PromiseRemoved = { removed: number };

export type PromiseRow = {
  id: number;
  supporter_id: number;
  supporter: string;
  kind: string;
  status: 'open' | 'due' | 'overdue' | 'failed' | 'paused' | 'fulfilled' | 'written off' | 'ended';
  promised_on: string | null;
  amount: string | null;
  currency: string;
  frequency: string | null;
  fund: string | null;
  campaign: string | null;
  appeal: string | null;
  reference: string | null;
  source_id: string | null;
  paid: string | null;
  balance: string | null;
  next_on: string | null;
  next_amount: string | null;
  missed: number;
};

export type PromiseValue = { field: string; column: string; label: string; value: string };

export type PromisesWaiting = { due: number; overdue: number; failed: number; unattached: number };

export type ProofPage = {
  rows: number;
  outcomes: { new: number; updated: number; unchanged: number; held: number; left_out: number };
  supporters: { created: number; updated: number };
  gifts: { created: number; amount: string; amounts: Amounts };
  in_batch: { gifts: number; amounts: Amounts };
  promised: { created: number; amounts: Amounts };
  money: { new: Amounts; batch: Amounts; promised: Amounts; there: Amounts; held: Amounts; left_out: Amounts };
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

export type PullRow = {
  id: number;
  at: string;
  by: string | null;
  state: 'fetching' | 'done' | 'failed';
  since: string | null;
  until: string | null;
  fetched: number;
  seen_before: number;
  new: number;
  changed: number;
  went_back: number;
  not_counted: number;
  told: ToldOfPull[];
  error: string | null;
  intake_id: number | null;
  intake_state: string | null;
  held: number;
  does: WhatItDoes | null;
};

export type RecognitionCard = {
  id: number;
  name: string;
  kind: 'person' | 'household' | 'organization';
  lines: RecognitionLine[];
  promises: OpenPromise[];
  warnings: string[];
};

export type RecognitionChoice = { key: string; label: string };

export type RecognitionFields = { fields: { person: string[]; household: string[]; organization: string[] }; choices: RecognitionChoice[] };

export type RecognitionLine = { key: string; label: string; value: string };

export type RecordBehind = { number: number; display: string; supporter_id: number | null; gifts_new: number; money: Amounts };

export type RecordsBehind = { rows: RecordBehind[]; more: boolean; counts: { new: number; updated: number; unchanged: number } };

export type Region = { region: string; addresses: number; mailable: number };

export type RemedyDone = { written: number; refused: number; act: number | null; left: number };

export type RereadBegun = { id: number } & Record<string, unknown>;

export type RereadCount = { kind: 'currency' | 'amount' | 'consent' | 'kind' | 'name' | 'address'; count: number; takeable: number };

export type RereadLeft = { left: number };

export type RereadPage = { rows: RereadRow[]; more: boolean; kinds: RereadCount[]; last: RereadState | null };

export type RereadRow = {
  number: number;
  kind: 'currency' | 'amount' | 'consent' | 'kind' | 'name' | 'address';
  supporter_id: number;
  name: string;
  intake_id: number;
  intake: string;
  row: number;
  written: string[];
  reason: string;
  can_be_taken: boolean;
  fields: ShownField[];
};

export type RereadState = {
  state: 'waiting' | 'reading' | 'done' | 'failed';
  done: number;
  total: number;
  error: string | null;
  ended_at: string | null;
};

export type RereadTaken = { written: number; refused: number; changed: number; act: number | null };

export type RetypeReport = { values: number; same: number; converted: ConvertedValue[]; lost: LostValue[] };

export type ReviewColumn = { column: string; label: string };

export type ReviewFields = { fields: string[] };

export type RoleRights = {
  role: 'administrator' | 'data steward' | 'gift entry' | 'reader';
  loads: boolean;
  edits: boolean;
  posts: boolean;
};

export type RoundShown = {
  id: number;
  why: string;
  is_same: boolean;
  state: 'working' | 'done' | 'taking back' | 'taken back';
  total: number;
  decided: number;
  kept: number;
} & Record<string, unknown>;

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

export type RuleBorders = { bars: BorderBar[]; certain_from: number; review_from: number; wrong: BorderWrong[]; review: BorderReview[] };

export type RuleComparison = { field: string; how?: string; strictness?: number; characters?: number; options?: Record<string, unknown> };

export type RuleCondition = { field: string; test: string; values: string[] };

export type RuleDropped = { dropped: string };

export type RuleExample = { counts: [string, string] | null; not: [string, string] | null };

export type RuleFieldRow = { key: string; label: string; type: string };

export type RuleKept = {
  id: number;
  subject: 'supporter' | 'person' | 'household' | 'organization' | 'gift' | 'promise';
  field: string;
  strength: 'must' | 'should';
  conditions: RuleCondition[];
  label: string;
  sentence: string;
  what: string;
  is_checked: boolean;
  added_to: string[];
};

export type RuleList = { rules: RuleRow[]; always: AlwaysRequired[]; totals: Record<string, number> };

export type RulePreview = { sentence: string; short: number; checked: number; after: number | null; total: number; some: ShortRecord[] };

export type RuleRow = {
  id: number;
  subject: 'supporter' | 'person' | 'household' | 'organization' | 'gift' | 'promise';
  field: string;
  strength: 'must' | 'should';
  conditions: RuleCondition[];
  label: string;
  sentence: string;
  what: string;
  is_checked: boolean;
  short: number;
  over_time: DayFigure[];
};

export type RuleSentence = { name: string; verdict: 'certain' | 'review'; sentence: string; most: number };

export type RuleSetContent = {
  name: string;
  kind: 'person' | 'household' | 'organization';
  rules: MatchRuleContent[];
  signs?: Record<string, string>;
  by?: 'rules' | 'weight';
  wrong?: number;
  certain?: number;
  review?: number;
  common?: number;
} & Record<string, unknown>;

export type RuleTrial = {
  id: number;
  state: 'waiting' | 'searching' | 'done' | 'failed';
  done: number;
  total: number;
  error: string | null;
  found: TrialFound | null;
  too_common: TooCommonKey[];
  names: Record<string, string>;
};

export type RuledOut = { reason: string; rows: number };

export type SaidApart = { said: [number, number][]; counts: DuplicateCounts };

export type SaidList = { decisions: SaidPair[] };

export type SaidPair = { one: number; other: number; one_name: string; other_name: string; at: string; by: string | null };

export type SampleRow = {
  number: number;
  display: string;
  supporter_id: number;
  outcome: 'new' | 'updated' | 'unchanged' | 'held' | 'left_out';
};

export type SampledCluster = { members: DuplicateMember[]; for: string[]; against: string[] };

export type SavedExportRow = {
  id: number;
  name: string;
  of: string;
  format: string;
  every: string;
  hour: number;
  on_day: number;
  brought_to: string;
  target: string;
  only_changed: boolean;
  last_at: string | null;
  by: string | null;
  is_own: boolean;
  has_key: boolean;
  asked: Record<string, string>;
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

export type SavedPolicy = { id: number; name: string; policy: PolicyShown };

export type SavedSearches = { searches: SearchRow[]; groups: string[] };

export type SearchChoicesMade = { fields: SearchField[]; within: Record<string, SearchOption[]> };

export type SearchField = {
  key: string;
  label: string;
  group: string;
  input: 'text' | 'date' | 'figure';
  tests: (
    | 'is'
    | 'is not'
    | 'begins with'
    | 'contains'
    | 'over'
    | 'at least'
    | 'under'
    | 'at most'
    | 'between'
    | 'since'
    | 'before'
    | 'is blank'
    | 'is filled'
  )[];
  options: SearchOption[];
  within: string[];
};

export type SearchOption = { value: string; label: string };

export type SearchRow = { id: number; list: string; name: string; query: Record<string, string> };

export type SearchScheduleKept = { schedule: string };

export type SearchShown = {
  id: number;
  state: 'waiting' | 'searching' | 'done' | 'failed';
  done: number;
  total: number;
  compared: number;
  too_common: TooCommonKey[] | null;
  error: string | null;
  created_at: string;
  ended_at: string | null;
} & Record<string, unknown>;

export type Session = { user: User | null; organization: string; currency: string };

export type SessionRow = { key: string; name: string; mine: boolean; here: boolean; address: string | null; with: string; seen_at: string };

export type SessionRows = { sessions: SessionRow[] };

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
  batch: number | null;
  nameless: number | null;
  verify_addresses: boolean;
};

export type Settled = { rows: number; corrected: number; settled: number; still_held: number; not_held: number };

export type ShortRecord = {
  record: string;
  supporter_id: number;
  name: string;
  kind: 'person' | 'household' | 'organization';
  gift: string | null;
};

export type ShortfallPage = {
  id: number;
  subject: 'supporter' | 'person' | 'household' | 'organization' | 'gift' | 'promise';
  field: string;
  strength: 'must' | 'should';
  conditions: RuleCondition[];
  label: string;
  sentence: string;
  what: string;
  is_checked: boolean;
  total: number;
  page: number;
  pages: number;
  rows: ShortRecord[];
  over_time: DayFigure[];
  remedy: boolean;
  options: string[];
};

export type ShownCandidate = { id: number; name: string; gifts: number; given: Amounts; latest: string; filled: number };

export type ShownChange = {
  subject:
    | 'supporter'
    | 'address'
    | 'email'
    | 'phone'
    | 'identifier'
    | 'membership'
    | 'custom'
    | 'link'
    | 'unread'
    | 'promise'
    | 'note'
    | 'gift'
    | 'entry';
  action: 'create' | 'update' | 'delete';
  fields: ShownField[];
};

export type ShownField = { column: string; label: string; before: string | null; after: string | null };

export type SignEffectShown = { sign: string; effect: string };

export type SignedOut = { user: null };

export type Slice = { name: string; gifts: number; amount: string };

export type SourceLabel = { id: number; name: string; file: string; sheet: string };

export type SourceRow = { number: number; place: string | null; cells: string[] };

export type SourceView = {
  sheets: string[];
  format: string;
  names_its_columns: boolean;
  sheets_read: string[];
  fill_merged: boolean;
  fill_dittos: boolean;
  fill_headings: boolean;
  encoding: string | null;
  encodings: EncodingChoice[];
  delimiter: string | null;
  header_row: number | null;
  headers: string[];
  rows: SourceRow[];
  offered_plan: string | null;
};

export type StatementsBegun = { export: number };

export type StatementsPreview = { statements: number; amounts: Amounts; text: string };

export type StepData = { do: string } & Record<string, unknown>;

export type StepFormData = { do: string; name: string; group: string; begin: StepData; inputs: StepInputData[] };

export type StepInputData = {
  name: string;
  label: string;
  is: 'text' | 'number' | 'flag' | 'choice' | 'words' | 'kinds' | 'columns' | 'table';
  needed: boolean;
  wide: boolean;
  from: number;
  to: number;
  of: InputChoice[];
  only: string[];
};

export type StillHeld = { why: string; rows: number };

export type StoredAddress = {
  id: number;
  supporter_id: number;
  supporter: string;
  line1?: string | null;
  line2?: string | null;
  city?: string | null;
  state?: string | null;
  postal_code?: string | null;
  country?: string | null;
  kind: string;
  is_primary: boolean;
  condition: string;
  outcome: string | null;
  asked_on: string | null;
  valid_from: string | null;
  valid_until: string | null;
};

export type SupporterList = {
  total: number;
  page: number;
  pages: number;
  milliseconds: number;
  columns: ColumnShown[];
  search: ToldSearch | null;
  supporters: SupporterRow[];
};

export type SupporterNames = { names: Record<string, string> };

export type SupporterPageData = {
  is_erased: boolean;
  waiting: WaitingGift[];
  credited: Credited | null;
  years: YearOfGifts[];
  honoring: HonoringGift[];
  notes: DatedNote[];
  fields: PageField[];
  supporter: PagePart;
  addresses: PagePart[];
  printed: PrintedLines[];
  verified: VerifiedAddress[];
  emails: PageEmail[];
  phones: PagePhone[];
  identifiers: PageId[];
  groups: string[];
  tags: string[];
  custom: PageValue[];
  unread: PageValue[];
  links: PageLink[];
  gifts: PageGift[];
  gift_count: number;
  gift_sums: PageSums | null;
  merges: PageMerge[];
  shortfalls: PageShortfall[];
  origins: Record<string, Origin>;
};

export type SupporterRow = { id: number; kind: 'person' | 'household' | 'organization'; name: string; cells: Record<string, string> };

export type TableValue = { value: string; rows: number; proposal: string };

export type TakenApart = {
  id: number;
  survivor: number;
  name: string;
  gone: MergedOne[];
  at: string;
  by: string | null;
  undone: string | null;
  kept: LeftThing[];
};

export type TakenBack = { number: number | null; intake: IntakeSummary };

export type TakingGone = { gone: boolean };

export type TakingPage = { taking: TakingRow; sums: LedgerSum[]; batches: BatchTaken[] };

export type TakingRow = {
  id: number;
  from: string;
  until: string;
  state: 'working' | 'done' | 'failed';
  error: string | null;
  created_at: string;
  by: string | null;
  is_last: boolean;
};

export type TargetOption = { target: string; label: string };

export type TargetVariant = { what: string; options: TargetOption[] };

export type TheirChange = { base: string; theirs: string };

export type Today = {
  waiting: IntakeSummary[];
  loaded: IntakeSummary[];
  held: number;
  batches: number | null;
  unreached: number | null;
  promises: PromisesWaiting | null;
  worklists: Worklist[];
  failing: FailingConnection[];
  attention: { filter: string; says: string; count: number }[];
  rereadings: number;
  duplicates: number | null;
  supporters: number;
  gifts: number;
  given: Record<string, string> | null;
  trust: TrustFigure[];
  months: Month[];
};

export type TokenList = { tokens: TokenRow[]; abilities: ('read' | 'bring in' | 'export')[] };

export type TokenMade = { token: string; row: TokenRow };

export type TokenRow = {
  id: number;
  name: string;
  abilities: ('read' | 'bring in' | 'export')[];
  created_at: string;
  last_used_at: string | null;
  expires_at: string | null;
  is_over: boolean;
};

export type ToldOfPull = { id: string; says: string };

export type ToldSearch = { sentence: string; phrases: Record<string, string> };

export type TooCommonKey = { rules: string; value: string; records: number };

export type TrialBegun = { id: number };

export type TrialFound = {
  certain: number;
  review: number;
  added: number;
  dropped: number;
  other: number;
  borders?: RuleBorders;
  measured: Measured;
  measured_in_use: Measured;
  examples: Record<string, TrialPair[]>;
} & Record<string, unknown>;

export type TrialPair = { one: number; other: number; certainty: string; score: number; for: string[]; against: string[]; rules: string[] };

export type TrustFigure = { group: string; count: number; total: number; over_time: DayFigure[] };

export type UnattachedList = { total: number; page: number; pages: number; payments: UnattachedPayment[] };

export type UnattachedPayment = {
  id: number;
  supporter_id: number;
  supporter: string;
  given_on: string;
  amount: string;
  currency: string;
  kind: string;
  fund: string;
  promises: PayablePromise[];
};

export type UndoReport = {
  supporters: { removed: number; restored: number };
  gifts: { removed: number };
  promises: { removed: number };
  kept: KeptThing[];
  kept_count: number;
};

export type UnlistedValue = { value: string; used: number };

export type Unreached = {
  number: number;
  supporter_id: number;
  name: string;
  address: string;
  condition: string;
  outcome: string | null;
  why: string;
  asked_on: string | null;
  candidates: string[];
  moved_to: string | null;
  moved_on: string | null;
};

export type UnreachedPage = { rows: Unreached[]; more: boolean; count: number };

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
  may_post: boolean;
  may_set_standards: boolean;
  may_administer: boolean;
};

export type VerifiedAddress = {
  address_id: number;
  standing: 'confirmed' | 'question' | 'not_found' | 'not_asked';
  says: string;
  is_moved: boolean;
  asked_on: string;
};

export type ViewColumn = { key: string; width: number | null };

export type WaitingGift = {
  id: number;
  batch_id: number;
  batch: string;
  given_on: string;
  amount: string;
  currency: string;
  fund: string | null;
};

export type WebhookMade = { id: number; secret: string };

export type WebhookRow = { id: number; name: string; url: string; is_active: boolean; notices: Record<string, number> };

export type WeightRow = { field: string; words: string; same: number; others: number; bits: number; says: string };

export type WhatItDoes = {
  supporters: number;
  known: number;
  gifts: number;
  amounts: Amounts | null;
  in_batch: number;
  batch: string | null;
  unsure: number;
  other: number;
};

export type WhatWeighs = { weights: WeightRow[]; edition: EditionShown | null };

export type WholeCatalog = {
  fields: CatalogField[];
  types: string[];
  roles: ('administrator' | 'data steward' | 'gift entry' | 'reader')[];
  users: CatalogUser[];
  groups: string[];
};

export type Withdrawn = { withdrawn: boolean };

export type Worklist = {
  id: number;
  subject: 'supporter' | 'person' | 'household' | 'organization' | 'gift' | 'promise';
  sentence: string;
  count: number;
};

export type WrittenField = { subject: string; made: number; filled: number; replaced: number };

export type YearGivers = {
  givers: number;
  first_time: number;
  again: number;
  before: number;
  retained: number;
  lapsed: number;
  lapsed_amount: string;
  stopped: number;
};

export type YearOfGifts = { year: string; gifts: number; given: Amounts | null };

export type YearSize = {
  least: string | null;
  under: string | null;
  most: string | null;
  gifts: number;
  amount: string;
  before_gifts: number;
  before: string;
};

export type YearSum = { name: string; gifts: number; amount: string; before_gifts: number; before: string };
