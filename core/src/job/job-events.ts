import { BENCH_EVENTS, rejudge, spendReadings } from '../bench/bench-events';
import type { Rejudged } from '../bench/bench-events';
import { PART_EVENTS } from '../engines/parts';
import { FINDING_EVENTS } from '../findings/decisions';
import type { LimitsPin } from '../library/limits-pin';
import type { SecondPersonPolicy } from '../people/second-person';
import type { Envelope } from '../record/envelope';
import { clockPutRight, clockSteppedBack, event, nothingChanges, sameWords } from '../record/event-table';
import type { DataIn, EventIn, Stamp } from '../record/event-table';
import { ZONE_BEFORE } from '../people/zone';
import { ARRIVAL_EVENTS, restatedOfParts } from '../release/arrival';
import type { EngineFacts, JobFacts } from '../release/arrival';
import { GATE_EVENTS } from '../release/gates';
import { RAISED_EVENTS } from '../release/raised';
import { REMARK_EVENTS } from '../release/remarks';
import { KIT_EVENTS } from '../rework/kits';
import { PLAN_EVENTS } from '../rework/plans';
import { INSPECTION_EVENTS } from '../inspection/inspection';
import { STRIP_EVENTS } from '../strip/as-found';
import type { Route } from '../route/route';
import type { JobState } from './job-state';

/**
 * The rules that commands are decided by. A story says which version each of its entries was decided by, so that what was
 * right by the rules of its day is not held against later ones. 2: everything says what it was based on, and is decided again
 * by the verifier. 3: what is settled as done is the work of who reported it.
 * 4: what limits rest on is not said anew by one person alone; a revision is adopted under a signed gate in one act.
 * 7: what is known of a part is said of the very part, and what it changes beside it is judged again.
 * 6: what limits depend on is asked of the place and its part; a verdict says the uncertainty that it was judged with.
 * 11: what is done to a part spends what depended on what it changed; parts are moved; what lies beside may change with it.
 * 12: what was ordered holds its gates until it is received by own evidence; a size that is out is asked
 * about, also where its place was put off.
 * 13: parts of different classes that run on each other are a finding; a size that was out and was taken back waits for a
 * second person; what is lifed holds Build until it is renewed.
 * 14: what was conceded of two parts holds for these two, and not for another one that is marked alike.
 * 9: how long something may serve is decided and judged.
 * 10: whoever measures again adds evidence, and of what agrees the worst decides; what is taken away leaves the rest standing.
 * 8: one point alone shows no range; a reading that a question speaks against is kept as void; the mid heights of a spread.
 */
export const RULES_VERSION = 14;

export interface JobOpened {
  readonly job: JobFacts;
  readonly engine: EngineFacts;
  readonly route: Route;
  readonly secondPerson: SecondPersonPolicy;
  readonly rules: number;
  /** The shop's time zone: in it the record is printed. */
  readonly zone: string;
}
const { partReworked, partRemoved, partsMoved, partFactsSaid } = PART_EVENTS;

/** Everything that can stand in a job's chain: what is not here was made by a newer program. */
export const JOB_EVENTS = {
  /** The state begins with it: see `evolveJob`. */
  jobOpened: event<JobOpened, JobState>()(
    3,
    nothingChanges,
    (data) => ({ ...data, rules: 1 }),
    (data) => ({ ...data, zone: ZONE_BEFORE }),
  ),
  /** From here on the story is decided by newer rules. */
  rulesAdopted: event<{ readonly rules: number }, JobState>()(1, (_state, { rules }) => ({ rules })),
  limitsPinned: event<
    LimitsPin & { readonly reason: string; readonly rejudged: readonly Rejudged[] },
    JobState
  >()(
    4,
    (state, { reason: _, rejudged, ...pin }, { seq }) => ({
      ...rejudge(state, rejudged, seq),
      pins: [...state.pins, pin],
    }),
    sameWords,
    sameWords,
    sameWords,
  ),
  clockSteppedBack: clockSteppedBack<JobState>(),
  clockPutRight: clockPutRight<JobState>(({ clockPutRight: before }, data, { at }) => ({
    clockPutRight: [...before, { ...data, at }],
  })),
  ...ARRIVAL_EVENTS,
  ...BENCH_EVENTS,
  ...PART_EVENTS,
  /** What was measured of the part was true of the part as it was. */
  partReworked: event<DataIn<typeof PART_EVENTS>['partReworked'], JobState>()(
    3,
    (state, data, stamp: Stamp) => ({
      ...partReworked.evolve(state, data, stamp),
      ...spendReadings(state, data, stamp.seq, `${data.what}: ${data.how}`),
    }),
    sameWords,
    sameWords,
  ),
  /** What was measured of a part where it lay was true of it there. */
  partsMoved: event<DataIn<typeof PART_EVENTS>['partsMoved'], JobState>()(1, (state, data, stamp: Stamp) => ({
    ...partsMoved.evolve(state, data, stamp),
    places: data.moves.reduce(
      (places, { part }) =>
        spendReadings({ ...state, places }, { part }, stamp.seq, `moved: ${data.reason}`).places,
      state.places,
    ),
  })),
  partRemoved: event<DataIn<typeof PART_EVENTS>['partRemoved'], JobState>()(
    1,
    (state, data, stamp: Stamp) => ({
      ...partRemoved.evolve(state, data, stamp),
      ...spendReadings(state, { part: data.part }, stamp.seq, `removed: ${data.reason}`),
    }),
  ),
  partFactsSaid: event<DataIn<typeof PART_EVENTS>['partFactsSaid'], JobState>()(
    2,
    (state, data, stamp: Stamp) => ({
      ...partFactsSaid.evolve(state, data, stamp),
      restated: restatedOfParts(state, data, stamp),
    }),
    sameWords,
  ),
  /** What a change of a part means for the readings beside it, which it does not spend. */
  readingsJudgedAgain: event<{ readonly rejudged: readonly Rejudged[] }, JobState>()(
    2,
    (state, { rejudged }, { seq }) => rejudge(state, rejudged, seq),
    sameWords,
  ),
  ...FINDING_EVENTS,
  ...REMARK_EVENTS,
  ...RAISED_EVENTS,
  ...PLAN_EVENTS,
  ...KIT_EVENTS,
  ...STRIP_EVENTS,
  ...INSPECTION_EVENTS,
  ...GATE_EVENTS,
};
export type JobEventData = DataIn<typeof JOB_EVENTS>;
export type JobEvent = EventIn<typeof JOB_EVENTS>;
export type JobEventType = JobEvent['type'];
export type JobEntry = Envelope<JobEvent> & JobEvent;
