import { Button, NumberInput, Select } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../api/client';
import type { Intake } from '../../api/types';
import { counted } from '../../shared/format';
import { Trouble } from '../../shared/Notice';
import { useIntakeAction } from '../queries';

/** A few rows before the rest: bring them in, look at them, go on or take them back. */
export function TrialControls({ intake, coming, picked }: { intake: Intake; coming: number; picked: number[] }) {
  const [kind, setKind] = useState('first');
  const [number, setNumber] = useState<number | string>(20);
  const start = useIntakeAction(intake.id, () =>
    api.post<Intake>(`intakes/${intake.id}/trial`, picked.length > 0 ? { kind: 'rows', rows: picked } : { kind, count: Number(number) }),
  );
  const undo = useIntakeAction(intake.id, () => api.post<Intake>(`intakes/${intake.id}/undo`));
  if (intake.trial !== null) {
    return (
      <div className="hint">
        <span style={{ flex: 1 }}>
          A trial brought in <b>{counted(intake.trial.rows, 'row')}</b>. Look at{' '}
          <Link to={`/intakes/${intake.id}/records`}>what it made</Link>, then load the rest, or take it back.
        </span>
        <Trouble error={undo.error} />
        <Button size="compact-sm" variant="default" loading={undo.isPending} onClick={() => undo.mutate(undefined)}>
          Undo the trial
        </Button>
      </div>
    );
  }
  return (
    <div className="hint">
      <span style={{ flex: 1 }}>
        Not sure yet? Bring a few rows in first, or those that you pick below, and look at them in the database.
      </span>
      <Trouble error={start.error} />
      {picked.length > 0 && <b>{counted(picked.length, 'picked row')}</b>}
      {picked.length === 0 && (
        <Select
          aria-label="Which rows"
          size="xs"
          w={110}
          data={[
            { value: 'first', label: 'the first' },
            { value: 'random', label: 'any' },
          ]}
          value={kind}
          allowDeselect={false}
          onChange={(value) => setKind(value ?? 'first')}
        />
      )}
      {picked.length === 0 && (
        <NumberInput
          aria-label="Number of rows"
          size="xs"
          w={76}
          min={1}
          max={Math.min(2000, Math.max(1, coming))}
          value={number}
          onChange={setNumber}
        />
      )}
      <Button
        size="compact-sm"
        variant="default"
        loading={start.isPending}
        disabled={Number(number) < 1}
        onClick={() => start.mutate(undefined)}
      >
        Try these rows
      </Button>
    </div>
  );
}
