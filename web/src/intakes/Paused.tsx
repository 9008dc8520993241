import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Intake } from '../api/types';
import { count } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Undo } from './proof/Undo';
import { useIntakeAction } from './queries';
import type { IntakeList } from '../api/answers';

/** A load that waits for others, or that someone stopped in the middle. */
export function Paused({ intake }: { intake: Intake }) {
  const stop = useIntakeAction(intake.id, () => api.post(`intakes/${intake.id}/stop`));
  const go = useIntakeAction(intake.id, () => api.post(`intakes/${intake.id}/continue`));
  const queue = useQuery({
    queryKey: ['intakes'],
    queryFn: () => api.get<IntakeList>('intakes'),
    enabled: intake.state === 'waiting',
    refetchInterval: 2000,
  });
  const ahead = queue.data?.queue.findIndex((one) => one.id === intake.id) ?? 0;
  const running = queue.data?.running ?? null;
  return (
    <Pane title={intake.state === 'waiting' ? 'Waits for its turn' : 'Stopped in the middle'}>
      <div className="empty" style={{ maxWidth: 640 }} role="status">
        <Trouble error={stop.error ?? go.error} />
        {intake.state === 'waiting' ? (
          <p>
            One load runs at a time.{' '}
            {running !== null && (
              <>
                "{running}" is at it now{ahead > 0 && `, then ${count(ahead)} more`}.{' '}
              </>
            )}
            This one begins by itself; the order can be changed on <Link to="/intakes">Intakes</Link>.
          </p>
        ) : (
          <p>
            {count(intake.progress.done)} of {count(intake.progress.total)} rows are in, each of them whole. The rest waits. Go on where it
            stopped, or take back what came in.
          </p>
        )}
        {intake.may_change && (
          <div className="also">
            {intake.state === 'stopped' && (
              <Button loading={go.isPending} onClick={() => go.mutate(undefined)}>
                Go on with the load
              </Button>
            )}
            {intake.state === 'waiting' && (
              <Button variant="default" loading={stop.isPending} onClick={() => stop.mutate(undefined)}>
                Take it out of the queue
              </Button>
            )}
            {intake.state === 'stopped' && <Undo intake={intake} />}
          </div>
        )}
      </div>
    </Pane>
  );
}
