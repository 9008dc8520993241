import { Link } from 'react-router';
import type { Intake, Proof } from '../../api/types';
import { counted } from '../../shared/format';

/** One line that tells how many values of the file the records do not take. */
export function Untaken({ intake, proof }: { intake: Intake; proof: Proof }) {
  if (proof.untaken.length === 0) {
    return null;
  }
  return (
    <p className="quiet" style={{ margin: '0 14px 10px' }}>
      Not taken, since the record has another value:{' '}
      {proof.untaken.slice(0, 4).map((one, i) => (
        <span key={one.field}>
          {i > 0 && ', '}
          {one.label} in {counted(one.rows, 'row')}
        </span>
      ))}
      {proof.untaken.length > 4 && ' and more'}. <Link to={`/intakes/${intake.id}/untaken`}>See them</Link>
    </p>
  );
}
