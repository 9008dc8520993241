import type { MoneyTerm, Outcome, Proof } from '../../api/types';
import { Equation, type Term } from '../../shared/Equation';
import { count, counted, money, UNKNOWN } from '../../shared/format';

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
          ...(figure('new') === '0.00' && figure('batch') !== '0.00' ? [] : [term('new', gifts)]),
          ...(figure('batch') === '0.00' ? [] : [term('batch', `${counted(proof.in_batch.gifts, 'gift')} in the batch`)]),
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
