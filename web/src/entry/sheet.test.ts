import { describe, expect, it } from 'vitest';
import { changedRows, emptied, filledDown, fromClipboard, pasted, toClipboard, tooLarge } from './sheet';

const area = (top: number, left: number, bottom = top, right = left) => ({
  from: { row: top, column: left },
  to: { row: bottom, column: right },
});

describe('the clipboard of a spreadsheet', () => {
  it.each([
    ['a', [['a']]],
    [
      'a\tb\nc\td\n',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    [
      'a\t\r\n\tb',
      [
        ['a', ''],
        ['', 'b'],
      ],
    ],
    ['"two\nlines"\t"say ""hi"""', [['two\nlines', 'say "hi"']]],
    ['5" pipe', [['5" pipe']]],
    ['', [['']]],
  ])('%j', (text, cells) => expect(fromClipboard(text)).toEqual(cells));
  it('comes back as it went', () => {
    const cells = [
      ['a\tb', 'c"d'],
      ['e\nf', ''],
    ];
    expect(fromClipboard(toClipboard(cells, area(0, 0, 1, 1)))).toEqual(cells);
  });
});

describe('what is done to cells', () => {
  const cells = [
    ['a', '1'],
    ['b', '2'],
    ['c', '3'],
  ];
  it('pastes a block and adds rows', () =>
    expect(
      pasted(
        cells,
        area(2, 0),
        [
          ['x', 'y', 'z'],
          ['p', 'q', 'r'],
        ],
        2,
        10,
      ),
    ).toEqual([
      ['a', '1'],
      ['b', '2'],
      ['x', 'y'],
      ['p', 'q'],
    ]));
  it('pastes no further than the grid goes', () => expect(pasted(cells, area(2, 1), [['x'], ['y'], ['z']], 2, 4)).toHaveLength(4));
  it.each([
    [
      [['x'], ['y'], ['z']],
      'What you copied has 3 rows and 1 column; from this cell on there is room for 2 rows and 1 column. Nothing was pasted.',
    ],
    [[['x', 'y']], 'What you copied has 1 row and 2 columns; from this cell on there is room for 2 rows and 1 column. Nothing was pasted.'],
    [[['x', '', '']], null],
    [[['x'], ['y']], null],
  ])('cuts nothing off in silence: %j', (block, why) => expect(tooLarge(area(2, 1), block, 2, 4)).toBe(why));
  it('fills a chosen area with one cell', () =>
    expect(pasted(cells, area(0, 1, 2, 1), [['9']], 2, 10).map((row) => row[1])).toEqual(['9', '9', '9']));
  it('fills down from the first chosen row', () =>
    expect(filledDown(cells, area(0, 1, 2, 1))).toEqual([
      ['a', '1'],
      ['b', '1'],
      ['c', '1'],
    ]));
  it('takes what stands above a single row', () => expect(filledDown(cells, area(1, 0))[1]).toEqual(['a', '2']));
  it('takes what stands above into the empty row below the last', () => expect(filledDown(cells, area(3, 1))[3]).toEqual(['', '3']));
  it('has nothing above a row far below', () => expect(filledDown(cells, area(7, 1))).toEqual(cells));
  it('has nothing above the first row', () => expect(filledDown(cells, area(0, 0))).toEqual(cells));
  it('works on an area chosen upwards', () =>
    expect(filledDown(cells, { from: { row: 2, column: 0 }, to: { row: 1, column: 0 } })[2]).toEqual(['b', '3']));
  it('empties', () =>
    expect(emptied(cells, area(0, 0, 1, 0))).toEqual([
      ['', '1'],
      ['', '2'],
      ['c', '3'],
    ]));
  it('sends only the rows that changed', () => {
    expect(changedRows(cells, emptied(cells, area(1, 0)))).toEqual({ rows: { 3: ['', '2'] }, were: { 3: ['b', '2'] } });
    expect(changedRows(cells, [...cells, ['d', '4']])).toEqual({ rows: { 5: ['d', '4'] }, were: { 5: [''] } });
  });
});
