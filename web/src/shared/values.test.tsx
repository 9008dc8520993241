import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { Differing } from './Differing';
import { Lozenge } from './Lozenge';
import { Raw } from './Raw';

const text = (html: string): string => html.replace(/<[^>]+>/g, '');

describe('a raw value shows what nobody sees', () => {
  it.each([
    ['plain text', 'plain text'],
    ['', 'blank'],
    ['04106  ', '04106··'],
    [' x', '·x'],
    ['two  blanks', 'two··blanks'],
    ['no\u00a0break', 'no⍽break'],
    ['a\nb\tc', 'a↵b⇥c'],
    ['\ufeffName', '∅Name'],
    ['=SUM(A1)', '=SUM(A1)'],
    ['<script>alert(1)</script>', '&lt;script&gt;alert(1)&lt;/script&gt;'],
  ])('%j', (value, shown) => expect(text(renderToStaticMarkup(<Raw value={value} />))).toBe(shown));
});

describe('differences are marked within the value', () => {
  const marked = (value: string, other: string, exact = false): string[] =>
    [...renderToStaticMarkup(<Differing value={value} other={other} exact={exact} />).matchAll(/<mark[^>]*>([^<]*)<\/mark>/g)].map(
      (found) => found[1] ?? '',
    );

  it('marks the words that the other lacks', () => expect(marked('Bob Hathaway', 'Robert J. Hathaway')).toEqual(['Bob']));
  it('does not count capitals', () => expect(marked('ANN LEE', 'Ann Lee')).toEqual([]));
  it('counts capitals where asked', () => expect(marked('DOVER NH', 'Dover NH', true)).toEqual(['DOVER']));
  it('marks nothing beside nothing', () => expect(marked('Ann', '')).toEqual([]));
  it('says none for nothing', () => expect(text(renderToStaticMarkup(<Differing value="" other="Ann" />))).toBe('none'));
});

describe('how settled a column is', () => {
  it.each(['sure', 'look', 'open', 'left behind'])('%s has a word and a shape of its own', (state) => {
    const html = renderToStaticMarkup(<Lozenge state={state} />);
    expect(text(html)).toBe(state);
    expect(html).toContain('<path');
  });
  it('spends colour only on what needs a person', () => {
    expect(
      ['sure', 'look', 'open', 'left behind'].map((state) => renderToStaticMarkup(<Lozenge state={state} />).includes('needs')),
    ).toEqual([false, true, true, false]);
  });
});
