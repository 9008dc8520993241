import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { Column, SourceView } from '../../api/types';
import { useMayLoad } from '../../app/session';
import { count } from '../../shared/format';
import { Lozenge } from '../../shared/Lozenge';
import { Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { useKeys } from '../../shared/useKeys';
import { isOpen, useIntakeAction, useThisIntake } from '../queries';
import { ColumnDetail } from './ColumnDetail';
import { SavePlan } from './SavePlan';
import { useColumns, useColumnsChange } from './useColumns';

interface Choice {
  column: number;
  target: string | null;
  date_order?: string | null;
}

const isSettled = (column: Column): boolean => column.state === 'sure' || column.state === 'left behind';

/** Every column and the field that it becomes; the chosen one with its evidence and its values. */
export function ColumnsStage() {
  const intake = useThisIntake();
  const mayLoad = useMayLoad();
  const navigate = useNavigate();
  const { data } = useColumns(intake.id);
  const [chosen, setChosen] = useState<number | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const source = useQuery({ queryKey: ['intake', String(intake.id), 'source'], queryFn: () => api.get<SourceView>(`intakes/${intake.id}/source`) });
  const change = useColumnsChange(intake.id, ({ column, ...choice }: Choice) => api.patch(`intakes/${intake.id}/columns/${column}`, choice));
  const accept = useColumnsChange(intake.id, () => api.post(`intakes/${intake.id}/columns/accept`));
  const leave = useColumnsChange(intake.id, () => api.post(`intakes/${intake.id}/columns/leave`));
  const usePlan = useColumnsChange(intake.id, (name: string) => api.put(`intakes/${intake.id}/plan`, { name }));
  const sift = useIntakeAction(intake.id, () => api.post(`intakes/${intake.id}/sift`));
  const columns = data?.columns ?? [];
  const at = chosen ?? columns.find((column) => !isSettled(column))?.column ?? 0;
  const column = columns[at];
  const waiting = columns.filter((one) => !isSettled(one));
  const toLook = waiting.filter((one) => one.state === 'look' && !one.needs_date_order).length;
  const editable = mayLoad && isOpen(intake);
  const offered = source.data?.offered_plan;

  const nextOpen = (after: number) => {
    const next = [...columns.slice(after + 1), ...columns.slice(0, after)].find((one) => !isSettled(one));
    setChosen(next?.column ?? after);
  };
  const settle = (target: string | null, dateOrder?: string | null) => {
    if (column !== undefined && editable) {
      change.mutate({ column: column.column, target, date_order: dateOrder ?? column.date_order }, { onSuccess: () => (target === null || dateOrder !== undefined || target === column.target) && nextOpen(column.column) });
    }
  };
  const looksRight = () => (column?.target != null && !column.needs_date_order && !isSettled(column) ? settle(column.target) : nextOpen(at));
  const go = () => (intake.is_sifted ? void navigate(`/intakes/${intake.id}/checks`) : sift.mutate(undefined, { onSuccess: () => void navigate(`/intakes/${intake.id}/checks`) }));
  useKeys({
    Enter: () => (waiting.length === 0 && editable ? go() : looksRight()),
    l: () => settle(null),
    f: () => field.current?.focus(),
    j: () => setChosen(Math.min(at + 1, columns.length - 1)),
    ArrowDown: () => setChosen(Math.min(at + 1, columns.length - 1)),
    k: () => setChosen(Math.max(at - 1, 0)),
    ArrowUp: () => setChosen(Math.max(at - 1, 0)),
  });

  return (
    <>
      {offered != null && intake.plan_name !== offered && editable && (
        <div className="hint">
          <span>
            The plan <b>{offered}</b> was made for a file with these very headers.
          </span>
          <Button size="compact-sm" variant="default" onClick={() => usePlan.mutate(offered)} loading={usePlan.isPending}>
            Use it
          </Button>
        </div>
      )}
      <Trouble error={change.error ?? accept.error ?? leave.error ?? usePlan.error ?? sift.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 500px) minmax(0, 1fr)' }}>
        <Pane title="Columns" note={`${columns.length} in the file, ${intake.columns.sure} sure, ${intake.columns.look} to look at, ${intake.columns.open} open, ${intake.columns.left_behind} left behind`}>
          <div className="pane-body" tabIndex={0}>
            <table className="rows">
              <thead>
                <tr>
                  <th style={{ width: '30%' }}>In the file</th>
                  <th style={{ width: 62 }}>Filled</th>
                  <th>Becomes</th>
                  <th className="num" style={{ width: 108 }} aria-label="How settled" />
                </tr>
              </thead>
              <tbody>
                {columns.map((one) => (
                  <tr key={one.column} className={`choosable${one.column === at ? ' chosen' : ''}`} onClick={() => setChosen(one.column)}>
                    <td className="mono cut" title={one.header}>{one.header}</td>
                    <td>
                      <span className="fill" title={`${count(one.filled)} of ${count(one.rows)} rows`}>
                        <i style={{ width: `${one.rows > 0 ? (one.filled / one.rows) * 100 : 0}%` }} />
                      </span>
                    </td>
                    <td className={one.label === null ? 'quiet' : ''}>{one.label ?? (one.state === 'open' ? 'choose a field' : 'left behind')}</td>
                    <td className="num">
                      <Lozenge state={one.state} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Pane>
        {column === undefined ? <Pane title="Values">{null}</Pane> : <ColumnDetail intake={intake} column={column} taken={columns} editable={editable} fieldRef={field} onChoose={settle} />}
      </div>
      <div className="foot">
        {waiting.length > 0 || !editable ? (
          <Button onClick={looksRight} disabled={!editable || column === undefined || (column.state === 'open' && waiting.length === 1) || column.needs_date_order}>
            {column !== undefined && column.state === 'look' ? 'Looks right, next to look at' : 'Next to look at'} <kbd>Enter</kbd>
          </Button>
        ) : (
          <Button onClick={go} loading={sift.isPending}>
            {intake.is_sifted ? 'Go on to the checks' : 'Work out the rows'} <kbd>Enter</kbd>
          </Button>
        )}
        <Button variant="default" onClick={() => settle(null)} disabled={!editable}>
          Leave this column behind <kbd>L</kbd>
        </Button>
        <Button variant="default" onClick={() => field.current?.focus()} disabled={!editable}>
          Change field <kbd>F</kbd>
        </Button>
        {toLook > 1 && editable && (
          <Button variant="subtle" color="pine" onClick={() => accept.mutate(undefined)}>
            Take all {toLook} proposals
          </Button>
        )}
        {intake.columns.open > 3 && editable && (
          <Button variant="subtle" color="pine" onClick={() => leave.mutate(undefined)} loading={leave.isPending}>
            Leave all {intake.columns.open} open ones behind
          </Button>
        )}
        <span className="push">{mayLoad && waiting.length === 0 && <SavePlan intake={intake} />}</span>
      </div>
    </>
  );
}
