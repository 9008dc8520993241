import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import type { TakingPage } from '../api/answers';
import { api } from '../api/client';
import { count, money } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Sure } from '../shared/Sure';
import { TitleLine } from '../shared/TitleLine';

const SHOWN = 500;

/** One journal: its lines, and the batches that it is of. */
export function JournalPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const page = useQuery({
    queryKey: ['accounting', 'taking', id],
    queryFn: () => api.get<TakingPage>(`accounting/takings/${id}`),
    refetchInterval: (query) => (query.state.data?.taking.state === 'working' ? 1000 : false),
  });
  const back = useMutation({
    mutationFn: () => api.delete(`accounting/takings/${id}`),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['accounting'] });
      void navigate('/exports/accounting');
    },
  });
  const data = page.data;
  return (
    <>
      <TitleLine title={data === undefined ? 'Journal' : `Journal ${data.taking.from} to ${data.taking.until}`}>
        {data?.taking.state === 'working' ? 'being taken …' : <Link to="/exports/accounting">all journals</Link>}
      </TitleLine>
      <Trouble error={page.error ?? back.error} />
      {data !== undefined && data.taking.error !== null && (
        <div className="hint held">{data.taking.error} Put it back, and take it once more.</div>
      )}
      {data !== undefined && (
        <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.6fr) minmax(0, 1fr)' }}>
          <Pane title="Debits and credits" note={data.sums.length > SHOWN ? `the first ${SHOWN} of ${count(data.sums.length)} lines` : ''}>
            <div className="pane-body" tabIndex={0}>
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 100 }}>Date</th>
                    <th>Account</th>
                    <th>Fund</th>
                    <th>Batch</th>
                    <th className="num" style={{ width: 116 }}>
                      Debit
                    </th>
                    <th className="num" style={{ width: 116 }}>
                      Credit
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {data.sums.slice(0, SHOWN).map((sum) => (
                    <tr key={`${sum.booked_on} ${sum.batch ?? ''} ${sum.account} ${sum.fund} ${sum.currency} ${sum.debit}`}>
                      <td>{sum.booked_on}</td>
                      <td>{sum.account}</td>
                      <td>{sum.fund}</td>
                      <td className="quiet">{sum.batch ?? ''}</td>
                      <td className="num">{sum.debit !== '' && money(sum.debit, sum.currency)}</td>
                      <td className="num">{sum.credit !== '' && money(sum.credit, sum.currency)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </Pane>
          <Pane title="Batches">
            <div className="pane-body" tabIndex={0}>
              {data.batches.length === 0 ? (
                <p className="quiet">Its gifts are of no batch.</p>
              ) : (
                <table className="rows">
                  <thead>
                    <tr>
                      <th>Batch</th>
                      <th className="num">Taken</th>
                      <th className="num">In the batch</th>
                    </tr>
                  </thead>
                  <tbody>
                    {data.batches.map((one) => (
                      <tr key={one.batch}>
                        <td>
                          <Link to={`/batches/${one.batch}`}>{one.name}</Link>
                          <div className={one.agrees ? 'quiet' : 'held'}>
                            {one.agrees ? 'all of it' : `${count(one.gifts)} of ${count(one.of)} gifts`}
                          </div>
                        </td>
                        <td className="num">{money(one.taken, one.currency)}</td>
                        <td className="num">{money(one.amount, one.currency)}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </div>
          </Pane>
        </div>
      )}
      {data !== undefined && data.taking.state !== 'working' && (
        <div className="foot">
          {data.taking.state === 'done' && (
            <Button component="a" href={`/api/accounting/takings/${id}/journal.csv`} download>
              Take the file
            </Button>
          )}
          {data.taking.is_last && (
            <Sure
              ask="Put this journal back?"
              yes="Put it back"
              onSure={() => back.mutate()}
              button={(open) => (
                <Button variant="default" loading={back.isPending} onClick={open}>
                  Put it back
                </Button>
              )}
            >
              Its gifts count as not taken again, and come with the next one. If the file is in your books already, take it out there.
            </Sure>
          )}
        </div>
      )}
    </>
  );
}
