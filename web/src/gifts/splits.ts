/** One part of a gift that was given for several things, as someone writes it. */
export interface Part {
  amount: string;
  fund: string;
  campaign: string;
  appeal: string;
}

const MARK = '|';

/** The parts of a gift out of the text that the server keeps: a line for each, "60.00 | Roof fund | Spring". */
export const partsOf = (written: string): Part[] =>
  written === ''
    ? []
    : written.split('\n').map((line) => {
        const [amount = '', fund = '', campaign = '', appeal = ''] = line.split(MARK).map((value) => value.trim());
        return { amount, fund, campaign, appeal };
      });

export const written = (parts: Part[]): string =>
  parts.map(({ amount, fund, campaign, appeal }) => [amount, fund, campaign, appeal].join(` ${MARK} `).replace(/[\s|]+$/, '')).join('\n');

/** Cents of what is written as an amount; null where only the server can tell what it is. */
export const cents = (amount: string): number | null => {
  const plain = amount.replace(/[\s,$]/g, '');
  return /^-?\d{1,12}(\.\d{1,2})?$/.test(plain) ? Math.round(Number(plain) * 100) : null;
};

/** "-12.50" */
export const amountOf = (value: number): string =>
  `${value < 0 ? '-' : ''}${Math.floor(Math.abs(value) / 100)}.${String(Math.abs(value) % 100).padStart(2, '0')}`;

/** What is missing until the parts come to the gift, below zero where they are too much; null where an amount can't be read. */
export const missing = (parts: Part[], whole: string): string | null => {
  const amounts = [whole, ...parts.map((part) => part.amount)].map(cents);
  const [of = null, ...shares] = amounts;
  return of === null || shares.includes(null) ? null : amountOf(of - shares.reduce<number>((sum, share) => sum + (share ?? 0), 0));
};
