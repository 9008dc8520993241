import { Button, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { AccountingPage as Data, OpenForAccounting, TakingRow } from '../api/answers';
import { api } from '../api/client';
import { counted, hasMoney, moment, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';
import { AccountsForm } from './AccountsForm';

const lastMonth = (): { from: string; until: string } => {
  const now = new Date();
  const day = (date: Date) => date.toLocaleDateString('en-CA');
  return { from: day(new Date(now.getFullYear(), now.getMonth() - 1, 1)), until: day(new Date(now.getFullYear(), now.getMonth(), 0)) };
};

/** Gifts as debits and credits for the accounting program, each of them once. */
export function AccountingPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [days, setDays] = useState(lastMonth);
  const page = useQuery({ queryKey: ['accounting'], queryFn: () => api.get<Data>('accounting') });
  const open = useQuery({
    queryKey: ['accounting', 'open', days],
    queryFn: () => api.post<OpenForAccounting>('accounting/open', days),
    enabled: /^\d{4}-\d\d-\d\d$/.test(days.from) && /^\d{4}-\d\d-\d\d$/.test(days.until),
    retry: false,
  });
  const take = useMutation({
    mutationFn: () => api.post<TakingRow>('accounting/takings', days),
    onSuccess: (taking) => {
      void queries.invalidateQueries({ queryKey: ['accounting'] });
      void navigate(`/exports/accounting/${taking.id}`);
    },
  });
  const data = page.data;
  return (
    <>
      <TitleLine title="For accounting">gifts as debits and credits, each of them taken once</TitleLine>
      <Trouble error={page.error ?? open.error ?? take.error} />
      {data !== undefined && (
        <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}>
          <Pane title="A journal">
            <div className="pane-body form" tabIndex={0}>
              <div className="field-grid">
                <TextInput label="From" value={days.from} onChange={(event) => setDays({ ...days, from: event.currentTarget.value })} />
                <TextInput label="Until" value={days.until} onChange={(event) => setDays({ ...days, until: event.currentTarget.value })} />
              </div>
              <p role="status">
                {open.data === undefined ? (
                  ' '
                ) : (
                  <>
                    <b>{counted(open.data.gifts, 'gift')}</b> of these days {open.data.gifts === 1 ? 'was' : 'were'} not taken yet
                    {hasMoney(open.data.amounts) && `: ${moneys(open.data.amounts)}`}.
                    {open.data.changed > 0 &&
                      ` ${counted(open.data.changed, 'gift')} taken before ${open.data.changed === 1 ? 'was' : 'were'} written since; what that changes is booked too.`}
                  </>
                )}
              </p>
              <Button
                disabled={open.data === undefined || open.data.gifts + open.data.changed === 0}
                loading={take.isPending}
                onClick={() => take.mutate()}
              >
                Take the journal
              </Button>
              {data.takings.length === 0 ? (
                <Empty title="No journal was taken yet">
                  <p>A gift that is in one is in no other. The last can be put back.</p>
                </Empty>
              ) : (
                <table className="rows">
                  <thead>
                    <tr>
                      <th>Journals that were taken</th>
                      <th style={{ width: '45%' }}>When</th>
                    </tr>
                  </thead>
                  <tbody>
                    {data.takings.map((one) => (
                      <tr key={one.id}>
                        <td>
                          <Link to={`/exports/accounting/${one.id}`}>
                            {one.from} to {one.until}
                          </Link>
                          {one.state === 'working' && <span className="quiet"> being taken …</span>}
                          {one.error !== null && <div className="held">{one.error}</div>}
                        </td>
                        <td className="quiet">
                          {moment(one.created_at)}
                          {one.by !== null && `, ${one.by}`}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </div>
          </Pane>
          <Pane title="Accounts">
            <div className="pane-body form" tabIndex={0}>
              <AccountsForm page={data} onKept={(kept) => queries.setQueryData(['accounting'], kept)} />
            </div>
          </Pane>
        </div>
      )}
    </>
  );
}
