import { useState } from 'react';
import type { Placed } from '../api/answers';
import { ApiError } from '../api/client';

/** Of several questions the answer to the last one is taken, however late an earlier one comes. */
export function lastAnswer<T>(take: (answer: T) => void) {
  let last = 0;
  return {
    ask: async (question: Promise<T>): Promise<void> => {
      const mine = ++last;
      try {
        const answer = await question;
        if (mine === last) {
          take(answer);
        }
      } catch {
        // A check is a courtesy: what is wrong, or can not be reached, is said on saving.
      }
    },
    forget: (): void => void last++,
  };
}

/** What a refused answer says is wrong. */
export const problemsOf = (error: unknown): Placed[] =>
  error instanceof ApiError ? ((error.answer as { problems?: Placed[] } | null)?.problems ?? []) : [];

/** What is wrong with a form, as it is typed and as it is saved. */
export function useProblems() {
  const [problems, setProblems] = useState<Placed[]>([]);
  const [answers] = useState(() => lastAnswer(setProblems));
  return {
    problems,
    /** Asks about what is typed; what is still blank is not wrong yet. */
    check: (question: Promise<{ problems: Placed[] }>, values: Record<string, string>): void =>
      void answers.ask(question.then((answer) => answer.problems.filter(({ place }) => (values[place] ?? '') !== ''))),
    /** Saving begins: it says all that a check could. */
    saving: answers.forget,
    refused: (error: unknown): void => setProblems(problemsOf(error)),
  };
}
