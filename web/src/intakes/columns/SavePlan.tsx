import { Button, Popover, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Intake } from '../../api/types';
import { Trouble } from '../../shared/Notice';
import { useIntakeAction } from '../queries';
import type { PlanSaved } from '../../api/answers';

/** Keeps the column plan under a name, for the next file with the same headers. */
export function SavePlan({ intake }: { intake: Intake }) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(intake.plan_name ?? intake.name);
  const save = useIntakeAction(intake.id, (planName: string) => api.post<PlanSaved>(`intakes/${intake.id}/plan`, { name: planName }));
  return (
    <>
      <span className="quiet">{save.data !== undefined ? `Saved as "${save.data.saved}". ` : ''}</span>
      <Popover opened={open} onChange={setOpen} position="top-end" shadow="md" trapFocus>
        <Popover.Target>
          <Button variant="subtle" color="pine" onClick={() => setOpen(!open)}>
            Save as a plan for next time
          </Button>
        </Popover.Target>
        <Popover.Dropdown>
          <form
            style={{ display: 'flex', gap: 8, alignItems: 'end' }}
            onSubmit={(event) => {
              event.preventDefault();
              save.mutate(name.trim(), { onSuccess: () => setOpen(false) });
            }}
          >
            <TextInput
              label="Name of the plan"
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
              required
              maxLength={120}
            />
            <Button type="submit" loading={save.isPending}>
              Save
            </Button>
          </form>
          <Trouble error={save.error} />
        </Popover.Dropdown>
      </Popover>
    </>
  );
}
