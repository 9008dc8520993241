import type { DuplicatePage, PolicyShown, RoundShown } from '../api/answers';

export type { MadeHousehold, MergeField, MergePreview, MergeShown, Policies } from '../api/answers';
export type Duplicates = DuplicatePage;
export type DuplicateRound = RoundShown;
export type MergePolicy = PolicyShown;
