import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate, useSearchParams } from 'react-router';
import { api } from '../api/client';
import { TitleLine } from '../shared/TitleLine';
import { count, counted, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Of } from '../shared/Of';
import { SupporterPicker } from '../shared/SupporterPicker';
import { MergedThings } from './MergedThings';
import { MergeFields } from './MergeFields';
import { PolicyBar } from './PolicyBar';
import type { MergeShown, Policies } from './types';
import { useMerge } from './useMerge';
import type { MadeHousehold } from '../api/answers';

/** Several supporters side by side with the one that they become, shown in full before anything is written. */
export function MergePage() {
  const [asked, setAsked] = useSearchParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const supporters = (asked.get('of') ?? '')
    .split(',')
    .map(Number)
    .filter((id) => id > 0);
  const looked = useMerge(supporters);
  const { data } = looked;
  const merge = useMutation({
    mutationFn: () => api.post<MergeShown>('merges', looked.request),
    onSuccess: (done) => {
      // What is on the screen is of those who are no longer there: it is not asked for again.
      void queries.invalidateQueries({ refetchType: 'none' });
      void navigate(`/supporters/${done.survivor}`, { replace: true });
    },
  });
  const policies = useQuery({ queryKey: ['merge-policies'], queryFn: () => api.get<Policies>('merge-policies') });
  const household = useMutation({
    mutationFn: () => api.post<MadeHousehold>('duplicates/household', { supporters }),
    onSuccess: (made) => {
      void queries.invalidateQueries();
      void navigate(`/supporters/${made.household}`, { replace: true });
    },
  });
  const isHousehold = data?.may_live_together ?? false;
  const choose = (of: number[]) => setAsked({ of: of.join(',') }, { replace: true });
  const goes = supporters.length - 1;
  return (
    <>
      <TitleLine title={data === undefined ? 'Merge supporters' : `Merge into ${data.name}`}>
        nothing is written before you say so
      </TitleLine>
      <Trouble error={merge.error ?? household.error ?? looked.error} />
      {data !== undefined && <PolicyBar policy={looked.policy} onPolicy={looked.setPolicy} />}
      {isHousehold && (
        <div className="hint">
          <span>Their first names differ: perhaps they are not one, but live together.</span>
          <Button size="compact-sm" variant="default" loading={household.isPending} onClick={() => household.mutate()}>
            Make a household of them
          </Button>
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) 330px' }}>
        <Pane
          title="Field by field"
          note={data === undefined ? '' : 'a click takes a value; what you write goes before it'}
          right={
            supporters.length < 20 && (
              <div style={{ width: 220 }}>
                <SupporterPicker
                  key={supporters.length}
                  label="Add a supporter by name or number"
                  autoFocus={supporters.length < 2}
                  onPick={(row) => choose([...new Set([...supporters, row.id])])}
                />
              </div>
            )
          }
        >
          <div className="pane-body" tabIndex={0}>
            {supporters.length < 2 && (
              <Empty title={supporters.length === 0 ? 'Who are they?' : 'Who is the other?'}>
                <p>
                  Find {supporters.length === 0 ? 'the supporters that are one' : 'whoever is the same as this one'} by name, email or
                  number, above.
                </p>
              </Empty>
            )}
            {looked.error !== null && (
              <Empty title="These can not become one">
                {supporters.map((id) => (
                  <p key={id}>
                    Supporter {id}{' '}
                    <button type="button" className="plain-button" onClick={() => choose(supporters.filter((one) => one !== id))}>
                      leave out
                      <Of what={`supporter ${id}`} />
                    </button>
                  </p>
                ))}
              </Empty>
            )}
            {data !== undefined && looked.error === null && (
              <MergeFields
                data={data}
                typed={looked.typed}
                onTyped={looked.setTyped}
                onSurvivor={looked.setSurvivor}
                onWithout={(id) => choose(supporters.filter((one) => one !== id))}
                rules={policies.data?.field_rules ?? []}
                policy={looked.policy}
                onPolicy={looked.setPolicy}
              />
            )}
          </div>
        </Pane>
        <Pane title="What it has then" note={data === undefined ? '' : `${counted(data.gifts.count, 'gift')}, ${moneys(data.gifts.given)}`}>
          <div className="pane-body" tabIndex={0}>
            {data !== undefined && <MergedThings data={data} />}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button disabled={!looked.isSettled} loading={merge.isPending} onClick={() => merge.mutate()}>
          {data === undefined ? 'Merge' : `Merge ${goes === 1 ? 'the other' : `the other ${count(goes)}`} into it`}
        </Button>
        <Button variant="subtle" color="pine" onClick={() => void navigate(-1)}>
          Leave them apart
        </Button>
        <span className="push quiet">It can be taken apart again at any time.</span>
      </div>
    </>
  );
}
