/** What a connection is set to, as the form has it: all of it text, lists joined by a line each. */
export interface ConnectionForm {
  address: string;
  key_header: string;
  key_before: string;
  paging: 'none' | 'page' | 'cursor' | 'link';
  page_parameter: string;
  size_parameter: string;
  size: number;
  next: string;
  total: string;
  since_parameter: string;
  until_parameter: string;
  overlap: number;
  records: string;
  parts: string;
  id: string;
  amount: string;
  minor: boolean;
  currency: string;
  given: string;
  zone: string;
  state: string;
  counts: string[];
  back: string[];
  back_amount: string;
  back_on: string;
  donor: string;
  money: string[];
  fee: string;
  split: string;
  split_amount: string;
  split_fund: string;
  notices: boolean;
  notice_records: string;
  notice_header: string;
  notice_algorithm: string;
  notice_encoding: string;
  notice_before: string;
  notice_time_header: string;
  notice_seconds: number;
}

export const blank: ConnectionForm = {
  address: '',
  key_header: 'Authorization',
  key_before: 'Bearer',
  paging: 'page',
  page_parameter: 'page',
  size_parameter: '',
  size: 100,
  next: '',
  total: '',
  since_parameter: '',
  until_parameter: '',
  overlap: 3,
  records: '',
  parts: '',
  id: 'id',
  amount: 'amount',
  minor: false,
  currency: 'currency',
  given: '',
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  state: '',
  counts: [],
  back: [],
  back_amount: '',
  back_on: '',
  donor: '',
  money: [],
  fee: '',
  split: '',
  split_amount: '',
  split_fund: '',
  notices: false,
  notice_records: '',
  notice_header: 'Signature',
  notice_algorithm: 'sha256',
  notice_encoding: 'hex',
  notice_before: '',
  notice_time_header: '',
  notice_seconds: 300,
};

export const PAGINGS = [
  { value: 'none', label: 'everything in one answer' },
  { value: 'page', label: 'pages by number' },
  { value: 'cursor', label: 'each answer says what comes next' },
  { value: 'link', label: 'a link to the next page in the header' },
];

export const EVERY = [
  { value: '0', label: 'when you ask for it' },
  { value: '15', label: 'each quarter of an hour' },
  { value: '60', label: 'each hour' },
  { value: '360', label: 'four times a day' },
  { value: '1440', label: 'once a day' },
];

/** A connection that was carried here in a file; null for what is none. The key is never in it. */
export function carried(text: string): { name: string; form: ConnectionForm; every: number; loads: boolean; plan: unknown } | null {
  try {
    const data = JSON.parse(text) as { version?: number; name?: string; form?: object; every?: number; loads?: boolean; plan?: unknown };
    return data.version === 1 && typeof data.form === 'object'
      ? {
          name: data.name ?? '',
          form: { ...blank, ...data.form },
          every: data.every ?? 0,
          loads: data.loads === true,
          plan: data.plan ?? null,
        }
      : null;
  } catch {
    return null;
  }
}
