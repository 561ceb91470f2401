import { opensWithBore } from '../bench/carried-ring';
import { asFound, characteristicOf, currentReading, judgedAt, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import { quantityOf } from '../engines/characteristic';
import { depthOf } from '../engines/layout';
import type { PartsState } from '../engines/parts';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { own } from '../kernel/own';
import { acceptRange } from '../library/limit';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { roundToNanometres } from '../quantity/nanometres';
import { wearSplit } from '../set/wear-split';
import type { WearSplit } from '../set/wear-split';

/** What is known of the engine's job before this one: its sizes as they were left, and how long it had run. */
export interface EarlierJob {
  readonly number: string;
  readonly sealedAt: string;
  readonly hours: number | null;
  readonly left: Readonly<Record<PlaceKey, SizeReading>>;
  /** What the gauge of each may err, nm, where that is known. */
  readonly errs: Readonly<Record<PlaceKey, number>>;
}
/** What a fit grew by from one overhaul to the next, nm; an end that nobody knows is absent. */
export interface SinceLast {
  readonly then: SizeReading;
  readonly now: SizeReading;
  readonly grew: { readonly least?: number; readonly most?: number };
  /** Of a ring in its bore: how much of it is the bore, and how much the ring. */
  readonly split?: WearSplit;
  /** Hours between the two. */
  readonly hours?: number;
  /** Hours that it lasts at the least, where it goes on as fast as it may have. */
  readonly lasts?: number;
}
type Slice = PinState &
  PlacesState &
  PartsState & { readonly engine: { readonly hoursSinceNew: number | null } };

/** A sealed job, as the next one of its engine needs it. */
export function earlierJob(
  state: Slice & {
    readonly job: { readonly number: string };
    readonly seal?: { readonly at: string } | undefined;
  },
): EarlierJob | undefined {
  if (state.seal === undefined) return undefined;
  const left: Record<PlaceKey, SizeReading> = {};
  const errs: Record<PlaceKey, number> = {};
  for (const place of sheetPlaces(state)) {
    const key = placeKey(place);
    const taken = currentReading(placeAt(state, key));
    if (taken === undefined || !isSize(taken.reading)) continue;
    left[key] = taken.reading;
    errs[key] = errOf(taken);
  }
  return {
    ...{ number: state.job.number, sealedAt: state.seal.at, hours: state.engine.hoursSinceNew },
    ...{ left, errs },
  };
}

/**
 * @returns what a place grew by; undefined where it was not measured then, or where what was found is not what was left: a new
 * part, or one that was worked on before anybody measured it
 * @source the end gap opens by pi times what the bore does, and the rest of it is the ring
 */
export function sinceLast(state: Slice, earlier: EarlierJob, place: Place): SinceLast | undefined {
  const characteristic = characteristicOf(state, place);
  if (characteristic === undefined || characteristic.from !== undefined) return undefined;
  if (quantityOf(characteristic) !== 'length') return undefined;
  const key = placeKey(place);
  const found = asLeftLastTime(state, key);
  const then = own(earlier.left, key);
  if (found === undefined || then === undefined || !isSize(found.reading)) return undefined;
  const now = found.reading;
  const [a, b] = [intervalOf(then), intervalOf(now)];
  // Whatever both gauges may err belongs to what is not known.
  const err = (own(earlier.errs, key) ?? 0) + errOf(found);
  const [least, most] = [b.lo - a.hi - err, b.hi - a.lo + err];
  const bores = opensWithBore(characteristic) ? boresAt(state, earlier, place) : undefined;
  const ran =
    earlier.hours === null || state.engine.hoursSinceNew === null
      ? undefined
      : state.engine.hoursSinceNew - earlier.hours;
  const hours = ran === undefined || ran <= 0 ? undefined : ran;
  const { upper } = acceptRange(found.verdict.limit, judgedAt(state, place).state);
  const left = upper - b.hi - errOf(found);
  const lasts =
    hours !== undefined && most > 0 && Number.isFinite(most) && Number.isFinite(left) && left >= 0
      ? Math.floor((left / most) * hours)
      : undefined;
  return {
    ...{ then, now },
    grew: { ...(Number.isFinite(least) ? { least } : {}), ...(Number.isFinite(most) ? { most } : {}) },
    ...(bores === undefined
      ? {}
      : {
          split: widened(
            wearSplit({ gapThen: then, gapNow: now, boreThen: bores.then, boreNow: bores.now }),
            err + Math.PI * bores.err,
          ),
        }),
    ...(hours === undefined ? {} : { hours }),
    ...(lasts === undefined ? {} : { lasts }),
  };
}

const errOf = ({ verdict, instrument }: RecordedReading): number =>
  verdict.uncertainty ?? instrument?.uncertainty ?? 0;
const widened = ({ fromBore, fromRing: { low, high } }: WearSplit, by: number): WearSplit => ({
  fromBore,
  fromRing: {
    ...(low === undefined ? {} : { low: roundToNanometres(low - by) }),
    ...(high === undefined ? {} : { high: roundToNanometres(high + by) }),
  },
});

/** What was found of parts that came in with the engine, before anything was done to them. */
function asLeftLastTime(state: PlacesState & PartsState, key: PlaceKey): RecordedReading | undefined {
  const record = placeAt(state, key);
  if (record.contested.length > 0) return undefined;
  const found = asFound(record);
  const isUntouched = found?.parts.every(
    ({ id, condition }) => condition === 1 && state.parts.get(id)?.state === 'reused',
  );
  return isUntouched === true ? found : undefined;
}

/** The mean diameter of a ring's bore then and now, at the station nearest to the ring's that was gauged both times. */
function boresAt(
  state: Slice,
  earlier: EarlierJob,
  place: Place,
): { readonly then: number; readonly now: number; readonly err: number } | undefined {
  const pin = currentPin(state);
  const bore = pin?.characteristics.find(
    ({ along, from, parts }) => along?.station === 'bore' && from === undefined && parts.includes('bore'),
  );
  if (pin === undefined || bore === undefined) return undefined;
  const depth = (id: string | undefined): number => {
    const station = pin.model.layout.stations.find((each) => each.id === id);
    return station === undefined ? 0 : depthOf(station);
  };
  let err = 0;
  const at = new Map<string, { readonly then: number; readonly now: number }[]>();
  for (const each of sheetPlaces(state, bore.id)) {
    if (each.at.cylinder !== place.at.cylinder) continue;
    const key = placeKey(each);
    const found = asLeftLastTime(state, key);
    const [now, then] = [found?.reading, own(earlier.left, key)];
    if (now?.kind !== 'exact' || then?.kind !== 'exact') continue;
    err = Math.max(err, (found === undefined ? 0 : errOf(found)) + (own(earlier.errs, key) ?? 0));
    const station = each.at.station ?? '';
    at.set(station, [...(at.get(station) ?? []), { then: then.value, now: now.value }]);
  }
  const far = (station: string): number => Math.abs(depth(station) - depth(place.at.station));
  const [nearest] = [...at].sort(([a], [b]) => far(a) - far(b));
  if (nearest === undefined) return undefined;
  const mean = (which: 'then' | 'now'): number =>
    nearest[1].reduce((sum, each) => sum + each[which], 0) / nearest[1].length;
  return { then: mean('then'), now: mean('now'), err };
}
