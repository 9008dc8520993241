import { Button, Checkbox, MultiSelect, NumberInput, Select, TextInput } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { count } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Retype } from './Retype';
import type { Allowed, CatalogField, Limits, WholeCatalog } from './types';

interface Settings {
  label: string;
  group: string;
  see: Allowed | null;
  edit: Allowed | null;
  hidden_in: string[];
  limits: Limits;
  defaults: Record<string, string>;
  unreadable: string | null;
}

const places = [
  ['add', 'form for adding'],
  ['page', "supporter's page and form for editing"],
  ['grid', 'entry grid'],
  ['export', 'exports'],
] as const;

const bounded = ['date', 'amount', 'number'];

/** What becomes of a row with a value that can't be read. */
const unreadable: Record<string, string> = { hold: 'it is held', without: 'it comes in without it' };

const texts = ['text', 'long text', 'id', 'number', 'email', 'phone'];

/** What is set for one field of the catalog. */
export function FieldDetail({ field, catalog }: { field: CatalogField; catalog: WholeCatalog }) {
  const queries = useQueryClient();
  const first: Settings = {
    label: field.label,
    group: field.group,
    see: field.see,
    edit: field.edit,
    hidden_in: field.hidden_in,
    limits: field.limits,
    defaults: field.defaults,
    unreadable: field.unreadable,
  };
  const [set, setSet] = useState(first);
  const [retyping, setRetyping] = useState(false);
  const refresh = () => queries.invalidateQueries();
  const save = useMutation({
    mutationFn: (change: Record<string, unknown>) => api.patch(`fields/${field.key}`, change),
    onSuccess: refresh,
  });
  const changed = JSON.stringify(set) !== JSON.stringify(first);
  const keep = () => {
    const { label, group, ...rest } = set;
    save.mutate({ ...rest, ...(field.custom ? { label, group } : {}) });
  };
  const limit = (change: Partial<Limits>) => setSet({ ...set, limits: { ...set.limits, ...change } });
  const kinds = field.key.startsWith('gift.') ? ['gift'] : ['supporter', 'person', 'household', 'organization'];
  return (
    <Pane
      title={field.label}
      note={`${field.type}${field.fill === null ? '' : `, filled in ${count(field.fill.count)} of ${count(field.fill.total)}`}`}
      right={
        field.custom && (
          <Button variant="default" size="compact-sm" onClick={() => save.mutate({ retired: !field.retired })}>
            {field.retired ? 'Bring it back' : 'Retire it'}
          </Button>
        )
      }
    >
      <div className="pane-body form" tabIndex={0}>
        <Trouble error={save.error} />
        {field.retired && <p className="hint">Records keep what they have in this field; nothing new comes in.</p>}
        {field.custom && (
          <div className="pair">
            <TextInput
              label="Name"
              value={set.label}
              maxLength={120}
              onChange={(event) => setSet({ ...set, label: event.currentTarget.value })}
            />
            <TextInput
              label="Listed under"
              value={set.group}
              maxLength={60}
              onChange={(event) => setSet({ ...set, group: event.currentTarget.value })}
            />
          </div>
        )}
        {field.custom &&
          (retyping ? (
            <Retype
              field={field}
              types={catalog.types}
              onClose={() => setRetyping(false)}
              onDone={() => {
                setRetyping(false);
                void refresh();
              }}
            />
          ) : (
            <Button variant="subtle" color="pine" size="compact-sm" onClick={() => setRetyping(true)}>
              Change its type
            </Button>
          ))}
        <h3 className="section">Required</h3>
        {field.always !== null && <p>{field.always}. The program itself asks for it.</p>}
        {field.rules.map((rule) => (
          <p key={rule.id}>
            <span className={`pill ${rule.strength === 'must' ? 'look' : 'info'}`}>{rule.strength}</span>{' '}
            <Link to={`/standards/required?rule=${rule.id}`}>{rule.sentence}</Link>
          </p>
        ))}
        <p>
          <Link to={`/standards/required?new=${field.key}`}>Require it</Link>
          {field.always === null && field.rules.length === 0 && <span className="quiet"> It is not required.</span>}
        </p>
        {field.can.list && (
          <>
            <h3 className="section">Pick list</h3>
            <p>
              {field.list === null
                ? 'Anything may be written. '
                : `${field.list.values} values${field.list.closed ? '; others are held' : '; others come in as they are'}. `}
              <Link to={`/standards/lists?field=${field.key}`}>{field.list === null ? 'Make a list' : 'Look at the list'}</Link>
            </p>
          </>
        )}
        {(bounded.includes(field.type) || texts.includes(field.type)) && <h3 className="section">Format</h3>}
        {bounded.includes(field.type) && (
          <div className="pair">
            <TextInput
              label={field.type === 'date' ? 'Not before' : 'At least'}
              placeholder={field.type === 'date' ? '1900-01-02' : ''}
              value={set.limits.least}
              onChange={(event) => limit({ least: event.currentTarget.value })}
            />
            <TextInput
              label={field.type === 'date' ? 'Not after' : 'At most'}
              placeholder={field.type === 'date' ? 'today' : ''}
              value={set.limits.most}
              onChange={(event) => limit({ most: event.currentTarget.value })}
            />
          </div>
        )}
        {texts.includes(field.type) && (
          <>
            <div className="pair">
              <NumberInput
                label="Characters at most"
                min={0}
                max={5000}
                value={set.limits.length === 0 ? '' : set.limits.length}
                onChange={(value) => limit({ length: Number(value) || 0 })}
              />
              <TextInput label="Example" value={set.limits.example} onChange={(event) => limit({ example: event.currentTarget.value })} />
            </div>
            <div className="pair">
              <TextInput
                label="Pattern"
                description="a regular expression for the whole value"
                value={set.limits.pattern}
                onChange={(event) => limit({ pattern: event.currentTarget.value })}
                styles={{ input: { fontFamily: 'monospace' } }}
              />
              <TextInput
                label="Message"
                description="what to say of a value that does not fit"
                value={set.limits.message}
                onChange={(event) => limit({ message: event.currentTarget.value })}
              />
            </div>
          </>
        )}
        {field.can.unique && (
          <Checkbox
            label="No two records may have the same"
            checked={set.limits.unique}
            onChange={(event) => limit({ unique: event.currentTarget.checked })}
          />
        )}
        {field.can.unreadable && (
          <Select
            label="A row whose value can't be read"
            data={[
              { value: 'usual', label: `as usual: ${unreadable[field.usually] ?? ''}` },
              { value: 'hold', label: 'is held' },
              { value: 'without', label: 'comes in without it; as written, it stays with the record' },
            ]}
            value={set.unreadable ?? 'usual'}
            allowDeselect={false}
            onChange={(choice) => setSet({ ...set, unreadable: choice === 'usual' ? null : choice })}
          />
        )}
        {field.can.default && (
          <>
            <h3 className="section">A new record gets, where nothing else is said</h3>
            <div className="pair">
              {kinds.map((kind) => (
                <TextInput
                  key={kind}
                  label={kind === 'supporter' ? 'any supporter' : kind}
                  value={set.defaults[kind] ?? ''}
                  onChange={(event) => setSet({ ...set, defaults: { ...set.defaults, [kind]: event.currentTarget.value } })}
                />
              ))}
            </div>
          </>
        )}
        <h3 className="section">Where it shows</h3>
        <div className="checks">
          {places.map(([place, label]) => (
            <Checkbox
              key={place}
              label={label}
              checked={!set.hidden_in.includes(place)}
              onChange={(event) =>
                setSet({
                  ...set,
                  hidden_in: event.currentTarget.checked ? set.hidden_in.filter((one) => one !== place) : [...set.hidden_in, place],
                })
              }
            />
          ))}
        </div>
        <h3 className="section">Who</h3>
        {field.can.hide ? (
          <Who label="May see it" value={set.see} catalog={catalog} onChange={(see) => setSet({ ...set, see })} />
        ) : (
          <p className="quiet">It is always shown: without it nobody could tell one record from another.</p>
        )}
        <Who label="May change it" value={set.edit} catalog={catalog} onChange={(edit) => setSet({ ...set, edit })} />
      </div>
      <div className="pane-foot">
        <Button disabled={!changed} loading={save.isPending} onClick={keep}>
          Save what is set for {field.label}
        </Button>
        {changed && (
          <Button variant="subtle" color="pine" onClick={() => setSet(first)}>
            Discard the changes
          </Button>
        )}
      </div>
    </Pane>
  );
}

function Who({
  label,
  value,
  catalog,
  onChange,
}: {
  label: string;
  value: Allowed | null;
  catalog: WholeCatalog;
  onChange: (value: Allowed | null) => void;
}) {
  const chosen = value === null ? [] : [...value.roles.map((role) => `role:${role}`), ...value.users.map((user) => `user:${user}`)];
  return (
    <div className="pair">
      <Select
        label={label}
        data={[
          { value: 'all', label: 'everyone who can sign in' },
          { value: 'some', label: 'only these' },
        ]}
        value={value === null ? 'all' : 'some'}
        allowDeselect={false}
        onChange={(choice) => onChange(choice === 'all' ? null : (value ?? { roles: ['administrator'], users: [] }))}
      />
      {value !== null && (
        <MultiSelect
          label="Roles and people"
          searchable
          data={[
            { group: 'Roles', items: catalog.roles.map((role) => ({ value: `role:${role}`, label: role })) },
            { group: 'People', items: catalog.users.map((user) => ({ value: `user:${user.id}`, label: user.name })) },
          ]}
          value={chosen}
          onChange={(picked) =>
            onChange({
              roles: picked.filter((one) => one.startsWith('role:')).map((one) => one.slice(5)),
              users: picked.filter((one) => one.startsWith('user:')).map((one) => Number(one.slice(5))),
            })
          }
        />
      )}
    </div>
  );
}
