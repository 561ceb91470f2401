import { along } from '../engines/along-axes';
import { inputsOf } from '../engines/characteristic';
import type { Characteristic, DerivedFrom } from '../engines/characteristic';
import { depthOf } from '../engines/layout';
import { layoutReason, placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import type { PartRef, PartsState } from '../engines/parts';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { onceFor } from '../kernel/once-for';
import { sameData } from '../kernel/same-data';
import { contextAt } from '../library/judged-fit';
import { currentPin } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import { nanometres, plus, ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { derivedSize } from './derived-size';
import type { InputSize } from './derived-size';
import { judgePlace } from './judge-place';
import type { JudgedState } from './judge-place';
import type { ValueDerived } from './bench-events';
import { currentReading, NO_PART, partsAt, placeAt, placeOf, unitOf } from './places';
import type { PlacesState, RecordedReading } from './places';

type Derivable = JudgedState & PlacesState & PartsState;

/** The places that a derived place is worked out from, by characteristic: every one that agrees with it where both have an axis. */
export function inputPlaces(
  { model, characteristics }: LimitsPin,
  characteristic: Characteristic,
  place: Place,
): readonly (readonly Place[])[] {
  return inputsOf(characteristic).map((id) => {
    const input = characteristics.find((each) => each.id === id);
    if (input === undefined) return [];
    return along(model.layout, input.axes, input.along ?? {}, place.at)
      .map((at) => ({ characteristic: id, at }))
      .filter((each) => layoutReason(model.layout, each) === undefined);
  });
}

/** The derived places that rest on each place that is measured: worked out once for a pin. */
export const derivedBy: (pin: LimitsPin) => ReadonlyMap<PlaceKey, readonly PlaceKey[]> = onceFor(
  (pin: LimitsPin) => {
    const found = new Map<PlaceKey, PlaceKey[]>();
    for (const characteristic of pin.characteristics) {
      if (characteristic.from === undefined) continue;
      const axes = along(pin.model.layout, characteristic.axes, characteristic.along ?? {});
      for (const at of axes) {
        const place = { characteristic: characteristic.id, at };
        for (const input of inputPlaces(pin, characteristic, place).flat()) {
          const key = placeKey(input);
          found.set(key, [...(found.get(key) ?? []), placeKey(place)]);
        }
      }
    }
    return found;
  },
);
/** The characteristics that are worked out from one. */
export const derivedFrom = ({ characteristics }: LimitsPin, id: string): readonly string[] =>
  characteristics.filter((each) => inputsOf(each).includes(id)).map((each) => each.id);

/** What a derived place comes to now; undefined where something that it needs is not there. */
function valueNow(
  state: Derivable,
  pin: LimitsPin,
  key: PlaceKey,
): NonNullable<ValueDerived['value']> | undefined {
  const place = placeOf(state, key);
  const characteristic = pin.characteristics.find(({ id }) => id === place?.characteristic);
  if (place === undefined || characteristic?.from === undefined) return undefined;
  const places = inputPlaces(pin, characteristic, place);
  const readings = places.map((each) => each.map((at) => currentReading(placeAt(state, placeKey(at)))));
  const all = readings.flat();
  if (all.length === 0 || !all.every((each) => each !== undefined)) return undefined;
  if (!takenAsNeeded(pin, characteristic.from, places.flat(), all)) return undefined;
  const sizes = readings.map((each, i) =>
    each.flatMap((reading, j): InputSize[] => {
      if (reading === undefined || !isSize(reading.reading)) return [];
      const station = pin.model.layout.stations.find(({ id }) => id === places[i]?.[j]?.at.station);
      return [{ size: reading.reading, ...(station === undefined ? {} : { depth: depthOf(station) }) }];
    }),
  );
  const { rule } = characteristic.from;
  const less = rule === 'wear' ? madeTo(pin, place) : sizes[1];
  const reading = derivedSize(rule, sizes[0] ?? [], less, state.rules);
  const parts = partsAt(state, characteristic, place);
  if (reading === undefined || !parts.ok) return undefined;
  const uncertainty = uncertaintyBy(state.rules, readings);
  const [first] = all;
  return {
    reading,
    unit: first === undefined ? null : unitOf(first),
    inputs: places.flatMap((each, i) =>
      each.map((at, j) => ({ place: placeKey(at), reading: readings[i]?.[j]?.seq ?? 0 })),
    ),
    parts: unionOf(all.flatMap((each) => each.parts)),
    verdict: judgePlace(state, place, parts.judged, reading, uncertainty),
  };
}
/**
 * Of a value that did not come about although all that it needs is measured: whether that was taken in another state than the
 * value needs, says too little (one point shows no range), or has no upper end.
 */
export function whyNoValue(
  state: PlacesState,
  pin: LimitsPin,
  characteristic: Characteristic,
  place: Place,
): 'otherwise' | 'tooFew' | 'noUpperEnd' | 'notMadeTo' {
  const { from } = characteristic;
  const places = inputPlaces(pin, characteristic, place).flat();
  const readings = places.flatMap((each) => currentReading(placeAt(state, placeKey(each))) ?? []);
  if (from !== undefined && readings.length === places.length && !takenAsNeeded(pin, from, places, readings))
    return 'otherwise';
  if (from?.rule === 'wear' && madeTo(pin, place).length === 0) return 'notMadeTo';
  const hasEnds = readings.every(({ reading }) => isSize(reading) && Number.isFinite(intervalOf(reading).hi));
  return hasEnds ? 'tooFew' : 'noUpperEnd';
}

/** What a bore was made to: the model's size, with the oversize that is in it; nothing where nobody knows that. */
function madeTo(pin: LimitsPin, place: Place): readonly InputSize[] {
  const { oversize } = contextAt(pin, place, NO_PART);
  return oversize === undefined || oversize === null
    ? []
    : [{ size: { kind: 'exact', value: plus(pin.model.bore.nm, oversize) } }];
}

/** A bore without its shells is no bearing: what was taken in another state than the value needs does not come to it. */
function takenAsNeeded(
  { characteristics }: LimitsPin,
  { when }: DerivedFrom,
  places: readonly Place[],
  readings: readonly RecordedReading[],
): boolean {
  if (when === undefined) return true;
  return places.every(({ characteristic }, i) => {
    const input = characteristics.find(({ id }) => id === characteristic);
    const asked = input?.conditions?.some(({ id }) => id === when.condition) === true;
    const said = readings[i]?.conditions?.find(({ condition }) => condition === when.condition);
    return !asked || said?.is === when.is;
  });
}
/** Since these rules a value is as sure as the two sizes that it lies between; before, as all of its readings together. */
const TWO_ENDS_SINCE = 8;
/**
 * How far a value may err: it is one size, or the mean of some, less another, and neither errs by more than the worst of its
 * readings. However many were taken, they do not add up.
 */
function uncertaintyBy(
  rules: number | undefined,
  inputs: readonly (readonly (RecordedReading | undefined)[])[],
): Nanometres {
  const of = inputs.map((each) =>
    each.flatMap((reading) => (reading === undefined ? [] : uncertaintyOf(reading))),
  );
  if ((rules ?? 0) < TWO_ENDS_SINCE) return of.flat().reduce(plus, ZERO);
  const worst = of.map((each) => nanometres(Math.max(0, ...each)));
  const [first = ZERO, second = first] = worst;
  return plus(first, second);
}
const uncertaintyOf = ({ verdict, instrument }: RecordedReading): Nanometres =>
  verdict.uncertainty ?? instrument?.uncertainty ?? ZERO;
const unionOf = (parts: readonly PartRef[]): readonly PartRef[] => [
  ...new Map(parts.map((part) => [`${part.id} ${part.condition}`, part])).values(),
];

/**
 * What became of derived values after readings changed: each that holds no more, and each that came about.
 * @param touched the places whose readings may have changed
 */
export function derivedAnew(state: Derivable, touched: readonly PlaceKey[]): readonly ValueDerived[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const rests = derivedBy(pin);
  const keys = new Set(touched.flatMap((key) => rests.get(key) ?? []));
  return [...keys].flatMap((place): ValueDerived[] => {
    const before = placeAt(state, place).readings.find(({ status }) => status === 'current');
    const value = valueNow(state, pin, place);
    const isSame =
      before !== undefined &&
      value !== undefined &&
      value.inputs.length === before.inputs?.length &&
      value.inputs.every(({ reading }, i) => before.inputs?.[i]?.reading === reading) &&
      // The same sizes come to something else where another oversize is in the bore.
      sameData(value.reading, before.reading);
    if (isSame || (before === undefined && value === undefined)) return [];
    const ended = before === undefined ? null : { reading: before.seq, as: endedAs(state, before) };
    return [{ place, ended, value: value ?? null }];
  });
}
/** A value is never truer than what it was worked out from. */
function endedAs(state: PlacesState, { inputs = [] }: RecordedReading): 'refined' | 'corrected' | 'void' {
  const now = inputs.map(
    ({ place, reading }) => placeAt(state, place).readings.find(({ seq }) => seq === reading)?.status,
  );
  if (now.includes('corrected')) return 'corrected';
  return now.every((status) => status === 'current' || status === 'refined') && !isContested(state, inputs)
    ? 'refined'
    : 'void';
}
const isContested = (state: PlacesState, inputs: NonNullable<RecordedReading['inputs']>): boolean =>
  inputs.some(({ place }) => placeAt(state, place).contested.length > 0);
