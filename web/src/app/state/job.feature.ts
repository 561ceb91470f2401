import type { LimitNews } from '@oak-gate/contract';
import { foresee, hear, nothingHeard, stillOnTheWay } from '@oak-gate/core';
import type { GivenCommand, Heard, JobCommand, LedgerEntry } from '@oak-gate/core';
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

type Entries = readonly LedgerEntry[];
/** Entries with the chain that they are of: numbers of two jobs are alike. */
interface OfChain {
  readonly chain: string;
  readonly entries: Entries;
}

export const JobActions = createActionGroup({
  source: 'Job',
  events: {
    open: props<{ jobId: string }>(),
    told: props<OfChain>(),
    failed: props<{ problem: ApiProblem }>(),
    send: props<{ given: GivenCommand }>(),
    /** What this tablet keeps for the open job: given in other windows too, and before a reload. */
    kept: props<{ jobId: string; given: readonly GivenCommand[] }>(),
    accepted: props<{ id: string } & OfChain>(),
    refused: props<{ id: string; command: JobCommand; problem: ApiProblem }>(),
    heard: props<OfChain>(),
    /** What was heard does not join on: what lies between is asked for. */
    gap: emptyProps(),
    /** The library has moved on: what that means for this job is asked for. */
    libraryMoved: emptyProps(),
    /** Somebody looks at what arrived: how it stands with the readings of this moment. */
    newsWanted: emptyProps(),
    news: props<{ jobId: string; news: LimitNews }>(),
    noticeRead: emptyProps(),
    close: emptyProps(),
  },
});

export interface JobFeatureState {
  readonly jobId: string | undefined;
  /** What is on disk, as the server told it. */
  readonly heard: Heard;
  /** What is on its way, in its order. */
  readonly given: readonly GivenCommand[];
  /** Commands of this tablet that the story tells already: whoever still keeps them is a moment late. */
  readonly told: readonly string[];
  /** Answered, and behind a gap that is being filled: they are drawn until the story tells them. */
  readonly answered: readonly GivenCommand[];
  readonly problem: ApiProblem | undefined;
  readonly refusal: { readonly command: JobCommand; readonly problem: ApiProblem } | undefined;
  /** What arrived in the library since the limits were pinned; unknown until the server has said it. */
  readonly news: LimitNews | undefined;
}
const initial: JobFeatureState = {
  jobId: undefined,
  heard: nothingHeard(''),
  given: [],
  told: [],
  answered: [],
  problem: undefined,
  refusal: undefined,
  news: undefined,
};

/** Joins entries on, and takes from what is on its way what they tell. */
function joined(state: JobFeatureState, { chain, entries }: OfChain): JobFeatureState {
  const heard = hear(state.heard, chain, entries);
  if (chain !== state.heard.chain) return state;
  const given = stillOnTheWay(state.given, heard, entries);
  const gone = state.given.filter((each) => !given.includes(each)).map(({ id }) => id);
  const told = gone.length === 0 ? state.told : [...state.told, ...gone].slice(-200);
  return { ...state, heard, given, told, answered: state.answered.filter(({ id }) => !gone.includes(id)) };
}

const isOpen = ({ told, answered }: JobFeatureState, id: string): boolean =>
  !told.includes(id) && !answered.some((each) => each.id === id);

export const jobFeature = createFeature({
  name: 'job',
  reducer: createReducer<JobFeatureState>(
    initial,
    on(JobActions.open, (state, { jobId }): JobFeatureState =>
      state.jobId === jobId ? state : { ...initial, jobId, heard: nothingHeard(`job:${jobId}`) },
    ),
    on(JobActions.told, (state, told): JobFeatureState => ({ ...joined(state, told), problem: undefined })),
    on(JobActions.failed, (state, { problem }): JobFeatureState => ({ ...state, problem })),
    on(JobActions.send, (state, { given }): JobFeatureState => ({
      ...state,
      given: [...state.given.filter(({ id }) => id !== given.id), given],
      refusal: undefined,
    })),
    on(JobActions.kept, (state, { jobId, given }): JobFeatureState =>
      jobId === state.jobId
        ? { ...state, given: [...state.answered, ...given.filter(({ id }) => isOpen(state, id))] }
        : state,
    ),
    on(JobActions.accepted, (state, accepted): JobFeatureState => {
      const after = joined(state, accepted);
      const behindGap = after.given.filter(({ id }) => id === accepted.id);
      return { ...after, answered: [...after.answered, ...behindGap] };
    }),
    on(JobActions.heard, (state, heard): JobFeatureState => joined(state, heard)),
    on(JobActions.refused, (state, { id, command, problem }): JobFeatureState => ({
      ...state,
      given: state.given.filter((each) => each.id !== id),
      refusal: { command, problem },
    })),
    on(JobActions.news, (state, { jobId, news }): JobFeatureState =>
      jobId === state.jobId ? { ...state, news } : state,
    ),
    on(JobActions.noticeRead, (state): JobFeatureState => ({ ...state, refusal: undefined })),
    on(JobActions.close, (): JobFeatureState => initial),
  ),
  extraSelectors: ({ selectHeard, selectGiven }) => {
    const selectForeseen = createSelector(selectHeard, selectGiven, ({ state }, given) =>
      state === undefined ? undefined : foresee(state, given),
    );
    return {
      selectForeseen,
      selectConfirmed: createSelector(selectHeard, ({ state }) => state),
      /** What a newer program wrote: then the job can be looked at up to there, and nothing is written. */
      selectNewer: createSelector(selectHeard, ({ newer }) => newer),
      /** The job as the person at this tablet sees it: the story on disk with what is on its way. */
      selectJob: createSelector(selectForeseen, (foreseen) => foreseen?.state),
      selectPendingPlaces: createSelector(selectForeseen, (foreseen) =>
        (foreseen?.entries ?? []).flatMap(({ data }) => ('place' in data ? [data.place] : [])),
      ),
    };
  },
});
