import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { Proof } from '../../api/types';
import { Money, Rows } from './Equations';

const proof: Proof = {
  rows: 1204,
  outcomes: { new: 906, updated: 131, unchanged: 116, held: 38, left_out: 13 },
  supporters: { created: 906, updated: 131 },
  gifts: { created: 1377, amount: '85310.50', amounts: { USD: '85310.50' } },
  money: { new: { USD: '85310.50' }, batch: {}, promised: {}, there: {}, held: { USD: '2560.00' }, left_out: { USD: '250.00' } },
  in_batch: { gifts: 0, amounts: {} },
  promised: { created: 0, amounts: {} },
  source_amount: '88120.50',
  source_amounts: { USD: '88120.50' },
  balanced: true,
  faults: [],
  held_by_reason: [],
  untaken: [],
  written: [],
  sample: [],
  undo_report: null,
  can_redo: false,
  passed: [],
};
const read = (html: string): string =>
  html
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

describe('the proof is an equation', () => {
  it('adds up rows', () =>
    expect(read(renderToStaticMarkup(<Rows proof={proof} />))).toBe(
      '1,204 rows in the file = 906 new + 131 updated + 116 no change + 38 held + 13 left out',
    ));
  it('adds up money, and leaves out a term that says nothing', () =>
    expect(read(renderToStaticMarkup(<Money proof={proof} />))).toBe(
      '$88,120.50 in the file = $85,310.50 in 1,377 new gifts + $2,560.00 held + $250.00 left out',
    ));
  it('names gifts that were there before', () =>
    expect(read(renderToStaticMarkup(<Money proof={{ ...proof, money: { ...proof.money, there: { USD: '10.00' } } }} />))).toContain(
      '+ $10.00 there before +',
    ));
  it('keeps currencies and promises apart', () => {
    const both = read(
      renderToStaticMarkup(
        <Money
          proof={{
            ...proof,
            money: { ...proof.money, promised: { EUR: '5.00' } },
            source_amount: '88120.50',
            source_amounts: { ...proof.source_amounts, EUR: '5.00' },
          }}
        />,
      ),
    );
    expect(both).toContain('€5.00 EUR in the file = €0.00 in new gifts + €5.00 promised +');
    expect(both).toContain('$88,120.50 USD in the file = $85,310.50 in new gifts +');
  });
  it('says that a preview is one', () =>
    expect(read(renderToStaticMarkup(<Money proof={proof} planned />))).toContain('in 1,377 gifts to load'));
  it('opens its rows from each figure', () =>
    expect(renderToStaticMarkup(<Rows proof={proof} onPick={() => undefined} />).match(/<button/g)).toHaveLength(5));
});
