import { ActionIcon, Button, Menu } from '@mantine/core';
import type { StepData } from '../../api/types';
import { Of } from '../../shared/Of';
import { useSteps } from './useSteps';

interface StepListProps {
  steps: StepData[];
  labels: string[];
  chosen: number | null;
  editable: boolean;
  onChoose: (place: number | null) => void;
  onAdd: (step: StepData) => void;
  onEdit: (place: number) => void;
  onMove: (place: number, by: -1 | 1) => void;
  onRemove: (place: number) => void;
}

/** The steps of a column in order. Choosing one shows the values before and after it. */
export function StepList({ steps, labels, chosen, editable, onChoose, onAdd, onEdit, onMove, onRemove }: StepListProps) {
  const { forms, formOf } = useSteps();
  const groups = [...new Set(forms.map((form) => form.group))];
  return (
    <ol className="steps" aria-label="Steps">
      {steps.map((step, i) => (
        <li key={i} className={chosen === i ? 'chosen' : ''}>
          <button type="button" className="step-name" aria-pressed={chosen === i} onClick={() => onChoose(chosen === i ? null : i)}>
            <span className="quiet">{i + 1}</span> {labels[i] ?? formOf(step)?.name ?? step.do}
          </button>
          {editable && (
            <span className="step-tools">
              {(formOf(step)?.inputs.length ?? 0) > 0 && (
                <Button size="compact-xs" variant="subtle" color="pine" onClick={() => onEdit(i)}>
                  Change
                  <Of what={labels[i] ?? step.do} />
                </Button>
              )}
              <ActionIcon
                size="sm"
                variant="subtle"
                color="gray"
                aria-label={`Earlier: ${labels[i] ?? step.do}`}
                disabled={i === 0}
                onClick={() => onMove(i, -1)}
              >
                ↑
              </ActionIcon>
              <ActionIcon
                size="sm"
                variant="subtle"
                color="gray"
                aria-label={`Later: ${labels[i] ?? step.do}`}
                disabled={i === steps.length - 1}
                onClick={() => onMove(i, 1)}
              >
                ↓
              </ActionIcon>
              <ActionIcon
                size="sm"
                variant="subtle"
                color="gray"
                aria-label={`Take back: ${labels[i] ?? step.do}`}
                onClick={() => onRemove(i)}
              >
                ✕
              </ActionIcon>
            </span>
          )}
        </li>
      ))}
      {editable && (
        <li>
          <Menu shadow="md" position="bottom-start" width={250}>
            <Menu.Target>
              <Button size="compact-sm" variant="default">
                Add a step
              </Button>
            </Menu.Target>
            <Menu.Dropdown mah={360} style={{ overflow: 'auto' }}>
              {groups.map((group) => (
                <div key={group}>
                  <Menu.Label>{group}</Menu.Label>
                  {forms
                    .filter((form) => form.group === group)
                    .map((form) => (
                      <Menu.Item key={form.do} onClick={() => onAdd(form.begin)}>
                        {form.name}
                      </Menu.Item>
                    ))}
                </div>
              ))}
            </Menu.Dropdown>
          </Menu>
          {steps.length === 0 && (
            <span className="quiet" style={{ marginLeft: 10 }}>
              No steps: values go as they are, without outer blanks.
            </span>
          )}
        </li>
      )}
    </ol>
  );
}
