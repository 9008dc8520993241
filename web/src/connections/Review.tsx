import { Button } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Intake, MatchRow } from '../api/types';
import { DecideButtons } from '../intakes/matches/DecideButtons';
import { SideBySide } from '../intakes/matches/SideBySide';
import { useDeciding } from '../intakes/matches/useDeciding';
import { useIntake, useIntakeAction } from '../intakes/queries';
import { count } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { useKeys } from '../shared/useKeys';
import { useMore } from '../shared/useMore';

/** What a person must say of a pull, with whoever it may be in sight; all that is sure is loaded with one key. */
export function useReview(connection: number, id: number, mayLoad: boolean) {
  const queries = useQueryClient();
  const intake = useIntake(String(id)).data;
  const list = useMore<MatchRow>(['intake', String(id), 'matches', 'unsure'], `intakes/${id}/matches?show=unsure`);
  const deciding = useDeciding(id, list.rows, mayLoad && intake?.may_change === true);
  const load = useIntakeAction(id, () => api.post<Intake>(`intakes/${id}/load`, { name: intake?.name ?? '', restore_point: false }));
  const isReady = mayLoad && intake?.state === 'ready' && intake.is_sifted && intake.may_change;
  const begin = () =>
    isReady && !load.isPending && !deciding.isDeciding
      ? load.mutate(undefined, { onSettled: () => void queries.invalidateQueries({ queryKey: ['connections', connection] }) })
      : undefined;
  useKeys({ l: begin });
  return { intake, deciding, begin, isReady, isBeginning: load.isPending, error: load.error ?? deciding.error };
}

/** The row that is looked at, beside whoever it may be. */
export function Unsure({ review }: { review: ReturnType<typeof useReview> }) {
  const { intake, deciding } = review;
  return (
    <SideBySide
      intake={intake?.id ?? 0}
      row={deciding.row}
      place={`${count(deciding.at + 1)} of ${count(intake?.held.unsure ?? 0)}`}
      match={deciding.match}
      candidate={deciding.candidate}
      onCandidate={deciding.setCandidate}
    />
  );
}

export function ReviewButtons({ review }: { review: ReturnType<typeof useReview> }) {
  return (
    <>
      <Trouble error={review.error} />
      {review.deciding.canDecide && <DecideButtons deciding={review.deciding} />}
      {review.isReady && (
        <Button variant={review.deciding.canDecide ? 'default' : 'filled'} loading={review.isBeginning} onClick={review.begin}>
          Load what is sure <kbd>L</kbd>
        </Button>
      )}
      <Button variant="default" component={Link} to={`/intakes/${review.intake?.id}/load`}>
        Look at each row
      </Button>
    </>
  );
}
