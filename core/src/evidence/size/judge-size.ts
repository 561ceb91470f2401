import { nanometres } from '../../quantity/nanometres';
import type { Nanometres } from '../../quantity/nanometres';
import { intervalOf } from './interval';
import { acceptRange } from '../../library/limit';
import type { Limit } from '../../library/limit';
import type { FitState } from '../../quantity/part-state';
import type { SizeReading } from './size-reading';
import type { DecisionRule } from '../../quantity/decision-rule';
import type { Verdict, VerdictWord } from '../verdict';

interface Question {
  readonly limit: Limit;
  readonly reading: SizeReading;
  readonly partState: FitState;
  /** Expanded uncertainty of the instrument, nm. */
  readonly uncertainty?: Nanometres;
  readonly rule?: DecisionRule;
}

/** The version of the rule that `judge` follows; it is written beside every verdict in the record. */
export const SIZE_RULE_VERSION = 1;

/**
 * Holds a reading against a limit. A missing limit is never good, and what the evidence does not settle is `notProven`.
 * @param limit bounds in nm; `uncertainty` widens the interval at both ends under the `guarded` rule
 * @source ISO 14253-1 for the guard band
 */
export function judge({
  limit,
  reading,
  partState,
  uncertainty = nanometres(0),
  rule = 'simple',
}: Question): Verdict {
  const accept = acceptRange(limit, partState);
  if (accept.lower === -Infinity && accept.upper === Infinity)
    return { verdict: 'noLimit', acceptable: false };
  const guard = rule === 'guarded' ? uncertainty : 0;
  const { lo, hi, hiOpen, loMeasured } = intervalOf(reading);
  const low = loMeasured ? lo - guard : lo;
  const high = hi + guard;
  const inside = (lower: number, upper: number): boolean => low >= lower && high <= upper;

  const acceptable = inside(accept.lower, accept.upper);
  const verdict: VerdictWord = acceptable
    ? inside(limit.min ?? -Infinity, limit.max ?? Infinity)
      ? 'in'
      : 'serviceable'
    : outside();
  return { verdict, acceptable, ...margins() };

  function outside(): VerdictWord {
    if (reading.kind === 'spread') return spreadOutside(reading.low, reading.high);
    if (high < accept.lower || (hiOpen && high <= accept.lower)) return 'tight';
    return low > accept.upper ? 'loose' : 'notProven';
  }
  /** Both points of a spread are real: it is out where a point is out by more than the uncertainty. */
  function spreadOutside(first: number, last: number): VerdictWord {
    const missing = accept.lower - first;
    const over = last - accept.upper;
    if (missing > guard && missing >= over) return 'tight';
    if (over > guard) return 'loose';
    return missing > guard ? 'tight' : 'notProven';
  }
  function margins(): Pick<Verdict, 'shortBy' | 'overBy'> {
    const missing = accept.lower - lo;
    const over = (hi === Infinity && verdict === 'loose' ? lo : hi) - accept.upper;
    return {
      ...(loMeasured && missing > 0 && Number.isFinite(missing) ? { shortBy: nanometres(missing) } : {}),
      ...(over > 0 && Number.isFinite(over) ? { overBy: nanometres(over) } : {}),
    };
  }
}
