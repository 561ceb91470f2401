import { boreReport } from '../bench/bore-report';
import { characteristicOf, currentReading, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState } from '../bench/places';
import { NO_PART } from '../bench/places';
import { ringGapAt } from '../bench/ring-gap-at';
import { depthOf } from '../engines/layout';
import { placeKey } from '../engines/place';
import type { Place } from '../engines/place';
import { contextAt } from '../library/judged-fit';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { nanometres, roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** What the diameters of one bore come to, nm. Nothing of it is a verdict. */
export interface BoreSays {
  /** The size that it is counted from: standard, with the oversize that is in it. */
  readonly from: Nanometres;
  /** Of the largest size that is known, of whatever station and direction. */
  readonly wear: Nanometres;
  /** Every place of the bore is known: before that it may be larger somewhere, and nobody can say what cleans it up. */
  readonly isWhole: boolean;
  /** The next size that cleans it up and what is left on each side there; null where none does; missing where nobody said them. */
  readonly next?: { readonly size: Nanometres; readonly leftEachSide: Nanometres } | null;
  /** By how much a ring's gap is wider at the station in hand than at the deepest one; missing at the deepest. */
  readonly gapWider?: { readonly by: Nanometres; readonly than: string };
}

/**
 * @returns undefined where no station of the bore has both of its directions as sizes that a gauge showed
 * @source the end gap of a ring grows by pi times what the bore does
 */
export function boreSays(state: PinState & PlacesState, place: Place): BoreSays | undefined {
  const pin = currentPin(state);
  const characteristic = characteristicOf(state, place);
  if (pin === undefined || characteristic?.along?.station !== 'bore' || characteristic.from !== undefined)
    return undefined;
  const { model } = pin;
  const taken = new Map<string, number[]>();
  const known: number[] = [];
  let isWhole = true;
  for (const each of sheetPlaces(state, characteristic.id)) {
    const { station, cylinder } = each.at;
    const reading = currentReading(placeAt(state, placeKey(each)))?.reading;
    if (station === undefined || cylinder !== place.at.cylinder) continue;
    if (reading?.kind !== 'exact') {
      isWhole = false;
      if (reading?.kind === 'spread') known.push(reading.high);
      continue;
    }
    known.push(reading.value);
    taken.set(station, [...(taken.get(station) ?? []), reading.value]);
  }
  const stations = model.layout.stations.flatMap((station) => {
    const [a, b] = taken.get(station.id) ?? [];
    return a === undefined || b === undefined ? [] : [{ name: station.id, depth: depthOf(station), a, b }];
  });
  if (stations.length === 0) return undefined;
  const oversize = contextAt(pin, place, NO_PART).oversize ?? 0;
  const { rebore } = model;
  const nominal = model.bore.nm;
  const report = boreReport({
    nominal,
    current: oversize,
    stations,
    ...(rebore === undefined || !isWhole
      ? {}
      : { oversizes: rebore.oversizes.map(({ nm }) => nm), cleanUp: rebore.cleanUp.nm }),
  });
  const deepest = stations.reduce((so, each) => (each.depth > so.depth ? each : so));
  const meanAt = (name: string | undefined): Nanometres | undefined =>
    report.stations.find((each) => each.name === name)?.mean;
  const [here, below] = [meanAt(place.at.station), meanAt(deepest.name)];
  const { nextOversize } = report;
  return {
    from: nanometres(nominal + oversize),
    wear: roundToNanometres(Math.max(...known) - nominal - oversize),
    isWhole,
    ...(nextOversize === undefined
      ? {}
      : {
          next:
            nextOversize === null
              ? null
              : {
                  size: nanometres(nominal + nextOversize),
                  leftEachSide: roundToNanometres((nominal + nextOversize - report.largest) / 2),
                },
        }),
    ...(here === undefined || below === undefined || place.at.station === deepest.name
      ? {}
      : {
          gapWider: {
            by: ringGapAt({ gap: nanometres(0), measuredIn: below, in: here }).gap,
            than: deepest.name,
          },
        }),
  };
}
