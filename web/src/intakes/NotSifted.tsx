import { Button } from '@mantine/core';
import { useNavigate } from 'react-router';
import type { Intake } from '../api/types';
import { Empty } from '../shared/Notice';
import { Pane } from '../shared/Pane';

/** A stage that has nothing to show before the columns are settled. */
export function NotSifted({ intake }: { intake: Intake }) {
  const navigate = useNavigate();
  const waiting = intake.columns.open + intake.columns.look;
  return (
    <div className="panes">
      <Pane>
        <Empty title="The rows are not worked out yet">
          <p>
            {waiting > 0
              ? `${waiting} of ${intake.columns.total} columns still ${waiting === 1 ? 'waits' : 'wait'} for a person. Then every row is checked, matched and planned.`
              : 'The columns are settled. Work out the rows from there.'}
          </p>
          <Button onClick={() => void navigate(`/intakes/${intake.id}/columns`)}>Go to the columns</Button>
        </Empty>
      </Pane>
    </div>
  );
}
