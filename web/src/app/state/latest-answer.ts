import { effect, untracked } from '@angular/core';

/**
 * Asks whenever the question changes, in an injection context. An answer that comes after the question has changed, or
 * after its page was left, is passed over: a slow server never puts the answer to one question under another.
 * @param question what is asked; undefined while there is nothing to ask
 */
export function latestAnswer<Q, A>(
  question: () => Q | undefined,
  ask: (question: Q) => Promise<A>,
  take: (answer: A, question: Q) => void,
): void {
  effect((onCleanup) => {
    const asked = question();
    if (asked === undefined) return;
    let past = false;
    onCleanup(() => {
      past = true;
    });
    void untracked(() => ask(asked)).then((answer) => {
      if (!past) take(answer, asked);
    });
  });
}
