import { describe, expect, it } from 'vitest';
import { chosen, type Ticks } from './ticks';

const none = () => undefined;

const ticks = (count: number, scope: Ticks['scope']): Ticks => ({
  count,
  some: [],
  has: () => false,
  turn: none,
  all: none,
  none,
  scope,
});

describe('whom a check or a mailing is about', () => {
  it('is all that are found where nobody is ticked', () => {
    expect(
      chosen(
        ticks(0, () => ({ ids: [] })),
        { q: 'lee' },
      ),
    ).toEqual({ q: 'lee' });
  });

  it('is those that are ticked, whatever was searched for', () => {
    expect(
      chosen(
        ticks(2, () => ({ ids: [3, 7] })),
        { q: 'lee' },
      ),
    ).toEqual({ ids: '3,7' });
  });

  it('is all but some', () => {
    expect(
      chosen(
        ticks(9, (query) => ({ query, except: [4] })),
        { q: 'lee' },
      ),
    ).toEqual({ q: 'lee', except: '4' });
    expect(
      chosen(
        ticks(10, (query) => ({ query, except: [] })),
        { q: 'lee' },
      ),
    ).toEqual({ q: 'lee' });
  });
});
