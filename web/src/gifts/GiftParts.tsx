import { Autocomplete, Button, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import type { FormField } from '../api/answers';
import { type Part, missing, partsOf, written } from './splits';

interface GiftPartsProps {
  fields: FormField[];
  values: Record<string, string>;
  error: ReactNode;
  onChange: (values: Record<string, string>) => void;
  onLeave: () => void;
}

const PURPOSES = ['fund', 'campaign', 'appeal'] as const;

/** A gift divided over several things: a line for each, and what is missing until they come to the whole. */
export function GiftParts({ fields, values, error, onChange, onLeave }: GiftPartsProps) {
  const parts = partsOf(values['gift.splits'] ?? '');
  const field = (key: string) => fields.find((one) => one.key === `gift.${key}`);
  const edits = field('splits')?.edits === true;
  const say = (next: Part[]) => onChange({ 'gift.splits': written(next) });
  const change = (at: number, key: keyof Part, value: string) =>
    say(parts.map((part, i) => (i === at ? { ...part, [key]: value.replace(/[|\n]/g, '') } : part)));
  const begin = () =>
    say([
      {
        amount: values['gift.amount'] ?? '',
        fund: values['gift.fund'] ?? '',
        campaign: values['gift.campaign'] ?? '',
        appeal: values['gift.appeal'] ?? '',
      },
      { amount: '', fund: '', campaign: '', appeal: '' },
    ]);
  if (!edits && parts.length === 0) {
    return null;
  }
  if (parts.length === 0) {
    return (
      <Button variant="default" size="compact-sm" onClick={begin}>
        Split it over several funds
      </Button>
    );
  }
  const left = missing(parts, values['gift.amount'] ?? '');
  return (
    <fieldset className="gift-parts" onBlur={onLeave}>
      <legend>The gift is for</legend>
      {parts.map((part, at) => (
        // A part has no name of its own but its place.
        <div key={at} className="part">
          <TextInput
            aria-label={`Amount of part ${at + 1}`}
            placeholder={at === parts.length - 1 ? 'the rest' : 'amount'}
            className="num-input"
            disabled={!edits}
            value={part.amount}
            onChange={(event) => change(at, 'amount', event.currentTarget.value)}
          />
          {PURPOSES.map((purpose) => (
            <Autocomplete
              key={purpose}
              aria-label={`${field(purpose)?.label ?? purpose} of part ${at + 1}`}
              placeholder={purpose}
              disabled={!edits}
              data={field(purpose)?.options ?? []}
              value={part[purpose]}
              onChange={(value) => change(at, purpose, value)}
            />
          ))}
          {edits && (
            <Button
              variant="subtle"
              size="compact-sm"
              aria-label={`Remove part ${at + 1}`}
              onClick={() => say(parts.filter((_, i) => i !== at))}
            >
              remove
            </Button>
          )}
        </div>
      ))}
      <div className="also">
        {edits && (
          <Button variant="default" size="compact-sm" onClick={() => say([...parts, { amount: '', fund: '', campaign: '', appeal: '' }])}>
            One more part
          </Button>
        )}
        {edits && (
          <Button variant="subtle" size="compact-sm" onClick={() => onChange({ 'gift.splits': '' })}>
            Not split after all
          </Button>
        )}
        <span className={left === null || left === '0.00' ? 'quiet' : 'missing'} aria-live="polite">
          {left === null
            ? 'One part may be left blank: it has the rest.'
            : left === '0.00'
              ? 'The parts come to the gift.'
              : left.startsWith('-')
                ? `${left.slice(1)} too much`
                : `${left} missing`}
        </span>
      </div>
      {error !== undefined && <p className="wrong">{error}</p>}
    </fieldset>
  );
}
