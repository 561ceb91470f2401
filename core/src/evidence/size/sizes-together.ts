import type { ComesTo, Told } from '../evidence-rules';
import { intervalOf } from './interval';
import type { SizeReading } from './size-reading';

/** Whether a reading says the same as the known one, or a bracket inside it. */
export function isWithin(next: SizeReading, known: SizeReading): boolean {
  const [inner, outer] = [intervalOf(next), intervalOf(known)];
  const isSame = inner.lo === outer.lo && inner.hi === outer.hi;
  if (isSame || known.kind === 'exact' || known.kind === 'spread') return isSame && next.kind === known.kind;
  return inner.lo >= outer.lo && inner.hi <= outer.hi;
}

/**
 * What is known of a size by two readings of it: a blade that goes and another that stops make one bracket, and a wider
 * bracket only agrees. A size that a tool has read is never put together with anything but itself.
 * @returns undefined where they cannot both be true, or nobody can tell
 */
export function withKnown(next: SizeReading, known: SizeReading): SizeReading | undefined {
  if (isWithin(next, known)) return next;
  if (!isBracket(next) || !isBracket(known)) return undefined;
  const [a, b] = [intervalOf(next), intervalOf(known)];
  const goes = goesOf(a.lo >= b.lo ? next : known);
  const stops = stopsOf(a.hi <= b.hi ? next : known);
  if (goes !== undefined && stops !== undefined)
    return goes < stops ? { kind: 'between', goes, stops } : undefined;
  if (goes !== undefined) return { kind: 'atLeast', goes };
  return stops === undefined ? undefined : { kind: 'under', stops };
}

type Bracket = Extract<SizeReading, { readonly kind: 'between' | 'atLeast' | 'under' }>;
const isBracket = (reading: SizeReading): reading is Bracket =>
  reading.kind === 'between' || reading.kind === 'atLeast' || reading.kind === 'under';
const goesOf = (reading: Bracket) => (reading.kind === 'under' ? undefined : reading.goes);
const stopsOf = (reading: Bracket) => (reading.kind === 'atLeast' ? undefined : reading.stops);

/**
 * Whether two readings can both be of one size. Blades agree where their intervals overlap; what a gauge showed agrees with
 * anything that it lies no further from than both may err. The two ends of a spread were really measured, so two spreads are
 * held against each other end by end, and a single size is of some point between them.
 * @param tolerance nm: so far apart the shop lets them lie, whatever they are
 */
export function canBothBe(a: Told<SizeReading>, b: Told<SizeReading>, tolerance: number): boolean {
  const [one, other] = [intervalOf(a.reading), intervalOf(b.reading)];
  const isBlades = isBracket(a.reading) && isBracket(b.reading);
  const allowed = Math.max(tolerance, isBlades ? 0 : a.uncertainty + b.uncertainty);
  if (a.reading.kind === 'spread' && b.reading.kind === 'spread')
    return Math.max(Math.abs(one.lo - other.lo), Math.abs(one.hi - other.hi)) <= allowed;
  const [lower, upper] = one.lo <= other.lo ? [one, other] : [other, one];
  const apart = upper.lo - lower.hi;
  // A blade that stops says that the size is below it, not at it.
  return apart < 0 || (apart === 0 && !lower.hiOpen) || (allowed > 0 && apart <= allowed);
}

/**
 * What sizes that agree come to: brackets to the part that all of them leave, and a size within it says more than they do. What
 * agrees only within what both may err could each be the true one.
 */
export function sizesComeTo(all: readonly SizeReading[]): readonly ComesTo<SizeReading>[] {
  const brackets = all.flatMap((reading, of) => (isBracket(reading) ? [{ reading, of }] : []));
  const shown = all.flatMap((reading, of) => (isBracket(reading) ? [] : [{ reading, of }]));
  const narrowed = brackets.reduce<ComesTo<SizeReading> | undefined>((so, { reading, of }, i) => {
    if (i === 0) return { reading, of };
    const both = so === undefined ? undefined : withKnown(reading, so.reading);
    return both === undefined ? undefined : { reading: both, of };
  }, undefined);
  if (narrowed === undefined) return [...brackets, ...shown];
  const { lo, hi } = intervalOf(narrowed.reading);
  const isInside = ({ reading }: ComesTo<SizeReading>): boolean => {
    const size = intervalOf(reading);
    return size.lo < hi && size.hi >= lo;
  };
  return shown.some(isInside) ? shown : [narrowed, ...shown];
}
