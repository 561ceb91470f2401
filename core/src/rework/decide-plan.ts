import type { PartRef } from '../engines/parts';
import type { Actor } from '../kernel/actor';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { decideRework } from './decide-rework';
import type { FactCommand, ReworkSlice } from './decide-rework';
import { openPlans, partsOfWork } from './plans';
import type { PlannedWork, PlanEvent, PlansState } from './plans';

export type PlanCommand =
  | {
      readonly type: 'planWork';
      readonly work: PlannedWork;
      readonly about: readonly string[];
      /** The parts that it is about, as the person saw them. */
      readonly seen: readonly PartRef[];
      readonly reason: string;
    }
  /** `plan`: the number of the entry that made it. */
  | { readonly type: 'dropPlan'; readonly plan: number; readonly reason: string };

/**
 * Decides what shall be done, which spends nothing: it is what somebody does later that changes a part.
 * @problems what the work itself would be refused for; PART_CHANGED where a part is not as it was seen, PLAN_UNKNOWN
 */
export function decidePlan(
  state: ReworkSlice & PlansState,
  command: PlanCommand,
  by: Actor,
): Result<readonly PlanEvent[], Problem> {
  if (command.type === 'dropPlan') {
    const { plan, reason } = command;
    if (!openPlans(state).some(({ seq }) => seq === plan)) return refuse('PLAN_UNKNOWN', { plan });
    return reason.trim() === ''
      ? refuse('REASON_MISSING', { action: 'give up what was planned' })
      : ok([{ type: 'planDropped', v: 1, data: { plan, reason: reason.trim() } }]);
  }
  const { work, about, seen, reason } = command;
  for (const { id, condition } of seen) {
    const now = state.parts.get(id)?.condition ?? 0;
    if (now !== condition) return refuse('PART_CHANGED', { part: id, basedOn: condition, now });
  }
  const possible = decideRework(state, asFact(work, seen), by);
  if (!possible.ok) return possible;
  const [first] = possible.value;
  if (first?.type === 'factReported')
    return work.kind === 'move'
      ? refuse('MOVE_NOT_POSSIBLE', {
          part: work.moves[0]?.part ?? '',
          to: first.data.slot,
          because: 'taken',
        })
      : refuse('PART_NOT_FITTED', { part: work.part });
  return ok([{ type: 'workPlanned', v: 1, data: { work, about, seen, reason: reason.trim() } }]);
}
/** The same work as somebody would say that it was done. */
function asFact(work: PlannedWork, seen: readonly PartRef[]): FactCommand {
  const basedOn = seen[0]?.condition ?? 0;
  switch (work.kind) {
    case 'rework': {
      const { kind: _, ...said } = work;
      return { type: 'reworkPart', ...said, basedOn, underSignature: null };
    }
    case 'replace': {
      const { kind: _, ...said } = work;
      return { type: 'replacePart', ...said, basedOn, underSignature: null };
    }
    case 'move': {
      const { kind: _, ...said } = work;
      return { type: 'moveParts', ...said, seen, underSignature: null };
    }
  }
}
/** The parts that work is about, as they are now. */
export const seenOf = (state: ReworkSlice, work: PlannedWork): readonly PartRef[] =>
  partsOfWork(work).map((id) => ({ id, condition: state.parts.get(id)?.condition ?? 0 }));
