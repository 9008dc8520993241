import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { useSession } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { Sessions } from '../office/Sessions';
import { moment } from '../shared/format';
import { Empty } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { PasswordForm } from './PasswordForm';
import type { Messages } from '../api/answers';

/** A person's own page: messages, password, sessions. */
export function AccountPage() {
  const user = useSession().data?.user;
  const queries = useQueryClient();
  const messages = useQuery({ queryKey: ['messages'], queryFn: () => api.get<Messages>('messages') });
  const { mutate: read } = useMutation({
    mutationFn: () => api.post<Messages>('messages/read'),
    onSuccess: (answer) => queries.setQueryData(['messages'], answer),
  });
  const unread = messages.data?.unread ?? 0;
  useEffect(() => {
    // What is on the screen for a moment has been read.
    const timer = unread > 0 ? setTimeout(() => read(), 3000) : undefined;
    return () => clearTimeout(timer);
  }, [unread, read]);
  return (
    <>
      <TitleLine title={user?.name ?? 'You'}>
        {user?.email}, {user?.role}
      </TitleLine>
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.3fr) minmax(0, 1fr)' }}>
        <Pane title="Messages" note={unread > 0 ? `${unread} new` : ''}>
          <div className="pane-body" tabIndex={0}>
            {messages.data?.messages.length === 0 && (
              <Empty title="No messages">
                <p>When an intake of yours is done or needs you, it is said here and by mail.</p>
              </Empty>
            )}
            <table className="rows">
              <tbody>
                {messages.data?.messages.map((message) => (
                  <tr key={message.id}>
                    <td style={{ width: 118 }} className="quiet">
                      {moment(message.at)}
                    </td>
                    <td style={{ width: 84 }}>
                      <span className={`pill ${message.read_at === null ? 'look' : 'idle'}`}>{message.kind}</span>
                    </td>
                    <td>{message.intake_id === null ? message.text : <Link to={`/intakes/${message.intake_id}`}>{message.text}</Link>}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Pane>
        <div style={{ display: 'grid', gridTemplateRows: 'auto minmax(0, 1fr)', gap: 12, minHeight: 0 }}>
          <Pane title="Change your password">
            <PasswordForm onChanged={() => void queries.invalidateQueries({ queryKey: ['sessions'] })} />
          </Pane>
          <Sessions />
        </div>
      </div>
      <div className="foot">
        <Button variant="default" component={Link} to="/account/programs">
          Programs that act in your name
        </Button>
      </div>
    </>
  );
}
