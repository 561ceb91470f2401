import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { intervalOf } from '../evidence/size/interval';
import { judge } from '../evidence/size/judge-size';
import type { DecisionRule } from '../quantity/decision-rule';
import { acceptRange } from '../library/limit';
import type { Limit } from '../library/limit';
import type { FitState } from '../quantity/part-state';
import type { SizeReading } from '../evidence/size/size-reading';

interface Question {
  /** The set in hand, nm, ascending. */
  readonly blades: readonly Nanometres[];
  /** The thickest blade known to go, and the thinnest known to stop. */
  readonly goes?: Nanometres;
  readonly stops?: Nanometres;
  readonly limit?: Limit;
  readonly aim: 'size' | 'verdict';
  readonly partState?: FitState;
  readonly uncertainty?: Nanometres;
  readonly rule?: DecisionRule;
}
export type BladeAdvice =
  { readonly try: Nanometres } | { readonly done: true; readonly reading?: SizeReading };

/**
 * Which feeler blade to try next: the middle one when the size is wanted, the one that settles a bound when a verdict is.
 * @returns the blade (nm), or that no blade of this set can tell more, with what is known by then
 */
export function nextBlade(question: Question): BladeAdvice {
  const {
    blades,
    goes,
    stops,
    limit = {},
    aim,
    partState = 'new',
    uncertainty = nanometres(0),
    rule = 'simple',
  } = question;
  const candidates = blades.filter(
    (blade) => (goes === undefined || blade > goes) && (stops === undefined || blade < stops),
  );
  const reading = knownFrom(goes, stops);
  const done: BladeAdvice = reading === undefined ? { done: true } : { done: true, reading };

  if (aim === 'size') {
    const middle = candidates[Math.ceil(candidates.length / 2) - 1];
    return middle === undefined ? done : { try: middle };
  }
  const { lower: min, upper: max } = acceptRange(limit, partState);
  if (min === -Infinity && max === Infinity) return done;
  if (
    reading !== undefined &&
    judge({ limit, reading, partState, uncertainty, rule }).verdict !== 'notProven'
  )
    return done;

  const guard = rule === 'guarded' ? uncertainty : 0;
  const known = reading === undefined ? { lo: 0, hi: Infinity, loMeasured: false } : intervalOf(reading);
  const minOpen = min !== -Infinity && (known.loMeasured ? known.lo - guard : known.lo) < min;
  const maxOpen = max !== Infinity && known.hi + guard > max;
  const wanted = [
    minOpen ? thinnest((blade) => blade >= min + guard) : undefined,
    maxOpen ? thickest((blade) => blade <= max - guard) : undefined,
    thickest((blade) => blade <= min - guard),
    thinnest((blade) => blade > max + guard),
  ].find((blade) => blade !== undefined);
  return wanted === undefined ? done : { try: wanted };

  // The first blade of the whole set that would settle the bound; only a candidate is worth trying.
  function thinnest(suits: (blade: Nanometres) => boolean): Nanometres | undefined {
    return candidate(blades.find(suits));
  }
  function thickest(suits: (blade: Nanometres) => boolean): Nanometres | undefined {
    return candidate(blades.findLast(suits));
  }
  function candidate(blade: Nanometres | undefined): Nanometres | undefined {
    return blade !== undefined && candidates.includes(blade) ? blade : undefined;
  }
}

function knownFrom(goes: Nanometres | undefined, stops: Nanometres | undefined): SizeReading | undefined {
  if (goes !== undefined && stops !== undefined) return { kind: 'between', goes, stops };
  if (goes !== undefined) return { kind: 'atLeast', goes };
  return stops === undefined ? undefined : { kind: 'under', stops };
}
