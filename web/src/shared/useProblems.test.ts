import { describe, expect, it } from 'vitest';
import { lastAnswer } from './useProblems';

describe('the answer to the last question is taken', () => {
  const later = () => {
    let say: (answer: string) => void = () => undefined;
    const answer = new Promise<string>((resolve) => (say = resolve));
    return { answer, say };
  };

  it('when an earlier one comes after it', async () => {
    const taken: string[] = [];
    const answers = lastAnswer<string>((answer) => taken.push(answer));
    const [first, second] = [later(), later()];
    const asked = [answers.ask(first.answer), answers.ask(second.answer)];
    second.say('ends before it starts');
    first.say('nothing wrong');
    await Promise.all(asked);
    expect(taken).toEqual(['ends before it starts']);
  });

  it('unless something else has spoken since', async () => {
    const taken: string[] = [];
    const answers = lastAnswer<string>((answer) => taken.push(answer));
    const first = later();
    const asked = answers.ask(first.answer);
    answers.forget();
    first.say('nothing wrong');
    await asked;
    expect(taken).toEqual([]);
  });

  it('and one that fails says nothing', async () => {
    const taken: string[] = [];
    const answers = lastAnswer<string>((answer) => taken.push(answer));
    await answers.ask(Promise.reject(new Error('not reached')));
    await answers.ask(Promise.resolve('too long'));
    expect(taken).toEqual(['too long']);
  });
});
