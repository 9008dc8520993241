import { Button } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { Unreached, UnreachedPage as Page } from '../api/answers';
import { api } from '../api/client';
import { Empty, Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';
import { Pane } from '../shared/Pane';
import { ShowMore } from '../shared/ShowMore';
import { TitleLine } from '../shared/TitleLine';
import { useMore } from '../shared/useMore';

/** The worklist of stored addresses that mail does not reach, each with what can be done about it. */
export function UnreachedPage() {
  const queries = useQueryClient();
  const list = useMore<Unreached>(['undeliverable'], 'undeliverable');
  const remedy = useMutation({
    mutationFn: ({ number, to }: { number: number; to: string }) => api.post<Page>(`undeliverable/${number}`, { to }),
    onSettled: () => {
      void queries.invalidateQueries({ queryKey: ['undeliverable'] });
      void queries.invalidateQueries({ queryKey: ['today'] });
    },
  });
  return (
    <>
      <TitleLine title="Mail does not reach">addresses that are not found, from which someone moved away, or that are marked so</TitleLine>
      <Trouble error={list.error ?? remedy.error} />
      <div className="panes">
        <Pane title="To put right">
          <div className="pane-body" tabIndex={0}>
            {list.isSuccess && list.rows.length === 0 && (
              <Empty title="Mail reaches everyone">
                <p>As far as the postal directory was asked, and nobody said otherwise.</p>
              </Empty>
            )}
            {list.rows.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: '20%' }}>Supporter</th>
                    <th style={{ width: '26%' }}>Address</th>
                    <th>Why</th>
                    <th style={{ width: '33%' }}>What to do</th>
                  </tr>
                </thead>
                <tbody>
                  {list.rows.map((row) => (
                    <tr key={row.number}>
                      <td>
                        <Link to={`/supporters/${row.supporter_id}`}>{row.name}</Link>
                      </td>
                      <td className="mono">{row.address.replace(/, US$/, '')}</td>
                      <td className="quiet">
                        {row.moved_on !== null && <div>moved away on {row.moved_on}</div>}
                        {row.moved_on === null && row.outcome !== null && <div>{row.outcome}</div>}
                        {row.moved_on === null && <div>{row.why}</div>}
                        {row.asked_on !== null && <div>asked {row.asked_on}</div>}
                        {row.condition === 'undeliverable' && <span className="pill held">undeliverable</span>}
                      </td>
                      <td>
                        <Remedies row={row} busy={remedy.isPending} onTo={(to) => remedy.mutate({ number: row.number, to })} />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            <ShowMore list={list} />
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Link to="/addresses">Back to the addresses</Link>
        <span className="push quiet">
          What is marked undeliverable is left out of mailings. Each remedy stands in the supporter's history.
        </span>
      </div>
    </>
  );
}

function Remedies({ row, busy, onTo }: { row: Unreached; busy: boolean; onTo: (to: string) => void }) {
  const wide = { label: { whiteSpace: 'normal' as const, textAlign: 'left' as const }, root: { height: 'auto', minHeight: 24 } };
  return (
    <>
      {row.moved_to !== null && (
        <Button size="compact-sm" variant="default" disabled={busy} onClick={() => onTo('move')} styles={wide}>
          Move to {row.moved_to.replace(/, US$/, '')}
          <Of what={row.name} />
        </Button>
      )}
      {row.moved_to === null &&
        row.candidates.map((candidate, i) => (
          <div key={candidate} style={{ marginBottom: 4 }}>
            <Button size="compact-sm" variant="default" disabled={busy} onClick={() => onTo(`take:${i}`)} styles={wide}>
              Is {candidate.replace(/, US$/, '')}
              <Of what={row.name} />
            </Button>
          </div>
        ))}
      <div className="also">
        {row.condition !== 'undeliverable' && (
          <button type="button" className="plain-button" disabled={busy} onClick={() => onTo('undeliverable')}>
            undeliverable
            <Of what={row.name} />
          </button>
        )}
        <button type="button" className="plain-button" disabled={busy} onClick={() => onTo('right')}>
          it is right
          <Of what={`the address of ${row.name}`} />
        </button>
        <button type="button" className="plain-button" disabled={busy} onClick={() => onTo('former')}>
          former
          <Of what={row.name} />
        </button>
        <Link to={`/supporters/${row.supporter_id}/edit`}>
          type another
          <Of what={`address of ${row.name}`} />
        </Link>
      </div>
    </>
  );
}
