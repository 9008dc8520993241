import { Button, FileButton, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { SavedPlan } from '../api/types';
import { TitleLine } from '../shared/TitleLine';
import { counted, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { PlanDetail } from './PlanDetail';
import type { SavedPlans } from '../api/answers';

/** Column plans that are kept: what each does, and copies, names and files of them. */
export function PlansPage() {
  const queries = useQueryClient();
  const plans = useQuery({ queryKey: ['plans'], queryFn: () => api.get<SavedPlans>('plans') });
  const [chosen, setChosen] = useState<number | null>(null);
  const [name, setName] = useState<string | null>(null);
  const [sure, setSure] = useState(false);
  const again = () => void queries.invalidateQueries({ queryKey: ['plans'] });
  const list = plans.data?.plans ?? [];
  const plan = list.find((one) => one.id === chosen) ?? list[0];
  const bring = useMutation({
    mutationFn: async (file: File) => api.post<SavedPlan>('plans', { content: await file.text() }),
    onSuccess: (made) => {
      again();
      setChosen(made.id);
    },
  });
  const copy = useMutation({
    mutationFn: (id: number) => api.post<SavedPlan>(`plans/${id}/copy`),
    onSuccess: (made) => {
      again();
      setChosen(made.id);
    },
  });
  const rename = useMutation({
    mutationFn: ({ id, to }: { id: number; to: string }) => api.patch<SavedPlan>(`plans/${id}`, { name: to }),
    onSuccess: () => {
      again();
      setName(null);
    },
  });
  const remove = useMutation({
    mutationFn: (id: number) => api.delete(`plans/${id}`),
    onSuccess: () => {
      again();
      setChosen(null);
      setSure(false);
    },
  });
  return (
    <>
      <TitleLine title="Column plans">what was settled once, for the next file like it</TitleLine>
      <Trouble error={plans.error ?? bring.error ?? copy.error ?? rename.error ?? remove.error} />
      <div className="panes" style={{ gridTemplateColumns: '360px minmax(0, 1fr)' }}>
        <Pane
          title="Plans"
          right={
            <FileButton onChange={(file) => file !== null && bring.mutate(file)} accept=".json,application/json">
              {(props) => (
                <Button {...props} size="compact-sm" variant="default" loading={bring.isPending}>
                  Add a plan from a file
                </Button>
              )}
            </FileButton>
          }
        >
          <div className="pane-body" tabIndex={0}>
            {plans.isSuccess && list.length === 0 && (
              <Empty title="No plan is saved yet">
                <p>Settle the columns of an intake and save them as a plan. The next file like it then takes two minutes.</p>
              </Empty>
            )}
            <ul className="list">
              {list.map((one) => (
                <li key={one.id}>
                  <button
                    type="button"
                    aria-current={one.id === plan?.id}
                    onClick={() => {
                      setChosen(one.id);
                      setName(null);
                      setSure(false);
                    }}
                  >
                    <span className="line">
                      <b className="cut">{one.name}</b>
                      <span className="quiet" style={{ whiteSpace: 'nowrap' }}>
                        {one.used === 0 ? 'not used yet' : `used ${counted(one.used, 'time')}`}
                      </span>
                    </span>
                    <span className="quiet">
                      {one.brought_in} of {counted(one.columns, 'column')} brought in, {counted(one.steps, 'step')}
                      {one.updated_at !== null && `, ${moment(one.updated_at)}`}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        </Pane>
        {plan === undefined ? <Pane title="What a plan does">{null}</Pane> : <PlanDetail key={plan.id} plan={plan} />}
      </div>
      <div className="foot">
        {plan !== undefined && name === null && (
          <>
            <Button variant="default" onClick={() => setName(plan.name)}>
              Rename
            </Button>
            <Button variant="default" onClick={() => copy.mutate(plan.id)} loading={copy.isPending}>
              Copy
            </Button>
            <Button variant="default" component="a" href={`/api/plans/${plan.id}/file`}>
              Save as a file
            </Button>
            <span className="push">
              {sure ? (
                <>
                  <span className="quiet">It can&apos;t be brought back. </span>
                  <Button variant="default" mr={8} onClick={() => setSure(false)}>
                    Keep it
                  </Button>
                  <Button color="red" onClick={() => remove.mutate(plan.id)} loading={remove.isPending}>
                    Delete it for good
                  </Button>
                </>
              ) : (
                <Button variant="subtle" color="red" onClick={() => setSure(true)}>
                  Delete this plan
                </Button>
              )}
            </span>
          </>
        )}
        {plan !== undefined && name !== null && (
          <form
            style={{ display: 'flex', gap: 8 }}
            onSubmit={(event) => {
              event.preventDefault();
              rename.mutate({ id: plan.id, to: name.trim() });
            }}
          >
            <TextInput
              aria-label="Name of the plan"
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
              required
              maxLength={120}
              autoFocus
              w={280}
            />
            <Button type="submit" loading={rename.isPending}>
              Save the name
            </Button>
            <Button variant="default" onClick={() => setName(null)}>
              Cancel
            </Button>
          </form>
        )}
      </div>
    </>
  );
}
