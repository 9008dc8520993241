import type { FieldLimits, MatchRuleSetRow, Measured, RuleCondition, RuleFieldRow, RuleTrial, WhatWeighs } from '../api/answers';

export type {
  Allowed,
  CatalogField,
  PickListData,
  RuleBorders,
  RuleComparison,
  RuleRow,
  RuleSetContent,
  WholeCatalog,
} from '../api/answers';
export type Limits = FieldLimits;
export type When = RuleCondition;
export type MatchRuleSet = MatchRuleSetRow;
export type Measurement = Measured;
export type RuleTrialData = RuleTrial;
export type WhatWeighsData = WhatWeighs;
export type RuleFields = RuleFieldRow[];

export interface RuleData {
  subject: string;
  field: string;
  strength: string;
  conditions: RuleCondition[];
}
