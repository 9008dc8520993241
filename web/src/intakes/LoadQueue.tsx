import { Button } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Intake } from '../api/types';
import { counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';

/** Loads that wait for the one that is under way: seen, put in another order, taken out. */
export function LoadQueue({ waiting }: { waiting: Intake[] }) {
  const queries = useQueryClient();
  const done = () => queries.invalidateQueries();
  const move = useMutation({
    mutationFn: ({ id, before }: { id: number; before: number | null }) => api.post(`intakes/${id}/place`, { before }),
    onSuccess: done,
  });
  const stop = useMutation({ mutationFn: (id: number) => api.post(`intakes/${id}/stop`), onSuccess: done });
  return (
    <section className="boxed" aria-label="Queue of loads">
      <b>{counted(waiting.length, 'load')} waiting</b> <span className="quiet">one runs at a time</span>
      <Trouble error={move.error ?? stop.error} />
      {waiting.map((intake, at) => (
        <div key={intake.id} className="also">
          <span className="quiet">{at + 1}.</span> <Link to={`/intakes/${intake.id}`}>{intake.name}</Link>{' '}
          <span className="quiet">{counted(intake.rows, 'row')}</span>
          {intake.may_change && at > 0 && (
            <Button variant="default" size="compact-xs" onClick={() => move.mutate({ id: intake.id, before: waiting[at - 1]?.id ?? null })}>
              Earlier
              <Of what={intake.name} />
            </Button>
          )}
          {intake.may_change && at < waiting.length - 1 && (
            <Button variant="default" size="compact-xs" onClick={() => move.mutate({ id: intake.id, before: waiting[at + 2]?.id ?? null })}>
              Later
              <Of what={intake.name} />
            </Button>
          )}
          {intake.may_change && (
            <Button variant="subtle" color="pine" size="compact-xs" onClick={() => stop.mutate(intake.id)}>
              Remove from the queue
              <Of what={intake.name} />
            </Button>
          )}
        </div>
      ))}
    </section>
  );
}
