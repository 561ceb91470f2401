import { inject } from '@angular/core';
import { ledgerEntries, limitNews } from '@oak-gate/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import type { Observable } from 'rxjs';
import { concatMap, filter, from, map, merge, of, switchMap, takeUntil, timer, withLatestFrom } from 'rxjs';
import type { Action } from '@ngrx/store';
import * as z from 'zod';
import { Api, UNREACHABLE } from './api';
import type { ApiProblem } from './api';
import { eventsOf } from './event-stream';
import { jobFeature, JobActions } from './job.feature';
import type { Pending } from './job.feature';
import { Outbox } from './outbox';
import { RETRY_MS, untilReached } from './until-reached';

export const tellJob = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(JobActions.open, JobActions.gap),
      withLatestFrom(store.select(jobFeature.selectJobId)),
      switchMap(([, jobId]) =>
        untilReached(() => api.get(`/api/jobs/${jobId}/entries`, ledgerEntries)).pipe(
          map((answer) =>
            answer.ok && jobId !== undefined
              ? JobActions.told({ jobId, entries: answer.value.entries })
              : JobActions.failed({ problem: answer.ok ? NOT_OPEN : answer.problem }),
          ),
        ),
      ),
    ),
  { functional: true },
);
const NOT_OPEN: ApiProblem = {
  code: 'NOT_OPEN',
  title: 'No job is open',
  where: 'this page',
  next: 'Choose one on the Floor.',
};

/** Commands go one after another, so that each is decided on what the one before it left. */
export const sendCommands = createEffect(
  (actions = inject(Actions), api = inject(Api), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(JobActions.send),
      withLatestFrom(store.select(jobFeature.selectJobId)),
      concatMap(([{ pending }, jobId]) =>
        deliver(api, jobId ?? '', pending).pipe(
          map((action) => {
            if (action.type !== JobActions.stillWaiting.type) outbox.take(pending.id);
            return action;
          }),
        ),
      ),
    ),
  { functional: true },
);

/** Sends until the server has answered; a command has its own id, so sending it twice does it once. */
function deliver(api: Api, jobId: string, { id, command }: Pending): Observable<Action> {
  return from(api.post(`/api/jobs/${jobId}/commands`, { id, command }, ledgerEntries)).pipe(
    switchMap((answer): Observable<Action> => {
      if (answer.ok) return of(JobActions.accepted({ id, entries: answer.value.entries }));
      const { problem } = answer;
      if (problem.code !== UNREACHABLE.code) return of(JobActions.refused({ id, command, problem }));
      const again = timer(RETRY_MS).pipe(
        switchMap(() => deliver(api, jobId, { id, command, foreseen: [], waiting: true })),
      );
      return merge(of(JobActions.stillWaiting({ id })), again);
    }),
  );
}

const streamed = z.union([z.object({ library: z.literal(true) }), ledgerEntries]);

/** What other tablets write, and that the library moved on. */
export const hearOthers = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(JobActions.told),
      switchMap(({ jobId }) =>
        eventsOf(`/api/jobs/${jobId}/stream`, streamed).pipe(
          takeUntil(actions.pipe(ofType(JobActions.close, JobActions.open, JobActions.told))),
        ),
      ),
      withLatestFrom(store.select(jobFeature.selectConfirmed)),
      map(([event, confirmed]) => {
        if ('library' in event) return JobActions.libraryMoved();
        const { entries } = event;
        return (entries[0]?.entry.seq ?? 0) <= (confirmed?.seq ?? 0) + 1
          ? JobActions.heard({ entries })
          : JobActions.gap();
      }),
    ),
  { functional: true },
);

/** What the library's documents mean for this job: asked when it opens, and whenever either of them moves. */
export const askForNews = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    merge(
      actions.pipe(ofType(JobActions.told, JobActions.libraryMoved)),
      actions.pipe(
        ofType(JobActions.accepted, JobActions.heard),
        filter(({ entries }) => entries.some(({ entry }) => MOVES_NEWS.has(entry.type))),
      ),
    ).pipe(
      withLatestFrom(store.select(jobFeature.selectJobId)),
      switchMap(([, jobId]) =>
        from(api.get(`/api/jobs/${jobId}/news`, limitNews)).pipe(
          filter((answer) => answer.ok),
          map(({ value }) => JobActions.news({ jobId: jobId ?? '', news: value })),
        ),
      ),
    ),
  { functional: true },
);
/** What changes which documents a job waits for, and which of its verdicts they would change. */
const MOVES_NEWS: ReadonlySet<string> = new Set([
  'limitsPinned',
  'pinDeclined',
  'engineFactsSaid',
  'serialCorrected',
  'readingTaken',
  'readingCorrected',
  'readingVoided',
  'limitDecided',
  'recordSealed',
]);
