import { Fragment } from 'react';
import type { Outcome, Proof } from '../../api/types';
import { count, money } from '../../shared/format';

interface Term {
  key: string;
  figure: string;
  word: string;
  tone?: 'held' | 'out';
  onPick?: () => void;
}

function Equation({ total, terms, small }: { total: Term; terms: Term[]; small: boolean }) {
  return (
    <div className="equation">
      {[total, ...terms].map((term, i) => (
        <Fragment key={term.key}>
          {i > 0 && <span className="sign">{i === 1 ? '=' : '+'}</span>}
          {term.onPick === undefined ? (
            <span className={`term ${term.tone ?? ''}`}>
              <span className={`figure${small ? ' small' : ''}`}>{term.figure}</span>
              <span className="word">{term.word}</span>
            </span>
          ) : (
            <button type="button" className={`term ${term.tone ?? ''}`} onClick={term.onPick}>
              <span className={`figure${small ? ' small' : ''}`}>{term.figure}</span>
              <span className="word">{term.word}</span>
            </button>
          )}
        </Fragment>
      ))}
    </div>
  );
}

/** Rows in the file = new + updated + no change + held + left out. */
export function Rows({ proof, small = false, onPick }: { proof: Proof; small?: boolean; onPick?: (outcome: Outcome) => void }) {
  const term = (outcome: Outcome, word: string, tone?: Term['tone']): Term => ({
    key: outcome,
    figure: count(proof.outcomes[outcome]),
    word,
    ...(tone === undefined ? {} : { tone }),
    ...(onPick === undefined ? {} : { onPick: () => onPick(outcome) }),
  });
  return <Equation small={small} total={{ key: 'rows', figure: count(proof.rows), word: 'rows in the file' }} terms={[term('new', 'new'), term('updated', 'updated'), term('unchanged', 'no change'), term('held', 'held', 'held'), term('left_out', 'left out', 'out')]} />;
}

/** Money in the file = new gifts + there before + held + left out; what is zero and says nothing is not shown. */
export function Money({ proof, small = false, planned = false }: { proof: Proof; small?: boolean; planned?: boolean }) {
  const terms: Term[] = [
    { key: 'new', figure: money(proof.money.new), word: `in ${count(proof.gifts.created)} ${planned ? 'gifts to load' : 'new gifts'}` },
    ...(proof.money.there === '0.00' ? [] : [{ key: 'there', figure: money(proof.money.there), word: 'there before' }]),
    { key: 'held', figure: money(proof.money.held), word: 'held', tone: 'held' as const },
    { key: 'left_out', figure: money(proof.money.left_out), word: 'left out', tone: 'out' as const },
  ];
  return <Equation small={small} total={{ key: 'source', figure: money(proof.source_amount), word: 'in the file' }} terms={terms} />;
}
