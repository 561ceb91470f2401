import { currentPin, unitOfSheet } from '@oak-gate/core';
import type { FitKey, JobState, LengthUnit } from '@oak-gate/core';

/** The unit in which this job is measured: that of its instruments, else that of the engine’s bore. */
export function benchUnit(job: JobState): LengthUnit {
  const taken = Object.values(job.instruments)[0]?.unit;
  if (taken !== undefined) return taken;
  return currentPin(job)?.model.bore.unit === 'in' ? 'thou' : 'mm';
}
/** The unit of the sheet that a fit is on. */
export function unitOfFit(job: JobState, fit: FitKey): LengthUnit {
  const id = fit.slice(0, Math.max(0, fit.indexOf('@')));
  const characteristic = currentPin(job)?.characteristics.find((each) => each.id === id);
  return characteristic === undefined ? benchUnit(job) : unitOfSheet(job, characteristic);
}
