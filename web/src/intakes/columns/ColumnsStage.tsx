import { Button } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api } from '../../api/client';
import type { Column, ColumnsView } from '../../api/types';
import { Chips } from '../../shared/Chips';
import { count } from '../../shared/format';
import { Lozenge } from '../../shared/Lozenge';
import { Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { useKeys } from '../../shared/useKeys';
import { isOpen, useIntakeAction, useThisIntake } from '../queries';
import { ColumnDetail } from './ColumnDetail';
import { Differences } from './Differences';
import { SavePlan } from './SavePlan';
import { type Draft, useCatalog, useColumns, useColumnsChange } from './useColumns';
import { type PlanSettings, WholeFile } from './WholeFile';

interface Choice extends Partial<Draft> {
  column: number;
  date_order?: string | null;
}

const isSettled = (column: Column): boolean => column.state === 'sure' || column.state === 'left behind';

/** Every column and the field that it becomes; the chosen one with its evidence and its values. */
export function ColumnsStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change;
  const navigate = useNavigate();
  const { data } = useColumns(intake.id);
  const catalog = useCatalog().data;
  const [asked] = useSearchParams();
  const [chosen, setChosen] = useState<number | null>(asked.get('column') === null ? null : Number(asked.get('column')));
  const [side, setSide] = useState<'columns' | 'file'>('columns');
  const field = useRef<HTMLInputElement>(null);
  const change = useColumnsChange(intake.id, ({ column, ...choice }: Choice) =>
    api.patch<ColumnsView>(`intakes/${intake.id}/columns/${column}`, choice),
  );
  const keepSettings = useColumnsChange(intake.id, (settings: PlanSettings) =>
    api.patch<ColumnsView>(`intakes/${intake.id}/plan`, settings),
  );
  const accept = useColumnsChange(intake.id, () => api.post<ColumnsView>(`intakes/${intake.id}/columns/accept`));
  const leave = useColumnsChange(intake.id, () => api.post<ColumnsView>(`intakes/${intake.id}/columns/leave`));
  const usePlan = useIntakeAction(intake.id, (name: string) => api.put(`intakes/${intake.id}/plan`, { name }));
  const sift = useIntakeAction(intake.id, () => api.post(`intakes/${intake.id}/sift`));
  const columns = data?.columns ?? [];
  const at = chosen ?? columns.find((column) => !isSettled(column))?.column ?? 0;
  const column = columns[at];
  const waiting = columns.filter((one) => !isSettled(one));
  const toLook = waiting.filter((one) => one.state === 'look' && !one.needs_date_order).length;
  const editable = mayLoad && isOpen(intake);
  const offered = data?.offered_plan;
  const differences = data?.differences ?? [];

  useEffect(() => {
    document.querySelector('tr.chosen')?.scrollIntoView({ block: 'nearest' });
  }, [at]);

  const nextOpen = (after: number) => {
    const next = [...columns.slice(after + 1), ...columns.slice(0, after)].find((one) => !isSettled(one));
    setChosen(next?.column ?? after);
  };
  // Nothing is settled before the columns are there.
  const settled = data !== undefined && waiting.length === 0 && editable;
  const keep = (draft: Draft & { date_order?: string | null }, goOn: boolean) => {
    if (column !== undefined && editable) {
      change.mutate({ column: column.column, ...draft }, { onSuccess: () => goOn && nextOpen(column.column) });
    }
  };
  const leaveBehind = () => keep({ feeds: [], steps: column?.steps ?? [] }, true);
  const looksRight = () =>
    column?.target != null && !column.needs_date_order && !isSettled(column)
      ? keep({ feeds: column.feeds.map(({ target, name, steps }) => ({ target, name, steps })), steps: column.steps }, true)
      : nextOpen(at);
  const choose = (header: string) => {
    setSide('columns');
    setChosen(columns.find((one) => one.header === header)?.column ?? at);
  };
  const go = () =>
    intake.is_sifted
      ? void navigate(`/intakes/${intake.id}/checks`)
      : sift.mutate(undefined, { onSuccess: () => void navigate(`/intakes/${intake.id}/checks`) });
  useKeys({
    // A second press before the first is kept would take the same column again, or go on unasked.
    Enter: () => !change.isPending && (settled ? go() : looksRight()),
    l: leaveBehind,
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
            The plan <b>{offered}</b> was made for a file much like this one.
          </span>
          <Button size="compact-sm" variant="default" onClick={() => usePlan.mutate(offered)} loading={usePlan.isPending}>
            Use it
          </Button>
        </div>
      )}
      {differences.length > 0 && intake.plan_name !== null && editable && (
        <Differences plan={intake.plan_name} differences={differences} onChoose={choose} />
      )}
      <Trouble error={change.error ?? accept.error ?? leave.error ?? usePlan.error ?? sift.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 480px) minmax(0, 1fr)' }}>
        <Pane
          title={
            <Chips
              label="What to settle"
              value={side}
              onChange={setSide}
              options={[
                { value: 'columns', text: `Columns ${columns.length}` },
                { value: 'file', text: 'For every row' },
              ]}
            />
          }
          note={`${intake.columns.sure} sure, ${intake.columns.look} to look at, ${intake.columns.open} open, ${intake.columns.left_behind} left behind`}
        >
          <div className="pane-body" tabIndex={0}>
            <table className="rows">
              <thead>
                <tr>
                  <th style={{ width: '28%' }}>In the file</th>
                  <th style={{ width: 46 }}>Filled</th>
                  <th>Becomes</th>
                  <th className="num" style={{ width: 106 }} aria-label="How it was settled" />
                </tr>
              </thead>
              <tbody>
                {columns.map((one) => (
                  <tr
                    key={one.column}
                    className={`choosable${one.column === at && side === 'columns' ? ' chosen' : ''}`}
                    onClick={() => {
                      setChosen(one.column);
                      setSide('columns');
                    }}
                  >
                    <td className="mono" title={one.header}>
                      <span className="two-lines">{one.header}</span>
                    </td>
                    <td>
                      <span className="fill" title={`${count(one.filled)} of ${count(one.rows)} rows`}>
                        <i style={{ width: `${one.rows > 0 ? (one.filled / one.rows) * 100 : 0}%` }} />
                      </span>
                    </td>
                    <td className={one.label === null ? 'quiet' : ''}>
                      {one.label ?? (one.state === 'open' ? 'choose a field' : 'left behind')}
                      {one.target !== null && one.steps.length > 0 && (
                        <span className="quiet" title={one.step_labels.join('; ')}>
                          {' '}
                          · {one.steps.length === 1 ? '1 step' : `${one.steps.length} steps`}
                        </span>
                      )}
                    </td>
                    <td className="num">
                      <Lozenge state={one.state} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Pane>
        {data === undefined || catalog === undefined || column === undefined ? (
          <Pane title="Values">{null}</Pane>
        ) : side === 'file' ? (
          <WholeFile
            view={data}
            catalog={catalog}
            editable={editable}
            error={keepSettings.error}
            onKeep={(settings) => keepSettings.mutate(settings)}
          />
        ) : (
          <ColumnDetail
            key={column.column}
            intake={intake}
            column={column}
            headers={columns.map((one) => one.header)}
            catalog={catalog}
            editable={editable}
            fieldRef={field}
            onKeep={keep}
          />
        )}
      </div>
      <div className="foot" aria-busy={change.isPending}>
        {!settled ? (
          <Button
            onClick={looksRight}
            disabled={!editable || column === undefined || (column.state === 'open' && waiting.length === 1) || column.needs_date_order}
          >
            {column !== undefined && column.state === 'look' ? 'Looks right, next to look at' : 'Next to look at'} <kbd>Enter</kbd>
          </Button>
        ) : (
          <Button onClick={go} loading={sift.isPending}>
            {intake.is_sifted ? 'Go on to the checks' : 'Work out the rows'} <kbd>Enter</kbd>
          </Button>
        )}
        <Button variant="default" onClick={leaveBehind} disabled={!editable}>
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
