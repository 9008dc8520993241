import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../api/client';
import { TitleLine } from '../shared/TitleLine';
import { count, counted } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import type { DuplicateRound } from './types';
import type { DuplicateGroups as Groups } from '../api/answers';

const isBusy = (round: DuplicateRound | null): boolean => round?.state === 'working' || round?.state === 'taking back';

/** Pairs to be reviewed, by why they are: a few of each to look at, and all of them decided as one. */
export function GroupsPage() {
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ['duplicates', 'groups'],
    queryFn: () => api.get<Groups>('duplicates/groups'),
    refetchInterval: (found) => (isBusy(found.state.data?.round ?? null) ? 700 : false),
  });
  const again = () => void queries.invalidateQueries();
  const decide = useMutation({
    mutationFn: (of: { why: string; to: 'same' | 'apart'; total: number }) => api.post('duplicates/groups', of),
    onSettled: again,
  });
  const takeBack = useMutation({ mutationFn: (round: number) => api.post(`duplicates/rounds/${round}/take-back`), onSettled: again });
  const round = query.data?.round ?? null;
  const groups = query.data?.groups ?? [];
  const pairs = groups.reduce((sum, group) => sum + group.clusters, 0);
  const cannot = decide.isPending || takeBack.isPending || isBusy(round);
  return (
    <>
      <TitleLine title="Decide many at once">
        {query.data === undefined ? '' : `${counted(pairs, 'pair')} to review, for ${counted(groups.length, 'reason')}`}
      </TitleLine>
      <Trouble error={query.error ?? decide.error ?? takeBack.error} />
      {round !== null && (
        <div className="hint" role="status">
          <span>{inWords(round)}</span>
          {(round.state === 'done' || round.state === 'working') && round.decided > 0 && (
            <Button size="compact-sm" variant="default" disabled={takeBack.isPending} onClick={() => takeBack.mutate(round.id)}>
              Take all of them back
            </Button>
          )}
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Pane title="Pairs, by why they may be one" note="the most first">
          <div className="pane-body" tabIndex={0}>
            {query.isSuccess && groups.length === 0 && (
              <Empty title="Nothing to decide">
                <p>Where three or more may be one, they are looked at one by one.</p>
              </Empty>
            )}
            {groups.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: '34%' }}>Why</th>
                    <th style={{ width: 80 }} className="number">
                      Pairs
                    </th>
                    <th>Some of them</th>
                    <th style={{ width: 250 }} aria-label="Decide" />
                  </tr>
                </thead>
                <tbody>
                  {groups.map((group) => (
                    <tr key={group.why}>
                      <td>{group.why || 'Found before reasons were kept: search again to see why'}</td>
                      <td className="number">{count(group.clusters)}</td>
                      <td>
                        {group.sample.map((pair) => (
                          <div key={pair.map((one) => one.id).join()} className="cut">
                            <Link to={`/merge?of=${pair.map((one) => one.id).join(',')}`}>{names(pair.map((one) => one.name))}</Link>
                          </div>
                        ))}
                      </td>
                      <td>
                        <span className="inline-form">
                          <Button
                            size="compact-sm"
                            variant="default"
                            disabled={cannot}
                            aria-label={`All are the same: ${group.why}`}
                            onClick={() => decide.mutate({ why: group.why, to: 'same', total: group.clusters })}
                          >
                            All are the same
                          </Button>
                          <Button
                            size="compact-sm"
                            variant="default"
                            disabled={cannot}
                            aria-label={`None is: ${group.why}`}
                            onClick={() => decide.mutate({ why: group.why, to: 'apart', total: group.clusters })}
                          >
                            None is
                          </Button>
                        </span>
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
        <Link to="/duplicates">Back to the duplicates</Link>
        <span className="push quiet">
          Of those that are the same, the oldest record stays. Each merge can also be taken apart by itself.
        </span>
      </div>
    </>
  );
}

const names = (of: string[]): string => (of[0] === of[1] ? `${of[0] ?? ''}, twice` : of.join(' and '));

function inWords(round: DuplicateRound): string {
  const of = `${count(round.decided)} of ${counted(round.total, 'pair')}`;
  const kept =
    round.kept === 0
      ? ''
      : ` ${counted(round.kept, 'pair')} could not be, or someone has them open: ${round.kept === 1 ? 'it waits' : 'they wait'} for a look.`;
  switch (round.state) {
    case 'working':
      return `${round.is_same ? 'Merging' : 'Noting as not the same'}: ${of} so far …`;
    case 'done':
      return `${of} ${round.is_same ? 'merged' : 'noted as not the same'} (${lower(round.why)}).${kept}`;
    case 'taking back':
      return `Taking back: ${counted(round.decided, 'pair')} left …`;
    case 'taken back':
      return round.kept === 0
        ? 'Your last decision is taken back: they are as they were.'
        : `Your last decision is taken back, but for ${counted(round.kept, 'merge')} that can't be taken apart by itself any more.`;
  }
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
