import { currentPin } from '@oak-gate/core';
import type { JobState, LengthUnit } from '@oak-gate/core';

/** The unit in which this job is measured: that of its instruments, else that of the engine’s bore. */
export function benchUnit(job: JobState): LengthUnit {
  const taken = Object.values(job.instruments)[0]?.unit;
  if (taken !== undefined) return taken;
  return currentPin(job)?.model.bore.unit === 'in' ? 'thou' : 'mm';
}
