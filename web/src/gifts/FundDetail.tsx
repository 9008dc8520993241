import { Button, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { FundList, FundRow, GiftList } from '../api/answers';
import { api } from '../api/client';
import { Equation, type Term } from '../shared/Equation';
import { money } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { GiftMonths } from './GiftMonths';

/** One of them: what came in against its goal, by month, and what is known of it. */
export function FundDetail({ kind, fund, hasList }: { kind: FundList['kind']; fund: FundRow; hasList: boolean }) {
  const may = useMay();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [about, setAbout] = useState({ starts_on: fund.starts_on ?? '', ends_on: fund.ends_on ?? '', goal: fund.goal ?? '' });
  const asked = `${kind}=${encodeURIComponent(fund.name)}`;
  const gifts = useQuery({ queryKey: ['gifts of', kind, fund.name], queryFn: () => api.get<GiftList>(`gifts?${asked}`) });
  const keep = useMutation({
    mutationFn: () => api.put<FundList>(`funds/${kind}`, { name: fund.name, ...about }),
    onSuccess: (kept) => {
      queries.setQueryData(['funds', kind], kept);
      void queries.invalidateQueries({ queryKey: ['catalog'] });
    },
  });
  const months = gifts.data?.months ?? [];
  const input = (key: keyof typeof about, label: string, type?: string) => (
    <TextInput
      label={label}
      type={type}
      className={key === 'goal' ? 'num-input' : undefined}
      disabled={!may.standards}
      value={about[key]}
      onChange={(event) => setAbout({ ...about, [key]: event.currentTarget.value })}
    />
  );
  const isChanged = (['starts_on', 'ends_on', 'goal'] as const).some((key) => about[key] !== (fund[key] ?? ''));
  return (
    <Pane title={fund.name} note={fund.is_listed || !hasList ? undefined : 'not in the pick list'}>
      <div className="pane-body" tabIndex={0}>
        {fund.goal !== null && (
          <div className="equations">
            <Equation {...towardsGoal(fund, fund.goal)} small />
          </div>
        )}
        {fund.goal !== null && (fund.starts_on !== null || fund.ends_on !== null) && (
          <p className="quiet fund-note">What came in outside of its time does not count towards the goal.</p>
        )}
        <Trouble error={gifts.error} />
        {months.length > 1 && <GiftMonths months={months} onMonth={(month) => void navigate(`/gifts?${asked}&month=${month}`)} />}
        <form
          className="fund-form"
          onSubmit={(event) => {
            event.preventDefault();
            keep.mutate();
          }}
        >
          <div className="field-grid three">
            {input('starts_on', 'From', 'date')}
            {input('ends_on', 'Until', 'date')}
            {input('goal', 'Goal')}
          </div>
          <Trouble error={keep.error} />
          {may.standards && (
            <Button type="submit" disabled={!isChanged} loading={keep.isPending}>
              Save
            </Button>
          )}
        </form>
      </div>
    </Pane>
  );
}

/** Goal = came in + missing; what is more than the goal stands with a minus. */
function towardsGoal(fund: FundRow, goal: string): { total: Term; terms: Term[] } {
  const missing = fund.missing ?? '0.00';
  const isOver = missing.startsWith('-');
  return {
    total: { key: 'goal', figure: money(goal), word: 'goal' },
    terms: [
      { key: 'in', figure: money(fund.came_in ?? '0.00'), word: 'came in' },
      { key: 'missing', figure: money(missing.replace('-', '')), word: isOver ? 'beyond it' : 'missing', minus: isOver },
    ],
  };
}
