import { stepSince } from '../engines/parts';
import type { PartRef, PartsState, WorkshopFact } from '../engines/parts';
import { event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';

/** Work that somebody decided on and that is not done yet: it spends nothing. */
export type PlannedWork = Extract<WorkshopFact, { kind: 'rework' | 'replace' | 'move' }>;
export interface Plan {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly work: PlannedWork;
  /** The findings that it answers. */
  readonly about: readonly string[];
  /** The parts that it is about, as they were when it was decided. */
  readonly seen: readonly PartRef[];
  readonly reason: string;
  readonly dropped?: { readonly reason: string; readonly by: string; readonly at: string };
}
export interface PlansState {
  readonly plans: readonly Plan[];
}
export const NO_PLANS: PlansState = { plans: [] };

/** What is planned and given up, as events. Neither touches a reading. */
export const PLAN_EVENTS = {
  workPlanned: event<Pick<Plan, 'work' | 'about' | 'seen' | 'reason'>, PlansState>()(
    1,
    ({ plans }, data, { seq, at, by }) => ({
      plans: [...plans, { ...data, seq, at, by: { id: by.id, name: by.name } }],
    }),
  ),
  planDropped: event<{ readonly plan: number; readonly reason: string }, PlansState>()(
    1,
    ({ plans }, { plan, reason }, { at, by }) => ({
      plans: plans.map((each) =>
        each.seq === plan ? { ...each, dropped: { reason, by: by.name, at } } : each,
      ),
    }),
  ),
};
export type PlanEventData = DataIn<typeof PLAN_EVENTS>;
export type PlanEvent = EventIn<typeof PLAN_EVENTS>;

/** `open`: the parts are as they were. `done`: what was planned is what was done to them. `overtaken`: something else was. */
export type PlanStand = 'open' | 'done' | 'overtaken' | 'dropped';
export function planStand({ parts }: PartsState, { work, seen, dropped }: Plan): PlanStand {
  if (dropped !== undefined) return 'dropped';
  const since = seen.flatMap(({ id, condition }) => {
    const part = parts.get(id);
    if (part === undefined) return [];
    const step = stepSince(part, condition, part.slot ?? '');
    // One that was taken out has no slot, and its condition is what it was.
    const left = step ?? (part.slot === null ? part.history.at(-1) : undefined);
    return left === undefined ? [] : [{ part, step: left }];
  });
  if (since.length === 0) return 'open';
  const isDone = since.every(({ part, step }) => {
    switch (work.kind) {
      case 'rework':
        return step.what === work.what;
      case 'replace':
        return step.what === 'removed';
      case 'move':
        return (
          step.what === 'moved' && work.moves.some(({ part: id, to }) => id === part.id && to === step.note)
        );
    }
  });
  return isDone && since.length === seen.length ? 'done' : 'overtaken';
}

/** What was decided and waits to be done. */
export const openPlans = (state: PartsState & PlansState): readonly Plan[] =>
  state.plans.filter((plan) => planStand(state, plan) === 'open');

/** The parts that planned work is about. */
export const partsOfWork = (work: PlannedWork): readonly string[] =>
  work.kind === 'move' ? work.moves.map(({ part }) => part) : [work.part];
