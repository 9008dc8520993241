import { Button } from '@mantine/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { SourceView } from '../../api/types';
import { count, counted, fileSize } from '../../shared/format';
import { Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { isOpen, useEdit, useIntakeAction, useThisIntake } from '../queries';
import { Discard } from './Discard';
import { FindingsPane } from './FindingsPane';
import { HowItIsRead } from './HowItIsRead';
import { SourceGrid } from './SourceGrid';

const STEP = 100;

/** The file as it is: how it is read, its rows with nothing hidden, and what is wrong with it. */
export function SourceStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change;
  const navigate = useNavigate();
  const [shown, setShown] = useState(STEP);
  const [sort, setSort] = useState<{ column: number; descending: boolean } | null>(null);
  const [picked, setPicked] = useState<number[]>([]);
  const query = sort === null ? '' : `?sort=${sort.column}${sort.descending ? '&descending=1' : ''}`;
  const source = useQuery({
    queryKey: ['intake', String(intake.id), 'source', query],
    queryFn: () => api.get<SourceView>(`intakes/${intake.id}/source${query}`),
    placeholderData: keepPreviousData,
  });
  const change = useIntakeAction(intake.id, (choice: Record<string, unknown>) => api.patch(`intakes/${intake.id}/source`, choice));
  const edit = useEdit(intake.id);
  const view = source.data;
  const fixed = !mayLoad || !(isOpen(intake) || intake.state === 'failed') || intake.trial !== null;
  const leaveOut = () => {
    for (const number of picked) {
      edit.mutate({ kind: 'row', number, to: 'out' });
    }
    setPicked([]);
  };
  return (
    <>
      <div className="panes" style={{ gridTemplateColumns: intake.state === 'failed' ? 'minmax(0, 1fr)' : 'minmax(0, 1fr) 390px' }}>
        <Pane
          title={<span className="cut">{intake.file_name}</span>}
          note={`${view?.format ?? ''}, ${fileSize(intake.file_size)}, ${intake.state === 'failed' ? 'it could not be read' : `${counted(intake.rows, 'row')} below the header`}`}
          right={view !== undefined && <HowItIsRead view={view} fixed={fixed} onChange={(choice) => change.mutate(choice)} />}
        >
          {intake.error !== null && (
            <p className="trouble" style={{ margin: 14 }} role="alert">
              {intake.error}
            </p>
          )}
          <Trouble error={change.error ?? source.error ?? edit.error} />
          {!fixed && intake.error === null && view?.names_its_columns === true && (
            <div className="pane-note quiet">The file itself says what each value is called.</div>
          )}
          {!fixed && intake.error === null && view?.names_its_columns !== true && (
            <div className="pane-note quiet">
              {view?.header_row === 0
                ? 'No row names the columns: the first one is data.'
                : `Row ${view?.header_row ?? '?'} names the columns.`}{' '}
              If another row does, choose its number.
              {view?.header_row !== 0 && (
                <button type="button" className="origin-button" onClick={() => change.mutate({ header_row: 0 })}>
                  No row does
                </button>
              )}
            </div>
          )}
          {view !== undefined && (
            <SourceGrid
              view={view}
              shown={shown}
              fixed={fixed}
              picked={picked}
              sort={sort}
              onHeader={(row) => change.mutate({ header_row: row })}
              onPick={setPicked}
              onSort={setSort}
            />
          )}
        </Pane>
        {intake.state !== 'failed' && <FindingsPane intake={intake} editable={mayLoad && isOpen(intake)} />}
      </div>
      <div className="foot">
        <Button onClick={() => void navigate(`/intakes/${intake.id}/columns`)} disabled={intake.state === 'failed'}>
          Go on to the columns
        </Button>
        {picked.length > 0 && !fixed && (
          <Button variant="default" onClick={leaveOut}>
            Leave {counted(picked.length, 'row')} out
          </Button>
        )}
        {edit.isSuccess && picked.length === 0 && <span className="quiet">Left out; the checks list them.</span>}
        {(view?.rows.length ?? 0) > shown && (
          <Button variant="default" onClick={() => setShown(shown + STEP)}>
            Show more rows
          </Button>
        )}
        <span className="quiet">
          {view !== undefined &&
            `${count(Math.min(shown, view.rows.length))} rows shown. · is a blank, ⍽ one that does not break, ↵ a line break.`}
        </span>
        <span className="push">
          {mayLoad && intake.trial === null && (isOpen(intake) || intake.state === 'failed') && <Discard intake={intake} />}
        </span>
      </div>
    </>
  );
}
