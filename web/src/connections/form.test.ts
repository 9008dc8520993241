import { describe, expect, it } from 'vitest';
import { blank, carried } from './form';

describe('a connection that is carried in a file', () => {
  it('has all that its file says, and what is usual beside it', () => {
    const file = JSON.stringify({
      version: 1,
      name: 'Skerry',
      form: { address: 'https://x.example', minor: true },
      every: 60,
      loads: true,
    });
    expect(carried(file)).toEqual({
      name: 'Skerry',
      form: { ...blank, address: 'https://x.example', minor: true },
      every: 60,
      loads: true,
      plan: null,
    });
  });

  it.each(['', '{', '[]', '{"version":2,"form":{}}', '{"version":1}', '"text"'])('is none: %s', (text) => {
    expect(carried(text)).toBeNull();
  });
});
