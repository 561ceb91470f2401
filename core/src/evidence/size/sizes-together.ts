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
