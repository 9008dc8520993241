import { Button, Checkbox, Menu, Select } from '@mantine/core';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Link, useLocation, useSearchParams } from 'react-router';
import type { Settled } from '../api/answers';
import { api } from '../api/client';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { Chips } from '../shared/Chips';
import { count, counted } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { Of } from '../shared/Of';
import type { HeldDone, HeldPage as HeldPageData, HeldProblem, HeldRow } from '../api/answers';

export function whatBecame({
  done,
  picked,
  sent,
  passing,
  still,
}: Pick<HeldDone, 'done' | 'picked' | 'sent' | 'passing' | 'still'>): string {
  const held = still.reduce((sum, one) => sum + one.rows, 0);
  const gone = picked - sent - passing - held;
  return [
    `Of ${counted(picked, 'row')}:`,
    [
      ...(sent > 0 ? [`${count(sent)} loaded`] : []),
      ...(gone > 0 ? [done === 'out' ? `${count(gone)} left out` : `${count(gone)} not held any more, to come in with the intake`] : []),
      ...(passing > 0 ? [`${count(passing)} put right, to be loaded`] : []),
      ...(held > 0
        ? [
            `${count(held)} still held (${still
              .slice(0, 3)
              .map((one) => (still.length === 1 ? one.why : `${count(one.rows)}: ${one.why}`))
              .join('; ')})`,
          ]
        : []),
    ].join(', ') + '.',
  ].join(' ');
}

const keyOf = (row: HeldRow): string => `${row.intake_id}-${row.number}`;

/** The held rows of every intake: reasons on the left, rows on the right, put right one by one or all alike. */
export function HeldPage() {
  const may = useMay();
  const queries = useQueryClient();
  const [asked, setAsked] = useSearchParams();
  const settled = (useLocation().state as { settled?: Settled } | null)?.settled;
  const [picked, setPicked] = useState<string[]>([]);
  const reason = asked.get('reason') ?? '';
  const mine = asked.get('who') === 'mine';
  const page = Number(asked.get('page') ?? '1');
  const key = ['held', reason, mine, page];
  const query = useQuery({
    queryKey: key,
    queryFn: () => api.get<HeldPageData>(`held?reason=${encodeURIComponent(reason)}&mine=${mine ? 1 : 0}&page=${page}`),
    placeholderData: keepPreviousData,
  });
  const refresh = () => {
    setPicked([]);
    void queries.invalidateQueries();
  };
  const fix = useMutation({
    mutationFn: (change: { intake_id: number; number: number; column: number; from: string; value: string; all: boolean }) =>
      api.post('held/fix', change),
    onSuccess: refresh,
  });
  const decide = useMutation({
    mutationFn: ({ what, to }: { what: string; to?: number }) =>
      api.post<HeldDone>('held/decide', { do: what, to, rows: chosen.map((row) => ({ intake_id: row.intake_id, number: row.number })) }),
    onSuccess: refresh,
  });
  const data = query.data;
  const rows = data?.rows ?? [];
  const chosen = rows.filter((row) => picked.includes(keyOf(row)));
  const go = (change: Record<string, string>) => {
    setPicked([]);
    setAsked({ ...(mine ? { who: 'mine' } : {}), ...(reason === '' ? {} : { reason }), ...change }, { replace: true });
  };
  const passing = data?.reasons.find((one) => one.reason === 'passes')?.rows ?? 0;
  const intakes = data?.intakes ?? [];
  return (
    <>
      <TitleLine title="Held rows">
        {data === undefined ? '' : `${counted(data.total, 'row')}${reason === '' ? ' of all intakes' : ' for this reason'}`}
      </TitleLine>
      <Trouble error={query.error ?? fix.error ?? decide.error} />
      {settled !== undefined && (
        <div className="hint">
          The file of held rows found its rows again: {counted(settled.corrected, 'row')} corrected, {count(settled.settled)} settled,{' '}
          {count(settled.still_held)} still held{settled.not_held > 0 ? `, ${count(settled.not_held)} not held any more` : ''}.
        </div>
      )}
      {decide.data !== undefined && decide.data.done !== 'give' && (
        <div className="hint" role="status">
          {whatBecame(decide.data)}
        </div>
      )}
      {passing > 0 && reason !== 'passes' && (
        <div className="hint">
          <span>
            {counted(passing, 'row')} {passing === 1 ? 'is' : 'are'} put right and {passing === 1 ? 'waits' : 'wait'} to be loaded.
          </span>
          <button type="button" className="plain-button" onClick={() => go({ reason: 'passes' })}>
            Show {passing === 1 ? 'it' : 'them'}
          </button>
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: '272px minmax(0, 1fr)' }}>
        <Pane
          title="Why"
          right={
            <Chips
              label="Whose rows"
              value={mine ? 'mine' : 'all'}
              onChange={(who) => setAsked(who === 'mine' ? { who } : {}, { replace: true })}
              options={[
                { value: 'all', text: 'all' },
                { value: 'mine', text: `given to me ${count(data?.mine ?? 0)}` },
              ]}
            />
          }
        >
          <div className="pane-body" tabIndex={0}>
            <ul className="list">
              <li>
                <button type="button" aria-current={reason === ''} onClick={() => go({ reason: '' })}>
                  <span className="line">
                    <b>Every reason</b>
                    <span className="quiet">
                      {data !== undefined && counted(mine ? data.mine : intakes.reduce((sum, one) => sum + one.rows, 0), 'row')}
                    </span>
                  </span>
                </button>
              </li>
              {data?.reasons.map((one) => (
                <li key={one.reason}>
                  <button type="button" aria-current={one.reason === reason} onClick={() => go({ reason: one.reason })}>
                    <span className="line">
                      <b>{one.label}</b>
                      <span style={{ color: one.reason === 'passes' ? 'var(--settled-text)' : 'var(--resin-text)', fontWeight: 600 }}>
                        {count(one.rows)}
                      </span>
                    </span>
                    <span className="quiet">{one.example}</span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        </Pane>
        <Pane
          title="Rows"
          right={(data?.pages ?? 1) > 1 && <Pager page={page} pages={data?.pages ?? 1} onPage={(next) => go({ page: String(next) })} />}
        >
          <div className="pane-body" tabIndex={0}>
            {query.isSuccess && rows.length === 0 && (
              <Empty title="No row is held">
                <p>Whatever an intake holds back waits here, with the reason.</p>
              </Empty>
            )}
            {rows.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    {may.load && (
                      <th style={{ width: 52 }}>
                        <Checkbox
                          aria-label="Pick all"
                          checked={picked.length === rows.length}
                          onChange={(event) => setPicked(event.currentTarget.checked ? rows.map(keyOf) : [])}
                        />
                      </th>
                    )}
                    <th style={{ width: '25%' }}>Row</th>
                    <th>Why it is held</th>
                    <th style={{ width: 300 }}>Write instead</th>
                  </tr>
                </thead>
                <tbody>
                  {rows.map((row) => (
                    <tr key={keyOf(row)}>
                      {may.load && (
                        <td>
                          <Checkbox
                            aria-label={`Pick row ${row.number} of ${row.intake}`}
                            checked={picked.includes(keyOf(row))}
                            onChange={() =>
                              setPicked(picked.includes(keyOf(row)) ? picked.filter((one) => one !== keyOf(row)) : [...picked, keyOf(row)])
                            }
                          />
                        </td>
                      )}
                      <td>
                        <div className="cut">{row.display || <span className="nothing">no name</span>}</div>
                        <div className="quiet cut">
                          <Link to={`/intakes/${row.intake_id}/rows/${row.number}`}>row {row.number}</Link> of {row.intake}
                          {row.given_to !== null && `, with ${row.given_to}`}
                        </div>
                      </td>
                      <td colSpan={2}>
                        {row.passes ? (
                          <span className="pill">nothing holds it any more</span>
                        ) : row.problems.length === 0 ? (
                          <WhyHeld row={row} />
                        ) : (
                          row.problems.map((problem, i) => (
                            <div className="problem-line" key={`${i}${problem.column}${problem.value}`}>
                              <span>
                                {problem.label.includes(': ') && <span className="quiet">{problem.label.split(': ')[0]}: </span>}
                                {problem.reason}
                              </span>
                              {may.load &&
                                (problem.column === null ? (
                                  <span className="quiet">No column of the file brings it.</span>
                                ) : (
                                  <Fix
                                    problem={problem}
                                    busy={fix.isPending}
                                    onFix={(value, all) =>
                                      fix.mutate({
                                        intake_id: row.intake_id,
                                        number: row.number,
                                        column: problem.column ?? 0,
                                        from: problem.value,
                                        value,
                                        all,
                                      })
                                    }
                                  />
                                ))}
                            </div>
                          ))
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
          {may.load && rows.length > 0 && (
            <div className="pane-foot">
              <Button
                disabled={!chosen.some((row) => row.is_loaded)}
                loading={decide.isPending}
                onClick={() => decide.mutate({ what: 'send' })}
              >
                {chosen.length > 0 ? `Load ${counted(chosen.length, 'row')}` : 'Load them'}
              </Button>
              <Button variant="default" disabled={chosen.length === 0} onClick={() => decide.mutate({ what: 'check' })}>
                Check again
              </Button>
              <Button variant="default" disabled={chosen.length === 0} onClick={() => decide.mutate({ what: 'in' })}>
                Let them in
              </Button>
              <Button variant="default" disabled={chosen.length === 0} onClick={() => decide.mutate({ what: 'out' })}>
                Leave them out
              </Button>
              <Select
                aria-label="Give them to a colleague"
                placeholder="give to …"
                w={150}
                disabled={chosen.length === 0}
                data={[
                  ...(data?.colleagues ?? []).map((one) => ({ value: String(one.id), label: one.name })),
                  { value: '0', label: 'nobody' },
                ]}
                value={null}
                onChange={(to) => to !== null && decide.mutate({ what: 'give', ...(to === '0' ? {} : { to: Number(to) }) })}
              />
            </div>
          )}
        </Pane>
      </div>
      <div className="foot">
        {intakes.length > 0 && (
          <Menu position="top-start">
            <Menu.Target>
              <Button variant="default">Download with reasons</Button>
            </Menu.Target>
            <Menu.Dropdown mah={360} style={{ overflowY: 'auto' }}>
              {intakes.map((one) => (
                <Menu.Item key={one.id} component="a" href={`/api/intakes/${one.id}/held.csv`} download>
                  {counted(one.rows, 'row')} of {one.name}
                </Menu.Item>
              ))}
            </Menu.Dropdown>
          </Menu>
        )}
        <span className="push quiet">{intakes.length > 0 && 'Drop the corrected file on Intakes: it finds its rows again.'}</span>
      </div>
    </>
  );
}

/** Of a row that nothing is wrong with. */
function WhyHeld({ row }: { row: HeldRow }) {
  if (row.held_by === 'unsure') {
    return (
      <>
        May be someone we know;{' '}
        <Link to={row.is_loaded ? `/intakes/${row.intake_id}/rows/${row.number}` : `/intakes/${row.intake_id}/matches`}>look at it</Link>
      </>
    );
  }
  return row.held_by === 'person' ? 'Held by a person, or taken back' : 'Waits for another row';
}

function Fix({ problem, busy, onFix }: { problem: HeldProblem; busy: boolean; onFix: (value: string, all: boolean) => void }) {
  const [value, setValue] = useState(problem.value);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onFix(value, false);
  };
  return (
    <form onSubmit={submit} className="inline-form" style={{ flexWrap: 'nowrap', gap: 5, marginBottom: 3 }}>
      <input
        className="cell-edit"
        aria-label={`Write instead of ${problem.value || 'blank'} in ${problem.label}`}
        title={problem.remedy}
        value={value}
        onChange={(event) => setValue(event.currentTarget.value)}
      />
      <Button
        type="submit"
        variant="default"
        size="compact-xs"
        style={{ height: 26, flexShrink: 0 }}
        disabled={busy || value === problem.value}
      >
        This row
        <Of what={problem.label} />
      </Button>
      {problem.value !== '' && (
        <Button
          variant="default"
          size="compact-xs"
          style={{ height: 26, flexShrink: 0 }}
          disabled={busy || value === problem.value}
          title={`Wherever it says ${problem.value}`}
          onClick={() => onFix(value, true)}
        >
          All like it
          <Of what={`${problem.label} ${problem.value}`} />
        </Button>
      )}
    </form>
  );
}
