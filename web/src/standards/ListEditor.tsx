import { Button, Checkbox, Select, TagsInput, TextInput } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { count, counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Of } from '../shared/Of';
import type { PickListData } from './types';
import type { MergedList } from '../api/answers';

type Value = PickListData['values'][number];

/** The values of a pick list in their order, with codes, other spellings and use; what looks like the same value twice; and what records have that is not in the list. */
export function ListEditor({ list, hasList }: { list: PickListData; hasList: boolean }) {
  const queries = useQueryClient();
  const [values, setValues] = useState(list.values);
  const [merging, setMerging] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const refresh = () => void queries.invalidateQueries();
  const save = useMutation({
    mutationFn: () =>
      api.put(`fields/${list.field}/list`, {
        values: values.map(({ value, code, retired, spellings }) => ({ value, code, retired, spellings })),
      }),
    onSuccess: refresh,
  });
  const open = useMutation({
    mutationFn: (isOpen: boolean) => api.patch(`fields/${list.field}`, { open_list: isOpen }),
    onSuccess: refresh,
  });
  const merge = useMutation({
    mutationFn: ({ from, to }: { from: string; to: string }) => api.post<MergedList>(`fields/${list.field}/list/merge`, { from, to }),
    onSuccess: (answer, { from, to }) => {
      setSaid(`"${from}" is now "${to}" in ${counted(answer.changed, 'record')}. The history of each can put it back.`);
      refresh();
    },
  });
  const changed = JSON.stringify(values) !== JSON.stringify(list.values);
  const change = (at: number, part: Partial<Value>) => setValues(values.map((value, i) => (i === at ? { ...value, ...part } : value)));
  const move = (at: number, by: number) => {
    const next = [...values];
    const [one] = next.splice(at, 1);
    if (one !== undefined) {
      next.splice(at + by, 0, one);
      setValues(next);
    }
  };
  const unused = values.filter((value) => value.used === 0 && !value.retired).length;
  return (
    <Pane
      title={list.label}
      note={`${counted(values.length, 'value')}${unused > 0 ? `, ${unused} never used` : ''}`}
      right={
        hasList && (
          <Checkbox
            label="other values come in as they are"
            checked={!list.closed}
            onChange={(event) => open.mutate(event.currentTarget.checked)}
          />
        )
      }
    >
      <div className="pane-body" tabIndex={0}>
        <Trouble error={save.error ?? merge.error ?? open.error} />
        {said !== '' && <p className="hint">{said}</p>}
        {list.near.length > 0 && (
          <div className="pane-note">
            <b>These look like the same value twice.</b>
            {list.near.slice(0, 5).map(({ values: [one, other], why }) => (
              <div key={`${one}|${other}`} className="also">
                <span className="mono">{one}</span> and <span className="mono">{other}</span> <span className="quiet">{why}</span>
                <Button variant="default" size="compact-xs" onClick={() => merge.mutate({ from: other, to: one })}>
                  Keep {one}
                </Button>
                <Button variant="default" size="compact-xs" onClick={() => merge.mutate({ from: one, to: other })}>
                  Keep {other}
                </Button>
              </div>
            ))}
          </div>
        )}
        <table className="rows">
          <thead>
            <tr>
              <th style={{ width: 62 }}>Order</th>
              <th style={{ width: '24%' }}>Value</th>
              <th style={{ width: 84 }}>Code</th>
              <th>Other spellings that mean it</th>
              <th className="num" style={{ width: 70 }}>
                Records
              </th>
              <th style={{ width: 132 }} />
            </tr>
          </thead>
          <tbody>
            {values.map((value, at) => (
              <tr key={at}>
                <td style={{ whiteSpace: 'nowrap' }}>
                  <button
                    type="button"
                    className="sort-button"
                    aria-label={`${value.value} up`}
                    disabled={at === 0}
                    onClick={() => move(at, -1)}
                  >
                    ▲
                  </button>{' '}
                  <button
                    type="button"
                    className="sort-button"
                    aria-label={`${value.value} down`}
                    disabled={at === values.length - 1}
                    onClick={() => move(at, 1)}
                  >
                    ▼
                  </button>
                </td>
                <td>
                  {value.used > 0 ? (
                    <>
                      {value.value}
                      {value.retired && (
                        <span className="pill idle" style={{ marginLeft: 6 }}>
                          retired
                        </span>
                      )}
                    </>
                  ) : (
                    <input
                      className="cell-edit"
                      aria-label={`Value ${at + 1}`}
                      value={value.value}
                      onChange={(event) => change(at, { value: event.currentTarget.value })}
                    />
                  )}
                </td>
                <td>
                  <input
                    className="cell-edit"
                    aria-label={`Code of ${value.value}`}
                    value={value.code}
                    onChange={(event) => change(at, { code: event.currentTarget.value })}
                  />
                </td>
                <td>
                  <TagsInput
                    aria-label={`Other spellings of ${value.value}`}
                    size="xs"
                    placeholder={value.spellings.length === 0 ? 'none' : ''}
                    value={value.spellings}
                    onChange={(spellings) => change(at, { spellings })}
                  />
                </td>
                <td className="num">{value.used === 0 ? <span className="nothing">none</span> : count(value.used)}</td>
                <td>
                  {merging === value.value ? (
                    <Select
                      aria-label={`Merge ${value.value} into`}
                      size="xs"
                      placeholder="into …"
                      searchable
                      autoFocus
                      data={values.map((one) => one.value).filter((one) => one !== value.value && one !== '')}
                      onChange={(to) => {
                        if (to !== null) {
                          merge.mutate({ from: value.value, to });
                        }
                        setMerging(null);
                      }}
                      onBlur={() => setMerging(null)}
                    />
                  ) : (
                    <>
                      <button type="button" className="plain-button" onClick={() => change(at, { retired: !value.retired })}>
                        {value.retired ? 'bring back' : 'retire'}
                        <Of what={value.value} />
                      </button>
                      {' · '}
                      {value.used > 0 ? (
                        <button type="button" className="plain-button" onClick={() => setMerging(value.value)}>
                          merge
                          <Of what={value.value} />
                        </button>
                      ) : (
                        <button type="button" className="plain-button" onClick={() => setValues(values.filter((_one, i) => i !== at))}>
                          remove
                          <Of what={value.value} />
                        </button>
                      )}
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {list.not_listed.length > 0 && (
          <div className="pane-note">
            <p>
              <b>
                {counted(list.not_listed.length, 'value')} in records {list.not_listed.length === 1 ? 'is' : 'are'} not in the list.
              </b>
            </p>
            {list.not_listed.slice(0, 30).map((one) => (
              <span key={one.value} className="not-listed">
                <span className="mono">{one.value}</span> <span className="quiet">{counted(one.used, 'record')}</span>
                {!values.some((value) => value.value === one.value) && (
                  <Button
                    variant="default"
                    size="compact-xs"
                    onClick={() => setValues([...values, { value: one.value, code: '', spellings: [], retired: false, used: one.used }])}
                  >
                    Add
                    <Of what={one.value} />
                  </Button>
                )}
                {values.length > 0 && (
                  <Select
                    aria-label={`Merge ${one.value} into`}
                    size="xs"
                    w={170}
                    style={{ gridColumn: 4 }}
                    placeholder="is the same as …"
                    searchable
                    data={list.values.map((value) => value.value)}
                    onChange={(to) => to !== null && merge.mutate({ from: one.value, to })}
                  />
                )}
              </span>
            ))}
          </div>
        )}
        <form
          className="inline-form"
          style={{ padding: '10px 14px' }}
          onSubmit={(event) => {
            event.preventDefault();
            const input = new FormData(event.currentTarget).get('value');
            if (typeof input === 'string' && input.trim() !== '') {
              setValues([...values, { value: input.trim(), code: '', spellings: [], retired: false, used: 0 }]);
              event.currentTarget.reset();
            }
          }}
        >
          <TextInput name="value" aria-label="New value" placeholder="another value" maxLength={120} />
          <Button type="submit" variant="default">
            Add
          </Button>
        </form>
      </div>
      <div className="pane-foot">
        <Button disabled={!changed} loading={save.isPending} onClick={() => save.mutate()}>
          Save the list
        </Button>
        {changed && (
          <Button variant="subtle" color="pine" onClick={() => setValues(list.values)}>
            Discard the changes
          </Button>
        )}
      </div>
    </Pane>
  );
}
