import { acceptRange } from '../library/limit';
import type { Limit } from '../library/limit';
import type { DecisionRule } from '../quantity/decision-rule';
import { nanometres, ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import type { FitState } from '../quantity/part-state';

/** The fewest tries that prove a size in: which blade must go, which must stop, and what lies between them and the limit. nm. */
export interface BladePlan {
  /** Absent where the limit is open there. */
  readonly goes?: Nanometres;
  readonly stops?: Nanometres;
  /** Sizes that are allowed, and that these two tries cannot prove in. */
  readonly lostBelow: Nanometres;
  readonly lostAbove: Nanometres;
}

/**
 * With which blades of a set a size is proven in with as few tries as there are ends: the thinnest one that reaches the minimum goes,
 * and the thickest one within the maximum stops.
 * @param question blades ascending, nm; with `guarded` each must be as far inside as the gauge may err
 * @returns undefined where the limit is open on both sides, or no two such blades are in the set
 */
export function bladePlan(question: {
  readonly blades: readonly Nanometres[];
  readonly limit: Limit;
  readonly partState: FitState;
  readonly rule?: DecisionRule;
  readonly uncertainty?: Nanometres;
}): BladePlan | undefined {
  const { blades, limit, partState, rule = 'simple', uncertainty = ZERO } = question;
  const { lower, upper } = acceptRange(limit, partState);
  const guard = rule === 'guarded' ? uncertainty : 0;
  const [asksLower, asksUpper] = [Number.isFinite(lower), Number.isFinite(upper)];
  if (!asksLower && !asksUpper) return undefined;
  const goes = asksLower ? blades.find((blade) => blade >= lower + guard) : undefined;
  const stops = asksUpper ? blades.findLast((blade) => blade <= upper - guard) : undefined;
  if ((asksLower && goes === undefined) || (asksUpper && stops === undefined)) return undefined;
  if (goes !== undefined && stops !== undefined && goes >= stops) return undefined;
  return {
    ...(goes === undefined ? {} : { goes }),
    ...(stops === undefined ? {} : { stops }),
    lostBelow: goes === undefined ? ZERO : nanometres(goes - lower),
    lostAbove: stops === undefined ? ZERO : nanometres(upper - stops),
  };
}
