import { placeKey } from '../engines/place';
import type { Place, SlotKey } from '../engines/place';
import type { Characteristic } from '../engines/characteristic';
import { everLay, partIn, stepSince } from '../engines/parts';
import type { Part, PartRef, PartsState, PartStep } from '../engines/parts';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import type { PinState } from '../library/limit-in-force';
import type { JudgedPart } from '../library/fit-variant';
import { aspectsOf, judgedPart, slotsBehind } from './places';
import type { Late } from './places';

export interface PartsSeen {
  readonly refs: readonly PartRef[];
  /** What of the parts selects the limit, as it was. */
  readonly judged: JudgedPart;
  /** Set where one of the parts has changed since. */
  readonly late: Late | null;
}

/**
 * The parts that a person measured, held against the parts as they are now. A part that was filed, taken out or replaced
 * meanwhile makes the reading late: true of the part as it was, and of nothing that lies there now.
 * @problems NO_PART_AT_PLACE where the person saw no part, PART_NOT_SEEN_HERE where what they say never lay there so
 */
export function partsSeen(
  state: PartsState & PinState,
  characteristic: Characteristic,
  place: Place,
  seen: readonly PartRef[],
): Result<PartsSeen, Problem> {
  const refs: PartRef[] = [];
  const ofState: Part[] = [];
  let first: PartStep | undefined;
  for (const { kind, slot } of slotsBehind(state, characteristic, place)) {
    const ofKind = seen.filter(({ id }) => state.parts.get(id)?.kind === kind);
    // Of several parts of a kind each belongs to the slot in which it lay.
    const ref = ofKind.find(({ id }) => wasIn(state.parts.get(id), slot)) ?? ofKind[0];
    if (ref === undefined) {
      // Whoever saw no part there did not measure one; where one lies, they must say which.
      return partIn(state, slot) === undefined
        ? refuse('NO_PART_AT_PLACE', { place: placeKey(place), slot })
        : refuse('PART_NOT_SEEN_HERE', { part: slot, condition: 0, slot });
    }
    const part = state.parts.get(ref.id);
    if (part === undefined || !everLay(part, slot) || ref.condition > part.condition)
      return refuse('PART_NOT_SEEN_HERE', { part: ref.id, condition: ref.condition, slot });
    const since = stepSince(part, ref.condition, slot, aspectsOf(state, characteristic, kind));
    if (since !== undefined && (first === undefined || since.seq < first.seq)) first = since;
    refs.push({ id: ref.id, condition: ref.condition });
    if (kind === characteristic.stateOf) ofState.push(part);
  }
  const late =
    first === undefined
      ? null
      : { since: first.seq, why: `taken before the part was ${first.what}, handed in after it` };
  return ok({ refs, judged: judgedPart(state, place, ofState), late });
}

const wasIn = (part: Part | undefined, slot: SlotKey): boolean => part !== undefined && everLay(part, slot);
