import { inject } from '@angular/core';
import { sessionView } from '@oak-gate/contract';
import * as z from 'zod';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { exhaustMap, from, map } from 'rxjs';
import { Api } from './api';
import { SessionActions } from './session.feature';
import { untilReached } from './until-reached';

export const askSession = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(SessionActions.ask),
      exhaustMap(() => untilReached(() => api.get('/api/session', sessionView))),
      map((answer) =>
        answer.ok
          ? SessionActions.told({ view: answer.value })
          : SessionActions.failed({ problem: answer.problem }),
      ),
    ),
  { functional: true },
);

export const signOut = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(SessionActions.signOut),
      exhaustMap(() => from(api.delete('/api/session', z.unknown()))),
      map(() => SessionActions.ended()),
    ),
  { functional: true },
);
