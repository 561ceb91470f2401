import { inputPlaces } from '../bench/derive';
import { decisionRule } from '../bench/judge-place';
import { currentReading, judgedPart, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import { partIn } from '../engines/parts';
import type { Part, PartsState } from '../engines/parts';
import { placeKey, slotsAt } from '../engines/place';
import type { Place, SlotKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { acceptRange } from '../library/limit';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import type { BoxedRing, PartSet, RingInBoreFit, StaysBecause } from './ring-swap';

type Slice = PlacesState & PinState & PartsState;
interface Ends {
  readonly lo: number;
  readonly hi: number;
}
interface Stood extends BoxedRing {
  readonly place: Place;
  readonly hole: Ends | undefined;
  readonly skirt: Ends | undefined;
}

/** A clearance that is worked out from a bore and from the piston that runs in it. */
export const isPistonClearance = ({ from, parts }: Characteristic): boolean =>
  from?.rule === 'difference' && parts.includes('piston') && parts.includes('bore');

/**
 * The pistons that could change places before they run, each with the clearance that it would have in every bore: what the bore
 * was measured as, less its own skirt. Only new ones of one part number, maker and class.
 * @param characteristic the clearance from its parts, as `isPistonClearance` tells
 * @param locked slots whose piston stays because somebody says so
 */
export function pistonSets(
  state: Slice,
  characteristic: Characteristic,
  locked: ReadonlySet<SlotKey> = new Set(),
): readonly PartSet[] {
  const pin = currentPin(state);
  if (pin === undefined || !isPistonClearance(characteristic)) return [];
  const sets = new Map<string, Stood[]>();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const [slot] = slotsAt(pin.model.layout, 'piston', place);
    const part = slot === undefined ? undefined : partIn(state, slot);
    if (slot === undefined || part === undefined) continue;
    const [holes = [], skirts = []] = inputPlaces(pin, characteristic, place);
    const sizes = { hole: endsOf(state, holes), skirt: endsOf(state, skirts) };
    const key = [part.partNumber, part.maker, part.sizeClass].join(' ');
    const stands = {
      ...{ cylinder: place.at.cylinder ?? '', slot, part, place, ...sizes },
      stays: staysBecause(state, pin, place, part, sizes, locked.has(slot)),
    };
    sets.set(key, [...(sets.get(key) ?? []), stands]);
  }
  return [...sets.values()].map((rings) => {
    const free = rings.filter(({ stays }) => stays === null);
    return { rings, free, fits: free.map((bore) => free.map((piston) => fitIn(state, bore, piston))) };
  });
}

function staysBecause(
  state: Slice,
  _pin: LimitsPin,
  place: Place,
  part: Part,
  { hole, skirt }: { readonly hole: Ends | undefined; readonly skirt: Ends | undefined },
  isLocked: boolean,
): StaysBecause | null {
  if (part.state !== 'new') return 'runIn';
  if (isLocked) return 'locked';
  if (skirt === undefined) return 'notMeasured';
  if (hole === undefined) return 'boreUnknown';
  return limitInForce(state, place, judgedPart(state, place, [part])).state === 'inForce' ? null : 'noLimit';
}
/** Between what all of these sizes lie; undefined where one of them is not known at both ends. */
function endsOf(state: Slice, places: readonly Place[]): Ends | undefined {
  const all: Ends[] = [];
  for (const place of places) {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading === undefined || !isSize(reading.reading)) return undefined;
    const { lo, hi, loMeasured } = intervalOf(reading.reading);
    if (!loMeasured || !Number.isFinite(hi)) return undefined;
    all.push({ lo, hi });
  }
  return all.length === 0
    ? undefined
    : { lo: Math.min(...all.map(({ lo }) => lo)), hi: Math.max(...all.map(({ hi }) => hi)) };
}
/** Nobody files a piston: one that is out is out, and of those that are in the nearest to the middle is the best. */
function fitIn(state: Slice, bore: Stood, piston: Stood): RingInBoreFit {
  const out: RingInBoreFit = { isLoose: true, isImpossible: false, removal: 0, at: [] };
  const { hole, place } = bore;
  const { skirt } = piston;
  const inForce = limitInForce(state, place, judgedPart(state, place, [piston.part]));
  if (hole === undefined || skirt === undefined || inForce.state !== 'inForce') return out;
  const { lower, upper } = acceptRange(inForce.limit, piston.part.state);
  const guard = decisionRule(state, inForce.sources) === 'guarded' ? uncertaintyAt(state, bore, piston) : 0;
  const [low, high] = [hole.lo - skirt.hi, hole.hi - skirt.lo];
  const at = [{ place: placeKey(place), low, high, lower: lower + guard, upper: upper - guard }];
  const isLoose = low < lower + guard || high > upper - guard;
  const middle = (lower + upper) / 2;
  // Within the middle half of the band one is as good as another: nothing is moved for less.
  const off = Number.isFinite(middle)
    ? Math.max(0, Math.abs((low + high) / 2 - middle) - (upper - lower) / 4)
    : 0;
  return { isLoose, isImpossible: false, removal: isLoose ? 0 : off, at };
}
/** Of the bore and of the piston, each as its worst gauge. */
function uncertaintyAt(state: Slice, bore: Stood, piston: Stood): number {
  const pin = currentPin(state);
  const characteristic = pin?.characteristics.find(({ id }) => id === bore.place.characteristic);
  if (pin === undefined || characteristic === undefined) return 0;
  const [holes = []] = inputPlaces(pin, characteristic, bore.place);
  const [, skirts = []] = inputPlaces(pin, characteristic, piston.place);
  const worst = (places: readonly Place[]): number =>
    Math.max(
      0,
      ...places.map((place) => {
        const reading = currentReading(placeAt(state, placeKey(place)));
        return reading?.verdict.uncertainty ?? reading?.instrument?.uncertainty ?? 0;
      }),
    );
  return worst(holes) + worst(skirts);
}
