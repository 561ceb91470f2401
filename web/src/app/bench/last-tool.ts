import { placeAt, placeKey, sheetPlaces } from '@oak-gate/core';
import type { JobState } from '@oak-gate/core';

/** The gauge that was used last on a sheet; empty where none was. */
export function lastToolOn(job: JobState, sheet: string): string {
  let last = { seq: 0, id: '' };
  for (const place of sheetPlaces(job, sheet))
    for (const { seq, instrument } of placeAt(job, placeKey(place)).readings)
      if (instrument !== null && seq > last.seq) last = { seq, id: instrument.id };
  return last.id;
}
