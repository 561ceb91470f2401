/// <reference lib="webworker" />
import { assignFits } from '@oak-gate/core';
import type { Fit, RingAssignment } from '@oak-gate/core';

/** What is asked for: for each set the fit of every ring in every bore. */
export interface AssignQuestion {
  readonly sets: readonly (readonly (readonly Fit[])[])[];
}
export type AssignAnswer =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'done'; readonly orders: readonly RingAssignment[] };

addEventListener('message', ({ data }: MessageEvent<AssignQuestion>) => {
  const orders: RingAssignment[] = [];
  for (const fits of data.sets) {
    orders.push(assignFits(fits));
    answer({ kind: 'progress', done: orders.length, of: data.sets.length });
  }
  answer({ kind: 'done', orders });
});
const answer = (said: AssignAnswer): void => {
  postMessage(said);
};
