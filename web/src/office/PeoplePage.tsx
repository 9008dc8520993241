import { Button, Select, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { useSession } from '../shared/session';
import { counted, moment } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { OfficeFrame } from './OfficeFrame';
import { Sessions } from './Sessions';
import type { People, PeopleChanged, Person } from '../api/answers';
import type { PersonMade } from '../api/answers';

const three = [
  { value: '', label: 'as the role' },
  { value: '1', label: 'yes' },
  { value: '0', label: 'no' },
];

const toThree = (value: boolean | null): string => (value === null ? '' : value ? '1' : '0');

const fromThree = (value: string | null): boolean | null => (value === '1' ? true : value === '0' ? false : null);

/** Who may sign in, and what each may do: loading is given apart from editing. */
export function PeoplePage() {
  const queries = useQueryClient();
  const me = useSession().data?.user?.id;
  const [chosen, setChosen] = useState<number | 'new' | null>(null);
  const [told, setTold] = useState<{ name: string; password: string } | null>(null);
  const query = useQuery({ queryKey: ['people'], queryFn: () => api.get<People>('people') });
  const person = query.data?.people.find((one) => one.id === chosen);
  const done = () => void queries.invalidateQueries();
  return (
    <OfficeFrame title="People" about="who may sign in, and what each may do">
      <Trouble error={query.error} />
      {told !== null && (
        <div className="hint">
          <span>
            The password of {told.name} is <b className="mono">{told.password}</b>. It is shown only once, here.
          </span>
          <button type="button" className="plain-button" onClick={() => setTold(null)}>
            I have noted it
          </button>
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.5fr) minmax(0, 1fr)' }}>
        <Pane
          title="People"
          note={counted(query.data?.people.length ?? 0, 'person', 'people')}
          right={
            <Button size="compact-sm" onClick={() => setChosen('new')}>
              Add a person
            </Button>
          }
        >
          <div className="pane-body" tabIndex={0}>
            <table className="rows">
              <thead>
                <tr>
                  <th>Name</th>
                  <th style={{ width: 116 }}>Role</th>
                  <th style={{ width: 118 }}>May</th>
                  <th style={{ width: 150 }}>Signed in</th>
                </tr>
              </thead>
              <tbody>
                {query.data?.people.map((one) => (
                  <tr key={one.id} className={`choosable${one.id === chosen ? ' chosen' : ''}`} onClick={() => setChosen(one.id)}>
                    <td>
                      <button type="button" className="row-button" onClick={() => setChosen(one.id)}>
                        {one.name}
                      </button>
                      {one.disabled && (
                        <span className="pill held" style={{ marginLeft: 6 }}>
                          may not sign in
                        </span>
                      )}
                      <div className="quiet cut">{one.email}</div>
                    </td>
                    <td>{one.role}</td>
                    <td className="quiet">{[one.loads ? 'load' : '', one.edits ? 'edit' : ''].filter(Boolean).join(', ') || 'read'}</td>
                    <td className="quiet">{one.seen_at === null ? 'not now' : moment(one.seen_at)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Pane>
        {chosen === null ? (
          <Sessions all />
        ) : (
          <PersonForm
            key={String(chosen)}
            person={person ?? null}
            roles={query.data?.roles ?? []}
            isMe={person?.id === me}
            onDone={(password, name) => {
              done();
              setChosen(null);
              if (password !== undefined) {
                setTold({ name, password });
              }
            }}
            onClose={() => setChosen(null)}
          />
        )}
      </div>
    </OfficeFrame>
  );
}

function PersonForm({
  person,
  roles,
  isMe,
  onDone,
  onClose,
}: {
  person: Person | null;
  roles: People['roles'];
  isMe: boolean;
  onDone: (password: string | undefined, name: string) => void;
  onClose: () => void;
}) {
  const [set, setSet] = useState({
    name: person?.name ?? '',
    email: person?.email ?? '',
    role: person?.role ?? 'gift entry',
    may_load: person?.may_load ?? null,
    may_edit: person?.may_edit ?? null,
    may_post: person?.may_post ?? null,
  });
  const save = useMutation({
    mutationFn: (more: Record<string, unknown>): Promise<{ password?: string }> =>
      person === null ? api.post<PersonMade>('people', set) : api.patch<PeopleChanged>(`people/${person.id}`, { ...set, ...more }),
    onSuccess: (answer) => onDone(answer.password, set.name),
  });
  const role = roles.find((one) => one.role === set.role);
  return (
    <Pane title={person === null ? 'Add a person' : person.name}>
      <div className="pane-body form" tabIndex={0}>
        <Trouble error={save.error} />
        <TextInput label="Name" value={set.name} onChange={(event) => setSet({ ...set, name: event.currentTarget.value })} />
        <TextInput
          label="Email"
          type="email"
          value={set.email}
          onChange={(event) => setSet({ ...set, email: event.currentTarget.value })}
        />
        <Select
          label="Role"
          data={roles.map((one) => one.role)}
          value={set.role}
          allowDeselect={false}
          onChange={(value) => setSet({ ...set, role: value ?? 'reader' })}
        />
        <div className="pair">
          <Select
            label="May load files"
            description={`the role says ${role?.loads === true ? 'yes' : 'no'}`}
            data={three}
            value={toThree(set.may_load)}
            allowDeselect={false}
            onChange={(value) => setSet({ ...set, may_load: fromThree(value) })}
          />
          <Select
            label="May edit by hand"
            description={`the role says ${role?.edits === true ? 'yes' : 'no'}`}
            data={three}
            value={toThree(set.may_edit)}
            allowDeselect={false}
            onChange={(value) => setSet({ ...set, may_edit: fromThree(value) })}
          />
          <Select
            label="May post batches"
            description={`the role says ${role?.posts === true ? 'yes' : 'no'}`}
            data={three}
            value={toThree(set.may_post)}
            allowDeselect={false}
            onChange={(value) => setSet({ ...set, may_post: fromThree(value) })}
          />
        </div>
        {person !== null && (
          <div className="also">
            <Button variant="default" loading={save.isPending} onClick={() => save.mutate({ new_password: true })}>
              Give a new password
            </Button>
            {!isMe && (
              <Button variant="subtle" color="brick" onClick={() => save.mutate({ disabled: !person.disabled })}>
                {person.disabled ? 'Allow sign-in again' : 'Block sign-in'}
              </Button>
            )}
          </div>
        )}
      </div>
      <div className="pane-foot">
        <Button loading={save.isPending} disabled={set.name.trim() === '' || set.email.trim() === ''} onClick={() => save.mutate({})}>
          {person === null ? 'Add' : 'Save'}
        </Button>
        <Button variant="subtle" color="pine" onClick={onClose}>
          Close
        </Button>
      </div>
    </Pane>
  );
}
