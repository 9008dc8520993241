import { Fragment } from 'react';
import type { MoneyTerm, Outcome, Proof } from '../../api/types';
import { count, money, UNKNOWN } from '../../shared/format';

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
  return (
    <Equation
      small={small}
      total={{ key: 'rows', figure: count(proof.rows), word: 'rows in the file' }}
      terms={[
        term('new', 'new'),
        term('updated', 'updated'),
        term('unchanged', 'no change'),
        term('held', 'held', 'held'),
        term('left_out', 'left out', 'out'),
      ]}
    />
  );
}

/** Money in the file = new gifts + promised + there before + held + left out, an equation for each currency; what is zero and says nothing is not shown. */
export function Money({ proof, small = false, planned = false }: { proof: Proof; small?: boolean; planned?: boolean }) {
  const codes = [
    ...new Set([...Object.keys(proof.source_amounts), ...Object.values(proof.money).flatMap((amounts) => Object.keys(amounts))]),
  ].sort();
  return (
    <>
      {(codes.length === 0 ? [undefined] : codes).map((code) => {
        const figure = (term: MoneyTerm): string => (code === undefined ? undefined : proof.money[term][code]) ?? '0.00';
        const term = (key: MoneyTerm, word: string, tone?: Term['tone']): Term => ({
          key,
          figure: money(figure(key), code),
          word,
          ...(tone === undefined ? {} : { tone }),
        });
        const gifts =
          codes.length > 1
            ? planned
              ? 'in gifts to load'
              : 'in new gifts'
            : `in ${count(proof.gifts.created)} ${planned ? 'gifts to load' : 'new gifts'}`;
        const terms: Term[] = [
          term('new', gifts),
          ...(figure('promised') === '0.00' ? [] : [term('promised', 'promised')]),
          ...(figure('there') === '0.00' ? [] : [term('there', 'there before')]),
          term('held', 'held', 'held'),
          term('left_out', 'left out', 'out'),
        ];
        return (
          <Equation
            key={code ?? ''}
            small={small || codes.length > 1}
            total={{
              key: 'source',
              figure: money((code === undefined ? undefined : proof.source_amounts[code]) ?? '0.00', code),
              word: code === UNKNOWN ? 'in the file, currency unknown' : codes.length > 1 ? `${code} in the file` : 'in the file',
            }}
            terms={terms}
          />
        );
      })}
    </>
  );
}
