import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { RecognitionCard } from '../api/answers';
import { api } from '../api/client';
import { money, withPhones } from '../shared/format';
import { Trouble } from '../shared/Notice';
import type { Typing } from './useTyping';

/** What is held against the check: the record that the row is for, line by line, and what speaks against it. */
export function WhoCard({ typing }: { typing: Typing }) {
  const id = typing.typed.supporter?.id;
  const who = useQuery({
    queryKey: ['who', id],
    queryFn: () => api.get<RecognitionCard>(`batch-supporters/${id}`),
    enabled: id !== undefined,
  });
  const card = id === undefined ? undefined : who.data;
  const { problems, like, isTwice } = typing;
  const asks = card !== undefined && (card.warnings.length > 0 || like.length > 0);
  return (
    <div className="who">
      <dl className="who-lines">
        {card === undefined ? (
          <div>
            <dt />
            <dd className="quiet">Whoever you choose is shown here, to hold the check against the record.</dd>
          </div>
        ) : (
          <>
            <div>
              <dt>Record</dt>
              <dd>
                {card.kind}, <Link to={`/supporters/${card.id}`} target="_blank">{`number ${card.id}`}</Link>
              </dd>
            </div>
            {card.lines.map((line) => (
              <div key={line.key}>
                <dt>{line.label}</dt>
                <dd className="mono">{withPhones(line.value)}</dd>
              </div>
            ))}
          </>
        )}
      </dl>
      <div className="who-side" aria-live="polite">
        <Trouble error={who.error ?? (problems.length === 0 ? typing.error : null)} />
        {problems.map((problem) => (
          <p key={`${problem.place} ${problem.code}`} className={problem.blocks ? 'held' : undefined}>
            {problem.reason}. {problem.remedy}.
          </p>
        ))}
        {isTwice && <p>Press Enter once more if it was given twice.</p>}
        {asks && <b>Is this the one?</b>}
        {card?.warnings.map((warning) => (
          <p key={warning}>{warning}</p>
        ))}
        {like.map((one, i) => (
          <p key={i}>
            Like one that is there{one.waits ? ', in a batch' : ''}: {one.date} {money(one.amount, one.currency)}
            {one.fund === '' ? '' : `, ${one.fund}`}
            {one.reference === '' ? '' : `, number ${one.reference}`}.
          </p>
        ))}
      </div>
    </div>
  );
}
