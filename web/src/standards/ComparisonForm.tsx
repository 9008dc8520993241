import { ActionIcon, MultiSelect, NumberInput, Select, Slider, TagsInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { RuleComparison, RuleFields } from './types';
import type { RuleExample } from '../api/answers';

interface ComparisonFormProps {
  kind: string;
  comparison: RuleComparison;
  fields: RuleFields;
  isFirst: boolean;
  onChange: (comparison: RuleComparison) => void;
  onDrop?: () => void;
}

const hows = [
  { value: 'exact', label: 'is the same' },
  { value: 'starts', label: 'starts alike' },
  { value: 'alike', label: 'is spelled alike' },
];

/** What a comparison may overlook, by the field that it compares. */
function optionsOf(field: string, kind: string, type: string): string[] {
  if (field === 'name' && kind === 'person') {
    return ['nicknames', 'initials', 'swapped names', 'sound', 'blanks equal'];
  }
  if (field === 'name.first' && kind === 'person') {
    return ['nicknames', 'initials', 'sound', 'blanks equal'];
  }
  if (field === 'id') {
    return ['blanks equal'];
  }
  if (['email', 'phone', 'address'].includes(field)) {
    return ['as written', 'blanks equal'];
  }
  return type === 'date'
    ? ['day and month swapped', 'blanks equal']
    : ['match case', 'match accents', 'ignore common words', 'sound', 'blanks equal'];
}

/** One field of two records, and when they agree in it, with an example of what still counts. */
export function ComparisonForm({ kind, comparison, fields, isFirst, onChange, onDrop }: ComparisonFormProps) {
  const type = fields.find((field) => field.key === comparison.field)?.type ?? '';
  const possible = optionsOf(comparison.field, kind, type);
  const options = comparison.options ?? {};
  const flags = possible.filter((name) => options[name] === true);
  const takesWords = possible.includes('ignore common words');
  const [asked] = useDebouncedValue(JSON.stringify({ kind, comparison }), 250);
  const example = useQuery({
    queryKey: ['comparison example', asked],
    queryFn: () => api.post<RuleExample>('match-rules/example', JSON.parse(asked)),
    enabled: comparison.how === 'alike',
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const option = (name: string, value: unknown) => {
    const others = Object.fromEntries(Object.entries(options).filter(([of]) => of !== name));
    onChange({ ...comparison, options: value === undefined ? others : { ...others, [name]: value } });
  };
  return (
    <div className="comparison">
      <div className="sentence">
        <span className="quiet">{isFirst ? 'if' : 'and'}</span>
        <Select
          size="xs"
          flex={1}
          aria-label="Field to compare"
          searchable
          data={fields.map((field) => ({ value: field.key, label: field.label }))}
          value={comparison.field}
          allowDeselect={false}
          onChange={(field) =>
            onChange({
              field: field ?? 'email',
              ...(comparison.how === undefined ? {} : { how: comparison.how }),
              ...(comparison.strictness === undefined ? {} : { strictness: comparison.strictness }),
            })
          }
        />
        <Select
          size="xs"
          w={132}
          aria-label="How it is compared"
          data={hows}
          value={comparison.how ?? 'exact'}
          allowDeselect={false}
          onChange={(how) => onChange({ ...comparison, how: how ?? 'exact' })}
        />
        {comparison.how === 'starts' && (
          <NumberInput
            size="xs"
            w={74}
            aria-label="First characters"
            min={1}
            max={60}
            value={comparison.characters ?? 4}
            onChange={(characters) => onChange({ ...comparison, characters: Number(characters) })}
          />
        )}
        {onDrop !== undefined && (
          <ActionIcon size="sm" variant="subtle" color="gray" aria-label="Remove this comparison" onClick={onDrop}>
            ✕
          </ActionIcon>
        )}
      </div>
      {comparison.how === 'alike' && (
        <div className="strictness">
          <span className="quiet">loose</span>
          <Slider
            flex={1}
            size="sm"
            label={null}
            thumbLabel="Strictness"
            min={50}
            max={100}
            value={comparison.strictness ?? 85}
            onChange={(strictness) => onChange({ ...comparison, strictness })}
          />
          <span className="quiet">tight, {comparison.strictness ?? 85} %</span>
        </div>
      )}
      {comparison.how === 'alike' && example.data !== undefined && (
        <div className="quiet">
          {example.data.counts !== null && (
            <>
              Still counts: <span className="mono">{example.data.counts.join(' and ')}</span>.{' '}
            </>
          )}
          {example.data.not !== null && (
            <>
              No longer: <span className="mono">{example.data.not.join(' and ')}</span>.
            </>
          )}
        </div>
      )}
      <div className="sentence">
        <MultiSelect
          size="xs"
          flex={1}
          aria-label="What it overlooks"
          placeholder={flags.length === 0 ? 'overlooks nothing' : ''}
          data={possible}
          value={flags}
          onChange={(chosen) =>
            onChange({
              ...comparison,
              options: {
                ...Object.fromEntries(Object.entries(options).filter(([name]) => !possible.includes(name))),
                ...Object.fromEntries(chosen.map((name) => [name, true])),
              },
            })
          }
        />
        {type === 'date' && (
          <NumberInput
            size="xs"
            w={130}
            aria-label="Days apart"
            suffix=" days apart"
            min={0}
            max={3660}
            value={Number(options['within days'] ?? 0)}
            onChange={(days) => option('within days', Number(days) === 0 ? undefined : Number(days))}
          />
        )}
        {takesWords && (
          <TagsInput
            size="xs"
            flex={1}
            aria-label="Words that do not count"
            placeholder="words that do not count"
            value={Array.isArray(options['ignore words']) ? (options['ignore words'] as string[]) : []}
            onChange={(words) => option('ignore words', words.length === 0 ? undefined : words)}
          />
        )}
      </div>
    </div>
  );
}
