import { currentPin } from '../library/limit-in-force';
import type { LimitRow } from '../library/document';
import { BOUNDS } from '../library/limit';
import { figureOf, isLength } from '../quantity/figure';
import type { PrintedLength } from '../quantity/printed-length';
import { NM_PER } from '../quantity/length-unit';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import type { PinState } from '../library/limit-in-force';
import type { PlaceStatus } from './place-status';

/** A bound that a reading misses in the unit that it was taken in, and keeps in the unit of its source. */
export interface InBySource {
  readonly row: LimitRow;
  readonly printed: PrintedLength;
  /** The reading as the source would print it. */
  readonly read: PrintedLength;
}

/**
 * Whether a reading that is out of its minimum is in by the unit in which the source prints it: 15.7 thou is under 0.40 mm by a
 * hair, and 0.40 mm as a manual prints sizes. It changes no verdict; who is about to file should know it.
 * @returns undefined where the reading is in, is not taken, or is out in the source's unit as well
 */
export function inBySourcesUnit(pins: PinState, { reading, state }: PlaceStatus): InBySource | undefined {
  if (reading === undefined || state !== 'tight') return undefined;
  if (!isSize(reading.reading)) return undefined;
  const { lo } = intervalOf(reading.reading);
  for (const bound of BOUNDS.filter((each) => each.endsWith('in'))) {
    const row = currentPin(pins)?.rows.find(({ id }) => id === reading.verdict.sources[bound]);
    // An interference is printed the other way round: its least is a most here, and rounding it says nothing.
    for (const printed of row === undefined || row.fitIs !== undefined
      ? []
      : [row.printed[bound], row.also?.[bound]]) {
      if (row === undefined || printed === undefined || !isLength(printed)) continue;
      const read = asPrinted(lo, printed);
      if (read !== undefined && read.nm >= printed.nm) return { row, printed, read };
    }
  }
  return undefined;
}

/** A size rounded to the last digit in which a figure is printed; nothing where that is a fraction. */
function asPrinted(nm: number, { text, unit }: PrintedLength): PrintedLength | undefined {
  if (!/^\d*([.,]\d+)?$/.test(text)) return undefined;
  const decimals = /[.,](\d+)$/.exec(text)?.[1]?.length ?? 0;
  const step = NM_PER[unit] / 10 ** decimals;
  const rounded = figureOf((Math.round(nm / step) / 10 ** decimals).toFixed(decimals), unit);
  return rounded !== undefined && isLength(rounded) ? rounded : undefined;
}
