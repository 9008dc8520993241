import { Button, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { count, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { OfficeFrame } from './OfficeFrame';
import { Sure } from '../shared/Sure';
import { Of } from '../shared/Of';
import type { NoticeList as Notices } from '../api/answers';
import type { WebhookMade } from '../api/answers';

/** Which other systems are told of changes, and what became of each notice. */
export function NoticesPage() {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [url, setUrl] = useState('');
  const query = useQuery({ queryKey: ['webhooks'], queryFn: () => api.get<Notices>('webhooks'), refetchInterval: 5000 });
  const keep = (answer: Notices) => queries.setQueryData(['webhooks'], answer);
  const add = useMutation({
    mutationFn: () => api.post<WebhookMade>('webhooks', { name, url }),
    onSuccess: () => {
      setName('');
      setUrl('');
      void queries.invalidateQueries({ queryKey: ['webhooks'] });
    },
  });
  const change = useMutation({
    mutationFn: ({ id, active }: { id: number; active: boolean }) => api.patch<Notices>(`webhooks/${id}`, { is_active: active }),
    onSuccess: keep,
  });
  const drop = useMutation({ mutationFn: (id: number) => api.delete<Notices>(`webhooks/${id}`), onSuccess: keep });
  return (
    <OfficeFrame title="Notices" about="other systems are told which supporters changed, never a value">
      <Trouble error={query.error ?? add.error ?? change.error ?? drop.error} />
      {add.data !== undefined && (
        <div className="hint">
          <span>
            The secret to check signatures with is <b className="mono">{add.data.secret}</b>. It is shown only once, here.
          </span>
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.4fr)' }}>
        <Pane title="Receivers">
          <div className="pane-body form" tabIndex={0}>
            {query.data?.webhooks.map((hook) => (
              <div key={hook.id} className="boxed">
                <div className="also">
                  <b>{hook.name}</b>
                  {!hook.is_active && <span className="pill idle">paused</span>}
                  <span style={{ marginLeft: 'auto' }} />
                  <button type="button" className="plain-button" onClick={() => change.mutate({ id: hook.id, active: !hook.is_active })}>
                    {hook.is_active ? 'pause' : 'go on'}
                    <Of what={hook.name} />
                  </button>
                  <Sure
                    ask={`Delete the receiver "${hook.name}"?`}
                    yes="Delete the receiver"
                    onSure={() => drop.mutate(hook.id)}
                    button={(open) => (
                      <button type="button" className="plain-button" onClick={open}>
                        delete
                        <Of what={hook.name} />
                      </button>
                    )}
                  >
                    Its secret and the list of its notices are gone for good, and it is told nothing more. Pause it to tell it later.
                  </Sure>
                </div>
                <div className="mono cut" title={hook.url}>
                  {hook.url}
                </div>
                <span className="quiet">
                  {Object.entries(hook.notices)
                    .map(([state, n]) => `${count(n)} ${state}`)
                    .join(', ') || 'no notice yet'}
                </span>
              </div>
            ))}
            <h3 className="section">Add another receiver</h3>
            <TextInput label="Name" value={name} onChange={(event) => setName(event.currentTarget.value)} />
            <TextInput label="Address" placeholder="https://" value={url} onChange={(event) => setUrl(event.currentTarget.value)} />
            <p className="quiet">
              Notices are signed as the Standard Webhooks specification says (HMAC-SHA256). One that is not taken is tried again up to eight
              times.
            </p>
            <Button disabled={name.trim() === '' || url.trim() === ''} loading={add.isPending} onClick={() => add.mutate()}>
              Add
            </Button>
          </div>
        </Pane>
        <Pane title="Latest notices" note="the newest first">
          <div className="pane-body" tabIndex={0}>
            {query.data?.notices.length === 0 && (
              <Empty title="No notices yet">
                <p>As soon as a supporter changes, each receiver gets a notice.</p>
              </Empty>
            )}
            <table className="rows">
              <tbody>
                {query.data?.notices.map((notice) => (
                  <tr key={notice.id}>
                    <td style={{ width: 112 }} className="quiet">
                      {moment(notice.created_at)}
                    </td>
                    <td>
                      {notice.name}
                      <div className="quiet mono two-lines">{notice.body}</div>
                    </td>
                    <td style={{ width: 150 }}>
                      <span className={`pill ${notice.state === 'taken' ? '' : notice.state === 'waiting' ? 'look' : 'held'}`}>
                        {notice.state}
                      </span>
                      <div className="quiet cut" title={notice.answer ?? ''}>
                        {notice.tries > 1 && `${notice.tries} tries, `}
                        {notice.answer}
                      </div>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Pane>
      </div>
    </OfficeFrame>
  );
}
