import { LineChart } from '@mantine/charts';
import { Button, Checkbox, Modal, Select, TextInput } from '@mantine/core';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { undoAct } from '../shared/undo';
import { useMay } from '../shared/session';
import { count, counted } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import type { RuleRow } from './types';
import type { ShortfallPage as Shortfalls } from '../api/answers';
import type { RemedyDone } from '../api/answers';

/** Who falls short of a rule: worked off one by one, or many at once where one value is right for many. */
export function Worklist({ rule, onEdit }: { rule: RuleRow; onEdit: () => void }) {
  const may = useMay();
  const queries = useQueryClient();
  const [page, setPage] = useState(1);
  const [picked, setPicked] = useState<string[]>([]);
  const [value, setValue] = useState('');
  const [dropping, setDropping] = useState(false);
  const list = useQuery({
    queryKey: ['shortfalls', rule.id, page, rule.short],
    queryFn: () => api.get<Shortfalls>(`rules/${rule.id}/shortfalls?page=${page}`),
    placeholderData: keepPreviousData,
  });
  const done = () => {
    setPicked([]);
    setValue('');
    void queries.invalidateQueries();
  };
  const remedy = useMutation({
    mutationFn: () =>
      api.post<RemedyDone>(`rules/${rule.id}/shortfalls`, {
        value,
        ...(picked.length > 0 ? { records: picked } : {}),
      }),
    onSuccess: done,
  });
  const undo = useMutation({
    mutationFn: undoAct,
    onSuccess: () => {
      remedy.reset();
      done();
    },
  });
  const drop = useMutation({ mutationFn: () => api.delete(`rules/${rule.id}`), onSuccess: done });
  const data = list.data;
  return (
    <Pane
      title="Worklist"
      note={data === undefined ? '' : counted(data.total, rule.subject === 'gift' ? 'gift' : 'record')}
      right={
        may.standards && (
          <span style={{ display: 'flex', gap: 8 }}>
            <Button variant="default" size="compact-sm" onClick={onEdit}>
              Change the rule
            </Button>
            <Button variant="subtle" color="brick" size="compact-sm" onClick={() => setDropping(true)}>
              Delete the rule
            </Button>
          </span>
        )
      }
    >
      <div className="pane-note">
        <b>{rule.sentence}.</b>
      </div>
      <div className="pane-body" tabIndex={0}>
        <Trouble error={list.error ?? remedy.error ?? undo.error ?? drop.error} />
        {remedy.data !== undefined && (
          <div className="hint" role="status">
            <span style={{ flex: 1 }}>
              Written into {counted(remedy.data.written, 'record')}
              {remedy.data.refused > 0 &&
                `; ${counted(remedy.data.refused, 'record stays', 'records stay')} as they are, since another rule forbids it`}
              .
            </span>
            {remedy.data.act !== null && (
              <Button
                size="compact-sm"
                variant="default"
                loading={undo.isPending}
                onClick={() => remedy.data.act !== null && undo.mutate(remedy.data.act)}
              >
                Undo
              </Button>
            )}
          </div>
        )}
        {undo.data !== undefined && remedy.data === undefined && (
          <div className="hint" role="status">
            {counted(undo.data.restored, 'record is', 'records are')} as before
            {undo.data.kept > 0 && `; ${counted(undo.data.kept, 'value')} changed since stays`}.
          </div>
        )}
        {(data?.over_time.length ?? 0) > 1 && (
          <LineChart
            h={140}
            p="10px 18px 8px 0"
            data={data?.over_time ?? []}
            dataKey="day"
            series={[{ name: 'count', label: 'missing', color: 'resin.7' }]}
            curveType="linear"
            withDots={false}
            gridAxis="x"
            tickLine="none"
            yAxisProps={{ width: 44, tickCount: 3, interval: 0, allowDecimals: false }}
            role="img"
            aria-label="How many records lack it, day by day"
          />
        )}
        {data?.total === 0 && (
          <Empty title="Nothing is missing">
            <p>Every record has it.</p>
          </Empty>
        )}
        {(data?.rows.length ?? 0) > 0 && (
          <table className="rows">
            <tbody>
              {data?.rows.map((row) => (
                <tr key={row.record}>
                  {data.remedy && may.edit && (
                    <td style={{ width: 52 }}>
                      <Checkbox
                        aria-label={`Pick ${row.name}`}
                        checked={picked.includes(row.record)}
                        onChange={() =>
                          setPicked(picked.includes(row.record) ? picked.filter((one) => one !== row.record) : [...picked, row.record])
                        }
                      />
                    </td>
                  )}
                  <td>
                    <Link to={may.edit && row.gift === null ? `/supporters/${row.supporter_id}/edit` : `/supporters/${row.supporter_id}`}>
                      {row.name}
                    </Link>
                    {row.gift !== null && <span className="quiet">, gift of {row.gift}</span>}
                  </td>
                  <td className="quiet" style={{ width: 110 }}>
                    {row.kind}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
      <div className="pane-foot">
        {data !== undefined && data.remedy && may.edit && data.total > 0 && (
          <>
            {data.options.length > 0 ? (
              <Select
                aria-label={`${rule.label} for all of them`}
                w={190}
                searchable
                placeholder={rule.label}
                data={data.options}
                value={value === '' ? null : value}
                onChange={(one) => setValue(one ?? '')}
              />
            ) : (
              <TextInput
                aria-label={`${rule.label} for all of them`}
                w={190}
                placeholder={rule.label}
                value={value}
                onChange={(event) => setValue(event.currentTarget.value)}
              />
            )}
            <Button disabled={value.trim() === ''} loading={remedy.isPending} onClick={() => remedy.mutate()}>
              Write it into {picked.length > 0 ? `these ${count(picked.length)}` : `all ${count(data.total)}`}
            </Button>
          </>
        )}
        {data !== undefined && !data.remedy && data.total > 0 && (
          <span className="quiet">
            One value is not right for many here: open them one by one, or bring the missing data in from a file.
          </span>
        )}
        {(data?.pages ?? 1) > 1 && (
          <span className="push">
            <Pager page={page} pages={data?.pages ?? 1} onPage={setPage} />
          </span>
        )}
      </div>
      <Modal opened={dropping} onClose={() => setDropping(false)} title="Delete this rule?">
        <p>{rule.sentence}. Its worklist goes with it; no record is changed.</p>
        <Button color="brick" loading={drop.isPending} onClick={() => drop.mutate(undefined, { onSuccess: () => setDropping(false) })}>
          Delete it
        </Button>
      </Modal>
    </Pane>
  );
}
