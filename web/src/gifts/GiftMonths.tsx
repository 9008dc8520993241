import type { GiftMonth } from '../api/answers';
import { MoneyBars } from '../shared/MoneyBars';

/** What the gifts of the list come to, month by month. */
export function GiftMonths({ months, onMonth }: { months: GiftMonth[]; onMonth: (month: string) => void }) {
  return <MoneyBars caption="Gifts by month" spans={months.map(({ month, ...sum }) => ({ name: month, ...sum }))} onPick={onMonth} />;
}
