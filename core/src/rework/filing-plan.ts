import { SLOT_AXES } from '../engines/characteristic';
import type { Characteristic, PartKind } from '../engines/characteristic';
import { placeKey, slotKey } from '../engines/place';
import type { Place, SlotKey } from '../engines/place';
import { partIn } from '../engines/parts';
import type { Part, PartsState } from '../engines/parts';
import { currentReading, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState } from '../bench/places';
import { onceFor } from '../kernel/once-for';
import { limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { acceptRange } from '../library/limit';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { filingWindow } from './filing-window';
import type { FilingPlan, FilingStation } from './filing-window';

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
): readonly FilingAdvice[] {
  const kind = characteristic.filed;
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
      if (places.some((place) => limitInForce(state, place, part.state).state === 'withheld')) return [];
      const stations = places.flatMap((place, i): FilingStation[] => {
        const reading = readings[i];
        const inForce = limitInForce(state, place, part.state);
        if (reading === undefined) return [];
        const { lower, upper } = acceptRange(inForce.state === 'inForce' ? inForce.limit : {}, part.state);
        return [
          { name: placeKey(place), reading: reading.reading, ...bound('min', lower), ...bound('max', upper) },
        ];
      });
      // One step of the gauge beyond the least: a cut that just reaches the bound cannot be shown to have reached it.
      const margin = readings.reduce<Nanometres>(
        (most, reading) =>
          reading !== undefined && reading.instrument.resolution > most
            ? reading.instrument.resolution
            : most,
        nanometres(0),
      );
      const plan = filingWindow({ stations, aim: { kind: 'least', margin } });
      return [{ kind: 'plan', part, slot, stations: places.map(placeKey), plan }];
    },
  );
}

/** The places of a sheet, by the part that is filed: worked out once for each sheet. */
const placesBySlot = (places: readonly Place[], kind: PartKind) => {
  const known = slotsOfSheet(places);
  return (known[kind] ??= groupedBySlot(places, kind));
};
type Grouped = readonly (readonly [SlotKey, readonly Place[]])[];
const slotsOfSheet = onceFor((_places: readonly Place[]): Partial<Record<PartKind, Grouped>> => ({}));
function groupedBySlot(places: readonly Place[], kind: PartKind): Grouped {
  const bySlot = new Map<SlotKey, Place[]>();
  for (const place of places) {
    if (SLOT_AXES[kind].some((axis) => place.at[axis] === undefined)) continue;
    const slot = slotKey(kind, place.at);
    const there = bySlot.get(slot);
    if (there === undefined) bySlot.set(slot, [place]);
    else there.push(place);
  }
  return [...bySlot];
}

const bound = <N extends 'min' | 'max'>(name: N, value: number): Readonly<Partial<Record<N, Nanometres>>> =>
  (Number.isFinite(value) ? { [name]: nanometres(value) } : {}) as Readonly<Partial<Record<N, Nanometres>>>;
