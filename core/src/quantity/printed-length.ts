import type { LengthUnit } from './length-unit';
import type { Nanometres } from './nanometres';

/** A figure as its source prints it, beside the exact length. */
export interface PrintedLength {
  readonly text: string;
  readonly unit: LengthUnit;
  readonly nm: Nanometres;
}
