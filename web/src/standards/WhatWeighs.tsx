import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { count, counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import type { WhatWeighsData } from './types';

const percent = (share: number): string => (share >= 0.001 ? `${Math.round(1000 * share) / 10} %` : 'hardly any');

const names: Record<string, [string, string]> = {
  person: ['person', 'people'],
  household: ['household', 'households'],
  organization: ['organization', 'organizations'],
};

/** How much each agreement says by the edition in use, and what that was estimated from. */
export function WhatWeighs({ kind }: { kind: string }) {
  const query = useQuery({
    queryKey: ['match-rules', 'weights', kind],
    queryFn: () => api.get<WhatWeighsData>(`match-rules/weights?kind=${kind}`),
  });
  const [one, several] = names[kind] ?? ['record', 'records'];
  const edition = query.data?.edition ?? null;
  return (
    <section className="pane-note" aria-label="What an agreement says">
      <b>What an agreement says</b>
      <Trouble error={query.error} />
      {query.data !== undefined && (
        <div className="quiet">
          {edition === null
            ? 'As it comes with the program. Once there are some, it is estimated from them.'
            : `Edition ${edition.number}, of ${edition.made_at.slice(0, 10)}: counted in ${counted(edition.records, one, several)}, estimated from ${counted(edition.pairs, 'pair')}.${edition.moved === 0 ? '' : ` Corrected by what people decided: pairs are ${edition.moved > 0 ? 'likelier' : 'less likely'} than they seemed.`}`}
        </div>
      )}
      {edition?.discarded.map((why) => (
        <div key={why} className="wrong">
          {why}
        </div>
      ))}
      {query.data !== undefined && (
        <table className="figures words">
          <thead>
            <tr>
              <th>If</th>
              <th>of one {one}</th>
              <th>of two</th>
              <th>it speaks</th>
            </tr>
          </thead>
          <tbody>
            {query.data.weights.map((row) => (
              <tr key={`${row.field} ${row.words}`}>
                <td>{row.words}</td>
                <td>{percent(row.same)}</td>
                <td>{percent(row.others)}</td>
                <td>{row.says}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {query.data !== undefined && (
        <div className="quiet">
          Shares among pairs that both say something of it. What two share says the more the fewer have it:{' '}
          {kind === 'organization' ? 'the words of names' : 'names'}, addresses, emails
          {kind === 'person' ? ', phones and birth dates' : ' and phones'} are counted
          {edition === null ? '' : ` among ${count(edition.records)}`}.
        </div>
      )}
    </section>
  );
}
