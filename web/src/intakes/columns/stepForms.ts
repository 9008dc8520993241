import type { StepData } from '../../api/types';

export type Input =
  | { name: string; label: string; is: 'text'; needed?: boolean; wide?: boolean }
  | { name: string; label: string; is: 'number'; from: number; to: number }
  | { name: string; label: string; is: 'flag' }
  | { name: string; label: string; is: 'choice'; of: { value: string; label: string }[] }
  | { name: string; label: string; is: 'words' }
  | { name: string; label: string; is: 'kinds'; of: { value: string; label: string }[] }
  | { name: string; label: string; is: 'columns' }
  | { name: string; label: string; is: 'table' };

export interface StepForm {
  do: string;
  name: string;
  group: string;
  begin: StepData;
  inputs: Input[];
}

const marks = { name: 'mark', label: 'Mark', is: 'text', needed: true } as const;

/** Every step that a column can have: what it is called, and what can be set about it. The server's Steps knows the same ones. */
export const stepForms: StepForm[] = [
  { do: 'trim', name: 'Trim blanks', group: 'Text', begin: { do: 'trim' }, inputs: [] },
  {
    do: 'case',
    name: 'Change capitals',
    group: 'Text',
    begin: { do: 'case', to: 'name' },
    inputs: [
      {
        name: 'to',
        label: 'To',
        is: 'choice',
        of: [
          { value: 'name', label: 'as in names' },
          { value: 'upper', label: 'all capitals' },
          { value: 'lower', label: 'all small' },
          { value: 'sentence', label: 'a capital at the beginning' },
        ],
      },
    ],
  },
  {
    do: 'replace',
    name: 'Find and replace',
    group: 'Text',
    begin: { do: 'replace', find: '', with: '' },
    inputs: [
      { name: 'find', label: 'Find', is: 'text', needed: true },
      { name: 'with', label: 'Replace by', is: 'text' },
      { name: 'words', label: 'whole words only', is: 'flag' },
      { name: 'match_case', label: 'match capitals', is: 'flag' },
    ],
  },
  {
    do: 'take',
    name: 'Take a part',
    group: 'Text',
    begin: { do: 'take', what: 'before', mark: ',' },
    inputs: [
      {
        name: 'what',
        label: 'What',
        is: 'choice',
        of: [
          { value: 'before', label: 'before a mark' },
          { value: 'after', label: 'after a mark' },
          { value: 'piece', label: 'the n-th piece' },
          { value: 'word', label: 'the n-th word' },
          { value: 'first', label: 'the first characters' },
          { value: 'last', label: 'the last characters' },
          { value: 'digits', label: 'the digits' },
          { value: 'letters', label: 'the letters' },
          { value: 'inside', label: 'what is in brackets' },
          { value: 'outside', label: 'what is outside of brackets' },
        ],
      },
      marks,
      { name: 'nth', label: 'n (from the end if negative)', is: 'number', from: -50, to: 50 },
      { name: 'count', label: 'Characters', is: 'number', from: 1, to: 500 },
    ],
  },
  {
    do: 'split',
    name: 'Split into several values',
    group: 'Text',
    begin: { do: 'split', marks: ';,/|\n' },
    inputs: [{ name: 'marks', label: 'At any of these marks', is: 'text', needed: true }],
  },
  {
    do: 'join',
    name: 'Join with other columns',
    group: 'Text',
    begin: { do: 'join', with: [], separator: ' ' },
    inputs: [
      { name: 'with', label: 'Columns, in order', is: 'columns' },
      { name: 'separator', label: 'Between them', is: 'text' },
    ],
  },
  { do: 'mend', name: 'Mend wrongly decoded letters', group: 'Text', begin: { do: 'mend' }, inputs: [] },
  {
    do: 'table',
    name: 'Replace by a table of values',
    group: 'Values',
    begin: { do: 'table', values: {}, otherwise: 'keep' },
    inputs: [
      { name: 'values', label: 'Values', is: 'table' },
      {
        name: 'otherwise',
        label: 'Other values',
        is: 'choice',
        of: [
          { value: 'keep', label: 'stay' },
          { value: 'blank', label: 'are left blank' },
          { value: 'hold', label: 'hold their rows' },
        ],
      },
    ],
  },
  {
    do: 'blank',
    name: 'Treat values as blank',
    group: 'Values',
    begin: { do: 'blank', kinds: ['word'], values: [] },
    inputs: [
      {
        name: 'kinds',
        label: 'Kinds',
        is: 'kinds',
        of: [
          { value: 'word', label: 'n/a, none, -' },
          { value: 'test', label: 'test values' },
          { value: 'number', label: '999-999-9999' },
          { value: 'date', label: '1/1/1900' },
          { value: 'error', label: '#REF!' },
          { value: 'scientific', label: '1.2E+11' },
        ],
      },
      { name: 'values', label: 'And these, separated by semicolons', is: 'words' },
    ],
  },
  {
    do: 'yesno',
    name: 'Read yes and no',
    group: 'Values',
    begin: { do: 'yesno', yes: [], no: [], blank: 'blank', reversed: false },
    inputs: [
      { name: 'yes', label: 'These too mean yes', is: 'words' },
      { name: 'no', label: 'These too mean no', is: 'words' },
      {
        name: 'blank',
        label: 'A blank cell',
        is: 'choice',
        of: [
          { value: 'blank', label: 'says nothing' },
          { value: 'yes', label: 'means yes' },
          { value: 'no', label: 'means no' },
        ],
      },
      { name: 'reversed', label: 'the other way round', is: 'flag' },
    ],
  },
  {
    do: 'code',
    name: 'States or countries to codes',
    group: 'Values',
    begin: { do: 'code', of: 'state' },
    inputs: [
      {
        name: 'of',
        label: 'Of',
        is: 'choice',
        of: [
          { value: 'state', label: 'states and provinces' },
          { value: 'country', label: 'countries' },
        ],
      },
    ],
  },
  {
    do: 'date',
    name: 'Read dates',
    group: 'Numbers and dates',
    begin: { do: 'date', order: 'mdy', pivot: 29, serial: false },
    inputs: [
      {
        name: 'order',
        label: 'Order',
        is: 'choice',
        of: [
          { value: '', label: 'as they prove it' },
          { value: 'mdy', label: 'month first' },
          { value: 'dmy', label: 'day first' },
          { value: 'ymd', label: 'year first' },
        ],
      },
      { name: 'pivot', label: 'Two digits up to this are 20..', is: 'number', from: 0, to: 99 },
      { name: 'serial', label: 'numbers are days since 1900', is: 'flag' },
    ],
  },
  {
    do: 'decimals',
    name: 'Say which digits are decimals',
    group: 'Numbers and dates',
    begin: { do: 'decimals', places: 2 },
    inputs: [{ name: 'places', label: 'Digits after the point', is: 'number', from: 0, to: 2 }],
  },
  {
    do: 'number',
    name: 'Read numbers and amounts',
    group: 'Numbers and dates',
    begin: { do: 'number', decimal: '.' },
    inputs: [
      {
        name: 'decimal',
        label: 'Written as',
        is: 'choice',
        of: [
          { value: '.', label: '1,234.50' },
          { value: ',', label: '1.234,50' },
        ],
      },
    ],
  },
  {
    do: 'pad',
    name: 'Put back leading zeros',
    group: 'Numbers and dates',
    begin: { do: 'pad', to: 5 },
    inputs: [{ name: 'to', label: 'Digits', is: 'number', from: 2, to: 40 }],
  },
  {
    do: 'phone',
    name: 'Telephone numbers of a country',
    group: 'Numbers and dates',
    begin: { do: 'phone', country: 'CA' },
    inputs: [{ name: 'country', label: 'Country, two letters', is: 'text', needed: true }],
  },
  { do: 'turn', name: 'Turn "Last, First" around', group: 'Names', begin: { do: 'turn' }, inputs: [] },
  { do: 'people', name: 'Two people become two', group: 'Names', begin: { do: 'people' }, inputs: [] },
  {
    do: 'formula',
    name: 'Work out by an expression',
    group: 'For the rest',
    begin: { do: 'formula', expression: 'value' },
    inputs: [{ name: 'expression', label: 'Expression', is: 'text', needed: true, wide: true }],
  },
];

export const formOf = (step: StepData): StepForm | undefined => stepForms.find((form) => form.do === step.do);

/** Whether an input matters with the other settings that the step has: only the n-th piece needs an n. */
export function matters(step: StepData, input: Input): boolean {
  if (step.do !== 'take' || input.name === 'what') {
    return true;
  }
  const needs: Record<string, string[]> = { mark: ['before', 'after', 'piece'], nth: ['piece', 'word'], count: ['first', 'last'] };
  return needs[input.name]?.includes(String(step['what'])) ?? true;
}
