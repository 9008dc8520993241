import { Button, Checkbox } from '@mantine/core';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { BatchList, BatchSettingsKept } from '../api/answers';
import { api } from '../api/client';
import { Chips } from '../shared/Chips';
import { count, counted, money } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { AboutBatch } from './AboutBatch';
import { stateOf } from './batch';

/** All batches: those that wait for someone first. */
export function BatchesPage() {
  const may = useMay();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [asked, setAsked] = useSearchParams();
  const [opening, setOpening] = useState(false);
  const state = asked.get('state') ?? '';
  const page = Number(asked.get('page') ?? '1');
  const found = useQuery({
    queryKey: ['batches', state, page],
    queryFn: () => api.get<BatchList>(`batches?state=${state}&page=${page}`),
    placeholderData: keepPreviousData,
  });
  const settings = useMutation({
    mutationFn: (by_another: boolean) => api.put<BatchSettingsKept>('batch-settings', { by_another }),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ['batches'] }),
  });
  const batches = found.data?.batches ?? [];
  return (
    <>
      <TitleLine title="Batches">gifts that came in together, entered and checked together</TitleLine>
      <div className="panes">
        <Pane
          title={
            <Chips
              label="Which batches"
              value={state}
              onChange={(next) => setAsked(next === '' ? {} : { state: next }, { replace: true })}
              options={[
                { value: '', text: 'all' },
                { value: 'open', text: 'open' },
                { value: 'ready', text: 'ready to post' },
                { value: 'posted', text: 'posted' },
              ]}
            />
          }
          note={found.data !== undefined && counted(found.data.total, 'batch', 'batches')}
          right={
            may.administer && (
              <Checkbox
                label="whoever typed a batch may not post it"
                checked={found.data?.by_another ?? false}
                onChange={(event) => settings.mutate(event.currentTarget.checked)}
              />
            )
          }
        >
          <Trouble error={found.error ?? settings.error} />
          <div className="pane-body" tabIndex={0}>
            {found.data?.total === 0 && (
              <Empty title={state === '' ? 'No batch yet' : `No batch is ${state === 'ready' ? 'ready to post' : state}`}>
                <p>Open one for the checks of a day, and type them in: nothing counts as given until the batch is posted.</p>
              </Empty>
            )}
            {batches.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 100 }}>Received</th>
                    <th>Batch</th>
                    <th style={{ width: '26%' }}>State</th>
                    <th className="num" style={{ width: 70 }}>
                      Gifts
                    </th>
                    <th className="num" style={{ width: 120 }}>
                      Entered
                    </th>
                    <th className="num" style={{ width: 120 }}>
                      Expected
                    </th>
                    <th style={{ width: 190 }}>Difference</th>
                  </tr>
                </thead>
                <tbody>
                  {batches.map((batch) => (
                    <tr key={batch.id}>
                      <td>{batch.received_on}</td>
                      <td>
                        <Link to={`/batches/${batch.id}`}>{batch.name}</Link>
                      </td>
                      <td>{stateOf(batch)}</td>
                      <td className="num">{count(batch.gifts)}</td>
                      <td className="num">{money(batch.amount, batch.currency)}</td>
                      <td className="num">{money(batch.expected_amount, batch.currency)}</td>
                      <td>
                        {batch.agrees ? (
                          <span className="quiet">agrees</span>
                        ) : (
                          <span className={batch.state === 'posted' ? 'quiet' : 'held'}>{batch.difference}</span>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        {may.edit && <Button onClick={() => setOpening(true)}>Open a batch</Button>}
        <Pager
          page={page}
          pages={found.data?.pages ?? 1}
          onPage={(next) => setAsked({ ...(state === '' ? {} : { state }), page: String(next) })}
        />
      </div>
      {opening && (
        <AboutBatch batch={null} onClose={() => setOpening(false)} onKept={(kept) => void navigate(`/batches/${kept.batch.id}`)} />
      )}
    </>
  );
}
