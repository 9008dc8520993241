import { Button, Checkbox } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import { TitleLine } from '../shared/TitleLine';
import { count, counted, withPhones } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { PolicyChoice } from './PolicyChoice';
import { usual } from './useMerge';
import type { CertainSample as Sample } from '../api/answers';

/** Some of the certain duplicates by chance, looked at before all of them are merged. */
export function CertainPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [seen, setSeen] = useState(false);
  const [policy, setPolicy] = useState(usual);
  const query = useQuery({
    queryKey: ['duplicates', 'certain'],
    queryFn: () => api.get<Sample>('duplicates/certain'),
    staleTime: Infinity,
    refetchOnWindowFocus: false,
  });
  const merge = useMutation({
    mutationFn: (total: number) => api.post('duplicates/certain', { total, policy }),
    onSuccess: () => {
      void queries.invalidateQueries({ refetchType: 'none' });
      void navigate('/duplicates');
    },
    onError: () => void queries.invalidateQueries({ queryKey: ['duplicates', 'certain'] }),
  });
  const data = query.data;
  const total = data?.total ?? 0;
  return (
    <>
      <TitleLine title="Merge the certain ones">
        {data === undefined ? '' : `${counted(total, 'cluster')} in which each is certainly each other`}
      </TitleLine>
      <Trouble error={query.error ?? merge.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Pane
          title="Some of them, by chance"
          note={data === undefined ? '' : `${count(data.sample.length)} of ${count(total)}`}
          right={
            <Button
              size="compact-sm"
              variant="default"
              disabled={total === 0}
              loading={query.isFetching}
              onClick={() => {
                setSeen(false);
                void query.refetch();
              }}
            >
              Look at others
            </Button>
          }
        >
          <div className="pane-body" tabIndex={0}>
            {query.isSuccess && total === 0 && (
              <Empty title="None is certain">
                <p>Where one of a cluster is only like another, a person looks at it.</p>
              </Empty>
            )}
            {total > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: '34%' }}>Who</th>
                    <th>Why they are one</th>
                    <th style={{ width: 110 }} aria-label="Look at them" />
                  </tr>
                </thead>
                <tbody>
                  {data?.sample.map((one) => (
                    <tr key={one.members.map((member) => member.id).join()}>
                      <td>
                        {one.members.map((member) => (
                          <div key={member.id}>
                            <Link to={`/supporters/${member.id}`}>{member.name}</Link> <span className="quiet">number {member.id}</span>
                          </div>
                        ))}
                      </td>
                      <td className="quiet">{withPhones([...one.for, ...one.against.map((reason) => `but: ${reason}`)].join('; '))}</td>
                      <td>
                        <Link to={`/merge?of=${one.members.map((member) => member.id).join(',')}`}>side by side</Link>
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
        <Button disabled={total === 0 || !seen} loading={merge.isPending} onClick={() => merge.mutate(total)}>
          Merge all {count(total)}
        </Button>
        <Checkbox
          label="I have looked at these"
          checked={seen}
          disabled={total === 0}
          onChange={(event) => setSeen(event.currentTarget.checked)}
        />
        <Button variant="subtle" color="pine" onClick={() => void navigate('/duplicates')}>
          Back
        </Button>
        <PolicyChoice policy={policy} onPolicy={setPolicy} />
        <span className="push quiet">The {policy.survivor} stays. Each can be taken apart again.</span>
      </div>
    </>
  );
}
