import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { BulkFields, BulkSummary } from '../../api/answers';
import { api } from '../../api/client';
import { undoAct } from '../../shared/undo';
import { count, counted } from '../../shared/format';
import { Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { Behind } from './Behind';
import { isSaid, noStep, type Step, StepInput } from './StepInput';

interface ChangeManyProps {
  count: number;
  scope: { ids: number[] } | { query: Record<string, string>; except: number[] };
  onClose: () => void;
}

/** The same done to all that are ticked: said, seen, then written, and taken back if need be. */
export function ChangeMany({ count: ticked, scope, onClose }: ChangeManyProps) {
  const queries = useQueryClient();
  const [steps, setSteps] = useState<Step[]>([noStep]);
  const [id, setId] = useState<number | null>(null);
  const [behind, setBehind] = useState<string | null>(null);
  const fields = useQuery({ queryKey: ['bulk-fields'], queryFn: () => api.get<BulkFields>('bulk-fields') });
  const change = useQuery({
    queryKey: ['bulk-changes', id],
    queryFn: () => api.get<BulkSummary>(`bulk-changes/${id ?? 0}`),
    enabled: id !== null,
    refetchInterval: (query) => (['planning', 'writing'].includes(query.state.data?.state ?? '') ? 500 : false),
  });
  const plan = useMutation({
    mutationFn: () => api.post<BulkSummary>('bulk-changes', { ...scope, steps }),
    onSuccess: (made) => {
      queries.setQueryData(['bulk-changes', made.id], made);
      setBehind(null);
      setId(made.id);
    },
  });
  const again = () => void queries.invalidateQueries();
  const write = useMutation({ mutationFn: () => api.post<BulkSummary>(`bulk-changes/${id ?? 0}/write`), onSuccess: again });
  const undo = useMutation({ mutationFn: undoAct, onSuccess: again });
  const leave = useMutation({ mutationFn: () => api.delete(`bulk-changes/${id ?? 0}`), onSuccess: () => setId(null) });
  const seen = id === null ? undefined : change.data;
  const isWorking = seen?.state === 'planning' || seen?.state === 'writing';
  return (
    <Pane
      title={`Change ${seen === undefined || seen.total === 0 ? `all ${count(ticked)}` : counted(seen.total, 'record')}`}
      label="Change many"
    >
      <Trouble error={plan.error ?? write.error ?? undo.error ?? leave.error ?? change.error ?? fields.error} />
      <div className="pane-body" tabIndex={0}>
        {seen === undefined && fields.data !== undefined && (
          <div className="form" style={{ padding: 14, display: 'grid', gap: 14 }}>
            {steps.map((step, at) => (
              <StepInput
                key={at}
                step={step}
                fields={fields.data}
                isFirst={steps.length === 1}
                onChange={(next) => setSteps(steps.map((one, i) => (i === at ? next : one)))}
                {...(steps.length > 1 ? { onDrop: () => setSteps(steps.filter((_one, i) => i !== at)) } : {})}
              />
            ))}
            {steps.length < 6 && !steps.some((step) => step.kind === 'delete' || step.kind === 'become') && (
              <button type="button" className="plain-button" onClick={() => setSteps([...steps, noStep])}>
                and another change
              </button>
            )}
          </div>
        )}
        {seen !== undefined && (
          <>
            <p style={{ padding: '10px 14px 0', margin: 0 }}>{seen.sentence}.</p>
            {isWorking && (
              <div className="empty" role="status">
                <div className="progress" aria-label={`${seen.done} of ${seen.total} records`}>
                  <i
                    style={{
                      width: `${seen.total > 0 ? (100 * seen.done) / (seen.state === 'writing' ? Math.max(1, seen.writes) : seen.total) : 0}%`,
                    }}
                  />
                </div>
                <p>
                  {seen.state === 'planning' ? 'Working out what it would do' : 'Writing'}: {count(seen.done)} of{' '}
                  {count(seen.state === 'writing' ? seen.writes : seen.total)}. It goes on if you close this page.
                </p>
              </div>
            )}
            {seen.outcome !== null && !isWorking && (
              <p className="hint" style={{ margin: 14 }} role="status">
                {seen.is_undone
                  ? 'Taken back: the records are as they were.'
                  : `${counted(seen.outcome.written, 'record')} written` +
                    (seen.outcome.refused > 0 ? `; ${count(seen.outcome.refused)} stay, since a rule would be broken` : '') +
                    (seen.outcome.changed > 0 ? `; ${count(seen.outcome.changed)} left, since they were changed meanwhile` : '') +
                    '.'}
              </p>
            )}
            {seen.error !== null && <Trouble error={new Error(seen.error)} />}
            {!isWorking && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>{seen.state === 'planned' ? 'What it would do' : 'What it did'}</th>
                    <th className="num" style={{ width: 90 }}>
                      Records
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {seen.effects.map((effect) => (
                    <tr key={effect.key} className={effect.held ? 'held-row' : ''}>
                      <td>
                        <button
                          type="button"
                          className="plain-button"
                          aria-expanded={behind === effect.key}
                          onClick={() => setBehind(behind === effect.key ? null : effect.key)}
                        >
                          {effect.words}
                        </button>
                        {behind === effect.key && <Behind change={seen.id} effect={effect.key} />}
                      </td>
                      <td className="num">{count(effect.records)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </>
        )}
      </div>
      <div className="pane-foot">
        {seen === undefined && (
          <>
            <Button disabled={!steps.every(isSaid) || ticked === 0} loading={plan.isPending} onClick={() => plan.mutate()}>
              See what it would do
            </Button>
            <Button variant="subtle" color="pine" onClick={onClose}>
              Leave it
            </Button>
          </>
        )}
        {seen?.state === 'planned' && (
          <>
            <Button disabled={seen.writes === 0} loading={write.isPending} onClick={() => write.mutate()}>
              {seen.writes === 0 ? 'Nothing to change' : `Change ${counted(seen.writes, 'record')}`}
            </Button>
            <Button variant="subtle" color="pine" loading={leave.isPending} onClick={() => leave.mutate()}>
              Another change
            </Button>
          </>
        )}
        {(seen?.state === 'done' || seen?.state === 'failed') && (
          <>
            <Button
              onClick={() => {
                setId(null);
                setSteps([noStep]);
                onClose();
              }}
            >
              Done
            </Button>
            {seen.act_id !== null && !seen.is_undone && (
              <Button variant="default" loading={undo.isPending} onClick={() => undo.mutate(seen.act_id ?? 0)}>
                Undo
              </Button>
            )}
          </>
        )}
        <span className="push quiet">{seen?.state === 'planned' ? 'Nothing is written yet.' : 'One act, taken back as a whole.'}</span>
      </div>
    </Pane>
  );
}
