import { Button, Checkbox, MultiSelect, NumberInput, Select, TextInput } from '@mantine/core';
import type { StepInputData } from '../../api/answers';
import type { StepData } from '../../api/types';
import { matters, useSteps } from './useSteps';
import { ValueTableEditor } from './ValueTableEditor';

interface StepEditorProps {
  intake: number;
  column: number;
  headers: string[];
  step: StepData;
  onChange: (step: StepData) => void;
  onKeep: () => void;
  onCancel: () => void;
}

const text = (value: unknown): string => (typeof value === 'string' || typeof value === 'number' ? String(value) : '');
const list = (value: unknown): string[] => (Array.isArray(value) ? value.filter((one): one is string => typeof one === 'string') : []);

/** The settings of one step. What they do is seen in the values below while one types. */
export function StepEditor({ intake, column, headers, step, onChange, onKeep, onCancel }: StepEditorProps) {
  const form = useSteps().formOf(step);
  const set = (name: string, value: unknown) => onChange({ ...step, [name]: value });
  const field = (input: StepInputData) => {
    const value = step[input.name];
    switch (input.is) {
      case 'text':
        return (
          <TextInput
            key={input.name}
            label={input.label}
            w={input.wide ? 420 : 150}
            value={text(value).replaceAll('\n', '⏎')}
            onChange={(event) => set(input.name, event.currentTarget.value.replaceAll('⏎', '\n'))}
            required={input.needed}
          />
        );
      case 'number':
        return (
          <NumberInput
            key={input.name}
            label={input.label}
            w={150}
            min={input.from}
            max={input.to}
            value={Number(value ?? 1)}
            onChange={(number) => set(input.name, Number(number))}
          />
        );
      case 'flag':
        return (
          <Checkbox
            key={input.name}
            label={input.label}
            checked={value === true}
            onChange={(event) => set(input.name, event.currentTarget.checked)}
            mb={6}
          />
        );
      case 'choice':
        return (
          <Select
            key={input.name}
            label={input.label}
            w={190}
            data={input.of}
            value={text(value)}
            allowDeselect={false}
            onChange={(chosen) => set(input.name, chosen ?? '')}
          />
        );
      case 'words':
        return (
          <TextInput
            key={input.name}
            label={input.label}
            w={230}
            defaultValue={list(value).join('; ')}
            onChange={(event) =>
              set(
                input.name,
                event.currentTarget.value
                  .split(';')
                  .map((word) => word.trim())
                  .filter((word) => word !== ''),
              )
            }
          />
        );
      case 'kinds':
        return (
          <MultiSelect
            key={input.name}
            label={input.label}
            w={300}
            data={input.of}
            value={list(value)}
            onChange={(chosen) => set(input.name, chosen)}
          />
        );
      case 'columns':
        return (
          <MultiSelect
            key={input.name}
            label={input.label}
            w={300}
            searchable
            data={[...new Set(headers)]}
            value={list(value)}
            onChange={(chosen) => set(input.name, chosen)}
          />
        );
      case 'table':
        return (
          <ValueTableEditor
            key={input.name}
            intake={intake}
            column={column}
            values={(value ?? {}) as Record<string, string>}
            onChange={(values) => set(input.name, values)}
          />
        );
    }
  };
  return (
    <form
      className="step-editor"
      aria-label={form?.name}
      onSubmit={(event) => {
        event.preventDefault();
        onKeep();
      }}
    >
      <div className="step-inputs">{form?.inputs.filter((input) => matters(step, input)).map(field)}</div>
      {step.do === 'formula' && (
        <p className="quiet" style={{ margin: '4px 0 0' }}>
          <code>value</code> is this cell, <code>cell("Header")</code> another. For example: <code>cell("Paid") == "Y" ? value : ""</code>,{' '}
          <code>join(" ", cell("Title"), value)</code>. Functions: upper, lower, trim, length, left, right, before, after, has, replace,
          word, number, round, first, join, year.
        </p>
      )}
      <div style={{ display: 'flex', gap: 8, marginTop: 8 }}>
        <Button size="compact-sm" type="submit">
          Save this step
        </Button>
        <Button size="compact-sm" variant="default" onClick={onCancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
