import { judgeAgain } from '../bench/judge-place';
import { currentReading, sheetPlaces } from '../bench/places';
import type { PlacesState } from '../bench/places';
import { placeKey } from '../engines/place';
import type { PartsState } from '../engines/parts';
import type { PlaceKey } from '../engines/place';
import { BOUNDS } from '../library/limit';
import { fitText } from '../library/judged-fit';
import type { JudgedFit } from '../library/fit-variant';
import { currentPin, limitOfFit } from '../library/limit-in-force';
import type { LimitInForce, PinState } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import type { VerdictFact } from '../bench/places';
import { parsePlaceKey } from '../engines/place';

/** A reading whose verdict another limit would change. */
export interface VerdictFlip {
  readonly place: PlaceKey;
  readonly reading: number;
  readonly before: VerdictFact;
  readonly after: VerdictFact;
}
/** What adopting a fresh pin would change in a job. */
export interface PinChanges {
  readonly added: readonly string[];
  readonly removed: readonly string[];
  readonly fits: readonly (JudgedFit & {
    readonly before: LimitInForce;
    readonly after: LimitInForce;
  })[];
  readonly flips: readonly VerdictFlip[];
  readonly placesAdded: readonly PlaceKey[];
  readonly placesRemoved: readonly PlaceKey[];
}

/** Reading by reading, what would change if this pin were adopted. */
export function pinChanges(state: PinState & PlacesState & PartsState, fresh: LimitsPin): PinChanges {
  const pin = currentPin(state);
  const after = { ...state, pins: [...state.pins, fresh] };
  const ids = (of: LimitsPin | undefined): string[] =>
    (of?.documents ?? []).map(({ id, digest }) => `${id}\n${digest}`);
  const name = (id: string): string => id.split('\n')[0] ?? id;
  const [was, is] = [ids(pin), ids(fresh)];
  const keys = (of: PinState): PlaceKey[] => sheetPlaces(of).map(placeKey);
  const [before, now] = [keys(state), keys(after)];
  return {
    added: is.filter((id) => !was.includes(id)).map(name),
    removed: was.filter((id) => !is.includes(id)).map(name),
    fits: changedFits(state, after, fresh),
    flips: verdictFlips(state, after),
    placesAdded: now.filter((key) => !before.includes(key)),
    placesRemoved: before.filter((key) => !now.includes(key)),
  };
}

function changedFits(state: PinState, after: PinState, fresh: LimitsPin): PinChanges['fits'] {
  const judged = new Map(
    [...(currentPin(state)?.fits ?? []), ...fresh.fits].map(
      ({ fit, partState, of }) =>
        [
          fitText({ fit, partState, ...(of === undefined ? {} : { of }) }),
          { fit, partState, ...(of === undefined ? {} : { of }) },
        ] as const,
    ),
  );
  return [...judged.values()].flatMap((each) => {
    const [was, is] = [limitOfFit(state, each), limitOfFit(after, each)];
    return sameLimit(was, is) ? [] : [{ ...each, before: was, after: is }];
  });
}
function sameLimit(a: LimitInForce, b: LimitInForce): boolean {
  if (a.state === 'inForce' && b.state === 'inForce')
    return BOUNDS.every(
      (bound) => a.limit[bound] === b.limit[bound] && a.sources[bound] === b.sources[bound],
    );
  return a.state === b.state && (a.state !== 'withheld' || b.state !== 'withheld' || a.why === b.why);
}

/** The readings that count whose verdict differs between two states of the limits. */
export function verdictFlips(
  before: PinState & PlacesState,
  after: PinState & PartsState,
): readonly VerdictFlip[] {
  return before.places.entries().flatMap(([key, record]): VerdictFlip[] => {
    const place = parsePlaceKey(key);
    const reading = currentReading(record);
    if (place === undefined || reading === undefined) return [];
    const verdict = judgeAgain(after, place, reading);
    return verdict.verdict === reading.verdict.verdict
      ? []
      : [{ place: key, reading: reading.seq, before: reading.verdict, after: verdict }];
  });
}
