import { Select, TagsInput, Textarea, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import type { FormField } from '../api/answers';
import { mark } from './mark';

interface FieldInputProps {
  field: FormField;
  kind: string;
  value: string;
  /** Whether one is in it as soon as a dialog opens. */
  isFirst?: boolean;
  error: ReactNode;
  onChange: (value: string) => void;
  onLeave: () => void;
}

const CHOICES = ['yes or no', 'consent', 'status', 'gift kind', 'honor or memory', 'kind of promise', 'frequency', 'pick list'];

/** The input that a field of the catalog asks for. What is wrong with it is said when one leaves it. */
export function FieldInput({ field, kind, value, isFirst = false, error, onChange, onLeave }: FieldInputProps) {
  const marked = mark(field, kind);
  const label = (
    <>
      {field.label}
      {marked !== '' && <span className={`mark ${marked}`}> {marked === 'sometimes' ? 'required for some' : marked}</span>}
    </>
  );
  const common = {
    label,
    'aria-label': field.label,
    'data-autofocus': isFirst || undefined,
    error,
    disabled: !field.edits,
    onBlur: onLeave,
    placeholder: field.example,
  };
  if (field.type === 'names' || field.type === 'several from a list') {
    return (
      <TagsInput
        {...common}
        data={field.options}
        value={value === '' ? [] : value.split('\n')}
        onChange={(values) => onChange(values.join('\n'))}
      />
    );
  }
  if (field.type === 'long text') {
    return (
      <Textarea
        {...common}
        rows={2}
        classNames={{ input: 'grows' }}
        size="sm"
        value={value}
        onChange={(event) => onChange(event.currentTarget.value)}
      />
    );
  }
  // A list of which the server may take other values too is offered, not forced.
  if (field.options.length > 0 && CHOICES.includes(field.type)) {
    return (
      <Select
        {...common}
        clearable
        searchable={field.options.length > 6}
        data={field.options.includes(value) || value === '' ? field.options : [value, ...field.options]}
        value={value === '' ? null : value}
        onChange={(next) => onChange(next ?? '')}
      />
    );
  }
  return (
    <TextInput
      {...common}
      list={field.options.length > 0 ? `options-${field.key}` : undefined}
      value={value}
      rightSection={
        field.options.length > 0 ? (
          <datalist id={`options-${field.key}`}>
            {field.options.map((option) => (
              <option key={option} value={option} />
            ))}
          </datalist>
        ) : undefined
      }
      rightSectionWidth={0}
      onChange={(event) => onChange(event.currentTarget.value)}
    />
  );
}
