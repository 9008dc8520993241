import { Fragment } from 'react';

export interface Term {
  key: string;
  figure: string;
  word: string;
  tone?: 'held' | 'out';
  onPick?: () => void;
  /** Whether it is taken away. */
  minus?: boolean;
}

/** A total and what it is made of. */
export function Equation({ total, terms, small = false }: { total: Term; terms: Term[]; small?: boolean }) {
  return (
    <div className="equation">
      {[total, ...terms].map((term, i) => (
        <Fragment key={term.key}>
          {i > 0 && <span className="sign">{i === 1 ? '=' : term.minus === true ? '−' : '+'}</span>}
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
