import { readEntry, showExact, splitFeel } from '@oak-gate/core';
import type { LengthUnit, Nanometres, Reading, RecordedReading } from '@oak-gate/core';

/** The thickest blade that goes and the thinnest that stops, as far as they were tried. */
export interface Tries {
  readonly goes?: Nanometres;
  readonly stops?: Nanometres;
}

/** Of a reading only what it says and whether that proves anything. */
type Judged = Pick<RecordedReading, 'reading'> & {
  readonly verdict: Pick<RecordedReading['verdict'], 'verdict'>;
};

function triesIn(reading: Reading): Tries | undefined {
  switch (reading.kind) {
    case 'exact':
      return { goes: reading.value };
    case 'atLeast':
      return { goes: reading.goes };
    case 'between':
      return { goes: reading.goes, stops: reading.stops };
    case 'under':
      return { stops: reading.stops };
    case 'spread':
    case 'answer':
    case 'life':
      return undefined;
  }
}
/** The blades that a text names; undefined where it is something else. */
export function typedTries(text: string, unit: LengthUnit): Tries | undefined {
  const entry = readEntry({ text: splitFeel(text).text, unit });
  return entry.ok ? triesIn(entry.reading) : undefined;
}
/** The blades that a reading left open: one that is proven, or is no bracket, leaves none. */
export function triesSoFar(reading: Judged | undefined): Tries {
  if (reading?.verdict.verdict !== 'notProven' || reading.reading.kind === 'exact') return {};
  return triesIn(reading.reading) ?? {};
}
/** The tries as one types them; empty where there are none. */
export function entryOf({ goes, stops }: Tries, unit: LengthUnit): string {
  const show = (size: Nanometres): string => showExact(size, unit);
  if (goes !== undefined && stops !== undefined) return `${show(goes)}/${show(stops)}`;
  if (goes !== undefined) return `${show(goes)}+`;
  return stops === undefined ? '' : `<${show(stops)}`;
}
