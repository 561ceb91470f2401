import {
  currentPin,
  currentReading,
  intervalOf,
  nanometres,
  NM_PER,
  parsePlaceKey,
  placeAt,
} from '@oak-gate/core';
import type { JobState, LengthUnit, PlaceKey, RingNext, SizeReading } from '@oak-gate/core';
import { benchFigure } from './bench-figure';
import { placeWords, unitWord } from './place-words';

/** "Cyl 3, top ring". */
export function ringName(job: JobState, places: readonly PlaceKey[]): string {
  const layout = currentPin(job)?.model.layout;
  const place = parsePlaceKey(places[0] ?? '');
  if (layout === undefined || place === undefined) return '';
  const { cylinder, ring } = placeWords(layout, place);
  return `${cylinder}, ${ring.charAt(0).toLowerCase()}${ring.slice(1)}`;
}
/** A size as it is known, in one unit and without its name. */
export function gapWords(reading: SizeReading, unit: LengthUnit): string {
  const { lo, hi, loMeasured } = intervalOf(reading);
  const show = (nm: number): string => benchFigure(nanometres(nm), unit);
  if (!loMeasured) return `<${show(hi)}`;
  if (!Number.isFinite(hi)) return `${show(lo)}+`;
  return lo === hi ? show(lo) : `${show(lo)}/${show(hi)}`;
}
export const rangeWords = (low: number, high: number, unit: LengthUnit): string =>
  `${tenths(low, unit)} to ${tenths(high, unit)}`;
/** What is predicted is said no finer than a tenth of a thou. */
export function tenths(nm: number, unit: LengthUnit): string {
  const digits = { thou: 1, in: 4, mm: 3, um: 0 }[unit];
  return (nm / NM_PER[unit]).toFixed(digits);
}

export const counted = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;
/** What is to be done with a ring, in a few words, and why where that is not plain. */
export function ringNextWords(
  job: JobState,
  next: RingNext,
  unit: LengthUnit,
): { readonly head: string; readonly why: string } {
  const show = (nm: number): string => `${tenths(nm, unit)} ${unitWord(unit)}`;
  switch (next.kind) {
    case 'file':
      return next.strokes === null
        ? { head: 'a few strokes, then measure', why: '' }
        : next.strokes === 0
          ? { head: 'nearly there: by hand', why: 'One stroke could already take too much.' }
          : { head: `${counted(next.strokes, 'stroke')}, then measure`, why: '' };
    case 'measure':
      return {
        head: `measure ${counted(next.places.length, 'station')}`,
        why: 'One cut opens all of its stations.',
      };
    case 'noBlade':
      return {
        head: 'no blade goes',
        why: 'Read its class mark first. Is it of this bore, take a few strokes a round until one goes.',
      };
    case 'openEnd':
      return { head: 'prove the other side first', why: 'Nobody knows how much room is left.' };
    case 'measureFiner':
      return { head: 'measure finer', why: 'The brackets leave no cut that is sure.' };
    case 'noAmount':
      return {
        head: 'no amount suits',
        why: `One station needs ${show(next.least)}, another bears ${show(Math.max(0, next.most))}. Another bore, or a straight one.`,
      };
    case 'tooLoose': {
      const reading = currentReading(placeAt(job, next.place));
      const over = reading?.verdict.overBy;
      return {
        head: 'cannot be put back',
        why: `${over === undefined ? 'Over its maximum' : `Over its maximum by ${show(over)}`}. A narrower bore may suit it; else a new ring.`,
      };
    }
  }
}
