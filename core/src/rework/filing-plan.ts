import type { Characteristic, PartKindRule } from '../engines/characteristic';
import { placeKey, slotKey } from '../engines/place';
import type { Place, PlaceKey, SlotKey } from '../engines/place';
import { partKindRule } from '../engines/part-kinds';
import { partIn } from '../engines/parts';
import type { Part, PartsState } from '../engines/parts';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { decisionRule } from '../bench/judge-place';
import { characteristicOf, currentReading, judgedPart, placeAt, placeOf, sheetPlaces } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import { onceFor } from '../kernel/once-for';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { acceptRange } from '../library/limit';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { filingWindow } from './filing-window';
import type { FilingAim, FilingPlan, FilingStation } from './filing-window';

/** What to do with a part that can be filed: advice over all its stations, or why there is none yet. */
export type FilingAdvice =
  | {
      readonly kind: 'plan';
      readonly part: Part;
      readonly slot: SlotKey;
      readonly stations: readonly string[];
      readonly plan: FilingPlan;
    }
  /** One cut opens every station: before all of them are measured nobody knows how much room there is. */
  | {
      readonly kind: 'measureFirst';
      readonly part: Part;
      readonly slot: SlotKey;
      readonly places: readonly string[];
    };

/** Filing advice for every part of a sheet that has a tight place; none while a limit of it is withheld. */
export function filingAdvice(
  state: PlacesState & PinState & PartsState,
  characteristic: Characteristic,
  school: FilingSchool = TIGHT_SIDE,
): readonly FilingAdvice[] {
  const kind = filedKind(state, characteristic);
  if (kind === undefined) return [];
  return placesBySlot(sheetPlaces(state, characteristic.id), kind).flatMap(
    ([slot, places]): FilingAdvice[] => {
      const readingAt = (place: Place) => currentReading(placeAt(state, placeKey(place)));
      if (!places.some((place) => readingAt(place)?.verdict.verdict === 'tight')) return [];
      const readings = places.map(readingAt);
      const part = partIn(state, slot);
      if (part === undefined) return [];
      const missing = places.filter((_, i) => readings[i] === undefined).map(placeKey);
      if (missing.length > 0) return [{ kind: 'measureFirst', part, slot, places: missing }];
      if (
        places.some(
          (place) => limitInForce(state, place, judgedPart(state, place, [part])).state === 'withheld',
        )
      )
        return [];
      const plan = schooled(stationsOf(state, places, part), school, stepOf(readings));
      return [{ kind: 'plan', part, slot, stations: places.map(placeKey), plan }];
    },
  );
}

/**
 * The cut that makes a size no smaller than the one it is held against, without taking its part out of limits anywhere.
 * @param places the one that is too small, and the one it is held against, as a relation names them
 * @returns undefined where no cut can: one part has both, not all is measured, or nobody knows how far the other one goes
 */
export function mendingCut(
  state: PlacesState & PinState & PartsState,
  [here, there]: readonly PlaceKey[],
): FilingPlan | undefined {
  const [place, other] = [here, there].map((key) => (key === undefined ? undefined : placeOf(state, key)));
  const kind = place === undefined ? undefined : filedKind(state, characteristicOf(state, place));
  if (place === undefined || other === undefined || kind === undefined) return undefined;
  const slot = slotKey(kind, place.at);
  const part = partIn(state, slot);
  const its = currentReading(placeAt(state, placeKey(other)));
  if (part === undefined || its === undefined || slot === slotKey(kind, other.at)) return undefined;
  const places = placesBySlot(sheetPlaces(state, place.characteristic), kind).find(([each]) => each === slot);
  const all = places?.[1] ?? [];
  const readings = all.map((each) => currentReading(placeAt(state, placeKey(each))));
  if (!isSize(its.reading)) return undefined;
  const { hi } = intervalOf(its.reading);
  if (hi === Infinity || readings.includes(undefined)) return undefined;
  const stations = stationsOf(state, all, part).map((station) =>
    station.name === here ? { ...station, min: nanometres(Math.max(station.min ?? 0, hi)) } : station,
  );
  return schooled(stations, TIGHT_SIDE, stepOf(readings));
}

/** The kind of part that is filed to open what is measured. */
function filedKind(state: PinState, characteristic: Characteristic | undefined): PartKindRule | undefined {
  const layout = currentPin(state)?.model.layout;
  return layout === undefined || characteristic?.filed === undefined
    ? undefined
    : partKindRule(layout, characteristic.filed);
}
/** What the stations of one part hold against a cut; one without a reading says nothing. */
function stationsOf(
  state: PlacesState & PinState & PartsState,
  places: readonly Place[],
  part: Part,
): readonly FilingStation[] {
  return places.flatMap((place): FilingStation[] => {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading === undefined || !isSize(reading.reading)) return [];
    const inForce = limitInForce(state, place, judgedPart(state, place, [part]));
    const { lower, upper } = acceptRange(inForce.state === 'inForce' ? inForce.limit : {}, part.state);
    // Where only what is surely inside passes, a cut must leave as much on both sides as the gauge may err.
    const guard =
      inForce.state === 'inForce' && decisionRule(state, inForce.sources) === 'guarded'
        ? (reading.verdict.uncertainty ?? reading.instrument?.uncertainty ?? 0)
        : 0;
    return [
      {
        ...{ name: placeKey(place), reading: reading.reading },
        ...bound('min', lower + guard),
        ...bound('max', upper - guard),
      },
    ];
  });
}
/**
 * Where within its window a cut is aimed. None of them is a limit: what is in stays in whatever the school.
 * - `tight`: the least, and one step of the gauge more, because a cut that just reaches the bound cannot be shown to have reached it
 * - `middle`: the middle of what suits every station
 * - `loose`: the most, less one step of the gauge: hot and heavy duty
 * - `gap`: so much gap where it is tightest, nm
 */
export type FilingSchool =
  { readonly kind: 'tight' | 'middle' | 'loose' } | { readonly kind: 'gap'; readonly value: Nanometres };
export const TIGHT_SIDE: FilingSchool = { kind: 'tight' };

/** What a ring's stations bear, aimed as a school does. `step`: of the gauge, nm */
export function schooled(
  stations: readonly FilingStation[],
  school: FilingSchool,
  step: Nanometres,
): FilingPlan {
  const tightest = stations.reduce<FilingStation | undefined>(
    (so, each) => (so === undefined || shortage(each) > shortage(so) ? each : so),
    undefined,
  );
  const least: FilingAim = { kind: 'least', margin: step };
  switch (school.kind) {
    case 'tight':
      return filingWindow({ stations, aim: least });
    case 'middle':
      return filingWindow({ stations, aim: { kind: 'middle' } });
    case 'gap':
      return filingWindow({
        stations,
        aim: tightest === undefined ? least : { kind: 'gap', station: tightest.name, value: school.value },
        shortOf: step,
      });
    case 'loose': {
      const window = filingWindow({ stations, aim: least });
      if (window.state !== 'file' || window.most === undefined) return window;
      // As far as the window goes, and one step short of it.
      return filingWindow({
        stations,
        aim: { kind: 'least', margin: nanometres(Math.max(0, window.most - window.least)) },
        shortOf: step,
      });
    }
  }
}
const shortage = ({ min, reading }: FilingStation): number =>
  min === undefined ? -Infinity : min - intervalOf(reading).lo;
/** The step of the gauges that a part was measured with. */
const stepOf = (readings: readonly (RecordedReading | undefined)[]): Nanometres =>
  nanometres(
    Math.max(
      0,
      ...readings.flatMap((reading) => (reading?.instrument == null ? [] : [reading.instrument.resolution])),
    ),
  );

/** The places of a sheet, by the part that is filed: worked out once for each sheet. */
const placesBySlot = (places: readonly Place[], kind: PartKindRule) => {
  const known = slotsOfSheet(places);
  return (known[kind.kind] ??= groupedBySlot(places, kind));
};
type Grouped = readonly (readonly [SlotKey, readonly Place[]])[];
const slotsOfSheet = onceFor((_places: readonly Place[]): Record<string, Grouped> => ({}));
function groupedBySlot(places: readonly Place[], kind: PartKindRule): Grouped {
  const bySlot = new Map<SlotKey, Place[]>();
  for (const place of places) {
    if (kind.axes.some((axis) => place.at[axis] === undefined)) continue;
    const slot = slotKey(kind, place.at);
    const there = bySlot.get(slot);
    if (there === undefined) bySlot.set(slot, [place]);
    else there.push(place);
  }
  return [...bySlot];
}

const bound = <N extends 'min' | 'max'>(name: N, value: number): Readonly<Partial<Record<N, Nanometres>>> =>
  (Number.isFinite(value) ? { [name]: nanometres(value) } : {}) as Readonly<Partial<Record<N, Nanometres>>>;
