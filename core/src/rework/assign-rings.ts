import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { cheapestMatch } from './cheapest-match';

/** A ring's gap, nm: one figure, or a bracket. */
export type RingGap = Nanometres | { readonly low: Nanometres; readonly high: Nanometres };
/** What rings in bores mean: so many too loose for theirs, so many to file, and how much to take off in all, nm. */
export interface FilingLoad {
  readonly loose: number;
  readonly toFile: number;
  readonly totalRemoval: Nanometres;
}
export interface RingAssignment extends FilingLoad {
  /** The same of ring i in bore i. */
  readonly asBoxed: FilingLoad;
  /** For each bore the ring that goes in it. */
  readonly ringForBore: readonly number[];
}
export interface RingsToAssign {
  /** Of each ring, where the bore is `referenceDiameter`. */
  readonly gaps: readonly RingGap[];
  readonly referenceDiameter: Nanometres;
  /** As many as there are rings, nm. */
  readonly bores: readonly Nanometres[];
  readonly min: Nanometres;
  readonly max: Nanometres;
}

/**
 * Which ring of a set goes in which bore, so that the fewest are too loose, then the fewest are filed, then the least is taken
 * off. A prediction: each ring is measured in its bore afterwards.
 * @throws RangeError where there are not as many rings as bores
 */
export function assignRings(question: RingsToAssign): RingAssignment {
  const { gaps, bores } = question;
  if (gaps.length !== bores.length)
    throw new RangeError(`${gaps.length} rings do not go into ${bores.length} bores`);
  return assignFits(bores.map((bore) => gaps.map((gap) => fitOf(gap, bore, question))));
}

/** One part in one place: too loose for it, or so much to take off, nm (unrounded). */
export interface Fit {
  readonly isLoose: boolean;
  readonly removal: number;
}
/**
 * The same of parts whose fit in every place is known already: at several stations, or of pistons, which nobody files.
 * @param fits by place and part, as many parts as places; part i came for place i, and stays there where nothing is gained
 */
export function assignFits(fits: readonly (readonly Fit[])[]): RingAssignment {
  const ringForBore = cheapestMatch(costsOf(fits));
  return {
    ...loadOf(fits.flatMap((row, bore) => row[ringForBore[bore] ?? bore] ?? [])),
    asBoxed: loadOf(fits.flatMap((row, bore) => row[bore] ?? [])),
    ringForBore,
  };
}
function fitOf(gap: RingGap, bore: number, { referenceDiameter, min, max }: RingsToAssign): Fit {
  const opens = Math.PI * (bore - referenceDiameter);
  const [low, high] = typeof gap === 'number' ? [gap, gap] : [gap.low, gap.high];
  const isLoose = high + opens > max;
  return { isLoose, removal: isLoose ? 0 : Math.max(0, min - (low + opens)) };
}
export function loadOf(fits: readonly Fit[]): FilingLoad {
  return {
    loose: fits.filter(({ isLoose }) => isLoose).length,
    toFile: fits.filter(({ removal }) => removal > 0).length,
    totalRemoval: roundToNanometres(fits.reduce((sum, { removal }) => sum + removal, 0)),
  };
}
/** One number for each ring in each bore, in which no sum of a lesser matter ever outweighs one of a greater. */
function costsOf(fits: readonly (readonly Fit[])[]): readonly (readonly number[])[] {
  const count = fits.length;
  const oneFiled = 1 + count * Math.max(0, ...fits.flat().map(({ removal }) => removal));
  const oneLoose = (count + 1) * oneFiled;
  return fits.map((row, i) =>
    row.map(({ isLoose, removal }, j) => {
      const load = isLoose ? oneLoose : removal > 0 ? oneFiled + removal : 0;
      return load + (i === j ? 0 : ONE_MOVED / count);
    }),
  );
}
/** All moves together weigh less than a nanometre: of two orders that are equally good the one that moves less is taken. */
const ONE_MOVED = 0.25;
