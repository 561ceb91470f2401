import { intervalOf } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** How much of a wider gap is the bore, and how much the ring; an end of the ring's share that is not known is absent. */
export interface WearSplit {
  readonly fromBore: Nanometres;
  readonly fromRing: { readonly low?: Nanometres; readonly high?: Nanometres };
}

/**
 * Splits what an end gap grew by between two measurements at one station. Negative stays negative: a part that did not wear, or
 * figures that contradict each other.
 * @param question gaps as readings; bores as diameters at that station, nm
 * @source the circumference opens by pi times the diameter
 */
export function wearSplit(question: {
  readonly gapThen: SizeReading;
  readonly gapNow: SizeReading;
  readonly boreThen: number;
  readonly boreNow: number;
}): WearSplit {
  const [then, now] = [intervalOf(question.gapThen), intervalOf(question.gapNow)];
  const fromBore = Math.PI * (question.boreNow - question.boreThen);
  const [low, high] = [now.lo - then.hi - fromBore, now.hi - then.lo - fromBore];
  return {
    fromBore: roundToNanometres(fromBore),
    fromRing: {
      ...(Number.isFinite(low) ? { low: roundToNanometres(low) } : {}),
      ...(Number.isFinite(high) ? { high: roundToNanometres(high) } : {}),
    },
  };
}
