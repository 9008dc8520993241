import { ActionIcon, Button, MultiSelect, NumberInput, Select, TextInput } from '@mantine/core';
import type { RuleFields, RuleSetContent } from './types';
import { ComparisonForm } from './ComparisonForm';

interface RuleSetFormProps {
  content: RuleSetContent;
  fields: RuleFields;
  signs: string[];
  onChange: (content: RuleSetContent) => void;
}

const effects = [
  { value: '', label: 'as usual' },
  { value: 'apart', label: 'keeps them apart' },
  { value: 'review', label: 'is to be reviewed' },
  { value: 'nothing', label: 'does nothing' },
];

/** A rule set as a form: its rules with what each compares, and what speaks against a pair. */
export function RuleSetForm({ content, fields, signs, onChange }: RuleSetFormProps) {
  const rule = (at: number, change: Partial<RuleSetContent['rules'][number]>) =>
    onChange({ ...content, rules: content.rules.map((one, i) => (i === at ? { ...one, ...change } : one)) });
  const move = (at: number, by: number) => {
    const rules = [...content.rules];
    rules.splice(at + by, 0, ...rules.splice(at, 1));
    onChange({ ...content, rules });
  };
  const sign = (name: string, effect: string) => {
    const others = Object.fromEntries(Object.entries(content.signs ?? {}).filter(([of]) => of !== name));
    onChange({ ...content, signs: effect === '' ? others : { ...others, [name]: effect } });
  };
  return (
    <div className="form rule-form">
      <TextInput
        label="Name of the set"
        maxLength={120}
        value={content.name}
        onChange={(event) => onChange({ ...content, name: event.currentTarget.value })}
      />
      <ByWeight content={content} onChange={onChange} />
      {content.rules.map((one, at) => (
        <section key={at} className="boxed" aria-label={`Rule ${at + 1}`}>
          <div className="sentence">
            <TextInput
              size="xs"
              flex={1}
              aria-label={`Name of rule ${at + 1}`}
              placeholder="Name of the rule"
              value={one.name}
              onChange={(event) => rule(at, { name: event.currentTarget.value })}
            />
            {content.by !== 'weight' && (
              <Select
                size="xs"
                w={104}
                aria-label={`What rule ${at + 1} says`}
                data={['certain', 'review']}
                value={one.verdict}
                allowDeselect={false}
                onChange={(verdict) => rule(at, { verdict: verdict ?? 'review' })}
              />
            )}
            <ActionIcon
              size="sm"
              variant="subtle"
              color="gray"
              aria-label={`Rule ${at + 1} further up`}
              disabled={at === 0}
              onClick={() => move(at, -1)}
            >
              ↑
            </ActionIcon>
            <ActionIcon
              size="sm"
              variant="subtle"
              color="gray"
              aria-label={`Rule ${at + 1} further down`}
              disabled={at === content.rules.length - 1}
              onClick={() => move(at, 1)}
            >
              ↓
            </ActionIcon>
            <ActionIcon
              size="sm"
              variant="subtle"
              color="gray"
              aria-label={`Remove rule ${at + 1}`}
              disabled={content.rules.length === 1}
              onClick={() => onChange({ ...content, rules: content.rules.filter((_, i) => i !== at) })}
            >
              ✕
            </ActionIcon>
          </div>
          {one.comparisons.map((comparison, place) => (
            <ComparisonForm
              key={place}
              kind={content.kind}
              comparison={comparison}
              fields={fields}
              isFirst={place === 0}
              onChange={(changed) => rule(at, { comparisons: one.comparisons.map((old, i) => (i === place ? changed : old)) })}
              {...(one.comparisons.length > 1
                ? { onDrop: () => rule(at, { comparisons: one.comparisons.filter((_, i) => i !== place) }) }
                : {})}
            />
          ))}
          <div className="sentence">
            <span className="quiet">Unless this speaks against it:</span>
            <MultiSelect
              size="xs"
              flex={1}
              aria-label={`Signs against that rule ${at + 1} gives way to`}
              placeholder={(one.unless ?? []).length === 0 ? 'nothing' : ''}
              data={signs}
              value={one.unless ?? []}
              onChange={(unless) => rule(at, { unless })}
            />
          </div>
          <div className="sentence">
            <Button
              size="compact-xs"
              variant="subtle"
              color="pine"
              disabled={one.comparisons.length >= 12}
              onClick={() => rule(at, { comparisons: [...one.comparisons, { field: 'email', how: 'exact' }] })}
            >
              And another comparison
            </Button>
            <span className="push quiet">
              Where more than{' '}
              <NumberInput
                size="xs"
                w={70}
                display="inline-block"
                aria-label={`Most records of rule ${at + 1}`}
                min={2}
                max={5000}
                value={one.most ?? 200}
                onChange={(most) => rule(at, { most: Number(most) })}
              />{' '}
              share it, it says too little.
            </span>
          </div>
        </section>
      ))}
      <Button
        size="compact-sm"
        variant="default"
        disabled={content.rules.length >= 40}
        onClick={() =>
          onChange({
            ...content,
            rules: [
              ...content.rules,
              { name: `Rule ${content.rules.length + 1}`, verdict: 'review', comparisons: [{ field: 'name', how: 'exact' }] },
            ],
          })
        }
      >
        Add a rule
      </Button>
      <h3 className="section">What speaks against a pair</h3>
      <div className="field-grid">
        {signs.map((name) => (
          <label key={name} className="choice-line">
            <span>{name}</span>
            <Select
              size="xs"
              w={150}
              aria-label={name}
              data={effects}
              value={content.signs?.[name] ?? ''}
              allowDeselect={false}
              onChange={(effect) => sign(name, effect ?? '')}
            />
          </label>
        ))}
      </div>
    </div>
  );
}

/** Whether the rules decide, or only say who is compared, and all that agrees is weighed. */
function ByWeight({ content, onChange }: Pick<RuleSetFormProps, 'content' | 'onChange'>) {
  return (
    <section className="boxed" aria-label="What decides">
      <Select
        size="xs"
        label="What decides"
        allowDeselect={false}
        data={[
          { value: 'rules', label: 'the rules below' },
          { value: 'weight', label: 'the weight of all that agrees and differs' },
        ]}
        value={content.by ?? 'rules'}
        onChange={(by) => onChange(withBy(content, by === 'weight'))}
      />
      {content.by === 'weight' && (
        <>
          <p className="quiet">
            The rules below only say by what two are found. What few have weighs more than what many have: a rare{' '}
            {content.kind === 'organization' ? 'word in a name' : 'last name'} much, a common one hardly anything.
          </p>
          <div className="sentence">
            <span>Of 1,000 that are called certain, at most</span>
            <NumberInput
              size="xs"
              w={80}
              aria-label="Wrong of 1,000 at most"
              min={0.1}
              max={100}
              decimalScale={1}
              value={content.wrong ?? 2}
              onChange={(wrong) => onChange(withWrong(content, Number(wrong)))}
            />
            <span>may be wrong; look at pairs above 1 in</span>
            <NumberInput
              size="xs"
              w={80}
              aria-label="Look at pairs above 1 in"
              min={2}
              max={100}
              decimalScale={1}
              value={Math.round(10 / (content.review ?? 0.2)) / 10}
              onChange={(oneIn) => onChange({ ...content, review: Math.round(10_000 / Math.max(2, Number(oneIn))) / 10_000 })}
            />
          </div>
          <div className="sentence" style={{ marginTop: 8 }}>
            <span>A name that more than</span>
            <NumberInput
              size="xs"
              w={80}
              aria-label="A name is common if more than so many have it"
              min={1}
              max={50}
              allowDecimal={false}
              value={content.common ?? 8}
              onChange={(common) => onChange({ ...content, common: Math.min(50, Math.max(1, Math.round(Number(common)))) })}
            />
            <span>share is common: who shares nothing else is new.</span>
          </div>
        </>
      )}
    </section>
  );
}

function withBy(content: RuleSetContent, isByWeight: boolean): RuleSetContent {
  const { name, kind, rules, signs } = content;
  return {
    name,
    kind,
    rules,
    ...(signs === undefined ? {} : { signs }),
    ...(isByWeight ? { by: 'weight' as const, wrong: 2, review: 0.2 } : {}),
  };
}

/** How likely two must be to be certain follows from what is accepted, and is not said beside it. */
function withWrong(content: RuleSetContent, wrong: number): RuleSetContent {
  const kept = Object.fromEntries(Object.entries(content).filter(([key]) => key !== 'certain')) as unknown as RuleSetContent;
  return { ...kept, wrong: Math.min(100, Math.max(0.1, wrong)) };
}
