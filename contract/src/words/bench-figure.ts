import { showExact, showLength } from '@oak-gate/core';
import type { BladeStacks, LengthUnit, Nanometres } from '@oak-gate/core';

/** A size as a bench writes it: blades in thou by their number, metric ones with two decimals at least. */
export function benchFigure(nm: Nanometres, unit: LengthUnit): string {
  const exact = showExact(nm, unit);
  const usual = unit === 'mm' ? 2 : unit === 'in' ? 3 : 0;
  return (exact.split('.')[1]?.length ?? 0) < usual ? showLength(nm, unit, usual) : exact;
}

/** "9 and 13 together go": which ends were felt with more than one blade; empty where none was. */
export function stackWords(stacks: BladeStacks | undefined, unit: LengthUnit): string {
  const together = (blades: readonly Nanometres[] | undefined, does: string): string[] =>
    blades === undefined
      ? []
      : [`${blades.map((blade) => benchFigure(blade, unit)).join(' and ')} together ${does}`];
  return [...together(stacks?.goes, 'go'), ...together(stacks?.stops, 'stop')].join(', ');
}
