import { Button, Select } from '@mantine/core';
import { useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { undoAct } from '../shared/undo';
import { moment } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { ShowMore } from '../shared/ShowMore';
import { Of } from '../shared/Of';
import { OfficeFrame } from './OfficeFrame';
import type { AuditList as Audit } from '../api/answers';

/** Who did what that matters: sign-ins, loads, exports, undos, changes of rules and of people. */
export function AuditPage() {
  const [kind, setKind] = useState<string | null>(null);
  const list = useInfiniteQuery({
    queryKey: ['audit', kind],
    queryFn: ({ pageParam }) =>
      api.get<Audit>(`audit?${kind === null ? '' : `kind=${encodeURIComponent(kind)}&`}${pageParam === 0 ? '' : `before=${pageParam}`}`),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.entries[last.entries.length - 1]?.id : undefined),
  });
  const queries = useQueryClient();
  const undo = useMutation({ mutationFn: undoAct, onSuccess: () => queries.invalidateQueries() });
  const entries = list.data?.pages.flatMap((page) => page.entries) ?? [];
  return (
    <OfficeFrame title="Audit list" about="who did what that matters, the latest first">
      <Trouble error={list.error ?? undo.error} />
      <div className="panes">
        <Pane
          title="Entries"
          right={
            <Select
              aria-label="Kind of entry"
              w={180}
              placeholder="every kind"
              clearable
              data={list.data?.pages[0]?.kinds ?? []}
              value={kind}
              onChange={setKind}
            />
          }
        >
          <div className="pane-body" tabIndex={0}>
            <table className="rows">
              <tbody>
                {entries.map((entry) => (
                  <tr key={entry.id}>
                    <td style={{ width: 132 }} className="quiet">
                      {moment(entry.at)}
                    </td>
                    <td style={{ width: 150 }}>{entry.name ?? <span className="nothing">nobody signed in</span>}</td>
                    <td style={{ width: 126 }}>
                      <span className={`pill ${entry.kind === 'sign-in refused' || entry.kind === 'let pass' ? 'look' : 'idle'}`}>
                        {entry.kind}
                      </span>
                    </td>
                    <td>
                      {entry.what}
                      {entry.intake_id !== null && (
                        <>
                          , <Link to={`/intakes/${entry.intake_id}`}>intake {entry.intake_id}</Link>
                        </>
                      )}
                      {entry.act_id !== null &&
                        entry.kind !== 'undo' &&
                        (entry.undone_at === null ? (
                          <Button
                            size="compact-xs"
                            variant="default"
                            ml={8}
                            loading={undo.isPending && undo.variables === entry.act_id}
                            onClick={() => entry.act_id !== null && undo.mutate(entry.act_id)}
                          >
                            Undo
                            <Of what={entry.what} />
                          </Button>
                        ) : (
                          <span className="quiet">, undone</span>
                        ))}
                    </td>
                    <td style={{ width: 120 }} className="quiet">
                      {entry.ip_address}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {list.isSuccess && entries.length === 0 && <p className="empty">No entry of this kind.</p>}
            <ShowMore list={list} />
          </div>
        </Pane>
      </div>
    </OfficeFrame>
  );
}
