import type { CheckSummary } from '../api/answers';
import { count, duration } from '../shared/format';
import { Pane } from '../shared/Pane';

/** A check that goes on: how far it is, how fast, how long it still takes. */
export function CheckWorking({ check }: { check: CheckSummary }) {
  const { done, total, asked, to_ask: toAsk, seconds } = check.progress;
  const isAsking = check.state === 'asking' && toAsk > 0;
  const [at, of] = isAsking ? [asked, toAsk] : [done, total];
  const rate = seconds > 0 ? at / seconds : 0;
  return (
    <Pane title={isAsking ? 'Asking the postal directory' : check.state === 'settling' ? 'Adding up' : 'Reading the addresses'}>
      <div className="empty" style={{ maxWidth: 640 }} role="status">
        <div className="progress" aria-label={`${at} of ${of} addresses`}>
          <i style={{ width: `${of > 0 ? Math.min(100, (at / of) * 100) : 0}%` }} />
        </div>
        <p>
          {count(at)} of {count(of)} {isAsking ? 'different addresses asked about' : 'read'}
          {rate >= 1 && at < of && `, ${count(Math.round(rate))} a second, ${duration((of - at) / rate)} left`}. It goes on if you close
          this page; you are told when it is done.
        </p>
      </div>
    </Pane>
  );
}
