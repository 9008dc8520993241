import { describe, expect, it } from 'vitest';
import { whatBecame } from './HeldPage';

describe('what became of held rows', () => {
  const none = { sent: 0, passing: 0, still: [] };
  it.each([
    ['all loaded', { ...none, done: 'send' as const, picked: 3, sent: 3 }, 'Of 3 rows: 3 loaded.'],
    [
      'some could not be',
      { ...none, done: 'send' as const, picked: 3, sent: 1, still: [{ why: 'Amount is missing', rows: 2 }] },
      'Of 3 rows: 1 loaded, 2 still held (Amount is missing).',
    ],
    ['let in before the load', { ...none, done: 'in' as const, picked: 1 }, 'Of 1 row: 1 not held any more, to come in with the intake.'],
    ['let in after it', { ...none, done: 'in' as const, picked: 2, passing: 2 }, 'Of 2 rows: 2 put right, to be loaded.'],
    [
      'for two reasons',
      {
        ...none,
        done: 'check' as const,
        picked: 3,
        still: [
          { why: 'a', rows: 2 },
          { why: 'b', rows: 1 },
        ],
      },
      'Of 3 rows: 3 still held (2: a; 1: b).',
    ],
    ['left out', { ...none, done: 'out' as const, picked: 2 }, 'Of 2 rows: 2 left out.'],
  ])('%s', (_, done, said) => expect(whatBecame(done)).toBe(said));
});
