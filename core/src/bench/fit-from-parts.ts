import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/**
 * The clearance of a shaft in its hole, from diameters of both.
 * @param question nm, neither list empty, in any order and from anywhere around or along them
 * @returns nm; negative is interference. `least`: the smallest hole over the largest shaft
 * @throws RangeError where one of the two was not measured
 */
export function fitFromParts({
  hole,
  shaft,
}: {
  readonly hole: readonly number[];
  readonly shaft: readonly number[];
}): {
  readonly least: Nanometres;
  readonly most: Nanometres;
  readonly mean: Nanometres;
} {
  if (hole.length === 0 || shaft.length === 0) throw new RangeError('a fit has a hole and a shaft');
  return {
    least: roundToNanometres(Math.min(...hole) - Math.max(...shaft)),
    most: roundToNanometres(Math.max(...hole) - Math.min(...shaft)),
    mean: roundToNanometres(meanOf(hole) - meanOf(shaft)),
  };
}
const meanOf = (all: readonly number[]): number => all.reduce((sum, each) => sum + each, 0) / all.length;
