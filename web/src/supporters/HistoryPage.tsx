import { Button } from '@mantine/core';
import { useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import type { HistoryPage as History } from '../api/answers';
import { causes } from '../shared/causes';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { moment } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { ShowMore } from '../shared/ShowMore';
import { Of } from '../shared/Of';

/** Every change to a supporter, with before and after; each can be put back by itself. */
export function HistoryPage() {
  const { id = '' } = useParams();
  const may = useMay();
  const queries = useQueryClient();
  const list = useInfiniteQuery({
    queryKey: ['supporter', id, 'history'],
    queryFn: ({ pageParam }) => api.get<History>(`supporters/${id}/history?before=${pageParam}`),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.entries[last.entries.length - 1]?.id : undefined),
  });
  const back = useMutation({
    mutationFn: ({ entry, change, column }: { entry: number; change: number; column: string }) =>
      api.post(`supporters/${id}/history/${entry}`, { change, column }),
    onSuccess: () => queries.invalidateQueries(),
  });
  const entries = list.data?.pages.flatMap((page) => page.entries) ?? [];
  return (
    <>
      <TitleLine title="History">
        supporter <Link to={`/supporters/${id}`}>{id}</Link>, the latest first
      </TitleLine>
      <Trouble error={list.error ?? back.error} />
      <div className="panes">
        <Pane title="Every change">
          <div className="pane-body" tabIndex={0}>
            <table className="rows">
              <thead>
                <tr>
                  <th style={{ width: 150 }}>When</th>
                  <th style={{ width: 210 }}>How</th>
                  <th style={{ width: '17%' }}>What</th>
                  <th>Before</th>
                  <th>After</th>
                  <th className="num" style={{ width: 124 }} aria-label="Put it back" />
                </tr>
              </thead>
              <tbody>
                {entries.flatMap((entry) =>
                  entry.changes.flatMap((change, at) =>
                    change.fields.map((field, i) => (
                      <tr key={`${entry.id}-${change.change}-${field.label}`}>
                        <td className="quiet">{at === 0 && i === 0 ? moment(entry.at) : ''}</td>
                        <td className="quiet">
                          {at === 0 && i === 0 && (
                            <>
                              {causes[entry.cause] ?? entry.cause}
                              {entry.by !== null && ` by ${entry.by}`}
                              {entry.intake !== null && (
                                <>
                                  , <Link to={`/intakes/${entry.intake.id}/proof`}>{entry.intake.name}</Link>
                                </>
                              )}
                              {entry.row !== null && entry.intake !== null && (
                                <>
                                  , <Link to={`/intakes/${entry.intake.id}/rows/${entry.row}`}>row {entry.row}</Link>
                                </>
                              )}
                            </>
                          )}
                        </td>
                        <td>
                          {field.label}
                          {change.action === 'delete' && <span className="quiet"> removed</span>}
                        </td>
                        <td className="mono">{field.before ?? <span className="nothing">none</span>}</td>
                        <td className="mono">{field.after ?? <span className="nothing">none</span>}</td>
                        <td className="num">
                          {may.edit && field.can_be_put_back && (
                            <Button
                              variant="default"
                              size="compact-xs"
                              loading={
                                back.isPending &&
                                back.variables.entry === entry.id &&
                                back.variables.change === change.change &&
                                back.variables.column === field.column
                              }
                              onClick={() => back.mutate({ entry: entry.id, change: change.change, column: field.column })}
                            >
                              Put it back
                              <Of what={field.label} />
                            </Button>
                          )}
                        </td>
                      </tr>
                    )),
                  ),
                )}
              </tbody>
            </table>
            <ShowMore list={list} />
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button variant="default" component={Link} to={`/supporters/${id}`}>
          Back to the supporter
        </Button>
      </div>
    </>
  );
}
