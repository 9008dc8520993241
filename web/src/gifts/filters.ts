/** What gifts can be asked for by, as it stands in the address of the page. */
export const FILTERS = [
  'from',
  'to',
  'least',
  'most',
  'fund',
  'campaign',
  'appeal',
  'kind',
  'status',
  'currency',
  'batch',
  'intake',
  'promise',
  'month',
  'rule',
  'where',
] as const;

/** What became of gifts. */
export const STATES = [
  { value: 'given', label: 'as they were given', said: 'that stand as they were given' },
  { value: 'corrected', label: 'taken back in part, or corrected', said: 'that were taken back in part, or corrected' },
  { value: 'taken back', label: 'taken back', said: 'that were taken back' },
  { value: 'correction', label: 'what takes gifts back or corrects them', said: 'that take gifts back or correct them' },
];

export type Filter = (typeof FILTERS)[number];

export type Asked = Partial<Record<Filter, string>>;

export const askedOf = (query: URLSearchParams): Asked =>
  Object.fromEntries(FILTERS.map((key) => [key, query.get(key) ?? '']).filter(([, value]) => value !== ''));

/** "&from=2026-01-01&fund=General%20fund" */
export const pathOf = (asked: Asked): string =>
  Object.entries(asked)
    .map(([key, value]) => `&${key}=${encodeURIComponent(value)}`)
    .join('');

/** What is asked for, as a sentence goes on: ", of 2026, at least 100.00, for General fund". */
export const sentence = (asked: Asked): string => {
  const { from, to, least, most, fund, campaign, appeal, kind, status, month, currency } = asked;
  return [
    month === undefined ? undefined : `given in ${month}`,
    from === undefined ? undefined : `from ${from}`,
    to === undefined ? undefined : `until ${to}`,
    least === undefined ? undefined : `of at least ${least}`,
    most === undefined ? undefined : `of at most ${most}`,
    currency === undefined ? undefined : `in ${currency}`,
    fund === undefined ? undefined : `for ${fund}`,
    campaign === undefined ? undefined : `in the campaign ${campaign}`,
    appeal === undefined ? undefined : `after the appeal ${appeal}`,
    kind === undefined ? undefined : `by ${kind}`,
    status === undefined ? undefined : STATES.find(({ value }) => value === status)?.said,
  ]
    .filter((part) => part !== undefined)
    .map((part) => `, ${part}`)
    .join('');
};
