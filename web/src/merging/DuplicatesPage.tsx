import { Button } from '@mantine/core';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api } from '../api/client';
import { TitleLine } from '../shared/TitleLine';
import { Chips } from '../shared/Chips';
import { count, counted, moment, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { Shortcuts } from '../shared/Shortcuts';
import { useKeys } from '../shared/useKeys';
import { MergedThings } from './MergedThings';
import { PolicyChoice } from './PolicyChoice';
import { ReviewFields } from './ReviewFields';
import { SearchChoice } from './SearchChoice';
import { useClaim } from './useClaim';
import { MergeFields } from './MergeFields';
import type { Duplicates, MadeHousehold, MergeShown } from './types';
import { useMerge } from './useMerge';
import type { SaidApart } from '../api/answers';

/** What was done last, so that it can be taken back. */
type Deed = { cluster: number } & (
  | { kind: 'merged'; merge: number }
  | { kind: 'apart'; said: [number, number][] }
  | { kind: 'household'; supporters: number[]; made: MadeHousehold }
);

const SHOW = [
  ['', 'all'],
  ['certain', 'certain'],
  ['review', 'to review'],
  ['homes', 'homes'],
] as const;

/** Supporters that may be one, or a household, cluster by cluster: looked at side by side, merged or kept apart, by keyboard. */
export function DuplicatesPage() {
  const queries = useQueryClient();
  const [asked, setAsked] = useSearchParams();
  const show = asked.get('show') ?? '';
  const isOfHomes = show === 'homes';
  const page = Number(asked.get('page') ?? '1');
  const [chosen, setChosen] = useState<number | null>(null);
  // The one that stays before one's eyes whoever else comes: picked, or one's own already.
  const [firm, setFirm] = useState<number | null>(null);
  const [without, setWithout] = useState<number[]>([]);
  const [deeds, setDeeds] = useState<Deed[]>([]);
  const [made, setMade] = useState<MadeHousehold | null>(null);
  const queryKey = ['duplicates', show, page];
  const query = useQuery({
    queryKey,
    queryFn: () => api.get<Duplicates>(`duplicates?show=${show}&page=${page}`),
    placeholderData: keepPreviousData,
    // What others settle meanwhile goes.
    refetchInterval: (found) => (isUnderWay(found.state.data) ? 700 : 10_000),
  });
  const data = query.data;
  const clusters = data?.clusters ?? [];
  const free = Math.max(
    0,
    clusters.findIndex((one) => one.looked_at_by === null),
  );
  const found = clusters.findIndex((one) => one.cluster === chosen);
  const at = found < 0 ? free : found;
  const cluster = clusters[at];
  const supporters = cluster?.members.map((one) => one.id).filter((id) => !without.includes(id)) ?? [];
  const looked = useMerge(supporters.slice(0, 20));
  const goTo = (index: number) => {
    setChosen(clusters[Math.max(0, Math.min(index, clusters.length - 1))]?.cluster ?? null);
    setWithout([]);
  };
  const pick = (index: number) => {
    goTo(index);
    setFirm(clusters[index]?.cluster ?? null);
  };
  // The next ones that nobody else looks at, as far as is known.
  const next = clusters.findIndex((one, i) => i > at && one.looked_at_by === null);
  const later = () => goTo(next < 0 ? free : next);
  const other = useClaim(cluster?.cluster, (of, isMine) => {
    // Who comes here by going on is led past those that another has taken just now.
    const there = isMine || firm === of || next < 0 ? of : (clusters[next]?.cluster ?? of);
    setChosen((now) => (now === null || now === of ? there : now));
    if (isMine) {
      setFirm(of);
    }
  });
  const again = () => void queries.invalidateQueries({ predicate: (one) => one.queryKey[0] !== 'merge' });
  const begin = (search: Duplicates['search']) => {
    // What the search before found is not what this one finds.
    queries.setQueryData<Duplicates>(queryKey, (shown) => (shown === undefined ? shown : { ...shown, search }));
    again();
  };
  const done = (deed: Deed) => {
    setDeeds([...deeds, deed]);
    goTo(next < 0 ? at - 1 : next);
    again();
  };
  const merge = useMutation({
    mutationFn: () => api.post<MergeShown>('merges', looked.request),
    onSuccess: (merged) => done({ kind: 'merged', merge: merged.id, cluster: cluster?.cluster ?? 0 }),
  });
  const keepApart = useMutation({
    mutationFn: (of: number[]) => api.post<SaidApart>('duplicates/not-the-same', { supporters: of, homes: isOfHomes }),
    onSuccess: ({ said }) => done({ kind: 'apart', said, cluster: cluster?.cluster ?? 0 }),
  });
  const takeBack = useMutation({
    mutationFn: async (deed: Deed) => {
      if (deed.kind === 'merged') {
        await api.post(`merges/${deed.merge}/apart`);
        return;
      }
      if (deed.kind === 'household') {
        await api.post(`duplicates/household/${deed.made.household}/take-back`, { supporters: deed.supporters, ...deed.made });
        return;
      }
      for (const [one, other] of deed.said) {
        await api.delete(`duplicates/not-the-same/${one}/${other}`);
      }
    },
    onSuccess: (_answer, deed) => {
      setDeeds(deeds.slice(0, -1));
      setMade(null);
      setChosen(deed.cluster);
      again();
    },
  });
  const household = useMutation({
    mutationFn: (of: number[]) => api.post<MadeHousehold>('duplicates/household', { supporters: of, homes: isOfHomes }),
    onSuccess: (made, of) => {
      setMade(made);
      done({ kind: 'household', supporters: of, made, cluster: cluster?.cluster ?? 0 });
    },
  });
  const isBusy = merge.isPending || household.isPending || keepApart.isPending || takeBack.isPending;
  // Whoever is plainly two is not made one by a key that was meant for others.
  const doMerge = () => !isOfHomes && looked.isSettled && other === null && !isBusy && merge.mutate();
  const doApart = () => supporters.length > 1 && other === null && !isBusy && keepApart.mutate(supporters.slice(0, 20));
  const doHousehold = () => supporters.length > 1 && other === null && !isBusy && household.mutate(supporters.slice(0, 20));
  const undo = () => {
    const last = deeds[deeds.length - 1];
    if (last !== undefined && !isBusy) {
      takeBack.mutate(last);
    }
  };
  useKeys({
    s: doMerge,
    n: doApart,
    h: doHousehold,
    j: () => pick(at + 1),
    ArrowDown: () => pick(at + 1),
    ' ': later,
    k: () => pick(at - 1),
    ArrowUp: () => pick(at - 1),
    u: undo,
  });
  const last = data?.search ?? null;
  const householdButton = (
    <Button
      {...(isOfHomes ? {} : { variant: 'default' })}
      disabled={supporters.length < 2 || other !== null}
      loading={household.isPending}
      onClick={doHousehold}
    >
      A household <kbd>H</kbd>
    </Button>
  );
  return (
    <>
      <TitleLine title="Duplicates">
        {data === undefined
          ? ''
          : `${count(data.counts.certain)} certain, ${count(data.counts.review)} to review; ${counted(data.counts.homes, 'home')} that people share`}
      </TitleLine>
      <Trouble error={query.error ?? merge.error ?? keepApart.error ?? household.error ?? takeBack.error} />
      {made !== null && (
        <div className="hint">
          <span>
            They are members of the household <Link to={`/supporters/${made.household}`}>{made.name}</Link> now, and remembered as not the
            same.
          </span>
        </div>
      )}
      <div className="hint">
        <span>
          {last === null && 'The database has not been searched yet.'}
          {last !== null &&
            isUnderWay(data) &&
            (last.state === 'waiting'
              ? 'The search begins in a moment …'
              : `Looking through the supporters: ${count(last.done)} of ${count(last.total)} …`)}
          {last?.state === 'done' &&
            `${last.total === 0 ? 'Nobody was new or changed' : `${counted(last.total, 'supporter')} looked through`} ${moment(last.ended_at ?? last.created_at)}, ${counted(last.compared, 'pair')} compared${(last.too_common ?? []).length > 0 ? `; ${counted((last.too_common ?? []).length, 'value')} that too many share ${(last.too_common ?? []).length === 1 ? 'was' : 'were'} left alone` : ''}.`}
          {last?.state === 'failed' && (last.error ?? '')}
        </span>
        {!isUnderWay(data) && data !== undefined && (
          <SearchChoice key={String(last === null)} isFirst={last === null} schedule={data.schedule} onSearch={begin} />
        )}
        <span className="push">
          {(data?.counts.certain ?? 0) > 0 && <Link to="/duplicates/certain">Merge the certain ones</Link>}
          {(data?.counts.review ?? 0) > 1 && <Link to="/duplicates/groups">Decide many at once</Link>}
          <Link to="/duplicates/apart">Said not to be the same</Link>
        </span>
      </div>
      <div className="panes" style={{ gridTemplateColumns: '248px minmax(0, 1fr) 250px' }}>
        <Pane
          title={
            <Chips
              label="Which"
              value={show}
              onChange={(next) => {
                setAsked(next === '' ? {} : { show: next }, { replace: true });
                setChosen(null);
              }}
              options={SHOW.map(([value, text]) => ({ value, text }))}
            />
          }
        >
          <div className="pane-body" tabIndex={0}>
            <ul className="list">
              {clusters.map((one, i) => (
                <li key={one.cluster}>
                  <button type="button" aria-current={i === at} onClick={() => pick(i)}>
                    <span className="line">
                      <b className="cut">{one.members[0]?.name}</b>
                      {!isOfHomes && <span className={`pill ${one.certainty === 'certain' ? 'info' : 'look'}`}>{one.certainty}</span>}
                    </span>
                    <span className="quiet">
                      {one.looked_at_by !== null
                        ? `${one.looked_at_by} looks at it`
                        : one.members.length > 2
                          ? `and ${counted(one.members.length - 1, 'other')}`
                          : one.members[1]?.name}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            {query.isSuccess && clusters.length === 0 && (
              <Empty title={isOfHomes ? 'Nobody shares a home' : 'Nobody is in here twice'}>
                <p>
                  {last === null
                    ? 'Search the database to find out.'
                    : isOfHomes
                      ? 'People with different first names at one address are listed here, unless they are in one household.'
                      : 'As far as the match rules can tell.'}
                </p>
              </Empty>
            )}
          </div>
          {(data?.pages ?? 1) > 1 && (
            <div className="pane-foot">
              <Pager
                page={page}
                pages={data?.pages ?? 1}
                onPage={(next) => setAsked({ ...(show === '' ? {} : { show }), page: String(next) }, { replace: true })}
              />
            </div>
          )}
        </Pane>
        <Pane
          title={looked.data === undefined || isOfHomes ? 'Side by side' : `They become ${looked.data.name}`}
          note={cluster === undefined || data === undefined ? '' : `${count(data.before + at + 1)} of ${count(data.total)}`}
          right={
            data !== undefined &&
            !isOfHomes && (
              <div className="inline-form" style={{ flexWrap: 'nowrap' }}>
                <PolicyChoice policy={looked.policy} onPolicy={looked.setPolicy} />
                <ReviewFields all={data.all_fields} chosen={data.fields} />
              </div>
            )
          }
        >
          <div className="pane-body" tabIndex={0}>
            <Trouble error={looked.error} />
            {other !== null && (
              <div className="hint">
                <span>{other} is looking at these right now. Decide on others, or talk to each other first.</span>
                <button type="button" className="plain-button" onClick={later}>
                  Go to the next ones
                </button>
              </div>
            )}
            {looked.data !== undefined && (
              <MergeFields
                data={looked.data}
                typed={looked.typed}
                onTyped={looked.setTyped}
                onSurvivor={looked.setSurvivor}
                onWithout={(id) => setWithout([...without, id])}
                chosen={data?.fields ?? []}
                isApart={isOfHomes}
              />
            )}
          </div>
        </Pane>
        <Pane
          title={isOfHomes ? 'Why' : 'Why, and what it has then'}
          note={
            looked.data === undefined || isOfHomes ? '' : `${counted(looked.data.gifts.count, 'gift')}, ${moneys(looked.data.gifts.given)}`
          }
        >
          <div className="pane-body" tabIndex={0}>
            {looked.data !== undefined && <MergedThings data={looked.data} isApart={isOfHomes} />}
          </div>
        </Pane>
      </div>
      <div className="foot">
        {!isOfHomes && (
          <Button disabled={!looked.isSettled || other !== null} loading={merge.isPending} onClick={doMerge}>
            The same <kbd>S</kbd>
          </Button>
        )}
        {isOfHomes && householdButton}
        <Button variant="default" disabled={supporters.length < 2 || other !== null} loading={keepApart.isPending} onClick={doApart}>
          {isOfHomes ? 'Leave them as they are' : 'Not the same'} <kbd>N</kbd>
        </Button>
        {!isOfHomes && householdButton}
        <Button variant="default" disabled={clusters.length < 2} onClick={later}>
          Later <kbd>Space</kbd>
        </Button>
        <Button variant="subtle" color="pine" disabled={deeds.length === 0} loading={takeBack.isPending} onClick={undo}>
          Take back the last one <kbd>U</kbd>
        </Button>
        <span className="push">
          <Shortcuts
            keys={[
              ['S', 'They are the same: merge them'],
              ['N', 'They are not the same: remembered for good'],
              ['H', 'They are not the same but live together: make a household of them'],
              ['Space or J', 'Later: the next ones'],
              ['K', 'The ones before'],
              ['U', 'Take back what was done last'],
            ]}
          />
        </span>
      </div>
    </>
  );
}

const isUnderWay = (found: Duplicates | undefined): boolean => found?.search?.state === 'waiting' || found?.search?.state === 'searching';
