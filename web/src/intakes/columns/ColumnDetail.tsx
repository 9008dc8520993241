import { ActionIcon, Button, SegmentedControl, TextInput } from '@mantine/core';
import { type RefObject, useState } from 'react';
import { api } from '../../api/client';
import type { Catalog, Column, Feed, Intake, StepData } from '../../api/types';
import { counted } from '../../shared/format';
import { Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { useIntakeAction } from '../queries';
import { FieldPicker } from './FieldPicker';
import { StepEditor } from './StepEditor';
import { StepList } from './StepList';
import { type Draft, useMeant, useValues } from './useColumns';
import { ValuesTable } from './ValuesTable';

interface ColumnDetailProps {
  intake: Intake;
  column: Column;
  headers: string[];
  catalog: Catalog;
  editable: boolean;
  fieldRef: RefObject<HTMLInputElement | null>;
  onKeep: (draft: Draft & { date_order?: string | null }, settled: boolean) => void;
}

/** One column: what it becomes and why, the steps on the way, and what each of its values becomes. */
export function ColumnDetail({ intake, column, headers, catalog, editable, fieldRef, onKeep }: ColumnDetailProps) {
  const [step, setStep] = useState<number | null>(null);
  const [draft, setDraft] = useState<{ place: number; step: StepData } | null>(null);
  const [adding, setAdding] = useState(false);
  const feeds: Feed[] = column.feeds.map(({ target, name, steps }) => ({ target, name, steps }));
  const steps = draft === null ? column.steps : [...column.steps.slice(0, draft.place), draft.step, ...column.steps.slice(draft.place + 1)];
  const values = useValues(intake.id, column, { feeds, steps });
  const keepSteps = (next: StepData[]) => {
    setDraft(null);
    onKeep({ feeds, steps: next }, false);
  };
  const keepFeed = (place: number, feed: Feed) => {
    setAdding(false);
    onKeep({ feeds: [...feeds.slice(0, place), feed, ...feeds.slice(place + 1)], steps: column.steps }, false);
  };
  const move = (place: number, by: -1 | 1) => {
    const next = [...column.steps];
    const [moved] = next.splice(place, 1);
    if (moved !== undefined) {
      next.splice(place + by, 0, moved);
      setStep(place + by);
      keepSteps(next);
    }
  };
  const isDate = useMeant(column.target)?.field.type === 'date';
  return (
    <Pane
      label="The chosen column"
      title={
        <>
          <span className="mono" style={{ fontSize: 15 }}>
            {column.header}
          </span>{' '}
          <span className="quiet">becomes</span>
        </>
      }
      right={
        <FieldPicker
          key={`${column.column} ${column.target ?? ''}`}
          catalog={catalog}
          feed={feeds[0] ?? null}
          disabled={!editable}
          suggestion={column.header}
          inputRef={fieldRef}
          onChoose={(feed) => keepFeed(0, feed)}
        />
      }
    >
      <div className="pane-note">
        {feeds.slice(1).map((feed, i) => (
          <div key={feed.target} className="also">
            <span className="quiet">and</span>
            <FieldPicker
              catalog={catalog}
              feed={feed}
              disabled={!editable}
              suggestion={column.header}
              onChoose={(next) => keepFeed(i + 1, next)}
            />
            {editable && (
              <ActionIcon
                size="sm"
                variant="subtle"
                color="gray"
                aria-label="Remove this field"
                onClick={() => onKeep({ feeds: feeds.filter((_, place) => place !== i + 1), steps: column.steps }, false)}
              >
                ✕
              </ActionIcon>
            )}
          </div>
        ))}
        {adding && (
          <div className="also">
            <span className="quiet">and</span>
            <FieldPicker
              catalog={catalog}
              feed={null}
              disabled={!editable}
              suggestion={column.header}
              onChoose={(feed) => keepFeed(feeds.length, feed)}
            />
          </div>
        )}
        <p>
          {column.evidence}{' '}
          {editable && feeds.length > 0 && !adding && (
            <button type="button" className="origin-button" onClick={() => setAdding(true)}>
              Also becomes another field
            </button>
          )}
        </p>
        {isDate && (
          <div className="also">
            <span style={{ fontWeight: 600 }}>The dates are</span>
            <SegmentedControl
              size="xs"
              aria-label="Order of the dates"
              data={[
                { value: 'mdy', label: 'month first' },
                { value: 'dmy', label: 'day first' },
                { value: 'ymd', label: 'year first' },
              ]}
              value={column.date_order ?? ''}
              disabled={!editable}
              onChange={(order) => onKeep({ feeds, steps: column.steps, date_order: order }, true)}
            />
            {column.needs_date_order && <span className="pill look">choose one</span>}
          </div>
        )}
        {column.gifts !== null && column.gifts < column.filled && (
          <p className="quiet">
            {column.gifts === 0
              ? 'No row has a gift that this can belong to: a gift needs an amount, or a date with a kind or a fund.'
              : `${counted(column.gifts, 'row has', 'rows have')} a gift; where there is none, the value is not taken, and the preview lists it.`}
          </p>
        )}
        {column.target === 'id.old' && <OldSystem intake={intake} editable={editable} />}
        {(values.data?.new_names.length ?? 0) > 0 && (
          <p className="quiet">
            New, since nobody is in it yet: <b>{values.data?.new_names.slice(0, 8).join(', ')}</b>
            {(values.data?.new_names.length ?? 0) > 8 && ` and ${(values.data?.new_names.length ?? 0) - 8} more`}
          </p>
        )}
      </div>
      {column.target !== null && (
        <div className="step-area">
          <StepList
            steps={column.steps}
            labels={column.step_labels}
            chosen={step}
            editable={editable && draft === null}
            onChoose={setStep}
            onAdd={(next) => {
              setStep(column.steps.length);
              if (['trim', 'mend', 'turn', 'behind', 'people'].includes(next.do)) {
                keepSteps([...column.steps, next]);
              } else {
                setDraft({ place: column.steps.length, step: next });
              }
            }}
            onEdit={(place) => {
              const editing = column.steps[place];
              if (editing !== undefined) {
                setStep(place);
                setDraft({ place, step: editing });
              }
            }}
            onMove={move}
            onRemove={(place) => {
              setStep(null);
              keepSteps(column.steps.filter((_, i) => i !== place));
            }}
          />
          {draft !== null && (
            <StepEditor
              key={draft.place}
              intake={intake.id}
              column={column.column}
              headers={headers.filter((header) => header !== column.header)}
              step={draft.step}
              onChange={(next) => setDraft({ ...draft, step: next })}
              onKeep={() => keepSteps(steps)}
              onCancel={() => {
                setDraft(null);
                setStep(null);
              }}
            />
          )}
          {draft !== null && <Trouble error={values.error} />}
        </div>
      )}
      <ValuesTable
        data={values.data}
        nothing={column.target !== null ? null : column.state === 'open' ? 'nothing yet' : 'left behind'}
        step={step !== null && step < steps.length ? step : null}
      />
    </Pane>
  );
}

/** Ids of two systems can be equal by chance, so the system has a name. */
function OldSystem({ intake, editable }: { intake: Intake; editable: boolean }) {
  const [name, setName] = useState(intake.settings.system);
  const change = useIntakeAction(intake.id, (system: string) => api.patch(`intakes/${intake.id}`, { system }));
  return (
    <div className="also">
      <span style={{ fontWeight: 600 }}>Ids of the system</span>
      <TextInput
        aria-label="Name of the old system"
        size="xs"
        w={200}
        value={name}
        disabled={!editable}
        onChange={(event) => setName(event.currentTarget.value)}
        onBlur={() => name.trim() !== '' && name !== intake.settings.system && change.mutate(name.trim())}
      />
      <span className="quiet">Files from the same system share a name.</span>
      {change.isSuccess && (
        <Button size="compact-xs" variant="subtle" color="pine" disabled>
          kept
        </Button>
      )}
    </div>
  );
}
