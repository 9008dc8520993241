/** What a person chose or wrote, without one of them: the policy says it again. */
export const withoutTyped = (typed: Record<string, string>, column: string): Record<string, string> =>
  Object.fromEntries(Object.entries(typed).filter(([one]) => one !== column));
