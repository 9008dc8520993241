import { Button, Select } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { count, counted, withPhones } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Borders } from './Borders';
import { Measured } from './Measured';
import type { RuleTrialData } from './types';
import type { IntakeList, TrialBegun } from '../api/answers';

const groups: [string, string][] = [
  ['added', 'Found by it, and not by the set in use'],
  ['dropped', 'Found by the set in use, and not by it'],
  ['other', 'Found by both, certain by one alone'],
  ['least certain', 'Certain, but nearest to the border'],
  ['nearly certain', 'To be reviewed, and nearly certain'],
  ['least likely', 'To be reviewed, and hardly likely'],
];

const rows = (names: Record<string, string> | undefined): Record<string, string> =>
  Object.fromEntries(Object.entries(names ?? {}).filter(([, name]) => name.startsWith('row ')));

/** Tries a rule set on the whole database or on an intake, without consequence. */
export function RuleTrial({ content }: { content: string }) {
  const [id, setId] = useState<number | null>(null);
  const [on, setOn] = useState('');
  const intakes = useQuery({
    queryKey: ['intakes'],
    queryFn: () => api.get<IntakeList>('intakes'),
  });
  const begin = useMutation({
    mutationFn: () => api.post<TrialBegun>('match-rules/try', { content, intake: on === '' ? null : Number(on) }),
    onSuccess: (begun) => setId(begun.id),
  });
  const query = useQuery({
    queryKey: ['rule trial', id],
    queryFn: () => api.get<RuleTrialData>(`match-rules/try/${id}`),
    enabled: id !== null,
    refetchInterval: (found) => (found.state.data?.state === 'done' || found.state.data?.state === 'failed' ? false : 500),
  });
  const data = query.data;
  const found = data?.state === 'done' ? data.found : null;
  const name = (of: number): string => data?.names[of] ?? `number ${of}`;
  return (
    <Pane
      title="What it would find"
      right={
        <div className="sentence">
          <Select
            size="xs"
            w={150}
            aria-label="Try it on"
            data={[
              { value: '', label: 'all supporters' },
              ...(intakes.data?.intakes ?? []).filter((one) => one.is_sifted).map((one) => ({ value: String(one.id), label: one.name })),
            ]}
            value={on}
            allowDeselect={false}
            onChange={(value) => setOn(value ?? '')}
            comboboxProps={{ width: 260, position: 'bottom-end' }}
          />
          <Button
            size="compact-sm"
            disabled={content === ''}
            loading={begin.isPending || (id !== null && data?.state !== 'done' && data?.state !== 'failed' && !query.isError)}
            onClick={() => begin.mutate()}
          >
            Try it
          </Button>
        </div>
      }
    >
      <div className="pane-body" tabIndex={0}>
        <Trouble error={begin.error ?? query.error ?? (data?.state === 'failed' ? new Error(data.error ?? 'The search stopped.') : null)} />
        {id === null && begin.error === null && (
          <Empty title="Try it first">
            <p>
              On all supporters or on the rows of an intake, changing nothing: how many pairs, those near the border, and what the set in
              use finds and this one does not.
            </p>
          </Empty>
        )}
        {data !== undefined && found === null && data.state !== 'failed' && (
          <div className="pane-note">
            Looking through the supporters: {count(data.done)} of {count(data.total)} …
          </div>
        )}
        {found !== null && (
          <>
            <div className="pane-note">
              <b>{counted(found.certain + found.review, 'pair')}</b>: {count(found.certain)} certain, {count(found.review)} to be reviewed.
              Beside the set in use: {count(found.added)} more, {count(found.dropped)} fewer, {count(found.other)} judged differently.
              {data !== undefined &&
                data.too_common.length > 0 &&
                ` ${counted(data.too_common.length, 'value')} that too many share ${data.too_common.length === 1 ? 'was' : 'were'} left alone.`}
            </div>
            {found.borders !== undefined && <Borders borders={found.borders} />}
            <Measured now={found.measured} before={found.measured_in_use} />
            {groups
              .filter(([group]) => (found.examples[group] ?? []).length > 0)
              .map(([group, title]) => (
                <section key={group} className="pane-note">
                  <b>{title}</b>
                  {(found.examples[group] ?? []).map((pair) => (
                    <div key={`${pair.one}-${pair.other}`} className="example-pair">
                      {pair.other in rows(data?.names) ? (
                        <span>
                          {name(pair.one)}, {name(pair.other)}
                        </span>
                      ) : (
                        <Link to={`/merge?of=${pair.one},${pair.other}`}>
                          {name(pair.one)}, {name(pair.other)}
                        </Link>
                      )}{' '}
                      <span className="quiet">{pair.score}</span>
                      <div className="quiet">{withPhones([...pair.for, ...pair.against.map((reason) => `but: ${reason}`)].join('; '))}</div>
                    </div>
                  ))}
                </section>
              ))}
          </>
        )}
      </div>
    </Pane>
  );
}
