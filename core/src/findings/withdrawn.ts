import { aspectsOf, characteristicOf, currentReading, placeAt, placeOf, sheetPlaces } from '../bench/places';
import type { PlaceRecord, PlacesState, RecordedReading } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import { stepSince } from '../engines/parts';
import type { PartsState } from '../engines/parts';
import { placeKey } from '../engines/place';
import type { PlaceKey } from '../engines/place';
import { onceFor } from '../kernel/once-for';
import type { PinState } from '../library/limit-in-force';

type Slice = PlacesState & PartsState & PinState;

/** A size that was a finding, until whoever corrected it, or made it void, took it back. */
export interface Withdrawn {
  readonly place: PlaceKey;
  readonly reading: RecordedReading;
  /** Who took it back, and why. */
  readonly by: { readonly id: string; readonly name: string };
  readonly why: string;
}

/**
 * What was out of its limits and was taken back by one person alone. It is settled when somebody else agrees, or measures there
 * himself; and with its part, when that was worked on or is not there any more.
 */
export const withdrawnReadings = (state: Slice, sheets: readonly string[]): readonly Withdrawn[] =>
  sheets.flatMap((sheet) =>
    sheetPlaces(state, sheet).flatMap((place) => withdrawnAt(state, placeKey(place)) ?? []),
  );
/** What was taken back last at a place, and waits for somebody else; what is still out there is a finding of its own. */
export function withdrawnAt(state: Slice, key: PlaceKey): Withdrawn | undefined {
  const record = placeAt(state, key);
  const back = takenBack(record);
  if (back.length === 0) return undefined;
  const place = placeOf(state, key);
  const characteristic = place === undefined ? undefined : characteristicOf(state, place);
  const now = currentReading(record)?.verdict.verdict;
  if (now === 'tight' || now === 'loose') return undefined;
  const open = back.findLast(
    (reading) =>
      wasFinding(characteristic, reading) &&
      !isMeasuredBySecond(record, reading) &&
      isOfThese(state, characteristic, reading),
  );
  return open?.ended?.by === undefined
    ? undefined
    : { place: key, reading: open, by: open.ended.by, why: open.ended.why };
}
const isMeasuredBySecond = ({ readings }: PlaceRecord, { ended }: RecordedReading): boolean =>
  readings.some(
    ({ seq, by, status, inputs }) =>
      seq > (ended?.seq ?? 0) &&
      by.id !== ended?.by?.id &&
      status !== 'void' &&
      status !== 'corrected' &&
      inputs === undefined,
  );
const takenBack = onceFor(({ readings }: PlaceRecord) =>
  readings.filter(
    ({ ended, verdict, unfit, late, inputs }) =>
      ended?.by !== undefined &&
      ended.agreed === undefined &&
      unfit === undefined &&
      late === null &&
      inputs === undefined &&
      (verdict.verdict === 'tight' || verdict.verdict === 'loose'),
  ),
);
/** A ring that is tight is filed, which nobody has to decide. */
const wasFinding = (characteristic: Characteristic | undefined, { verdict }: RecordedReading): boolean =>
  verdict.verdict === 'loose' || characteristic?.filed === undefined;
/** Whether the parts that it was taken on lie there as they were. */
function isOfThese(
  state: Slice,
  characteristic: Characteristic | undefined,
  { parts }: RecordedReading,
): boolean {
  return parts.every(({ id, condition }) => {
    const part = state.parts.get(id);
    if (part?.slot == null) return false;
    const aspects = characteristic === undefined ? undefined : aspectsOf(state, characteristic, part.kind);
    return stepSince(part, condition, part.slot, aspects) === undefined;
  });
}
