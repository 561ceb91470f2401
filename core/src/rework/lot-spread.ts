import { currentReading, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import type { PartsState } from '../engines/parts';
import { fitKey, placeKey } from '../engines/place';
import type { FitKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** The sheets of what is filed: parts that come in lots, and whose lots are compared. */
export const filedSheets = (state: PinState): readonly Characteristic[] =>
  (currentPin(state)?.characteristics ?? []).filter(({ filed }) => filed !== undefined);

/** How far the parts of one lot lie apart, as they came: before anybody worked on them. */
export interface LotSpread {
  readonly fit: FitKey;
  readonly lot: string;
  readonly maker: string | null;
  readonly count: number;
  readonly least: Nanometres;
  readonly most: Nanometres;
  readonly mean: Nanometres;
}

/**
 * The sizes of a sheet by the lot of the parts that they are of, each part as it was first measured.
 * @param characteristic what is filed, or another fit whose part comes in lots
 * @returns in the order of the sheet, then of the lots; parts of which nobody said a lot are not among them
 */
export function lotSpreads(
  state: PlacesState & PartsState & PinState,
  characteristic: Characteristic,
): readonly LotSpread[] {
  const kind = characteristic.filed ?? characteristic.stateOf;
  const lots = new Map<
    string,
    { fit: FitKey; lot: string; maker: string | null; mids: number[]; ends: number[] }
  >();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const record = placeAt(state, placeKey(place));
    const of = currentReading(record)?.parts ?? [];
    const part = of.flatMap(({ id }) => state.parts.get(id) ?? []).find((each) => each.kind === kind);
    if (part === undefined || part.lot === null || part.lot === '' || part.state !== 'new') continue;
    // As it came: what was read of it first, also where it was filed since.
    const first = record.readings.find(
      ({ parts, status, late }) =>
        late === null &&
        status !== 'void' &&
        status !== 'corrected' &&
        parts.some(({ id }) => id === part.id),
    );
    if (first === undefined || !isSize(first.reading)) continue;
    const { lo, hi, loMeasured } = intervalOf(
      first.own !== undefined && isSize(first.own) ? first.own : first.reading,
    );
    if (!loMeasured || !Number.isFinite(hi)) continue;
    const fit = fitKey(place);
    const key = `${fit} ${part.maker ?? ''} ${part.lot}`;
    const lot = lots.get(key) ?? { fit, lot: part.lot, maker: part.maker, mids: [], ends: [] };
    lot.mids.push((lo + hi) / 2);
    lot.ends.push(lo, hi);
    lots.set(key, lot);
  }
  return [...lots.values()].map(({ fit, lot, maker, mids, ends }) => ({
    ...{ fit, lot, maker, count: mids.length },
    least: nanometres(Math.round(Math.min(...ends))),
    most: nanometres(Math.round(Math.max(...ends))),
    mean: nanometres(Math.round(mids.reduce((sum, each) => sum + each, 0) / mids.length)),
  }));
}
