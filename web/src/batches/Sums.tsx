import type { BatchPageData } from '../api/answers';
import { Equation } from '../shared/Equation';
import { equations } from './batch';

/** Expected = entered + missing, and why it was posted though it differs. */
export function Sums({ page, withTypists = false }: { page: BatchPageData; withTypists?: boolean }) {
  const { batch, typed_by: typists } = page;
  const words = [
    withTypists && typists.length > 0 ? `Typed by ${typists.join(', ')}.` : '',
    batch.reason === '' ? '' : `Posted though it differs: ${batch.reason}`,
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
