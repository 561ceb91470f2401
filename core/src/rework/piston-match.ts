import { inputPlaces } from '../bench/derive';
import { decisionRule } from '../bench/judge-place';
import { currentReading, NO_PART, placeAt, sheetPlaces, unaskedReason } from '../bench/places';
import type { PlacesState } from '../bench/places';
import { quantityOf } from '../engines/characteristic';
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
  /** What the worst of the gauges may err. */
  readonly unsure: number;
}
interface Stood extends BoxedRing {
  readonly place: Place;
  readonly hole: Ends | undefined;
  readonly skirt: Ends | undefined;
  readonly band: Worked['band'];
}

/** What a piston's clearance comes from at one cylinder, and what is allowed of it. */
interface Worked {
  readonly holes: readonly Place[];
  readonly skirts: readonly Place[];
  readonly band: { readonly lower: number; readonly upper: number; readonly isGuarded: boolean } | undefined;
}
/**
 * What pistons are matched by: a clearance that is worked out from bore and piston, or, where no sheet has it, the skirt of the
 * piston, beside a bore that is gauged.
 */
export function isPistonClearance(characteristic: Characteristic, all: readonly Characteristic[]): boolean {
  const { from, parts, axes } = characteristic;
  if (from !== undefined)
    return from.rule === 'difference' && parts.includes('piston') && parts.includes('bore');
  return (
    parts.join() === 'piston' &&
    axes.join() === 'cylinder' &&
    quantityOf(characteristic) === 'length' &&
    boreOf(all) !== undefined &&
    !all.some((each) => each.from?.rule === 'difference' && each.from.less === characteristic.id)
  );
}
const boreOf = (all: readonly Characteristic[]): Characteristic | undefined =>
  all.find(
    ({ parts, along, from, axes }) =>
      parts.join() === 'bore' &&
      along?.station === 'bore' &&
      from === undefined &&
      axes.includes('direction'),
  );
function workedAt(state: Slice, pin: LimitsPin, characteristic: Characteristic, place: Place): Worked {
  if (characteristic.from !== undefined) {
    const [holes = [], skirts = []] = inputPlaces(pin, characteristic, place);
    return { holes, skirts, band: bandOf(state, place) };
  }
  const bore = boreOf(pin.characteristics);
  const holes =
    bore === undefined
      ? []
      : sheetPlaces(state, bore.id).filter(
          (each) => each.at.cylinder === place.at.cylinder && unaskedReason(state, each) === undefined,
        );
  const [hole, skirt] = [holes[0] === undefined ? undefined : bandOf(state, holes[0]), bandOf(state, place)];
  // What the documents allow of a new bore less what they allow of a new piston.
  const band =
    hole === undefined || skirt === undefined
      ? undefined
      : {
          lower: hole.lower - skirt.upper,
          upper: hole.upper - skirt.lower,
          isGuarded: hole.isGuarded || skirt.isGuarded,
        };
  const isClosed = band !== undefined && Number.isFinite(band.lower) && Number.isFinite(band.upper);
  return { holes, skirts: [place], band: isClosed ? band : undefined };
}
function bandOf(state: Slice, place: Place): Worked['band'] {
  const inForce = limitInForce(state, place, NO_PART);
  if (inForce.state !== 'inForce') return undefined;
  const { lower, upper } = acceptRange(inForce.limit, 'new');
  return { lower, upper, isGuarded: decisionRule(state, inForce.sources) === 'guarded' };
}

/**
 * The pistons that could change places before they run, each with the clearance that it would have in every bore: what the bore
 * was measured as, less its own skirt. Only new ones of one part number, maker and class.
 * @param characteristic as `isPistonClearance` tells
 * @param locked slots whose piston stays because somebody says so
 */
export function pistonSets(
  state: Slice,
  characteristic: Characteristic,
  locked: ReadonlySet<SlotKey> = new Set(),
): readonly PartSet[] {
  const pin = currentPin(state);
  if (pin === undefined || !isPistonClearance(characteristic, pin.characteristics)) return [];
  const sets = new Map<string, Stood[]>();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const [slot] = slotsAt(pin.model.layout, 'piston', place);
    const part = slot === undefined ? undefined : partIn(state, slot);
    if (slot === undefined || part === undefined) continue;
    const { holes, skirts, band } = workedAt(state, pin, characteristic, place);
    const [hole, skirt] = [endsOf(state, holes), endsOf(state, skirts)];
    const key = [part.partNumber, part.maker, part.sizeClass].join(' ');
    const stands: Stood = {
      ...{ cylinder: place.at.cylinder ?? '', slot, part, place, hole, skirt, band },
      stays: staysBecause(part, hole, skirt, band, locked.has(slot)),
    };
    sets.set(key, [...(sets.get(key) ?? []), stands]);
  }
  return [...sets.values()].map((rings) => {
    const free = rings.filter(({ stays }) => stays === null);
    return { rings, free, fits: free.map((bore) => free.map((piston) => fitIn(bore, piston))) };
  });
}

function staysBecause(
  part: Part,
  hole: Ends | undefined,
  skirt: Ends | undefined,
  band: Worked['band'],
  isLocked: boolean,
): StaysBecause | null {
  if (part.state !== 'new') return 'runIn';
  if (isLocked) return 'locked';
  if (skirt === undefined) return 'notMeasured';
  if (hole === undefined) return 'boreUnknown';
  return band === undefined ? 'noLimit' : null;
}
/** Between what all of these sizes lie, and what the worst of their gauges may err; undefined where an end is not known. */
function endsOf(state: Slice, places: readonly Place[]): Ends | undefined {
  const all: Ends[] = [];
  for (const place of places) {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading === undefined || !isSize(reading.reading)) return undefined;
    const { lo, hi, loMeasured } = intervalOf(reading.reading);
    if (!loMeasured || !Number.isFinite(hi)) return undefined;
    all.push({ lo, hi, unsure: reading.verdict.uncertainty ?? reading.instrument?.uncertainty ?? 0 });
  }
  return all.length === 0
    ? undefined
    : {
        lo: Math.min(...all.map(({ lo }) => lo)),
        hi: Math.max(...all.map(({ hi }) => hi)),
        unsure: Math.max(...all.map(({ unsure }) => unsure)),
      };
}
/** Nobody files a piston: one that is out is out, and of those that are in the nearest to the middle is the best. */
function fitIn({ hole, place, band }: Stood, { skirt }: Stood): RingInBoreFit {
  if (hole === undefined || skirt === undefined || band === undefined)
    return { isLoose: true, isImpossible: false, removal: 0, at: [] };
  const guard = band.isGuarded ? hole.unsure + skirt.unsure : 0;
  const [lower, upper] = [band.lower + guard, band.upper - guard];
  const [low, high] = [hole.lo - skirt.hi, hole.hi - skirt.lo];
  const isLoose = low < lower || high > upper;
  const middle = (lower + upper) / 2;
  // Within the middle half of the band one is as good as another: nothing is moved for less.
  const off = Number.isFinite(middle)
    ? Math.max(0, Math.abs((low + high) / 2 - middle) - (upper - lower) / 4)
    : 0;
  return {
    ...{ isLoose, isImpossible: false, removal: isLoose ? 0 : off },
    at: [{ place: placeKey(place), low, high, lower, upper }],
  };
}
