import { Button, Select } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api } from '../api/client';
import { TitleLine } from '../shared/TitleLine';
import { counted, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import type { MergePage, TakenApart } from '../api/answers';

/** Those who became one are several again; what came since goes to whom a person says. */
export function ApartPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [given, setGiven] = useState<Record<string, string>>({});
  const query = useQuery({ queryKey: ['merges', id], queryFn: () => api.get<MergePage>(`merges/${id}`) });
  const apart = useMutation({
    mutationFn: () =>
      api.post<TakenApart>(`merges/${id}/apart`, {
        given: Object.fromEntries(Object.entries(given).map(([thing, whose]) => [thing, Number(whose)])),
      }),
    onSuccess: () => void queries.invalidateQueries(),
  });
  const data = apart.data ?? query.data;
  if (data === undefined) {
    return (
      <>
        <TitleLine title="Take apart" />
        {query.isError && <Empty title="This merge is not there">{query.error.message}</Empty>}
      </>
    );
  }
  const kept = apart.data?.kept ?? [];
  const since = apart.data === undefined ? (query.data?.since ?? []) : [];
  return (
    <>
      <TitleLine title={`Take ${data.name === '' ? 'them' : data.name} apart`}>
        merged {moment(data.at)}
        {data.by !== null && ` by ${data.by}`}
      </TitleLine>
      <Trouble error={apart.error} />
      {data.undone !== null && (
        <div className="hint">
          <span>
            They are several again: <Link to={`/supporters/${data.survivor}`}>{data.name}</Link>
            {data.gone.map((one) => (
              <span key={one.id}>
                , <Link to={`/supporters/${one.id}`}>{one.name}</Link>
              </span>
            ))}
            .
          </span>
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.4fr)' }}>
        <Pane title={data.undone === null ? 'Who comes back' : 'Who came back'} note={counted(data.gone.length, 'supporter')}>
          <ul className="list">
            {data.gone.map((one) => (
              <li key={one.id} className="still">
                <b>{one.name}</b> <span className="quiet">number {one.id}</span>
              </li>
            ))}
          </ul>
          <div className="pane-note quiet">
            With gifts, addresses, groups, links and ids as they were, and with what was changed in them since.
          </div>
        </Pane>
        {data.undone === null && (
          <Pane title="What came since" note={since.length === 0 ? '' : 'whose is it?'}>
            <div className="pane-body" tabIndex={0}>
              {since.length === 0 && (
                <Empty title="Nothing was added since">
                  <p>So there is nothing to divide.</p>
                </Empty>
              )}
              {since.length > 0 && (
                <table className="rows">
                  <tbody>
                    {since.map((one) => (
                      <tr key={one.thing}>
                        <td>{one.text}</td>
                        <td style={{ width: 240 }}>
                          <Select
                            aria-label={`Whose is ${one.text}`}
                            size="xs"
                            data={[
                              { value: String(data.survivor), label: `${data.name}, number ${data.survivor}` },
                              ...data.gone.map((back) => ({ value: String(back.id), label: `${back.name}, number ${back.id}` })),
                            ]}
                            value={given[one.thing] ?? String(data.survivor)}
                            allowDeselect={false}
                            onChange={(whose) =>
                              setGiven(
                                whose === null || whose === String(data.survivor)
                                  ? Object.fromEntries(Object.entries(given).filter(([thing]) => thing !== one.thing))
                                  : { ...given, [one.thing]: whose },
                              )
                            }
                          />
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </div>
          </Pane>
        )}
        {data.undone !== null && (
          <Pane title="What stays as it is" note={kept.length === 0 ? 'nothing' : 'it was changed after the merge'}>
            <ul className="list">
              {kept.map((one, i) => (
                <li key={i} className="still">
                  {one.thing.split(':')[0]}
                  {one.column !== null && `, ${one.column}`}: {one.reason}
                  {one.now !== null && <span className="quiet"> ({one.now})</span>}
                </li>
              ))}
            </ul>
          </Pane>
        )}
      </div>
      <div className="foot">
        {data.undone === null && (
          <Button loading={apart.isPending} onClick={() => apart.mutate()}>
            Take them apart
          </Button>
        )}
        <Button variant="subtle" color="pine" onClick={() => void navigate(`/supporters/${data.survivor}`)}>
          {data.undone === null ? 'Leave it as it is' : `Go to ${data.name}`}
        </Button>
      </div>
    </>
  );
}
