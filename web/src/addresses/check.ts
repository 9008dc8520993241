import type { CheckSummary } from '../api/answers';

export const isWorking = (check: CheckSummary): boolean => ['waiting', 'reading', 'asking', 'settling', 'writing'].includes(check.state);

/** "92.8 %"; nothing of nothing. */
export const share = (part: number, whole: number): string => (whole === 0 ? '' : `${((100 * part) / whole).toFixed(1)} %`);
