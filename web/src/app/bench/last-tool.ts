import { placeAt, placeKey, sheetPlaces } from '@oak-gate/core';
import type { JobState } from '@oak-gate/core';

/** @returns undefined where the sheet was measured with none yet */
export function lastToolOn(job: JobState, sheet: string): string | undefined {
  let last: { readonly seq: number; readonly id: string } | undefined;
  for (const place of sheetPlaces(job, sheet))
    for (const { seq, instrument } of placeAt(job, placeKey(place)).readings)
      if (instrument !== null && seq > (last?.seq ?? 0)) last = { seq, id: instrument.id };
  return last?.id;
}
