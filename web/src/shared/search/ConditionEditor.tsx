import { Button, MultiSelect, Select, TagsInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { SearchChoicesMade, SearchField } from '../../api/answers';
import { type Condition, isWhole, needed } from './tree';

const labels: Record<string, string> = {
  from: 'from',
  until: 'until',
  currency: 'currency',
  fund: 'fund',
  campaign: 'campaign',
  appeal: 'appeal',
  kind: 'kind of gift',
  miles: 'miles',
  made: 'how',
};

const words: Record<string, Record<string, string>> = {
  'gifts.any': { 'is filled': 'gave', 'is blank': 'did not give' },
  near: { is: 'within the miles', 'is not': 'farther away' },
};

/** One condition of a search: what it looks at, what is asked of it, and what narrows it. */
export function ConditionEditor({
  choices,
  condition,
  onKeep,
  onDrop,
}: {
  choices: SearchChoicesMade;
  condition: Condition | null;
  onKeep: (condition: Condition) => void;
  onDrop?: () => void;
}) {
  const [one, setOne] = useState<Condition>(condition ?? { of: '', test: '', values: [], within: {} });
  const field = choices.fields.find((known) => known.key === one.of);
  const groups = [...new Set(choices.fields.map((known) => known.group))];
  const pick = (key: string) => {
    const next = choices.fields.find((known) => known.key === key);
    setOne({ of: key, test: next?.tests[0] ?? '', values: [], within: {} });
  };
  return (
    <form
      className="condition"
      onSubmit={(event) => {
        event.preventDefault();
        if (isWhole(one)) {
          onKeep(one);
        }
      }}
    >
      <Select
        aria-label="What is looked at"
        placeholder="a field, or what they gave"
        searchable
        autoFocus={condition === null}
        comboboxProps={{ withinPortal: false }}
        maxDropdownHeight={300}
        data={groups.map((group) => ({
          group,
          items: choices.fields.filter((known) => known.group === group).map((known) => ({ value: known.key, label: known.label })),
        }))}
        value={one.of === '' ? null : one.of}
        onChange={(key) => pick(key ?? '')}
      />
      {field !== undefined && (
        <>
          <Select
            aria-label="What is asked"
            comboboxProps={{ withinPortal: false }}
            data={field.tests.map((test) => ({ value: test, label: words[field.key]?.[test] ?? test }))}
            value={one.test}
            allowDeselect={false}
            onChange={(test) => setOne({ ...one, test: test ?? one.test, values: one.values.slice(0, Math.max(1, needed(test ?? ''))) })}
          />
          {needed(one.test) > 0 && <Values field={field} one={one} onChange={(values) => setOne({ ...one, values })} />}
          {field.within.length > 0 && (
            <div className="condition-within">
              {field.within.map((by) => (
                <Within
                  key={by}
                  by={by}
                  options={choices.within[by] ?? []}
                  value={one.within[by] ?? ''}
                  onChange={(value) => setOne({ ...one, within: { ...one.within, [by]: value } })}
                />
              ))}
            </div>
          )}
        </>
      )}
      <div className="also">
        <Button type="submit" size="compact-md" disabled={!isWhole(one)}>
          {condition === null ? 'Add it' : 'Keep it'}
        </Button>
        {onDrop !== undefined && (
          <Button size="compact-md" variant="subtle" color="pine" onClick={onDrop}>
            Take it out
          </Button>
        )}
      </div>
    </form>
  );
}

function Values({ field, one, onChange }: { field: SearchField; one: Condition; onChange: (values: string[]) => void }) {
  const single = (at: number, label: string) => (
    <TextInput
      key={at}
      type={field.input === 'date' ? 'date' : 'text'}
      inputMode={field.input === 'figure' ? 'decimal' : undefined}
      aria-label={label}
      placeholder={field.key === 'near' ? 'ZIP code' : undefined}
      value={one.values[at] ?? ''}
      onChange={(event) => {
        const values = [...one.values];
        values[at] = event.currentTarget.value;
        onChange(values);
      }}
    />
  );
  if (one.test === 'between') {
    return (
      <div className="also">
        {single(0, 'From')}
        <span className="quiet">and</span>
        {single(1, 'To')}
      </div>
    );
  }
  const several = one.test === 'is' || one.test === 'is not';
  if (!several || field.input !== 'text' || field.key === 'near') {
    return single(0, 'Value');
  }
  const isList = field.options.some((option) => option.value !== option.label);
  return isList ? (
    <MultiSelect
      aria-label="Values"
      searchable
      comboboxProps={{ withinPortal: false }}
      data={field.options}
      value={one.values}
      onChange={onChange}
    />
  ) : (
    <TagsInput
      aria-label="Values"
      placeholder={one.values.length === 0 ? 'value, Enter, another' : ''}
      comboboxProps={{ withinPortal: false }}
      acceptValueOnBlur
      data={field.options.map((option) => option.value)}
      value={one.values}
      onChange={onChange}
    />
  );
}

function Within({
  by,
  options,
  value,
  onChange,
}: {
  by: string;
  options: { value: string; label: string }[];
  value: string;
  onChange: (value: string) => void;
}) {
  if (options.length > 0) {
    return (
      <Select
        label={labels[by] ?? by}
        size="xs"
        searchable
        clearable
        comboboxProps={{ withinPortal: false }}
        data={options.filter((option) => option.value !== '')}
        value={value === '' ? null : value}
        onChange={(next) => onChange(next ?? '')}
      />
    );
  }
  return (
    <TextInput
      label={labels[by] ?? by}
      size="xs"
      type={by === 'from' || by === 'until' ? 'date' : 'text'}
      value={value}
      onChange={(event) => onChange(event.currentTarget.value)}
    />
  );
}
