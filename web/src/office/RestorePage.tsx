import { Button, Modal, NumberInput, Select, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { count, counted, fileSize, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { OfficeFrame } from './OfficeFrame';
import { Sure } from '../shared/Sure';
import { Of } from '../shared/Of';
import type { PointRow as Point, Points } from '../api/answers';
import type { PointChecked, PointRestored } from '../api/answers';

/** Restore points: dumps of the whole database, taken, checked, and put back with a typed confirmation. */
export function RestorePage() {
  const queries = useQueryClient();
  const [asking, setAsking] = useState<Point | null>(null);
  const [typed, setTyped] = useState('');
  const query = useQuery({ queryKey: ['restore-points'], queryFn: () => api.get<Points>('restore-points') });
  const done = () => void queries.invalidateQueries();
  const take = useMutation({ mutationFn: () => api.post('restore-points'), onSuccess: done });
  const check = useMutation({
    mutationFn: (name: string) => api.get<PointChecked>(`restore-points/${name}/check`),
  });
  const forget = useMutation({ mutationFn: (name: string) => api.delete<Points>(`restore-points/${name}`), onSuccess: done });
  const restore = useMutation({
    mutationFn: (point: Point) => api.post<PointRestored>(`restore-points/${point.name}/restore`, { confirm: typed }),
    onSuccess: () => {
      setAsking(null);
      setTyped('');
      done();
    },
  });
  const schedule = useMutation({
    mutationFn: (set: Points['schedule']) => api.put<Points>('restore-points/schedule', set),
    onSuccess: (answer) => queries.setQueryData(['restore-points'], answer),
  });
  const data = query.data;
  return (
    <OfficeFrame title="Restore points" about="the whole database in a file, to go back to">
      <Trouble error={query.error ?? take.error ?? check.error ?? forget.error ?? schedule.error} />
      {restore.data !== undefined && (
        <div className="hint">
          Restored {restore.data.restored}. What was there before is kept as {restore.data.before}.
        </div>
      )}
      <div className="panes">
        <Pane
          title="Restore points"
          note={data === undefined ? '' : counted(data.points.length, 'file')}
          right={
            <Button size="compact-sm" loading={take.isPending} onClick={() => take.mutate()}>
              Take one now
            </Button>
          }
        >
          <div className="pane-body" tabIndex={0}>
            {data?.points.length === 0 && (
              <Empty title="No restore point yet">
                <p>One is taken by the schedule below, before a load if you ask for it there, or now.</p>
              </Empty>
            )}
            {(data?.points.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 142 }}>When</th>
                    <th>Why</th>
                    <th className="num" style={{ width: 92 }}>
                      Supporters
                    </th>
                    <th className="num" style={{ width: 76 }}>
                      Gifts
                    </th>
                    <th className="num" style={{ width: 80 }}>
                      Size
                    </th>
                    <th style={{ width: 330 }} />
                  </tr>
                </thead>
                <tbody>
                  {data?.points.map((point) => (
                    <tr key={point.name}>
                      <td>{moment(point.at)}</td>
                      <td>
                        {point.reason}
                        {point.by !== null && <span className="quiet">, {point.by}</span>}
                        <div className="quiet mono">{point.name}</div>
                      </td>
                      <td className="num">{count(point.supporters)}</td>
                      <td className="num">{count(point.gifts)}</td>
                      <td className="num">{fileSize(point.bytes)}</td>
                      <td>
                        <div className="also">
                          <Button
                            variant="default"
                            size="compact-xs"
                            loading={check.isPending && check.variables === point.name}
                            onClick={() => check.mutate(point.name)}
                          >
                            Check
                            <Of what={point.name} />
                          </Button>
                          {check.data?.name === point.name && (
                            <span className={`pill ${check.data.readable ? '' : 'held'}`}>
                              {check.data.readable ? 'can be restored' : check.data.fault}
                            </span>
                          )}
                          <a href={`/api/restore-points/${point.name}/file`} download>
                            download
                            <Of what={point.name} />
                          </a>
                          <Button variant="subtle" color="brick" size="compact-xs" onClick={() => setAsking(point)}>
                            Restore …<Of what={point.name} />
                          </Button>
                          <Sure
                            ask="Delete this restore point?"
                            yes="Delete the file"
                            onSure={() => forget.mutate(point.name)}
                            button={(open) => (
                              <button type="button" className="plain-button" onClick={open}>
                                delete
                                <Of what={point.name} />
                              </button>
                            )}
                          >
                            The file is gone for good, and the database can't be put back to {moment(point.at)} any more. Records stay as
                            they are.
                          </Sure>
                        </div>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
          {data !== undefined && (
            <Schedule
              key={JSON.stringify(data.schedule)}
              first={data.schedule}
              busy={schedule.isPending}
              onSave={(set) => schedule.mutate(set)}
            />
          )}
        </Pane>
      </div>
      <Modal opened={asking !== null} onClose={() => setAsking(null)} title="Put the whole database back?" size="lg">
        {asking !== null && (
          <>
            <p>
              Everything becomes as it was on <b>{moment(asking.at)}</b>: {counted(asking.supporters, 'supporter')},{' '}
              {counted(asking.gifts, 'gift')}. All that anyone did since, loads and edits alike, is put aside; it is kept in a restore point
              that is taken just before.
            </p>
            <TextInput label={`Type "${data?.confirm}" to go on`} value={typed} onChange={(event) => setTyped(event.currentTarget.value)} />
            <Trouble error={restore.error} />
            <div className="also" style={{ marginTop: 12 }}>
              <Button
                color="brick"
                disabled={typed.trim() !== data?.confirm}
                loading={restore.isPending}
                onClick={() => restore.mutate(asking)}
              >
                Restore
              </Button>
              <Button variant="default" onClick={() => setAsking(null)}>
                Leave all as it is
              </Button>
            </div>
          </>
        )}
      </Modal>
    </OfficeFrame>
  );
}

function Schedule({ first, busy, onSave }: { first: Points['schedule']; busy: boolean; onSave: (set: Points['schedule']) => void }) {
  const [set, setSet] = useState(first);
  return (
    <div className="pane-foot">
      <span>Automatic</span>
      <Select
        aria-label="How often"
        w={130}
        data={[
          { value: 'never', label: 'never' },
          { value: 'day', label: 'every day' },
          { value: 'week', label: 'every week' },
        ]}
        value={set.every}
        allowDeselect={false}
        onChange={(every) => setSet({ ...set, every: every ?? 'never' })}
      />
      <span>after</span>
      <NumberInput aria-label="Hour" w={72} min={0} max={23} value={set.hour} onChange={(hour) => setSet({ ...set, hour: Number(hour) })} />
      <span>o'clock, the last</span>
      <NumberInput
        aria-label="How many are kept"
        w={76}
        min={1}
        max={365}
        value={set.keep}
        onChange={(keep) => setSet({ ...set, keep: Number(keep) })}
      />
      <span>of these are kept</span>
      <Button variant="default" disabled={JSON.stringify(set) === JSON.stringify(first)} loading={busy} onClick={() => onSave(set)}>
        Save the schedule
      </Button>
    </div>
  );
}
