import { currentPin, decisionAt, fitKey, variantKey } from '@oak-gate/core';
import type { JobState, JudgedFit, JudgedPart, Place } from '@oak-gate/core';

/** What the address of a fit says: which fit, for parts of which state, and which of its places where they are not alike. */
export interface FitParams {
  readonly fit: string;
  readonly part: string;
  readonly of?: string;
}
export const paramsOf = ({ fit, partState, of }: JudgedFit): FitParams => ({
  fit,
  part: partState,
  ...(of === undefined ? {} : { of: variantKey(of) }),
});
/** By which decision a part is judged at a place. */
export function fitParams(job: JobState | undefined, place: Place, part: JudgedPart): FitParams {
  const pin = job === undefined ? undefined : currentPin(job);
  const decision = pin === undefined ? undefined : decisionAt(pin, place, part);
  return decision === undefined ? { fit: fitKey(place), part: part.state } : paramsOf(decision);
}
