import { otherUnit, showExact, showLength } from '@oak-gate/core';
import type { LengthUnit, Nanometres, SizeReading, VerdictFact } from '@oak-gate/core';
import { unitWord } from '../../words/place-words';
import { benchFigure } from '../../words/bench-figure';
import type { EvidenceWords } from '../word-rules';

/** A size in short, as on a chart: `19/21`, `22+`, `<4`, `10-15`. */
function shortSize(reading: SizeReading, unit: LengthUnit): string {
  const show = (nm: Nanometres): string => benchFigure(nm, unit);
  switch (reading.kind) {
    case 'exact':
      return show(reading.value);
    case 'between':
      return `${show(reading.goes)}/${show(reading.stops)}`;
    case 'atLeast':
      return `${show(reading.goes)}+`;
    case 'under':
      return `<${show(reading.stops)}`;
    case 'spread':
      // Beside a sign a dash would read as another one.
      return `${show(reading.low)}${reading.low < 0 ? '..' : '-'}${show(reading.high)}`;
  }
}

/** What was understood, in words and in the other system: "8 goes, 9 stops: 0.203, not 0.229 mm". */
function understoodSize(reading: SizeReading, unit: LengthUnit): string {
  const show = (nm: Nanometres): string => benchFigure(nm, unit);
  const second = otherUnit(unit);
  const other = (nm: Nanometres): string => showLength(nm, second);
  const word = unitWord(second);
  switch (reading.kind) {
    case 'exact':
      return `${show(reading.value)} ${unitWord(unit)}: ${other(reading.value)} ${word}`;
    case 'between':
      return `${show(reading.goes)} goes, ${show(reading.stops)} stops: ${other(reading.goes)}, not ${other(reading.stops)} ${word}`;
    case 'atLeast':
      return `${show(reading.goes)} goes, nothing thicker tried: at least ${other(reading.goes)} ${word}`;
    case 'under':
      return `${show(reading.stops)} stops, nothing thinner tried: under ${other(reading.stops)} ${word}`;
    case 'spread':
      return `from ${show(reading.low)} to ${show(reading.high)}: ${other(reading.low)} to ${other(reading.high)} ${word}`;
  }
}

/** "tight, by up to 1 thou": the verdict with what is known about how much. */
function marginOfSize(verdict: VerdictFact, reading: SizeReading, unit: LengthUnit): string {
  const open = reading.kind === 'between' || reading.kind === 'atLeast';
  if (verdict.verdict === 'tight' && verdict.shortBy !== undefined) {
    return `by ${open ? 'up to ' : ''}${showExact(verdict.shortBy, unit)} ${unitWord(unit)}`;
  }
  if (verdict.verdict === 'loose' && verdict.overBy !== undefined) {
    const atLeast = reading.kind === 'atLeast';
    return `by ${atLeast ? 'at least ' : open ? 'up to ' : ''}${showExact(verdict.overBy, unit)} ${unitWord(unit)}`;
  }
  return '';
}

export const SIZE_WORDS: EvidenceWords<SizeReading> = {
  short: shortSize,
  figure: (reading, unit) => `${shortSize(reading, unit)} ${unitWord(unit)}`,
  understood: understoodSize,
  margin: marginOfSize,
  notation: [
    ['19/21', 'the 19 goes, the 21 does not'],
    ['22+', 'the 22 goes, nothing thicker was tried'],
    ['<4', 'the 4 does not go, nothing thinner was tried'],
    ['10-15', 'from 10 to 15 around it: both ends are real'],
    ['9&13/23', '9 and 13 held together go'],
    ['0.45 mm', 'another unit, typed behind the figure'],
  ],
};
