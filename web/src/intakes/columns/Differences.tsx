import type { PlanDifference } from '../../api/types';

/** In what a file differs from those that its plan was made for. Nothing that differs is taken over in silence. */
export function Differences({
  plan,
  differences,
  onChoose,
}: {
  plan: string;
  differences: PlanDifference[];
  onChoose: (header: string) => void;
}) {
  return (
    <div className="differences" role="status">
      <b>
        {differences.length === 1 ? 'One thing differs' : `${differences.length} things differ`} from what the plan "{plan}" expects
      </b>
      <ul>
        {differences.slice(0, 6).map((difference, i) => (
          <li key={i}>
            <span className="pill look">{difference.kind}</span>{' '}
            {difference.kind === 'missing column' ? (
              <span className="mono">{difference.header}</span>
            ) : (
              <button type="button" className="origin-button mono" onClick={() => onChoose(difference.header)}>
                {difference.header}
              </button>
            )}{' '}
            <span className="quiet">
              {difference.message}
              {difference.values.length > 1 && `: ${difference.values.slice(0, 6).join(', ')}`}
            </span>
          </li>
        ))}
        {differences.length > 6 && <li className="quiet">and {differences.length - 6} more</li>}
      </ul>
    </div>
  );
}
