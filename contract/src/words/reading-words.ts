import { otherUnit, showExact, showLength } from '@oak-gate/core';
import type {
  BladeStacks,
  LengthUnit,
  Limit,
  LimitInForce,
  Nanometres,
  Reading,
  VerdictFact,
} from '@oak-gate/core';
import { unitWord } from './place-words';
import { WITHHELD_WORDS } from './state-words';

/** A size as a bench writes it: blades in thou by their number, metric ones with two decimals at least. */
export function benchFigure(nm: Nanometres, unit: LengthUnit): string {
  const exact = showExact(nm, unit);
  const usual = unit === 'mm' ? 2 : unit === 'in' ? 3 : 0;
  return (exact.split('.')[1]?.length ?? 0) < usual ? showLength(nm, unit, usual) : exact;
}

/** A reading in short, as on a chart: `19/21`, `22+`, `<4`, `10-15`. */
export function shortReading(reading: Reading, unit: LengthUnit): string {
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
      return `${show(reading.low)}-${show(reading.high)}`;
  }
}

/** What was understood, in words and in the other system: "8 goes, 9 stops: 0.203, not 0.229 mm". */
export function understoodWords(reading: Reading, unit: LengthUnit): string {
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

/** "9 and 13 together go": which ends were felt with more than one blade; empty where none was. */
export function stackWords(stacks: BladeStacks | undefined, unit: LengthUnit): string {
  const together = (blades: readonly Nanometres[] | undefined, does: string): string[] =>
    blades === undefined
      ? []
      : [`${blades.map((blade) => benchFigure(blade, unit)).join(' and ')} together ${does}`];
  return [...together(stacks?.goes, 'go'), ...together(stacks?.stops, 'stop')].join(', ');
}

/** A limit in words, in a unit; a bound that has to be rounded rounds inward. */
export function limitWords(limit: Pick<Limit, 'min' | 'max'>, unit: LengthUnit, decimals?: number): string {
  const min = limit.min === undefined ? undefined : showLength(limit.min, unit, decimals, 'up');
  const max = limit.max === undefined ? undefined : showLength(limit.max, unit, decimals, 'down');
  if (min !== undefined && max !== undefined) return `${min} to ${max}`;
  if (min !== undefined) return `at least ${min}`;
  return max === undefined ? 'no limit' : `at most ${max}`;
}

/** "tight, by up to 1 thou": the verdict with what is known about how much. */
export function marginWords(verdict: VerdictFact, reading: Reading, unit: LengthUnit): string {
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

/** A limit in short, as a chart prints it: the exact figures where they are exact in this unit. */
export function showBound(limit: Limit, unit: LengthUnit): string {
  const min = limit.min ?? limit.serviceMin;
  const max = limit.max ?? limit.serviceMax;
  if (min !== undefined && max !== undefined)
    return `${boundText(min, unit, 'up')} to ${boundText(max, unit, 'down')}`;
  if (min !== undefined) return `at least ${boundText(min, unit, 'up')}`;
  return max === undefined ? 'no limit' : `at most ${boundText(max, unit, 'down')}`;
}

/** A bound with one figure as benches write it (40.0 thou, 0.95 mm); what is not exact rounds inward. */
export function boundText(value: Nanometres, unit: LengthUnit, inward: 'up' | 'down'): string {
  const exact = showExact(value, unit);
  const decimals = exact.split('.')[1]?.length ?? 0;
  const usual = unit === 'thou' ? 1 : unit === 'mm' ? 2 : unit === 'in' ? 3 : 0;
  if (decimals <= usual) return showLength(value, unit, usual);
  return decimals <= usual + 1 ? exact : showLength(value, unit, usual + 1, inward);
}

/** What is in force at a place, in words: the window in a unit, or why there is none. */
export function inForceWords(inForce: LimitInForce, unit: LengthUnit): string {
  if (inForce.state === 'withheld') return WITHHELD_WORDS[inForce.why];
  return inForce.state === 'none' ? 'no limit' : `${showBound(inForce.limit, unit)} ${unitWord(unit)}`;
}
