import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/client';
import { counted, moment } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Of } from '../shared/Of';
import type { SessionRows } from '../api/answers';

/** Where people are signed in; each session can be ended. */
export function Sessions({ all = false }: { all?: boolean }) {
  const queries = useQueryClient();
  const query = useQuery({ queryKey: ['sessions'], queryFn: () => api.get<SessionRows>('sessions') });
  const end = useMutation({
    mutationFn: (key: string) => api.delete<SessionRows>(`sessions/${key}`),
    onSuccess: (answer) => queries.setQueryData(['sessions'], answer),
  });
  const rows = (query.data?.sessions ?? []).filter((row) => all || row.mine);
  return (
    <Pane title={all ? 'Signed in' : 'Where you are signed in'} note={counted(rows.length, 'session')}>
      <div className="pane-body" tabIndex={0}>
        <Trouble error={query.error ?? end.error} />
        <table className="rows">
          <tbody>
            {rows.map((row) => (
              <tr key={row.key}>
                <td>
                  {all ? row.name : 'You'}
                  {row.here && (
                    <span className="pill" style={{ marginLeft: 6 }}>
                      here
                    </span>
                  )}
                  <div className="quiet cut" title={row.with}>
                    {row.address ?? 'an unknown address'}, {row.with}
                  </div>
                </td>
                <td className="quiet" style={{ width: 108 }}>
                  {moment(row.seen_at)}
                </td>
                <td style={{ width: 70 }}>
                  {!row.here && (
                    <Button variant="default" size="compact-xs" onClick={() => end.mutate(row.key)}>
                      End
                      <Of what={`the session of ${row.name}, ${row.address ?? 'an unknown address'}`} />
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Pane>
  );
}
