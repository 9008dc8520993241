import type { CheckSummary } from '../api/answers';
import { count, counted } from '../shared/format';

/** What came of writing a check into the records, or how far it is. */
export function Written({ applied, isGoingOn }: { applied: NonNullable<CheckSummary['applied']>; isGoingOn: boolean }) {
  return (
    <div className="hint" role="status">
      <span>
        {isGoingOn
          ? `Writing: ${count(applied.done)} of ${counted(applied.of, 'record')} looked at. It goes on if you close this page.`
          : `${counted(applied.written, 'record')} written`}
        {!isGoingOn && applied.refused > 0 && `; ${count(applied.refused)} stay, since a rule would be broken`}
        {!isGoingOn &&
          applied.changed > 0 &&
          `; ${counted(applied.changed, 'address', 'addresses')} left, since they were changed meanwhile`}
        {!isGoingOn && '.'}
      </span>
    </div>
  );
}
