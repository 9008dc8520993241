import { Button, Checkbox } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api } from '../api/client';
import { undoAct } from '../shared/undo';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { Chips } from '../shared/Chips';
import { count, counted, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { ShowMore } from '../shared/ShowMore';
import { useMore } from '../shared/useMore';
import type { RereadPage as Overview, RereadRow as ReadAgain } from '../api/answers';
import type { RereadLeft, RereadTaken } from '../api/answers';

const kinds: Record<ReadAgain['kind'], string> = {
  currency: 'Currencies',
  amount: 'Amounts',
  consent: 'Consents',
  kind: 'Kinds of record',
  name: 'Names',
  address: 'Addresses',
};
/** Made from the parts of a name, and changed with them. */
const made = new Set(['display_name', 'envelope_name', 'greeting', 'original']);

/** Stored values that today's reading of their source rows reads otherwise: taken over one by one or many at once, or left. */
export function AgainPage() {
  const may = useMay();
  const queries = useQueryClient();
  const [asked, setAsked] = useSearchParams();
  const [picked, setPicked] = useState<number[]>([]);
  const overview = useQuery({
    queryKey: ['rereadings', 'overview'],
    queryFn: () => api.get<Overview>('rereadings'),
    refetchInterval: (found) => (isUnderWay(found.state.data) ? 800 : false),
  });
  const there = overview.data?.kinds ?? [];
  const kind = there.find((one) => one.kind === asked.get('kind')) ?? there[0];
  const last = overview.data?.last ?? null;
  const list = useMore<ReadAgain>(['rereadings', kind?.kind ?? '', kind?.count ?? 0], `rereadings?kind=${kind?.kind ?? ''}`);
  const rows = kind === undefined ? [] : list.rows;
  const done = () => {
    setPicked([]);
    void queries.invalidateQueries();
  };
  const chosen = picked.length > 0 ? { ids: picked } : {};
  const look = useMutation({ mutationFn: () => api.post('rereadings/look'), onSuccess: done });
  const take = useMutation({
    mutationFn: (body: object) => api.post<RereadTaken>('rereadings/take', body),
    onSuccess: done,
  });
  const leave = useMutation({ mutationFn: (body: object) => api.post<RereadLeft>('rereadings/leave', body), onSuccess: done });
  const undo = useMutation({
    mutationFn: undoAct,
    onSuccess: () => {
      take.reset();
      done();
    },
  });
  const forget = () => [take, leave, undo].forEach((one) => one.reset());
  const act = take.data?.act ?? null;
  const pick = (id: number) => setPicked(picked.includes(id) ? picked.filter((one) => one !== id) : [...picked, id]);
  return (
    <>
      <TitleLine title="Read again">what today's rules make of rows that came in before</TitleLine>
      <Trouble error={overview.error ?? list.error ?? look.error ?? take.error ?? leave.error ?? undo.error ?? null} />
      {last?.error !== null && last?.error !== undefined && <div className="hint">{last.error}</div>}
      {take.data !== undefined && (
        <div className="hint" role="status">
          <span style={{ flex: 1 }}>
            {counted(take.data.written, 'value was', 'values were')} taken over
            {take.data.refused > 0 &&
              `; ${counted(take.data.refused, 'stays', 'stay')} as stored, since a rule forbids it or you may not change the field`}
            {take.data.changed > 0 && `; ${counted(take.data.changed, 'was', 'were')} changed since and stays so`}.
          </span>
          {act !== null && (
            <Button size="compact-sm" variant="default" loading={undo.isPending} onClick={() => undo.mutate(act)}>
              Undo
            </Button>
          )}
        </div>
      )}
      {leave.data !== undefined && (
        <div className="hint" role="status">
          {counted(leave.data.left, 'value stays', 'values stay')} as stored and will not be asked about again.
        </div>
      )}
      {undo.data !== undefined && (
        <div className="hint" role="status">
          {counted(undo.data.restored, 'record is', 'records are')} as before
          {undo.data.kept > 0 && `; ${counted(undo.data.kept, 'value')} changed since stays`}.
        </div>
      )}
      <div className="panes">
        <Pane
          title={kind === undefined ? 'Values read differently' : kinds[kind.kind]}
          note={
            isUnderWay(overview.data)
              ? `reading, ${count(last?.done ?? 0)} of ${counted(last?.total ?? 0, 'row')}`
              : last?.ended_at != null
                ? `last read ${moment(last.ended_at)}`
                : ''
          }
          right={
            <span className="also">
              {there.length > 1 && (
                <Chips
                  label="What is read differently"
                  value={kind?.kind ?? ''}
                  onChange={(value) => {
                    forget();
                    setPicked([]);
                    setAsked({ kind: value }, { replace: true });
                  }}
                  options={there.map((one) => ({ value: one.kind as string, text: `${kinds[one.kind]} ${count(one.count)}` }))}
                />
              )}
              {may.edit && (
                <Button
                  size="compact-sm"
                  variant="default"
                  loading={look.isPending || isUnderWay(overview.data)}
                  onClick={() => {
                    forget();
                    look.mutate();
                  }}
                >
                  Read the sources again
                </Button>
              )}
            </span>
          }
        >
          <div className="pane-body" tabIndex={0}>
            {overview.isSuccess && kind === undefined && !isUnderWay(overview.data) && (
              <Empty title={last === null ? 'Nobody has looked yet' : 'Nothing is left to look at'}>
                <p>
                  When rules of reading change, what came in before stays as it is. Here the rows of every loaded intake are read again, and
                  what would be stored differently today is listed. Nothing changes unless you take it over.
                </p>
              </Empty>
            )}
            {rows.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    {may.edit && (
                      <th style={{ width: 52 }}>
                        <Checkbox
                          aria-label="Pick all that are shown"
                          checked={picked.length === rows.length}
                          onChange={(event) => setPicked(event.currentTarget.checked ? rows.map((row) => row.number) : [])}
                        />
                      </th>
                    )}
                    <th style={{ width: '20%' }}>Supporter</th>
                    <th style={{ width: '20%' }}>From</th>
                    <th style={{ width: '22%' }}>The row says</th>
                    <th>Stored, and read today</th>
                  </tr>
                </thead>
                <tbody>
                  {rows.map((row) => (
                    <tr key={row.number}>
                      {may.edit && (
                        <td>
                          <Checkbox
                            aria-label={`Pick ${row.name}, row ${row.row}`}
                            checked={picked.includes(row.number)}
                            onChange={() => pick(row.number)}
                          />
                        </td>
                      )}
                      <td>
                        <Link to={`/supporters/${row.supporter_id}`}>{row.name}</Link>
                      </td>
                      <td>
                        <Link to={`/intakes/${row.intake_id}/rows/${row.row}`}>row {row.row}</Link>{' '}
                        <span className="quiet">of {row.intake}</span>
                      </td>
                      <td className="mono">{row.written.join(' | ')}</td>
                      <td>
                        <Fields row={row} />
                        {row.reason !== '' && (
                          <div className="quiet">
                            {row.reason}
                            {row.can_be_taken ? '.' : '. Open the supporter to correct it, or leave it.'}
                          </div>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            {kind !== undefined && <ShowMore list={list} />}
          </div>
        </Pane>
      </div>
      <div className="foot">
        {may.edit && kind !== undefined && (
          <>
            <Button
              disabled={picked.length === 0 && kind.takeable === 0}
              loading={take.isPending}
              onClick={() => {
                forget();
                take.mutate({ kind: kind.kind, ...chosen });
              }}
            >
              {picked.length > 0 ? `Take over the ${count(picked.length)} picked` : `Take over all ${count(kind.takeable)}`}
            </Button>
            <Button
              variant="default"
              loading={leave.isPending}
              onClick={() => {
                forget();
                leave.mutate({ kind: kind.kind, ...chosen });
              }}
            >
              {picked.length > 0 ? `Leave the ${count(picked.length)} picked as stored` : `Leave all ${count(kind.count)} as stored`}
            </Button>
          </>
        )}
        <Button variant="default" component={Link} to="/intakes">
          Back to the intakes
        </Button>
      </div>
    </>
  );
}

const isUnderWay = (overview: Overview | undefined): boolean => overview?.last?.state === 'waiting' || overview?.last?.state === 'reading';

/** What is stored beside what is read; of a name its parts, unless only what is made of them differs. */
function Fields({ row }: { row: ReadAgain }) {
  const parts = row.fields.filter((field) => !made.has(field.column));
  return (parts.length > 0 ? parts : row.fields).map((field) => (
    <div key={field.column}>
      {field.label} <span className="mono">{field.before ?? 'blank'}</span> →{' '}
      <mark className="difference mono">{field.after ?? (row.can_be_taken ? 'blank' : 'can’t be read')}</mark>
    </div>
  ));
}
