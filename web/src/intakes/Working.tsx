import { Button } from '@mantine/core';
import { api } from '../api/client';
import type { Intake } from '../api/types';
import { count, duration } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Undo } from './proof/Undo';
import { useIntakeAction } from './queries';

const doing: Record<string, { title: string; things: string; kept: string }> = {
  reading: { title: 'Reading the file', things: 'rows', kept: 'The file is kept as it came.' },
  sifting: { title: 'Working out every row', things: 'rows', kept: 'Nothing is written to supporters or gifts yet.' },
  loading: { title: 'Loading', things: 'rows', kept: 'It goes on if you close this page.' },
  undoing: { title: 'Taking back what this intake did', things: 'supporters', kept: 'It goes on if you close this page.' },
};

/** Long work: how far it is, how fast, how long it still takes. */
export function Working({ intake }: { intake: Intake }) {
  const words = doing[intake.state];
  const carryOn = useIntakeAction(intake.id, () => api.post(`intakes/${intake.id}/continue`));
  const stop = useIntakeAction(intake.id, () => api.post(`intakes/${intake.id}/stop`));
  const { done, total, per_second: rate, seconds_left: left } = intake.progress;
  if (words === undefined) {
    return null;
  }
  return (
    <Pane title={intake.error === null ? words.title : `${words.title}: it stopped`}>
      <div className="empty" style={{ maxWidth: 640 }} role="status">
        <div className="progress" aria-label={`${done} of ${total} ${words.things}`}>
          <i style={{ width: `${total > 0 ? Math.min(100, (done / total) * 100) : 0}%` }} />
        </div>
        <p>
          {total > 0 ? `${count(done)} of ${count(total)} ${words.things}` : `${count(done)} ${words.things} so far`}
          {rate !== null && `, ${count(rate)} a second`}
          {left !== null && `, ${duration(left)} left`}. {words.kept}
        </p>
        {intake.error === null &&
          intake.may_change &&
          (intake.state === 'loading' || intake.state === 'sifting') &&
          (intake.trial === null || intake.trial.done) && (
            <Button variant="default" loading={stop.isPending} onClick={() => stop.mutate(undefined)}>
              Stop {intake.state === 'loading' ? 'the load' : ''}
            </Button>
          )}
        <Trouble error={stop.error} />
        {intake.error !== null && (
          <>
            <p className="trouble">{intake.error}</p>
            {intake.may_change && (
              <div className="also">
                <Button onClick={() => carryOn.mutate(undefined)} loading={carryOn.isPending}>
                  Go on where it stopped
                </Button>
                {(intake.state === 'loading' || intake.state === 'sifting') && (
                  <Button variant="default" loading={stop.isPending} onClick={() => stop.mutate(undefined)}>
                    Stop here
                  </Button>
                )}
                {intake.state === 'loading' && intake.progress.done > 0 && <Undo intake={intake} />}
              </div>
            )}
            <Trouble error={carryOn.error} />
          </>
        )}
      </div>
    </Pane>
  );
}
