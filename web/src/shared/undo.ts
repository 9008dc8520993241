import type { ActUndone } from '../api/answers';
import { api } from '../api/client';

const PAUSE = 1000;

/** Takes an act back. What was done to very many is taken back in the queue: this waits until it is, and it goes on if nobody does. */
export async function undoAct(act: number): Promise<ActUndone> {
  let undone = await api.post<ActUndone>(`acts/${act}/undo`);
  while (undone.later) {
    await new Promise((resolve) => setTimeout(resolve, PAUSE));
    undone = await api.get<ActUndone>(`acts/${act}/undo`);
  }
  return undone;
}
