import type { LimitNews } from '@oak-gate/contract';
import { evolveJob, replayJob } from '@oak-gate/core';
import type { JobCommand, JobEntry, JobState, LedgerEntry } from '@oak-gate/core';
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

/** A command on its way: drawn as done with a dotted outline, until it is on disk. */
export interface Pending {
  readonly id: string;
  readonly command: JobCommand;
  /** What it will say as far as this tablet can tell. */
  readonly foreseen: readonly JobEntry[];
  /** The server could not be reached; it is tried again. */
  readonly waiting: boolean;
}
type Entries = readonly LedgerEntry<JobEntry>[];

export const JobActions = createActionGroup({
  source: 'Job',
  events: {
    open: props<{ jobId: string }>(),
    told: props<{ jobId: string; entries: Entries }>(),
    failed: props<{ problem: ApiProblem }>(),
    send: props<{ pending: Pending }>(),
    accepted: props<{ id: string; entries: Entries }>(),
    refused: props<{ id: string; command: JobCommand; problem: ApiProblem }>(),
    stillWaiting: props<{ id: string }>(),
    heard: props<{ entries: Entries }>(),
    /** What was heard does not join on: the story is asked for again. */
    gap: emptyProps(),
    /** The library has moved on: what that means for this job is asked for. */
    libraryMoved: emptyProps(),
    news: props<{ jobId: string; news: LimitNews }>(),
    noticeRead: emptyProps(),
    close: emptyProps(),
  },
});

export interface JobFeatureState {
  readonly jobId: string | undefined;
  /** What is on disk, as the server told it. */
  readonly confirmed: JobState | undefined;
  readonly pending: readonly Pending[];
  readonly problem: ApiProblem | undefined;
  readonly refusal: { readonly command: JobCommand; readonly problem: ApiProblem } | undefined;
  /** What arrived in the library since the limits were pinned; unknown until the server has said it. */
  readonly news: LimitNews | undefined;
}
const initial: JobFeatureState = {
  jobId: undefined,
  confirmed: undefined,
  pending: [],
  problem: undefined,
  refusal: undefined,
  news: undefined,
};

/** Joins entries to the story; those that are in it already are passed over. */
export function joinOn(state: JobState | undefined, entries: Entries): JobState | undefined {
  return entries.reduce(
    (so, { entry }) => (entry.seq === (so?.seq ?? 0) + 1 ? evolveJob(so, entry) : so),
    state,
  );
}
const joinsOn = (state: JobState | undefined, entries: Entries): boolean =>
  (entries[0]?.entry.seq ?? 0) <= (state?.seq ?? 0) + 1;

export const jobFeature = createFeature({
  name: 'job',
  reducer: createReducer<JobFeatureState>(
    initial,
    on(JobActions.open, (state, { jobId }): JobFeatureState =>
      state.jobId === jobId ? state : { ...initial, jobId },
    ),
    on(JobActions.told, (state, { jobId, entries }): JobFeatureState =>
      jobId === state.jobId
        ? { ...state, confirmed: replayJob(entries.map(({ entry }) => entry)), problem: undefined }
        : state,
    ),
    on(JobActions.failed, (state, { problem }): JobFeatureState => ({ ...state, problem })),
    on(JobActions.send, (state, { pending }): JobFeatureState => ({
      ...state,
      pending: [...state.pending, pending],
      refusal: undefined,
    })),
    on(JobActions.accepted, (state, { id, entries }): JobFeatureState => ({
      ...without(state, id),
      confirmed: joinsOn(state.confirmed, entries) ? joinOn(state.confirmed, entries) : state.confirmed,
    })),
    on(JobActions.refused, (state, { id, command, problem }): JobFeatureState => ({
      ...without(state, id),
      refusal: { command, problem },
    })),
    on(JobActions.stillWaiting, (state, { id }): JobFeatureState => ({
      ...state,
      pending: state.pending.map((each) => (each.id === id ? { ...each, waiting: true } : each)),
    })),
    on(JobActions.heard, (state, { entries }): JobFeatureState => ({
      ...state,
      confirmed: joinOn(state.confirmed, entries),
      // Our own command may be heard before its answer comes: then it is no longer on its way.
      pending: state.pending.filter(({ id }) => !entries.some(({ entry }) => entry.command === id)),
    })),
    on(JobActions.news, (state, { jobId, news }): JobFeatureState =>
      jobId === state.jobId ? { ...state, news } : state,
    ),
    on(JobActions.noticeRead, (state): JobFeatureState => ({ ...state, refusal: undefined })),
    on(JobActions.close, (): JobFeatureState => initial),
  ),
  extraSelectors: ({ selectConfirmed, selectPending }) => ({
    /** The job as the person at this tablet sees it: the story on disk with what is on its way. */
    selectJob: createSelector(selectConfirmed, selectPending, (confirmed, pending) =>
      confirmed === undefined
        ? undefined
        : pending.reduce((state, { foreseen }) => foresee(state, foreseen), confirmed),
    ),
    selectPendingPlaces: createSelector(selectPending, (pending) =>
      pending.flatMap(({ foreseen }) =>
        foreseen.flatMap((entry) => ('place' in entry.data ? [entry.data.place] : [])),
      ),
    ),
    selectWaiting: createSelector(selectPending, (pending) => pending.some(({ waiting }) => waiting)),
  }),
});

const without = (state: JobFeatureState, id: string): JobFeatureState => ({
  ...state,
  pending: state.pending.filter((each) => each.id !== id),
});

/** Foreseen entries are numbered on from where the story stands now. */
function foresee(state: JobState, foreseen: readonly JobEntry[]): JobState {
  return foreseen.reduce((so, entry) => evolveJob(so, { ...entry, seq: so.seq + 1 }), state);
}
