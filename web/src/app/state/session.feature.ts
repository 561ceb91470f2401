import type { SessionView } from '@oak-gate/contract';
import type { Actor } from '@oak-gate/core';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type { ApiProblem } from './api';

export const SessionActions = createActionGroup({
  source: 'Session',
  events: {
    ask: emptyProps(),
    told: props<{ view: SessionView }>(),
    failed: props<{ problem: ApiProblem }>(),
    /** The person at this tablet changed; the place on the page stays. */
    handsChanged: props<{ person: Actor; pinToChoose: boolean }>(),
    signOut: emptyProps(),
    ended: emptyProps(),
  },
});

export interface SessionState {
  readonly status: 'unknown' | 'known' | 'failed';
  readonly view: SessionView | undefined;
  readonly problem: ApiProblem | undefined;
}
const initial: SessionState = { status: 'unknown', view: undefined, problem: undefined };

export const sessionFeature = createFeature({
  name: 'session',
  reducer: createReducer<SessionState>(
    initial,
    on(SessionActions.told, (_state, { view }): SessionState => ({
      status: 'known',
      view,
      problem: undefined,
    })),
    on(SessionActions.failed, (state, { problem }): SessionState => ({
      ...state,
      status: 'failed',
      problem,
    })),
    on(SessionActions.handsChanged, (state, { person, pinToChoose }): SessionState =>
      state.view === undefined ? state : { ...state, view: { ...state.view, person, pinToChoose } },
    ),
    on(SessionActions.ended, (state): SessionState =>
      state.view === undefined ? state : { ...state, view: { ...state.view, person: null } },
    ),
  ),
  extraSelectors: ({ selectView }) => ({
    selectPerson: createSelector(selectView, (view) => view?.person ?? undefined),
    selectPeople: createSelector(selectView, (view) => view?.people.filter(({ active }) => active) ?? []),
  }),
});
