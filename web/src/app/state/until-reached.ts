import { defer, EMPTY, expand, switchMap, timer } from 'rxjs';
import type { Observable } from 'rxjs';
import { UNREACHABLE } from './api';
import type { Answer } from './api';

/** How long a tablet waits before it tries a server again that it could not reach. */
export const RETRY_MS = 2000;

/** Every answer to a question, which is asked again until the server has been reached. */
export function untilReached<T>(ask: () => Promise<Answer<T>>): Observable<Answer<T>> {
  return defer(ask).pipe(
    expand((answer) =>
      !answer.ok && answer.problem.code === UNREACHABLE.code ? timer(RETRY_MS).pipe(switchMap(ask)) : EMPTY,
    ),
  );
}
