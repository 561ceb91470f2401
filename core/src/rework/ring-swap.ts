import { decisionRule } from '../bench/judge-place';
import { currentReading, judgedPart, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import { depthOf } from '../engines/layout';
import type { Layout } from '../engines/layout';
import { partIn } from '../engines/parts';
import type { Part, PartMove, PartsState } from '../engines/parts';
import { placeKey, slotsAt } from '../engines/place';
import type { Place, PlaceKey, SlotKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { acceptRange } from '../library/limit';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { assignFits, loadOf } from './assign-rings';
import type { FilingLoad, Fit } from './assign-rings';

type Slice = PlacesState & PinState & PartsState;

/** Why a ring stays where it is: nobody proposes another bore for it. */
export type StaysBecause =
  'runIn' | 'filed' | 'notMeasured' | 'openEnd' | 'boreUnknown' | 'noLimit' | 'locked';
/** A ring as it came for its bore. */
export interface BoxedRing {
  readonly cylinder: string;
  readonly slot: SlotKey;
  readonly part: Part;
  readonly stays: StaysBecause | null;
}
/** What a ring would be at one station of a bore, nm; what is allowed there. */
export interface PredictedGap {
  readonly place: PlaceKey;
  readonly low: number;
  readonly high: number;
  readonly lower: number;
  readonly upper: number;
}
export interface RingInBoreFit extends Fit {
  readonly at: readonly PredictedGap[];
  /** No one cut suits all of its stations: it is counted as one that is too loose. */
  readonly isImpossible: boolean;
}
/** Parts of one number and class that could change places: rings of one groove, or pistons. */
export interface PartSet {
  readonly rings: readonly BoxedRing[];
  /** Those that can change places, in the order of `fits`. */
  readonly free: readonly BoxedRing[];
  /** By bore and ring, of the free ones. */
  readonly fits: readonly (readonly RingInBoreFit[])[];
}
export interface RingSet extends PartSet {
  readonly groove: string;
  readonly member: string;
}
/** A proposal, or what a person drew by hand. */
export interface RingOrder extends FilingLoad {
  /** For each of the free bores which of the free rings. */
  readonly ringForBore: readonly number[];
}

/**
 * The rings of a sheet that could change places before anything is filed, each with what it would be in every bore: its gap in its
 * own bore, and pi times what the other bore is wider. Only new rings that nobody has filed, of one part number, maker, lot of size
 * and class; a run-in part goes back where it came from.
 * @param locked slots whose ring stays because somebody says so
 */
export function ringSets(
  state: Slice,
  characteristic: Characteristic,
  locked: ReadonlySet<SlotKey> = new Set(),
): readonly RingSet[] {
  const pin = currentPin(state);
  const filed = characteristic.filed;
  if (pin === undefined || filed === undefined) return [];
  const { layout } = pin.model;
  const sets = new Map<string, { groove: string; member: string; rings: BoxedRing[]; places: Place[][] }>();
  const seen = new Set<SlotKey>();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const { cylinder, groove, member } = place.at;
    const [slot] = slotsAt(layout, filed, place);
    if (slot === undefined || cylinder === undefined || groove === undefined || member === undefined)
      continue;
    if (seen.has(slot)) continue;
    seen.add(slot);
    const part = partIn(state, slot);
    if (part === undefined) continue;
    const places = sheetPlaces(state, characteristic.id).filter(
      ({ at }) => at.cylinder === cylinder && at.groove === groove && at.member === member,
    );
    const key = [groove, member, part.partNumber, part.maker, part.sizeClass].join(' ');
    const set = sets.get(key) ?? { groove, member, rings: [], places: [] };
    set.rings.push({ cylinder, slot, part, stays: staysBecause(state, places, part, slot, locked) });
    set.places.push(places);
    sets.set(key, set);
  }
  return [...sets.values()].map(({ groove, member, rings, places }) => {
    const at = rings.flatMap(({ stays }, i) => (stays === null ? [i] : []));
    const free = at.flatMap((i) => rings[i] ?? []);
    const placesOf = at.map((i) => places[i] ?? []);
    const fits = free.map((_, bore) =>
      free.map((ring, i) => fitIn(state, ring.part, placesOf[i] ?? [], placesOf[bore] ?? [], i === bore)),
    );
    return { groove, member, rings, free, fits };
  });
}

/** The best order: never worse than as they came, and the same where nothing is gained. */
export function proposedOrder({ fits }: Pick<PartSet, 'fits'>): RingOrder & { readonly asBoxed: FilingLoad } {
  return assignFits(fits);
}
/** What an order that somebody drew comes to. */
export function orderLoad({ fits }: Pick<PartSet, 'fits'>, ringForBore: readonly number[]): RingOrder {
  return { ...loadOf(fits.flatMap((row, bore) => row[ringForBore[bore] ?? bore] ?? [])), ringForBore };
}
/** The moves that an order asks for: those of the rings that do not stay. */
export const movesOf = (
  { free }: Pick<PartSet, 'free'>,
  ringForBore: readonly number[],
): readonly PartMove[] =>
  ringForBore.flatMap((ring, bore) => {
    const [part, to] = [free[ring]?.part.id, free[bore]?.slot];
    return ring === bore || part === undefined || to === undefined ? [] : [{ part, to }];
  });

function staysBecause(
  state: Slice,
  places: readonly Place[],
  part: Part,
  slot: SlotKey,
  locked: ReadonlySet<SlotKey>,
): StaysBecause | null {
  if (part.state !== 'new') return 'runIn';
  if (part.history.some(({ what }) => what === 'filed')) return 'filed';
  if (locked.has(slot)) return 'locked';
  for (const place of places) {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading === undefined) return 'notMeasured';
    if (ends(reading) === undefined) return 'openEnd';
    if (limitInForce(state, place, judgedPart(state, place, [part])).state !== 'inForce') return 'noLimit';
    if (boreAt(state, place) === undefined) return 'boreUnknown';
  }
  return null;
}
/** Both ends of a gap as it is known; undefined where one of them is open. */
function ends({ reading }: RecordedReading): { readonly lo: number; readonly hi: number } | undefined {
  if (!isSize(reading)) return undefined;
  const { lo, hi, loMeasured } = intervalOf(reading);
  return loMeasured && Number.isFinite(hi) ? { lo, hi } : undefined;
}

function fitIn(
  state: Slice,
  part: Part,
  from: readonly Place[],
  to: readonly Place[],
  isOwn: boolean,
): RingInBoreFit {
  const at = to.flatMap((place, i): PredictedGap[] => {
    const source = from[i];
    const reading = source === undefined ? undefined : currentReading(placeAt(state, placeKey(source)));
    const gap = reading === undefined ? undefined : ends(reading);
    const inForce = limitInForce(state, place, judgedPart(state, place, [part]));
    const own = source === undefined ? undefined : boreAt(state, source);
    const other = boreAt(state, place);
    if (gap === undefined || own === undefined || other === undefined || inForce.state !== 'inForce')
      return [];
    const guard =
      decisionRule(state, inForce.sources) === 'guarded'
        ? (reading?.verdict.uncertainty ?? reading?.instrument?.uncertainty ?? 0)
        : 0;
    const accepted = acceptRange(inForce.limit, part.state);
    const low = isOwn ? gap.lo : gap.lo + Math.PI * (other.low - own.high);
    const high = isOwn ? gap.hi : gap.hi + Math.PI * (other.high - own.low);
    return [
      { place: placeKey(place), low, high, lower: accepted.lower + guard, upper: accepted.upper - guard },
    ];
  });
  const least = Math.max(0, ...at.map(({ lower, low }) => lower - low));
  const most = Math.min(...at.map(({ upper, high }) => upper - high));
  const isImpossible = most >= 0 && most < least;
  const isLoose = most < 0 || isImpossible;
  return { isLoose, isImpossible, removal: isLoose ? 0 : least, at };
}

/**
 * How wide the bore is where a ring is measured, with what its gauge may err: at the station itself, or between the two that it
 * lies between, where as much is added as they differ by half.
 * @returns nm; undefined where no station beside it is known in both directions
 */
export function boreAt(
  state: Slice,
  { at }: Place,
): { readonly low: number; readonly high: number } | undefined {
  const pin = currentPin(state);
  const station = pin?.model.layout.stations.find(({ id }) => id === at.station);
  const measured = pin?.characteristics.find(
    (each) => each.along?.station === 'bore' && each.from === undefined && each.axes.includes('direction'),
  );
  if (pin === undefined || station === undefined || measured === undefined) return undefined;
  const depth = depthOf(station);
  const known = stationsKnown(state, pin.model.layout, measured, at.cylinder);
  const here = known.find((each) => each.id === station.id || each.depth === depth);
  if (here !== undefined) return { low: here.mean - here.error, high: here.mean + here.error };
  const above = known.filter((each) => each.depth < depth).at(-1);
  const below = known.find((each) => each.depth > depth);
  if (above === undefined || below === undefined) return undefined;
  const share = (depth - above.depth) / (below.depth - above.depth);
  const mean = above.mean + share * (below.mean - above.mean);
  const error = Math.max(above.error, below.error) + Math.abs(below.mean - above.mean) / 2;
  return { low: mean - error, high: mean + error };
}
interface KnownStation {
  readonly id: string;
  readonly depth: number;
  readonly mean: number;
  readonly error: number;
}
function stationsKnown(
  state: Slice,
  layout: Layout,
  measured: Characteristic,
  cylinder: string | undefined,
): readonly KnownStation[] {
  const taken = new Map<string, RecordedReading[]>();
  for (const place of sheetPlaces(state, measured.id)) {
    if (place.at.cylinder !== cylinder || place.at.station === undefined) continue;
    const reading = currentReading(placeAt(state, placeKey(place)));
    const there = taken.get(place.at.station) ?? [];
    if (reading !== undefined) there.push(reading);
    taken.set(place.at.station, there);
  }
  return layout.stations
    .flatMap((station): KnownStation[] => {
      const readings = taken.get(station.id) ?? [];
      const sizes = readings.flatMap(({ reading }) => (reading.kind === 'exact' ? [reading.value] : []));
      if (sizes.length < 2 || sizes.length !== readings.length) return [];
      const mean = sizes.reduce<number>((sum, each) => sum + each, 0) / sizes.length;
      const error = Math.max(
        ...readings.map(({ verdict, instrument }) => verdict.uncertainty ?? instrument?.uncertainty ?? 0),
      );
      return [{ id: station.id, depth: depthOf(station), mean, error }];
    })
    .sort((a, b) => a.depth - b.depth);
}
