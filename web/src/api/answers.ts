// Made by bin/types of what the PHP describes. Change it there.

export type Against = { kind: 'all' | 'group' | 'search' | 'ids' | 'file' | 'nothing'; group?: string; search?: number; ids?: number[] };

export type Amounts = Record<string, string>;

export type DayFigure = { day: string; count: number; total: number };

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

export type Month = { month: string; supporters: number; gifts: number };

export type Opened = IntakeSummary | { settled: Settled };

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

export type SourceLabel = { id: number; name: string; file: string; sheet: string };

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
