import { Button } from '@mantine/core';
import { useNavigate, useParams } from 'react-router';
import { useMayLoad } from '../shared/session';
import { RowCells } from './checks/RowCells';
import { useEdit, useThisIntake } from './queries';

/** A row of the source on its own: where an origin leads. */
export function RowPage() {
  const intake = useThisIntake();
  const { number = '0' } = useParams();
  const navigate = useNavigate();
  const edit = useEdit(intake.id);
  const mayLoad = useMayLoad();
  return (
    <>
      <div className="panes">
        <RowCells
          intake={intake}
          number={Number(number)}
          editable={mayLoad && intake.state === 'ready'}
          busy={edit.isPending}
          onEdit={(change) => edit.mutate(change)}
        />
      </div>
      <div className="foot">
        <Button variant="default" onClick={() => void navigate(-1)}>
          Back
        </Button>
      </div>
    </>
  );
}
