import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Intake, RowDetail } from '../../api/types';
import { useMay } from '../../shared/session';
import { Pane } from '../../shared/Pane';
import { Raw } from '../../shared/Raw';
import type { Edit } from '../queries';

interface RowCellsProps {
  intake: Intake;
  number: number;
  editable: boolean;
  busy: boolean;
  onBack?: () => void;
  onEdit: (edit: Edit) => void;
}

/** A row as a whole: each cell as it is, what it becomes, and what is wrong with it; corrected in place, held or left out. */
export function RowCells({ intake, number, editable, busy, onBack, onEdit }: RowCellsProps) {
  const row = useQuery({
    queryKey: ['intake', String(intake.id), 'row', number],
    queryFn: () => api.get<RowDetail>(`intakes/${intake.id}/rows/${number}`),
  });
  const detail = row.data;
  const wrong = new Map(detail?.problems.map((problem) => [problem.column, problem]));
  const general = detail?.problems.filter((problem) => problem.column === null) ?? [];
  const decided = detail?.row_decision;
  const may = useMay();
  const lacks =
    detail?.problems.some((problem) => Boolean(problem.blocks) && /\.(required|unique)$/.test(problem.code) && detail.outcome === 'held') ??
    false;
  return (
    <Pane
      title={`Row ${number}`}
      note={detail?.display ?? ''}
      right={
        <span style={{ display: 'flex', gap: 8 }}>
          {editable && decided !== 'hold' && decided !== 'out' && (
            <Button variant="default" size="compact-sm" disabled={busy} onClick={() => onEdit({ kind: 'row', number, to: 'hold' })}>
              Hold this row
            </Button>
          )}
          {editable && decided !== 'out' && (
            <Button variant="default" size="compact-sm" disabled={busy} onClick={() => onEdit({ kind: 'row', number, to: 'out' })}>
              Leave it out
            </Button>
          )}
          {editable && (decided === 'hold' || decided === 'out') && (
            <Button variant="default" size="compact-sm" disabled={busy} onClick={() => onEdit({ kind: 'row', number, to: 'in' })}>
              Let it come in
            </Button>
          )}
          {onBack !== undefined && (
            <Button variant="subtle" color="pine" size="compact-sm" onClick={onBack}>
              Back to the list
            </Button>
          )}
        </span>
      }
    >
      {may.administer && editable && lacks && <LetPass number={number} busy={busy} onEdit={onEdit} />}
      {general.length > 0 && <div className="pane-note">{general.map((problem) => `${problem.reason}. ${problem.remedy}.`).join(' ')}</div>}
      <div className="pane-body" tabIndex={0}>
        <table className="rows">
          <thead>
            <tr>
              <th style={{ width: '19%' }}>Column</th>
              <th style={{ width: '19%' }}>Becomes</th>
              <th style={{ width: '24%' }}>In the file</th>
              <th>{editable ? 'Correct it' : 'Corrected'}</th>
            </tr>
          </thead>
          <tbody>
            {detail?.cells.map((cell) => (
              <tr key={cell.column}>
                <td className="mono">{cell.header}</td>
                <td className="quiet">{cell.becomes ?? 'left behind'}</td>
                <td>
                  <Raw value={cell.raw} />
                </td>
                <td>
                  {editable && cell.becomes !== null ? (
                    <CellEdit
                      key={`${number}-${cell.corrected ?? cell.raw}`}
                      value={cell.corrected ?? cell.raw}
                      label={cell.header}
                      onSave={(to) => onEdit({ kind: 'cell', number, column: cell.column, to })}
                    />
                  ) : (
                    cell.corrected !== null && <Raw value={cell.corrected} />
                  )}
                  {wrong.has(cell.column) && <div style={{ color: 'var(--brick-text)' }}>{wrong.get(cell.column)?.reason}</div>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Pane>
  );
}

/** An administrator lets a row in that lacks what is required; the reason is kept and listed. */
function LetPass({ number, busy, onEdit }: { number: number; busy: boolean; onEdit: (edit: Edit) => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="pane-note inline-form"
      onSubmit={(event) => {
        event.preventDefault();
        onEdit({ kind: 'pass', number, to: reason });
      }}
    >
      <span>Something required is missing. As an administrator you may let this row pass:</span>
      <input
        className="cell-edit"
        style={{ flex: 1, minWidth: 200 }}
        aria-label="Why this row may pass"
        placeholder="why; it stands in the audit list and in the proof"
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
      />
      <Button type="submit" variant="default" size="compact-sm" disabled={busy || reason.trim().length < 10}>
        Let it pass
      </Button>
    </form>
  );
}

function CellEdit({ value, label, onSave }: { value: string; label: string; onSave: (to: string) => void }) {
  const [to, setTo] = useState(value);
  const save = () => to !== value && onSave(to);
  return (
    <input
      className="cell-edit"
      aria-label={label}
      value={to}
      onChange={(event) => setTo(event.currentTarget.value)}
      onBlur={save}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
}
