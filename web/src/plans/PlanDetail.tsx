import { Button, Textarea } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { SavedPlan } from '../api/types';
import { useSteps } from '../intakes/columns/useSteps';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import type { SavedPlanPage } from '../api/answers';

/** What a plan does, column by column; and the plan itself as text, for whoever wants to write it. */
export function PlanDetail({ plan }: { plan: SavedPlan }) {
  const queries = useQueryClient();
  const { formOf } = useSteps();
  const [text, setText] = useState<string | null>(null);
  const detail = useQuery({
    queryKey: ['plans', plan.id, plan.updated_at],
    queryFn: () => api.get<SavedPlanPage>(`plans/${plan.id}`),
  });
  const keep = useMutation({
    mutationFn: (content: string) =>
      api.patch(`plans/${plan.id}`, {
        content: JSON.stringify({ format: 'pine-sieve-column-plan', version: 1, name: plan.name, ...(JSON.parse(content) as object) }),
      }),
    onSuccess: () => {
      setText(null);
      void queries.invalidateQueries({ queryKey: ['plans'] });
    },
  });
  const data = detail.data?.plan;
  const label = (target: string): string => detail.data?.labels[target] ?? target;
  return (
    <Pane
      title={plan.name}
      right={
        text === null &&
        data !== undefined && (
          <Button size="compact-sm" variant="subtle" color="pine" onClick={() => setText(JSON.stringify(data, null, 2))}>
            Edit as text
          </Button>
        )
      }
    >
      <Trouble error={detail.error ?? keep.error} />
      {text !== null && (
        <div style={{ padding: 14, display: 'flex', flexDirection: 'column', gap: 10, minHeight: 0, flex: 1 }}>
          <Textarea
            aria-label="The plan as text"
            value={text}
            onChange={(event) => setText(event.currentTarget.value)}
            styles={{
              root: { flex: 1, minHeight: 0 },
              wrapper: { height: '100%' },
              input: { height: '100%', fontFamily: 'monospace', fontSize: 12.5 },
            }}
          />
          <div style={{ display: 'flex', gap: 8 }}>
            <Button onClick={() => keep.mutate(text)} loading={keep.isPending}>
              Save the plan
            </Button>
            <Button variant="default" onClick={() => setText(null)}>
              Cancel
            </Button>
          </div>
        </div>
      )}
      {text === null && (
        <div className="pane-body" tabIndex={0}>
          <table className="rows">
            <thead>
              <tr>
                <th style={{ width: '28%' }}>In the file</th>
                <th style={{ width: '30%' }}>Becomes</th>
                <th>By these steps</th>
              </tr>
            </thead>
            <tbody>
              {data?.columns.map((column, i) => (
                <tr key={i}>
                  <td className="mono">{column.header}</td>
                  <td className={column.feeds.length === 0 ? 'quiet' : ''}>
                    {column.feeds.length === 0
                      ? column.state
                      : column.feeds
                          .map((feed) => (feed.name === '' ? label(feed.target) : `${label(feed.target)} "${feed.name}"`))
                          .join(', ')}
                  </td>
                  <td className="quiet">
                    {column.feeds.length === 0 ? '' : column.steps.map((step) => formOf(step)?.name ?? step.do).join('; ')}
                  </td>
                </tr>
              ))}
              {data?.constants.map((constant) => (
                <tr key={constant.target}>
                  <td className="quiet">{constant.only_blank ? 'where the row says nothing' : 'in every row'}</td>
                  <td>{label(constant.target)}</td>
                  <td>
                    is <span className="mono">{constant.value}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Pane>
  );
}
