import { Checkbox, Select, TextInput } from '@mantine/core';
import type { BulkField, BulkFields } from '../../api/answers';
import { SupporterPicker } from '../../shared/SupporterPicker';
import { Of } from '../../shared/Of';

export interface Step {
  kind: string;
  field: string;
  value: string;
  from: string;
  over_refusals: boolean;
}

export const noStep: Step = { kind: 'join', field: 'groups', value: '', from: '', over_refusals: false };

const kinds: { value: string; label: string }[] = [
  { value: 'join groups', label: 'Put into a group' },
  { value: 'leave groups', label: 'Take out of a group' },
  { value: 'join tags', label: 'Give a tag' },
  { value: 'leave tags', label: 'Take a tag away' },
  { value: 'set', label: 'Write a value' },
  { value: 'fill', label: 'Write where it is blank' },
  { value: 'clear', label: 'Clear a field' },
  { value: 'replace', label: 'Replace a text' },
  { value: 'join', label: 'Add to a field of several' },
  { value: 'leave', label: 'Take out of a field of several' },
  { value: 'become', label: 'Make another kind of record' },
  { value: 'delete', label: 'Delete them' },
];

const kindOf = (step: Step): string => (step.field === 'groups' || step.field === 'tags' ? `${step.kind} ${step.field}` : step.kind);

/** One of the things that are done to many: what, in which field, and the value. */
export function StepInput({
  step,
  fields,
  isFirst,
  onChange,
  onDrop,
}: {
  step: Step;
  fields: BulkFields;
  isFirst: boolean;
  onChange: (step: Step) => void;
  onDrop?: () => void;
}) {
  const isOfList = step.field === 'groups' || step.field === 'tags';
  const fitting = fields.fields.filter((field) => field.kinds.includes(step.kind as BulkField['kinds'][number]));
  const offered = kinds.filter(({ value }) => {
    const [kind = '', of] = value.split(' ');
    if (kind === 'delete' || kind === 'become') {
      return isFirst && (kind !== 'delete' || fields.may_delete);
    }
    return fields.fields.some(
      (field) =>
        field.kinds.includes(kind as BulkField['kinds'][number]) &&
        (of === undefined ? field.key !== 'groups' && field.key !== 'tags' : field.key === of),
    );
  });
  const field = fields.fields.find((one) => one.key === step.field);
  const groups = [...new Set(fitting.map((one) => one.group))];
  return (
    <div className="many-step">
      <Select
        aria-label="What is done"
        data={offered}
        value={kindOf(step)}
        allowDeselect={false}
        onChange={(next) => {
          const [kind = 'join', of = ''] = (next ?? '').split(' ');
          onChange({ ...noStep, kind, field: of });
        }}
      />
      {onDrop === undefined ? (
        <span />
      ) : (
        <button type="button" className="plain-button" onClick={onDrop}>
          remove
          <Of what="this change" />
        </button>
      )}
      {!isOfList && step.kind !== 'become' && step.kind !== 'delete' && (
        <Select
          aria-label="In which field"
          placeholder="in which field"
          searchable
          data={groups.map((group) => ({
            group,
            items: fitting
              .filter((one) => one.group === group && one.key !== 'groups' && one.key !== 'tags')
              .map((one) => ({ value: one.key, label: one.label })),
          }))}
          value={step.field === '' ? null : step.field}
          onChange={(key) => onChange({ ...step, field: key ?? '', value: '' })}
        />
      )}
      {step.kind === 'replace' && (
        <TextInput
          style={{ gridColumn: 1 }}
          aria-label="The text that is replaced"
          placeholder="this text"
          value={step.from}
          onChange={(event) => onChange({ ...step, from: event.currentTarget.value })}
        />
      )}
      {step.kind === 'become' && (
        <Select
          style={{ gridColumn: 1 }}
          aria-label="Which kind of record"
          placeholder="which kind"
          data={[
            { value: 'person', label: 'persons' },
            { value: 'household', label: 'households' },
            { value: 'organization', label: 'organizations' },
          ]}
          value={step.value === '' ? null : step.value}
          onChange={(value) => onChange({ ...step, value: value ?? '' })}
        />
      )}
      {step.kind === 'delete' && (
        <div style={{ gridColumn: 1 }}>
          <SupporterPicker label="Who gets their gifts and promises" onPick={(one) => onChange({ ...step, value: String(one.id) })} />
          <p className="quiet">
            {step.value === ''
              ? 'Without one, those who have gifts or promises stay.'
              : `Gifts and promises go to supporter ${step.value}.`}
          </p>
        </div>
      )}
      {!['become', 'delete', 'clear'].includes(step.kind) && (
        <>
          <TextInput
            style={{ gridColumn: 1 }}
            aria-label={isOfList ? 'Name' : 'Value'}
            placeholder={step.kind === 'replace' ? 'by this, or by nothing' : isOfList ? 'name' : 'value'}
            list={`many-${step.field}`}
            value={step.value}
            onChange={(event) => onChange({ ...step, value: event.currentTarget.value })}
          />
          <datalist id={`many-${step.field}`}>
            {(field?.options ?? []).map((option) => (
              <option key={option} value={option} />
            ))}
          </datalist>
        </>
      )}
      {field?.type === 'consent' && step.kind === 'set' && (
        <Checkbox
          style={{ gridColumn: 1 }}
          size="xs"
          label="Also over refusals"
          checked={step.over_refusals}
          onChange={(event) => onChange({ ...step, over_refusals: event.currentTarget.checked })}
        />
      )}
    </div>
  );
}

/** Whether enough is said for it to be planned. */
export const isSaid = (step: Step): boolean =>
  step.kind === 'delete' ||
  (step.kind === 'become'
    ? step.value !== ''
    : step.field !== '' && (step.kind === 'clear' || (step.kind === 'replace' ? step.from !== '' : step.value.trim() !== '')));
