import type { LengthUnit } from '../../quantity/length-unit';
import type { Nanometres } from '../../quantity/nanometres';
import type { ReadText } from '../evidence-rules';
import { intervalOf } from './interval';
import { readEntry } from './read-entry';
import type { SizeReading } from './size-reading';

/**
 * Reads what a crushed strip shows against its card. The wider it is, the smaller is the clearance: wider than the widest mark
 * is less than the smallest clearance of the card, narrower than the narrowest is more than the largest.
 * - `2.0-2.5`, `2.0..2.5`: between these two marks; `2.0`: as wide as the mark
 * - `<1.0`: wider than the widest mark; `3.0+`: narrower than the narrowest
 * - two of these with `/` between them: what its two ends show. The clearance lies between the least and the most of both
 * @param marks the clearances on the card, nm, ascending, not empty
 */
export function readStrip({
  text,
  unit,
  marks,
}: {
  readonly text: string;
  readonly unit: LengthUnit;
  readonly marks: readonly Nanometres[];
}): ReadText<SizeReading> {
  const ends = text.split('/');
  if (ends.length > 2) return { ok: false, code: 'notAReading' };
  const found: SizeReading[] = [];
  let unitUsed = unit;
  for (const end of ends) {
    const entry = readEntry({ text: end, unit });
    if (!entry.ok)
      return { ok: false, code: entry.code === 'empty' && ends.length > 1 ? 'notAReading' : entry.code };
    const on = onCard(entry.reading, marks);
    if (on === undefined) return { ok: false, code: 'notOnCard' };
    found.push(on);
    unitUsed = entry.unit;
  }
  const [first, second = first] = found;
  if (first === undefined || second === undefined) return { ok: false, code: 'notAReading' };
  const reading = bothEnds(first, second);
  return reading === undefined
    ? { ok: false, code: 'notAReading' }
    : { ok: true, reading, unit: unitUsed, notes: [] };
}

function onCard(reading: SizeReading, marks: readonly Nanometres[]): SizeReading | undefined {
  switch (reading.kind) {
    case 'exact':
      return marks.includes(reading.value) ? reading : undefined;
    case 'spread':
      return marks.includes(reading.low) && marks.includes(reading.high)
        ? { kind: 'between', goes: reading.low, stops: reading.high }
        : undefined;
    case 'atLeast':
      return reading.goes === marks.at(-1) ? reading : undefined;
    case 'under':
      return reading.stops === marks[0] ? reading : undefined;
    case 'between':
      return undefined;
  }
}

/** @returns undefined where the one end is below the card and the other above it: nothing is known then */
function bothEnds(a: SizeReading, b: SizeReading): SizeReading | undefined {
  const all = [intervalOf(a), intervalOf(b)];
  const low = Math.min(...all.map(({ lo }) => lo)) as Nanometres;
  const high = Math.max(...all.map(({ hi }) => hi)) as Nanometres;
  const isLowKnown = all.every(({ loMeasured }) => loMeasured);
  if (!Number.isFinite(high)) return isLowKnown ? { kind: 'atLeast', goes: low } : undefined;
  if (!isLowKnown) return { kind: 'under', stops: high };
  if (low === high) return { kind: 'exact', value: low };
  return a.kind === 'exact' && b.kind === 'exact'
    ? { kind: 'spread', low, high }
    : { kind: 'between', goes: low, stops: high };
}
