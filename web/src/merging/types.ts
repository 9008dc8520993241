import type { DuplicatePage, MergePage, MergeShown, PolicyShown, RoundShown, TakenApart } from '../api/answers';

export type { MadeHousehold, MergeField, MergePreview, Policies } from '../api/answers';
export type Duplicates = DuplicatePage;
export type DuplicateRound = RoundShown;
export type MergeDone = MergeShown & Partial<Pick<MergePage, 'since'> & Pick<TakenApart, 'kept'>>;
export type MergePolicy = PolicyShown;
