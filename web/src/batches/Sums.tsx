import type { BatchPageData } from '../api/answers';
import { Equation } from '../shared/Equation';
import { counted, money } from '../shared/format';
import { equations } from './batch';

/** Expected = entered + missing, and why it was posted though it differs. */
export function Sums({ page, withTypists = false }: { page: BatchPageData; withTypists?: boolean }) {
  const { batch, corrected, typed_by: typists } = page;
  const words = [
    withTypists && typists.length > 0 ? `Typed by ${typists.join(', ')}.` : '',
    batch.reason === '' ? '' : `Posted though it differs: ${batch.reason}`,
    corrected === null
      ? ''
      : `Taken back or corrected since: ${counted(corrected.entries, 'gift')}, ${money(corrected.amount, batch.currency)}; it comes to ${money(corrected.comes_to, batch.currency)}.`,
  ]
    .filter((part) => part !== '')
    .join(' ');
  return (
    <section className="pane sums" aria-label="Expected and entered">
      {equations(batch).map((equation, i) => (
        <Equation key={i} {...equation} />
      ))}
      {words !== '' && <p className="quiet">{words}</p>}
    </section>
  );
}
