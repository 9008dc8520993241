import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { TokenList, TokenMade } from '../api/answers';
import { api } from '../api/client';
import { moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';
import { ApiDescription } from './ApiDescription';

const words: Record<string, string> = {
  read: 'read supporters, gifts and promises',
  'bring in': 'bring rows and files in',
  export: 'ask for files and take them',
};

/** Tokens by which programs act as oneself, and what they may ask. */
export function ProgramsPage() {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [abilities, setAbilities] = useState<string[]>(['read']);
  const [days, setDays] = useState('90');
  const list = useQuery({ queryKey: ['tokens'], queryFn: () => api.get<TokenList>('tokens') });
  const again = () => void queries.invalidateQueries({ queryKey: ['tokens'] });
  const make = useMutation({
    mutationFn: () => api.post<TokenMade>('tokens', { name, abilities, days: Number(days) }),
    onSuccess: () => {
      setName('');
      again();
    },
  });
  const end = useMutation({ mutationFn: (id: number) => api.delete(`tokens/${id}`), onSuccess: again });
  return (
    <>
      <TitleLine title="Programs">what other programs may ask in your name</TitleLine>
      <Trouble error={list.error ?? make.error ?? end.error} />
      <div className="panes" style={{ gridTemplateColumns: '400px minmax(0, 1fr)' }}>
        <Pane title="Your tokens">
          <div className="pane-body" tabIndex={0}>
            {make.data !== undefined && (
              <div className="pane-note" role="status">
                <p>This is the token. It is shown this once: keep it where the program finds it.</p>
                <p className="mono" style={{ overflowWrap: 'anywhere', userSelect: 'all' }}>
                  {make.data.token}
                </p>
              </div>
            )}
            {list.data?.tokens.length === 0 && (
              <Empty title="No program asks in your name">
                <p>A token lets one read, bring in or take what you may yourself. It ends after its days, or with your account.</p>
              </Empty>
            )}
            <table className="rows">
              <tbody>
                {list.data?.tokens.map((token) => (
                  <tr key={token.id}>
                    <td>
                      <b>{token.name}</b>
                      <div className="quiet">
                        {token.abilities.join(', ')};{' '}
                        {token.is_over ? 'its days are over' : token.expires_at !== null && `until ${moment(token.expires_at)}`};{' '}
                        {token.last_used_at === null ? 'never used' : `last used ${moment(token.last_used_at)}`}
                      </div>
                    </td>
                    <td style={{ width: 60 }}>
                      <button type="button" className="plain-button" onClick={() => end.mutate(token.id)}>
                        End
                        <Of what={token.name} />
                      </button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <form
            className="pane-foot form"
            style={{ display: 'grid', gap: 8 }}
            onSubmit={(event) => {
              event.preventDefault();
              make.mutate();
            }}
          >
            <TextInput label="Which program" value={name} maxLength={120} onChange={(event) => setName(event.currentTarget.value)} />
            <div role="group" aria-label="What it may">
              {list.data?.abilities.map((ability) => (
                <Checkbox
                  key={ability}
                  size="sm"
                  label={words[ability]}
                  checked={abilities.includes(ability)}
                  onChange={(event) =>
                    setAbilities(event.currentTarget.checked ? [...abilities, ability] : abilities.filter((one) => one !== ability))
                  }
                />
              ))}
            </div>
            <Select
              label="For how long"
              data={[
                { value: '7', label: 'a week' },
                { value: '30', label: 'a month' },
                { value: '90', label: 'three months' },
                { value: '365', label: 'a year' },
              ]}
              value={days}
              allowDeselect={false}
              onChange={(value) => setDays(value ?? '90')}
            />
            <div className="also">
              <Button type="submit" loading={make.isPending} disabled={name.trim() === '' || abilities.length === 0}>
                Make a token
              </Button>
            </div>
          </form>
        </Pane>
        <Pane title="What they may ask" note="OpenAPI 3.1" right={<a href="/openapi.json">The description as a file</a>}>
          <div className="pane-body" tabIndex={0}>
            <ApiDescription />
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Link to="/account">Back to your page</Link>
      </div>
    </>
  );
}
