import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api } from '../../api/client';
import type { Intake, ProblemKind, ProblemValue } from '../../api/types';
import { count, counted } from '../../shared/format';
import { Pane } from '../../shared/Pane';
import { Raw } from '../../shared/Raw';
import { Of } from '../../shared/Of';
import type { Edit } from '../queries';
import { AddToList } from './AddToList';
import type { ProblemValues as ValuesOfProblem } from '../../api/answers';

interface ProblemValuesProps {
  intake: Intake;
  kind: ProblemKind;
  /** Whether the rows come in all the same. */
  warned?: boolean;
  editable: boolean;
  busy: boolean;
  onEdit: (edit: Edit) => void;
  onRow: (number: number) => void;
}

/** The values that have one kind of problem; each is corrected once for all its rows. */
export function ProblemValues({ intake, kind, warned = false, editable, busy, onEdit, onRow }: ProblemValuesProps) {
  const query = new URLSearchParams({
    code: kind.code,
    field: kind.field,
    ...(kind.column === null ? {} : { column: String(kind.column) }),
    ...(warned ? { warned: '1' } : {}),
  });
  const problems = useQuery({
    queryKey: ['intake', String(intake.id), 'problems', query.toString()],
    queryFn: () => api.get<ValuesOfProblem>(`intakes/${intake.id}/problems?${query}`),
  });
  return (
    <Pane
      title={kind.label}
      note={`${kind.header === null ? '' : `column "${kind.header}", `}${counted(kind.rows, 'row')}, ${counted(kind.values_count, 'value')}`}
    >
      <div className="pane-note">
        {warned && kind.choice !== null && 'The rows come in without these values; as written, they stay with the record. '}
        {kind.remedy}.
      </div>
      <div className="pane-body" tabIndex={0}>
        <table className="rows">
          <thead>
            <tr>
              <th style={{ width: '23%' }}>In the file</th>
              <th>{warned ? 'What is wrong' : 'Why it is held'}</th>
              <th style={{ width: '24%' }}>Rows</th>
              <th style={{ width: '33%' }}>Write instead</th>
            </tr>
          </thead>
          <tbody>
            {problems.data?.values.map((value) => (
              <tr key={value.value}>
                <td>
                  <Raw value={value.value} />
                </td>
                <td>
                  {value.reason}
                  {editable && kind.code === 'list.unknown' && value.value !== '' && (
                    <AddToList field={kind.field} value={value.value} intake={intake.id} />
                  )}
                </td>
                <td>
                  {value.rows.slice(0, 4).map((row) => (
                    <div key={row.number} className="cut">
                      <button type="button" className="origin-button" onClick={() => onRow(row.number)}>
                        row {row.number}
                      </button>{' '}
                      {row.display}
                    </div>
                  ))}
                  {value.rows.length > 4 && <span className="quiet">and {count(value.rows.length - 4)} more</span>}
                </td>
                <td>
                  {editable && (['gift.not_paid', 'promise.over'].includes(kind.code) || kind.code.endsWith('.aside')) ? (
                    <span className="quiet">open the row to leave it out</span>
                  ) : editable && value.column !== null ? (
                    <Correction value={value} busy={busy} onEdit={onEdit} />
                  ) : (
                    editable && <span className="quiet">open the row to correct it</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Pane>
  );
}

function Correction({ value, busy, onEdit }: { value: ProblemValue; busy: boolean; onEdit: (edit: Edit) => void }) {
  const [to, setTo] = useState(value.value);
  const column = value.column ?? 0;
  const first = value.rows[0];
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (value.value === '') {
      if (first !== undefined) {
        onEdit({ kind: 'cell', number: first.number, column, to });
      }
      return;
    }
    onEdit({ kind: 'value', column, from: value.value, to });
  };
  return (
    <form onSubmit={submit} style={{ display: 'flex', gap: 6 }}>
      <input
        className="cell-edit"
        aria-label={`Write instead of ${value.value || 'blank'}`}
        value={to}
        onChange={(event) => setTo(event.currentTarget.value)}
      />
      <Button type="submit" variant="default" size="compact-xs" style={{ height: 26, flexShrink: 0 }} disabled={to === value.value || busy}>
        {value.value === '' ? 'This row' : value.rows.length > 1 ? `All ${count(value.rows.length)}` : 'Put right'}
        <Of what={value.value || 'blank'} />
      </Button>
    </form>
  );
}
