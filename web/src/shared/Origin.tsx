import { useState } from 'react';
import { Link } from 'react-router';
import type { Origin as OriginData } from '../api/types';
import { moment } from './format';
import { causes } from './causes';

/** Where a value came from, shown in place: the intake, the file, the row and the column, or what else wrote it. */
export function Origin({ origin }: { origin: OriginData | undefined }) {
  const [open, setOpen] = useState(false);
  if (origin === undefined) {
    return null;
  }
  return (
    <>
      <button type="button" className="origin-button" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'close' : 'origin'}
      </button>
      {open && (
        <span className="origin">
          {origin.intake === null ? (
            (causes[origin.cause] ?? origin.cause)
          ) : (
            <>
              {origin.cause === 'undo' ? 'put back by the undo of ' : ''}
              <Link to={`/intakes/${origin.intake.id}/proof`}>{origin.intake.name}</Link>, {origin.intake.file}
              {origin.intake.sheet !== null && origin.intake.sheet !== '' && `, sheet ${origin.intake.sheet}`}
              {origin.row !== null && (
                <>
                  , <Link to={`/intakes/${origin.intake.id}/rows/${origin.row}`}>{origin.intake.place ?? `row ${origin.row}`}</Link>
                </>
              )}
              {origin.columns.length > 0 && `, column ${origin.columns.join(' and ')}`}
            </>
          )}
          , {moment(origin.at)}
          {origin.by !== null && ` by ${origin.by}`}
          {origin.before !== null && `; before: ${origin.before}`}
        </span>
      )}
    </>
  );
}
