import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import { TitleLine } from '../shared/TitleLine';
import { counted, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Of } from '../shared/Of';
import type { SaidList, SaidPair as Said } from '../api/answers';

/** Pairs of which people have said that they are not the same; each can be withdrawn. */
export function SaidApartPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const query = useQuery({ queryKey: ['duplicates', 'apart'], queryFn: () => api.get<SaidList>('duplicates/not-the-same') });
  const withdraw = useMutation({
    mutationFn: (said: Said) => api.delete(`duplicates/not-the-same/${said.one}/${said.other}`),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ['duplicates'] }),
  });
  const said = query.data?.decisions ?? [];
  return (
    <>
      <TitleLine title="Said not to be the same">no search brings them up again</TitleLine>
      <Trouble error={query.error ?? withdraw.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Pane title="Pairs" note={query.isSuccess ? `${counted(said.length, 'pair')}, the latest first` : ''}>
          <div className="pane-body" tabIndex={0}>
            {query.isSuccess && said.length === 0 && (
              <Empty title="Nothing was said yet">
                <p>Pairs that someone says are not the same, under Duplicates, are listed here.</p>
              </Empty>
            )}
            {said.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>One</th>
                    <th>The other</th>
                    <th style={{ width: 220 }}>Said</th>
                    <th style={{ width: 110 }} aria-label="Withdraw it" />
                  </tr>
                </thead>
                <tbody>
                  {said.map((one) => (
                    <tr key={`${one.one}-${one.other}`}>
                      <td>
                        <Link to={`/supporters/${one.one}`}>{one.one_name}</Link> <span className="quiet">number {one.one}</span>
                      </td>
                      <td>
                        <Link to={`/supporters/${one.other}`}>{one.other_name}</Link> <span className="quiet">number {one.other}</span>
                      </td>
                      <td className="quiet">
                        {moment(one.at)}
                        {one.by !== null && `, by ${one.by}`}
                      </td>
                      <td>
                        <button type="button" className="plain-button" onClick={() => withdraw.mutate(one)}>
                          withdraw
                          <Of what={`${one.one_name} and ${one.other_name}`} />
                        </button>
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
        <Button variant="default" onClick={() => void navigate('/duplicates')}>
          Back to the duplicates
        </Button>
      </div>
    </>
  );
}
