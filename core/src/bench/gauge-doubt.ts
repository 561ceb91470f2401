import type { PinState } from '../library/limit-in-force';
import { limitInForce } from '../library/limit-in-force';
import { acceptRange } from '../library/limit';
import type { JudgedPart } from '../library/fit-variant';
import type { Place } from '../engines/place';
import { bladeSizes } from '../instruments/instrument';
import type { Instrument } from '../instruments/instrument';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/**
 * Why a gauge can hardly decide a limit: its smallest step is more than a tenth of what is allowed, or no two blades of the set lie
 * within that, so that none of its brackets proves it.
 */
export type GaugeDoubt =
  | { readonly kind: 'coarse'; readonly step: Nanometres; readonly band: Nanometres }
  | { readonly kind: 'noTwoBlades'; readonly band: Nanometres };

/** @returns undefined where the limit is open on a side, or the gauge is fine enough */
export function gaugeDoubt(
  state: PinState,
  place: Place,
  part: JudgedPart,
  instrument: Instrument,
): GaugeDoubt | undefined {
  const inForce = limitInForce(state, place, part);
  if (inForce.state !== 'inForce' || inForce.life !== undefined) return undefined;
  const { lower, upper } = acceptRange(inForce.limit, part.state);
  if (!Number.isFinite(lower) || !Number.isFinite(upper) || upper <= lower) return undefined;
  const band = nanometres(upper - lower);
  const blades = bladeSizes(instrument);
  if (blades !== undefined)
    return blades.filter((blade) => blade >= lower && blade <= upper).length < 2
      ? { kind: 'noTwoBlades', band }
      : undefined;
  return instrument.resolution * 10 > band
    ? { kind: 'coarse', step: instrument.resolution, band }
    : undefined;
}
