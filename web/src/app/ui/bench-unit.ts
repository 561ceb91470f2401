import { currentPin, unitOfSheet } from '@oak-gate/core';
import type { Characteristic, FitKey, JobState, LengthUnit, LimitsPin } from '@oak-gate/core';

/** The unit in which this job is measured: that of its instruments, else that of the engine’s bore. */
export function benchUnit(job: JobState): LengthUnit {
  const taken = Object.values(job.instruments)[0]?.unit;
  if (taken !== undefined) return taken;
  return currentPin(job)?.model.bore.unit === 'in' ? 'thou' : 'mm';
}
/** The unit of the sheet that a fit is on. */
export function unitOfFit(job: JobState, fit: FitKey): LengthUnit {
  const characteristic = measuredAt(currentPin(job), fit);
  return characteristic === undefined ? benchUnit(job) : unitOfSheet(job, characteristic);
}
/** What is measured at a fit. */
export const measuredAt = (pin: LimitsPin | undefined, fit: FitKey): Characteristic | undefined =>
  pin?.characteristics.find(({ id }) => fit.startsWith(`${id}@`));
