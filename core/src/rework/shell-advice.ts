import { decisionRule } from '../bench/judge-place';
import { currentReading, judgedPart, placeAt, sheetPlaces, slotsBehind } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import type { Characteristic, PartKind } from '../engines/characteristic';
import { partIn } from '../engines/parts';
import type { Part, PartsState } from '../engines/parts';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey, SlotKey } from '../engines/place';
import { readSizeClass } from '../engines/size-class';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { acceptRange } from '../library/limit';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { rowsAbout } from '../library/limits-pin';
import type { LimitsPin } from '../library/limits-pin';
import { isLength } from '../quantity/figure';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { chooseShells } from './choose-shells';
import type { ShellChoice } from './choose-shells';

type Slice = PlacesState & PinState & PartsState;
const SHELL_KINDS: readonly PartKind[] = ['shell', 'rodShell'];

/** One bearing, with the shells that lie in it. */
export interface StandingBearing {
  readonly place: PlaceKey;
  /** The halves, the upper one first, with what lies there. */
  readonly halves: readonly {
    readonly slot: SlotKey;
    readonly part: Part | undefined;
    /** By how much it is under standard, nm, where that is said of this very half. */
    readonly under: number | undefined;
  }[];
  /** By how much its halves are under standard, in the mean; undefined where nobody said of which class they are. */
  readonly under: number | undefined;
  readonly now: { readonly low: number; readonly high: number } | undefined;
  readonly state: 'in' | 'tight' | 'loose' | 'notProven' | 'notMeasured';
}
/** What can be done for the bearings of one journal. */
export interface JournalAdvice {
  readonly journal: string;
  readonly bearings: readonly StandingBearing[];
  readonly limit: { readonly min: number; readonly max: number } | undefined;
  /** How far the bearings of one crankpin may lie apart, where a document says it; nm. */
  readonly maxApart: Nanometres | undefined;
  readonly isGood: boolean;
  readonly waitsFor: 'clearance' | 'class' | 'limit' | undefined;
  readonly choice: ShellChoice | undefined;
}

/** A bearing's clearance, measured or worked out: shells on a journal. */
export const isBearingClearance = ({ parts, classOf }: Characteristic): boolean =>
  classOf === undefined && parts.includes('journal') && parts.some((kind) => SHELL_KINDS.includes(kind));

/**
 * What brings the bearings of each journal into their band, and those of one crankpin near to each other, with the shells at hand.
 * @param characteristic as `isBearingClearance` tells
 * @param halves by how much under standard the halves at hand are, nm; standard is always at hand
 */
export function shellAdvice(
  state: Slice,
  characteristic: Characteristic,
  halves: readonly Nanometres[],
): readonly JournalAdvice[] {
  const pin = currentPin(state);
  if (pin === undefined || !isBearingClearance(characteristic)) return [];
  const groups = new Map<string, Place[]>();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const journal = journalOf(pin, place);
    if (journal !== undefined) groups.set(journal, [...(groups.get(journal) ?? []), place]);
  }
  return [...groups].map(([journal, places]): JournalAdvice => {
    const bearings = places.map((place) => standing(state, pin, characteristic, place));
    const ranges = places.map((place) => rangeAt(state, place));
    const limit = ranges.every((each) => each !== undefined)
      ? {
          min: Math.max(...ranges.map(({ min }) => min)),
          max: Math.min(...ranges.map(({ max }) => max)),
        }
      : undefined;
    const maxApart = apartAllowed(pin, places[0]);
    const isIn = bearings.every((each) => each.state === 'in');
    const isAlike = maxApart === undefined || apartNow(bearings) <= maxApart;
    const isMeasured = bearings.every(({ now }) => now !== undefined);
    const waitsFor = !isMeasured
      ? ('clearance' as const)
      : limit === undefined
        ? ('limit' as const)
        : bearings.some(({ under }) => under === undefined)
          ? ('class' as const)
          : undefined;
    const isGood = isMeasured && isIn && isAlike;
    return {
      ...{ journal, bearings, limit, maxApart, isGood, waitsFor: isGood ? undefined : waitsFor },
      choice:
        isGood || waitsFor !== undefined || limit === undefined
          ? undefined
          : chooseShells({
              bearings: bearings.map(({ now, under = 0 }) => ({
                low: (now?.low ?? 0) + under,
                high: (now?.high ?? 0) + under,
              })),
              halves: [nanometres(0), ...halves],
              ...limit,
              ...(maxApart === undefined ? {} : { maxApart }),
            }),
    };
  });
}

function journalOf({ model }: LimitsPin, { at }: Place): string | undefined {
  return (
    at.journal ??
    model.layout.journals?.find(
      ({ kind, cylinders }) => kind === 'crankpin' && cylinders.includes(at.cylinder ?? ''),
    )?.id
  );
}
function standing(
  state: Slice,
  pin: LimitsPin,
  characteristic: Characteristic,
  place: Place,
): StandingBearing {
  const kinds = characteristic.parts.filter((kind) => SHELL_KINDS.includes(kind));
  const halves = slotsBehind(state, { parts: kinds }, place).map(({ slot }) => ({
    slot,
    part: partIn(state, slot),
    under: saidUnder(pin, partIn(state, slot)),
  }));
  const reading = knownAt(state, pin, characteristic, place);
  const ends = reading === undefined ? undefined : endsOf(reading);
  const range = rangeAt(state, place);
  const { min, max } = range ?? { min: -Infinity, max: Infinity };
  const stands =
    ends === undefined
      ? 'notMeasured'
      : ends.high < min
        ? 'tight'
        : ends.low > max
          ? 'loose'
          : ends.low >= min && ends.high <= max
            ? 'in'
            : 'notProven';
  return {
    place: placeKey(place),
    halves,
    under: underOf(state, pin, characteristic, place, halves),
    now: ends,
    state: stands,
  };
}
/** What was measured; else what it was worked out from its parts as. */
function knownAt(
  state: Slice,
  { characteristics }: LimitsPin,
  characteristic: Characteristic,
  { at }: Place,
): RecordedReading | undefined {
  const beside = characteristics.find(({ judgedAs }) => judgedAs === characteristic.id);
  for (const id of [characteristic.id, ...(beside === undefined ? [] : [beside.id])]) {
    const reading = currentReading(placeAt(state, placeKey({ characteristic: id, at })));
    if (reading !== undefined && endsOf(reading) !== undefined) return reading;
  }
  return undefined;
}
function endsOf({ reading }: RecordedReading): { readonly low: number; readonly high: number } | undefined {
  if (!isSize(reading)) return undefined;
  const { lo, hi, loMeasured } = intervalOf(reading);
  return loMeasured && Number.isFinite(hi) ? { low: lo, high: hi } : undefined;
}
function saidUnder({ model }: LimitsPin, part: Part | undefined): number | undefined {
  const made = (model.layout.regrind ?? []).flatMap(({ undersizes }) => undersizes);
  const text = part?.sizeClass ?? undefined;
  const off = text === undefined ? undefined : readSizeClass(text, made, 'under');
  return off === undefined ? undefined : 0 - off;
}
/** Of which class the halves are: as it was read from their stamp, else as it is said of each. */
function underOf(
  state: Slice,
  { characteristics }: LimitsPin,
  { parts }: Characteristic,
  { at }: Place,
  halves: StandingBearing['halves'],
): number | undefined {
  const stamps = characteristics.find(
    (each) => each.classOf !== undefined && each.parts.some((kind) => parts.includes(kind)),
  );
  const stamp =
    stamps === undefined
      ? undefined
      : currentReading(placeAt(state, placeKey({ characteristic: stamps.id, at })))?.reading;
  const known = halves.flatMap((each) => each.under ?? []);
  // Halves of two classes carry their own stamps; one stamp is of both.
  if (known.length === halves.length && known.length > 0)
    return known.reduce((sum, each) => sum + each, 0) / known.length;
  return stamp !== undefined && isSize(stamp) ? intervalOf(stamp).lo : undefined;
}
function rangeAt(state: Slice, place: Place): { readonly min: number; readonly max: number } | undefined {
  const inForce = limitInForce(state, place, judgedPart(state, place, []));
  if (inForce.state !== 'inForce') return undefined;
  const { lower, upper } = acceptRange(inForce.limit, 'new');
  const reading = currentReading(placeAt(state, placeKey(place)));
  const guard =
    decisionRule(state, inForce.sources) === 'guarded'
      ? (reading?.verdict.uncertainty ?? reading?.instrument?.uncertainty ?? 0)
      : 0;
  return { min: lower + guard, max: upper - guard };
}
/** What a row says of the rods of one crankpin: they match within so much. */
function apartAllowed(pin: LimitsPin, place: Place | undefined): Nanometres | undefined {
  if (place === undefined) return undefined;
  for (const { rule, printed } of rowsAbout(place, pin.rows))
    if (
      (rule?.kind === 'match' || rule?.kind === 'spread') &&
      rule.across === 'journal' &&
      printed.max !== undefined &&
      isLength(printed.max)
    )
      return printed.max.nm;
  return undefined;
}
function apartNow(bearings: readonly StandingBearing[]): number {
  const mids = bearings.flatMap(({ now }) => (now === undefined ? [] : [(now.low + now.high) / 2]));
  return mids.length < 2 ? 0 : Math.max(...mids) - Math.min(...mids);
}
