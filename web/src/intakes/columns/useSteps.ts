import type { StepFormData, StepInputData } from '../../api/answers';
import type { StepData } from '../../api/types';
import { useCatalog } from './useColumns';

/** Every step that a column can have, as the server describes it: what it is called, and what can be set about it. */
export function useSteps(): { forms: StepFormData[]; formOf: (step: StepData) => StepFormData | undefined } {
  const forms = useCatalog().data?.steps ?? [];
  return { forms, formOf: (step) => forms.find((form) => form.do === step.do) };
}

/** Whether an input matters with the other settings that the step has: only the n-th piece needs an n. */
export const matters = (step: StepData, input: StepInputData): boolean =>
  input.only.length === 0 || input.only.includes(String(step['what']));
