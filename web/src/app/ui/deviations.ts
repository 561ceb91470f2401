import { unitWord } from '@oak-gate/contract';
import {
  bladeSizes,
  currentReading,
  intervalOf,
  placeAt,
  placeKey,
  sheetPlaces,
  showExact,
} from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  Limit,
  Nanometres,
  Setting,
  SizeReading,
  LengthUnit,
} from '@oak-gate/core';

/** From what the figures of a sheet are counted, and by how much each counts. */
export interface Deviations {
  readonly setting: Setting;
  /** One graduation, nm. */
  readonly step: Nanometres;
  readonly unit: LengthUnit;
}

/**
 * How a sheet is read where one gauge was set to one size for all that counts on it: then it shows what the gauge showed.
 * @returns undefined where nothing was measured yet, or where gauges or settings differ: then sizes are shown
 */
export function deviationsOf(job: JobState, characteristic: Characteristic): Deviations | undefined {
  if (characteristic.setting === undefined) return undefined;
  let found: Deviations | undefined;
  for (const place of sheetPlaces(job, characteristic.id)) {
    const reading = currentReading(placeAt(job, placeKey(place)));
    if (reading === undefined) continue;
    const { setting, instrument } = reading;
    if (setting === undefined || instrument === null || bladeSizes(instrument) !== undefined)
      return undefined;
    const { resolution: step, unit } = instrument;
    if (found === undefined) found = { setting, step, unit };
    else if (
      found.step !== step ||
      found.setting.size.nm !== setting.size.nm ||
      found.setting.against !== setting.against
    )
      return undefined;
  }
  return found;
}

/** A size as the gauge shows it: "+17", "-2"; both ends of what is a spread. */
export function deviationText({ setting, step }: Deviations, reading: SizeReading): string {
  const { lo, hi } = intervalOf(reading);
  const show = (nm: number): string => signed((nm - setting.size.nm) / step);
  return lo === hi ? show(lo) : `${show(lo)}..${show(hi)}`;
}
/** The sign is always there: it says that this is no size. */
function signed(count: number): string {
  const figure = Number(Math.abs(count).toFixed(2));
  return `${figure === 0 ? '' : count < 0 ? '-' : '+'}${figure}`;
}
/** A window as the gauge shows it, and how far it may wear; what is no whole graduation is rounded inward. */
export function deviationLimit({ setting, step }: Deviations, limit: Limit): string {
  const low = (nm: number | undefined): string | undefined =>
    nm === undefined ? undefined : signed(Math.ceil(((nm - setting.size.nm) / step) * 10) / 10);
  const high = (nm: number | undefined): string | undefined =>
    nm === undefined ? undefined : signed(Math.floor(((nm - setting.size.nm) / step) * 10) / 10);
  const window = windowText(low(limit.min), high(limit.max));
  const worn = windowText(low(limit.serviceMin), high(limit.serviceMax));
  if (worn === '') return window === '' ? 'no limit' : window;
  return window === '' ? worn : `${window}, worn ${worn}`;
}
function windowText(low: string | undefined, high: string | undefined): string {
  if (low !== undefined && high !== undefined) return `${low} to ${high}`;
  if (low !== undefined) return `at least ${low}`;
  return high === undefined ? '' : `at most ${high}`;
}
/** What a figure counts, and from where. */
export const countsText = ({ setting: { size, against }, step, unit }: Deviations): string =>
  `${showExact(step, unit)} ${unitWord(unit)} from ${size.text} ${unitWord(size.unit)}, set with ${against}`;
