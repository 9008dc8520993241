import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useOutletContext } from 'react-router';
import { api } from '../api/client';
import type { Intake, IntakeState } from '../api/types';
import type { TakenBack } from '../api/answers';

export const working: IntakeState[] = ['reading', 'sifting', 'loading', 'undoing'];

export const isWorking = (intake: Intake): boolean => working.includes(intake.state) && intake.error === null;

export const isOpen = (intake: Intake): boolean => intake.state === 'mapping' || intake.state === 'ready';

export const isLoaded = (intake: Intake): boolean => intake.loaded_at !== null;

export function useIntake(id: string) {
  return useQuery({
    queryKey: ['intake', id],
    queryFn: () => api.get<Intake>(`intakes/${id}`),
    refetchInterval: (query) =>
      query.state.data === undefined ? false : isWorking(query.state.data) ? 500 : query.state.data.state === 'waiting' ? 1500 : false,
  });
}

/** The intake that the stages below IntakeFrame are of. */
export const useThisIntake = (): Intake => useOutletContext<Intake>();

const isIntake = (answer: unknown): answer is Intake =>
  typeof answer === 'object' && answer !== null && 'state' in answer && 'file_name' in answer;

/**
 * Something done to an intake, after which all that is shown of it is asked for anew. An answer that is the intake
 * is shown at once: work that is over before it is asked for would otherwise leave no trace of having begun.
 *
 * It is over when all that is shown is as it is now; or, where someone goes on to the next row meanwhile, as soon as it is answered.
 */
export function useIntakeAction<Input, Answer>(id: number, action: (input: Input) => Promise<Answer>, goesOn = false) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: action,
    onSuccess: (answer) => {
      if (isIntake(answer)) {
        queries.setQueryData(['intake', String(id)], answer);
      }
    },
    onSettled: () => {
      const anew = queries.invalidateQueries({ queryKey: ['intake', String(id)] });
      return goesOn ? undefined : anew;
    },
  });
}

export interface Edit {
  kind: 'cell' | 'value' | 'row' | 'match' | 'address' | 'pass';
  number?: number;
  column?: number;
  from?: string;
  to: string;
}

export const useEdit = (id: number, goesOn = false) =>
  useIntakeAction(id, (edit: Edit) => api.post<Intake>(`intakes/${id}/edits`, edit), goesOn);

export const useTakeBack = (id: number) =>
  useIntakeAction(id, (kind: Edit['kind']) => api.delete<TakenBack>(`intakes/${id}/edits`, { kind }));
