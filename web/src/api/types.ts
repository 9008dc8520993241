import type { Difference, IntakeSummary, PlanFeed, ProofPage, SavedPlanRow, GridField, PageGift, PartyField } from './answers';

export type {
  Catalog,
  Origin,
  SavedSearches,
  SupporterPageData,
  AddressRow,
  Against,
  Amounts,
  Column,
  ColumnsView,
  ColumnValue,
  ColumnValues,
  Condition,
  MatchRow,
  MatchView,
  PreviewRow,
  ProblemKind,
  ProblemValue,
  RowDetail,
  Session,
  Settings,
  ShownChange,
  SourceView,
  StepData,
  UndoReport,
  User,
} from './answers';
export type Feed = PlanFeed;
export type Field = GridField | PartyField;
export type Gift = PageGift;
export type PlanDifference = Difference;
export type Proof = ProofPage;
export type SavedPlan = SavedPlanRow;
export type Intake = IntakeSummary;
export type IntakeState = Intake['state'];

export type Outcome = 'new' | 'updated' | 'unchanged' | 'held' | 'left_out';

/** Where money of a file went. */
export type MoneyTerm = keyof Proof['money'];
