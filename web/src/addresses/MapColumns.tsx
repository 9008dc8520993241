import { Button, Checkbox, Select } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { CheckSummary, ListColumnsView, SavedPlans } from '../api/answers';
import { api } from '../api/client';
import { count, counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';

/** Which columns of a list are the address, and whose it is: as proposed, until someone says otherwise. */
export function MapColumns({ check, onStarted }: { check: CheckSummary; onStarted: () => void }) {
  const queries = useQueryClient();
  const [asks, setAsks] = useState(true);
  const key = ['address-check', check.id, 'columns'];
  const found = useQuery({
    queryKey: key,
    queryFn: () => api.get<ListColumnsView>(`address-checks/${check.id}/columns`),
    enabled: check.may_be_mapped,
  });
  const plans = useQuery({ queryKey: ['plans'], queryFn: () => api.get<SavedPlans>('plans') });
  const set = useMutation({
    mutationFn: (targets: Record<number, string | null>) => api.put<ListColumnsView>(`address-checks/${check.id}/columns`, { targets }),
    onSuccess: (view) => queries.setQueryData(key, view),
  });
  const again = () => void queries.invalidateQueries({ queryKey: ['address-check', check.id] });
  const sheet = useMutation({
    mutationFn: (name: string) => api.patch(`intakes/${check.intake_id}/source`, { sheets_read: [name] }),
    onSettled: again,
  });
  const plan = useMutation({
    mutationFn: (name: string) => api.put(`intakes/${check.intake_id}/plan`, { name }),
    onSettled: again,
  });
  const start = useMutation({
    mutationFn: () => api.post<CheckSummary>(`address-checks/${check.id}/start`, { asks }),
    onSuccess: onStarted,
  });
  const view = found.data;
  const isAddress = view?.columns.some((column) => column.target?.startsWith('address.') === true) === true;
  return (
    <>
      <Trouble error={found.error ?? set.error ?? sheet.error ?? plan.error ?? start.error} />
      <div className="panes">
        <Pane
          title="Which columns are the address"
          note={view === undefined ? (check.may_be_mapped ? '' : 'the list is being read …') : counted(view.rows, 'row')}
          right={
            <>
              {view !== undefined && view.sheets.length > 1 && (
                <Select
                  size="xs"
                  w={170}
                  aria-label="Sheet"
                  data={view.sheets}
                  value={view.sheet}
                  allowDeselect={false}
                  onChange={(name) => name !== null && sheet.mutate(name)}
                />
              )}
              {(plans.data?.plans.length ?? 0) > 0 && (
                <Select
                  size="xs"
                  w={190}
                  aria-label="Column plan"
                  placeholder="Use a column plan"
                  data={plans.data?.plans.map((one) => one.name) ?? []}
                  value={null}
                  onChange={(name) => name !== null && plan.mutate(name)}
                />
              )}
            </>
          }
        >
          <div className="pane-body" tabIndex={0}>
            {view !== undefined && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: '24%' }}>Column</th>
                    <th>Some of its values</th>
                    <th className="num" style={{ width: 82 }}>
                      Filled
                    </th>
                    <th style={{ width: 250 }}>Is</th>
                  </tr>
                </thead>
                <tbody>
                  {view.columns.map((column, i) => (
                    <tr key={i}>
                      <td className="cut" title={column.header}>
                        {column.header}
                      </td>
                      <td className="mono cut" title={column.examples.join(' | ')}>
                        {column.examples.join(' | ')}
                      </td>
                      <td className="num">{count(column.filled)}</td>
                      <td>
                        <Select
                          size="xs"
                          aria-label={`What the column ${column.header} is`}
                          placeholder="not looked at"
                          data={view.fields.map((field) => ({ value: field.key, label: field.label }))}
                          value={column.target}
                          searchable
                          clearable
                          onChange={(target) => set.mutate({ [i]: target })}
                        />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button disabled={!isAddress} loading={start.isPending} onClick={() => start.mutate()}>
          Check the addresses
        </Button>
        <Checkbox label="ask the postal directory" checked={asks} onChange={(event) => setAsks(event.currentTarget.checked)} />
        <span className="push quiet">
          {view !== undefined && !isAddress
            ? 'Say which column holds the street, or the whole address.'
            : 'Every column comes back as it is, whatever you say here.'}
        </span>
      </div>
    </>
  );
}
