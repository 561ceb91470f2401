import { effect, inject, Injector } from '@angular/core';
import { ledgerEntries, limitNews } from '@oak-gate/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { filter, from, map, merge, Observable, of, switchMap, takeUntil, withLatestFrom } from 'rxjs';
import * as z from 'zod';
import { Api } from './api';
import type { ApiProblem } from './api';
import { eventsOf } from './event-stream';
import { jobFeature, JobActions } from './job.feature';
import { Outbox } from './outbox';
import { untilReached } from './until-reached';

/** The story from its first entry, or from where it broke off. */
export const tellJob = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(JobActions.open, JobActions.gap),
      withLatestFrom(store.select(jobFeature.selectJobState)),
      switchMap(([{ type }, { jobId, heard }]) => {
        const isWhole = type === JobActions.open.type;
        const query = isWhole ? '' : `?from=${heard.seq + 1}`;
        return untilReached(() => api.get(`/api/jobs/${jobId}/entries${query}`, ledgerEntries)).pipe(
          map((answer) => {
            if (!answer.ok) return JobActions.failed({ problem: answer.problem });
            if (jobId === undefined) return JobActions.failed({ problem: NOT_OPEN });
            return isWhole ? JobActions.told(answer.value) : JobActions.heard(answer.value);
          }),
        );
      }),
    ),
  { functional: true },
);
const NOT_OPEN: ApiProblem = {
  code: 'NOT_OPEN',
  title: 'No job is open',
  where: 'this page',
  next: 'Choose one on the Floor.',
};

/** What does not join on leaves a gap, whoever brought it: it is filled by asking. */
export const fillGaps = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(JobActions.accepted, JobActions.heard, JobActions.told),
      withLatestFrom(store.select(jobFeature.selectHeard)),
      filter(([, { gap }]) => gap),
      map(() => JobActions.gap()),
    ),
  { functional: true },
);

const streamed = z.union([z.object({ library: z.literal(true) }), ledgerEntries]);

/** What other tablets write from the number on that this one has, and that the library moved on. */
export const hearOthers = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(JobActions.told),
      withLatestFrom(store.select(jobFeature.selectJobState)),
      switchMap(([, { jobId, heard }]) =>
        eventsOf(`/api/jobs/${jobId}/stream?from=${heard.seq + 1}`, streamed).pipe(
          takeUntil(actions.pipe(ofType(JobActions.close, JobActions.open, JobActions.told))),
        ),
      ),
      map((event) => ('library' in event ? JobActions.libraryMoved() : JobActions.heard(event))),
    ),
  { functional: true },
);

/** What this tablet keeps for the open job is drawn, whichever window it was given in. */
export const showKept = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), injector = inject(Injector)) =>
    actions.pipe(
      ofType(JobActions.open),
      switchMap(
        ({ jobId }) =>
          new Observable<ReturnType<typeof JobActions.kept>>((subscriber) => {
            const watching = effect(
              () => {
                const given = outbox.waiting().filter((each) => each.jobId === jobId);
                subscriber.next(JobActions.kept({ jobId, given }));
              },
              { injector },
            );
            return () => {
              watching.destroy();
            };
          }),
      ),
    ),
  { functional: true },
);

/** What the library's documents mean for this job: asked when it opens, when the library or the pin moves, and by who looks. */
export const askForNews = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    merge(
      actions.pipe(ofType(JobActions.told, JobActions.libraryMoved, JobActions.newsWanted)),
      actions.pipe(
        ofType(JobActions.accepted, JobActions.heard),
        filter(({ entries }) => entries.some(({ entry }) => MOVES_NEWS.has(entry.type))),
      ),
    ).pipe(
      withLatestFrom(store.select(jobFeature.selectJobId)),
      switchMap(([, jobId]) =>
        jobId === undefined
          ? of()
          : from(api.get(`/api/jobs/${jobId}/news`, limitNews)).pipe(
              filter((answer) => answer.ok),
              map(({ value }) => JobActions.news({ jobId, news: value })),
            ),
      ),
    ),
  { functional: true },
);
/** What changes which documents a job waits for. A reading does not: it costs nobody a question. */
const MOVES_NEWS: ReadonlySet<string> = new Set(['limitsPinned', 'pinDeclined', 'recordSealed']);
