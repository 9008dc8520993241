import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { FundList, FundRow } from '../api/answers';
import { api } from '../api/client';
import { count, counted, money, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { FundDetail } from './FundDetail';

const KINDS = [
  { value: 'fund', label: 'Funds', one: 'fund' },
  { value: 'campaign', label: 'Campaigns', one: 'campaign' },
  { value: 'appeal', label: 'Appeals', one: 'appeal' },
] as const;

type Kind = (typeof KINDS)[number]['value'];

/** "from 2026-01-01 until 2026-12-31" */
const runs = ({ starts_on, ends_on }: FundRow): string =>
  [starts_on === null ? '' : `from ${starts_on}`, ends_on === null ? '' : `until ${ends_on}`].filter((part) => part !== '').join(' ');

/** What gifts are for and what brings them in: each with what came in, month by month, against its goal. */
export function FundsPage() {
  const [query, setQuery] = useSearchParams();
  const may = useMay();
  const kind: Kind = KINDS.find(({ value }) => value === query.get('kind'))?.value ?? 'fund';
  const { one } = KINDS.find(({ value }) => value === kind) ?? KINDS[0];
  const [name, setName] = useState('');
  const found = useQuery({ queryKey: ['funds', kind], queryFn: () => api.get<FundList>(`funds/${kind}`) });
  const funds = found.data?.funds ?? [];
  const made = name.trim();
  const isNew = made !== '' && !funds.some((fund) => fund.name.toLowerCase() === made.toLowerCase());
  const chosen = funds.find((fund) => fund.name === query.get('name')) ?? (query.get('name') === null ? funds[0] : undefined);
  const choose = (next: string) => setQuery({ kind, name: next }, { replace: true });
  const add = useMutation({
    mutationFn: () => api.put(`funds/${kind}`, { name: made }),
    onSuccess: () => {
      setName('');
      choose(made);
      return found.refetch();
    },
  });
  return (
    <>
      <TitleLine title="Funds, campaigns and appeals">{found.data !== undefined && counted(funds.length, one)}</TitleLine>
      <Trouble error={found.error ?? add.error} />
      <div className="panes" style={chosen === undefined ? undefined : { gridTemplateColumns: 'minmax(0, 1.15fr) minmax(0, 1fr)' }}>
        <Pane
          title={
            <SegmentedControl
              size="xs"
              aria-label="Which of them"
              value={kind}
              data={KINDS.map(({ value, label }) => ({ value, label }))}
              onChange={(value) => setQuery({ kind: value }, { replace: true })}
            />
          }
          right={
            may.standards && (
              <form
                className="also"
                onSubmit={(event) => {
                  event.preventDefault();
                  if (isNew) {
                    add.mutate();
                  }
                }}
              >
                <TextInput
                  size="xs"
                  aria-label={`Name of a new ${one}`}
                  placeholder={`new ${one}`}
                  maxLength={120}
                  value={name}
                  onChange={(event) => setName(event.currentTarget.value)}
                />
                <Button type="submit" size="compact-sm" variant="default" disabled={!isNew}>
                  Add it
                </Button>
              </form>
            )
          }
        >
          <div className="pane-body" tabIndex={0}>
            {found.data !== undefined && funds.length === 0 && <Empty title={`No ${one} yet`}>Gifts that name one bring it here.</Empty>}
            {funds.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>Name</th>
                    <th className="num" style={{ width: 76 }}>
                      Gifts
                    </th>
                    <th className="num" style={{ width: 128 }}>
                      Came in
                    </th>
                    <th className="num" style={{ width: 128 }}>
                      Of its goal
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {funds.map((fund) => (
                    <tr key={fund.name} className={fund === chosen ? 'pick chosen' : 'pick'} onClick={() => choose(fund.name)}>
                      <td>
                        <button type="button" className="plain-button" aria-current={fund === chosen} onClick={() => choose(fund.name)}>
                          {fund.name}
                        </button>
                        <div className="quiet">
                          {[fund.code, runs(fund), fund.is_retired ? 'retired' : ''].filter((part) => part !== '').join(', ')}
                        </div>
                      </td>
                      <td className="num">{count(fund.gifts)}</td>
                      <td className="num">{fund.given === null ? '' : moneys(fund.given)}</td>
                      <td className="num">
                        {fund.percent === null || fund.goal === null ? (
                          ''
                        ) : (
                          <>
                            {count(fund.percent)} %<div className="quiet">of {money(fund.goal)}</div>
                          </>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
        {chosen !== undefined && (
          <FundDetail key={`${kind} ${chosen.name}`} kind={kind} fund={chosen} hasList={funds.some((fund) => fund.is_listed)} />
        )}
      </div>
      <div className="foot">
        {chosen !== undefined && (
          <Button component={Link} to={`/gifts?${kind}=${encodeURIComponent(chosen.name)}`} variant="default">
            Its gifts
          </Button>
        )}
        {may.standards && (
          <Button component={Link} to={`/standards/lists?field=gift.${kind}`} variant="subtle">
            Codes, other spellings, retired
          </Button>
        )}
      </div>
    </>
  );
}
