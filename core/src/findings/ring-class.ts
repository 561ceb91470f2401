import { currentReading, judgedBy, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import type { PartsState } from '../engines/parts';
import { placeKey } from '../engines/place';
import type { Place } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { onceFor } from '../kernel/once-for';
import { contextAt } from '../library/judged-fit';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import { acceptRange } from '../library/limit';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { opensWithBore } from '../bench/carried-ring';
import { unfiledReading } from './bank-difference';

/** A gap that is off by about what a ring or a bore of another class would make it. nm. */
export interface ClassDoubt {
  readonly place: Place;
  readonly reading: RecordedReading;
  /** The ring would be made for a bore that is larger than this one, or smaller; of no gap at all at least so. */
  readonly ring: 'larger' | 'smaller';
  /** The step between the two classes on diameter, and what it makes of the gap. */
  readonly step: Nanometres;
  readonly ofGap: Nanometres;
  /** The ends touch, or nothing thinner went: any larger class does that. */
  readonly isClosed: boolean;
}

/**
 * Rings whose gap is out by about pi times the step between two classes of bore: a ring in the wrong bag, or a bore that was made
 * to another size. Before anybody files, what is marked on the ring is read.
 * @source the circumference opens by pi times the diameter
 */
export function classDoubts(
  state: PinState & PlacesState & PartsState,
  characteristic: Characteristic,
): readonly ClassDoubt[] {
  const pin = currentPin(state);
  if (pin === undefined || !opensWithBore(characteristic)) return [];
  const classes = classesOf(pin);
  return sheetPlaces(state, characteristic.id).flatMap((place): ClassDoubt[] => {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading === undefined || !isSize(reading.reading)) return [];
    const { verdict } = reading.verdict;
    if (verdict !== 'tight' && verdict !== 'loose') return [];
    // A ring that was filed has the gap that somebody gave it.
    if (unfiledReading(state, characteristic, place) !== reading) return [];
    const made = contextAt(pin, place, judgedBy(reading.verdict)).oversize ?? 0;
    const { lower, upper } = acceptRange(reading.verdict.limit, reading.verdict.partState);
    const { lo, hi, loMeasured } = intervalOf(reading.reading);
    const isClosed = verdict === 'tight' && !loMeasured;
    const steps = classes
      .map((each) => Math.abs(each - made))
      .filter((step) => step > 0)
      .sort((a, b) => a - b);
    for (const step of steps) {
      const ofGap = Math.PI * step;
      const shift = verdict === 'tight' ? -ofGap : ofGap;
      const [from, to] = [lower + shift, upper + shift];
      const isThere = isClosed ? from <= 0 : lo <= to && hi >= from;
      if (!isThere || !Number.isFinite(from) || !Number.isFinite(to)) continue;
      return [
        {
          ...{ place, reading, isClosed, step: nanometres(step) },
          ring: verdict === 'tight' ? 'larger' : 'smaller',
          ofGap: nanometres(Math.round(ofGap)),
        },
      ];
    }
    return [];
  });
}

/** The sizes that bores of this model, and rings for them, are made to: standard, and every oversize that anybody names. */
const classesOf = onceFor((pin: LimitsPin): readonly number[] => [
  ...new Set<number>([
    0,
    ...(pin.model.rebore?.oversizes.map(({ nm }) => nm) ?? []),
    ...pin.rows.flatMap(({ appliesTo }) => appliesTo.oversizes ?? []),
  ]),
]);
