import type { LengthUnit, Reading, VerdictFact } from '@oak-gate/core';

/** How a kind of evidence is said, on the screen, in print and in a table. */
export interface EvidenceWords<R extends Reading> {
  /** In a cell of a chart: `19/21`, `yes`. */
  readonly short: (reading: R, unit: LengthUnit) => string;
  /** The same where it stands alone, with its unit if it has one. */
  readonly figure: (reading: R, unit: LengthUnit) => string;
  /** What was understood, in words and in the other system. */
  readonly understood: (reading: R, unit: LengthUnit) => string;
  /** How much is missing or too much, where that is known; else empty. */
  readonly margin: (verdict: VerdictFact, reading: R, unit: LengthUnit) => string;
  /** What can be typed, and what it means. */
  readonly notation: readonly (readonly [typed: string, means: string])[];
}
