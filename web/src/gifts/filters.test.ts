import { describe, expect, it } from 'vitest';
import { askedOf, pathOf, sentence } from './filters';

describe('what gifts are asked for by', () => {
  it('is read from the address, and nothing else is', () =>
    expect(askedOf(new URLSearchParams('from=2026-01-01&to=&fund=Rescue%20boat&page=3&other=x'))).toEqual({
      from: '2026-01-01',
      fund: 'Rescue boat',
    }));

  it('goes to the server whatever stands in it', () =>
    expect(pathOf({ fund: 'A & B=C', least: '10' })).toBe('&fund=A%20%26%20B%3DC&least=10'));

  it('is said in words', () =>
    expect(sentence({ from: '2026-01-01', least: '100', fund: 'General fund', kind: 'check' })).toBe(
      ', from 2026-01-01, of at least 100, for General fund, by check',
    ));

  it('says nothing of all gifts', () => expect(sentence({})).toBe(''));
});
