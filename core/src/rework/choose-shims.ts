import type { SpreadOf } from '../library/row-rule';
import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** How far a liner stands out of the deck, nm: one figure, or the lowest and the highest of its points. */
export type Protrusion = Nanometres | { readonly low: Nanometres; readonly high: Nanometres };
export type ShimChoice =
  | {
      readonly feasible: true;
      /** For each liner, nm; 0 for none. */
      readonly shims: readonly Nanometres[];
      readonly after: readonly Protrusion[];
      readonly spread: Nanometres;
    }
  /** `lowestSpread`: the least that keeps every liner in its limits; null where nothing does. */
  | { readonly feasible: false; readonly lowestSpread: Nanometres | null };

interface Option {
  readonly shim: Nanometres;
  /** What of it counts for the spread, twice, so that a middle is whole. */
  readonly from: number;
  readonly to: number;
}
interface Chosen {
  readonly shims: readonly Option[];
  readonly count: number;
  readonly spread: number;
  readonly thickness: number;
}

/**
 * The fewest shims that bring every liner under one head into its limits, and near enough to each other.
 *
 * A window of heights slides over all that any liner can have: in each the liners choose for themselves, so that the work grows
 * with the square of liners times shims and not with their power.
 * @param question heights, limits and shims at hand in nm; each shim as often as needed, one for each liner
 */
export function chooseShims(question: {
  readonly protrusions: readonly Protrusion[];
  readonly shims: readonly Nanometres[];
  readonly min: Nanometres;
  readonly max: Nanometres;
  readonly maxSpread: number;
  /** Between what of the liners the spread is counted; their mid heights where nothing is said. */
  readonly between?: SpreadOf;
}): ShimChoice {
  const { protrusions, maxSpread } = question;
  const options = protrusions.map((protrusion) => optionsOf(protrusion, question));
  const heights = [...new Set(options.flat().flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b);
  let best: Chosen | undefined;
  let lowest: number | undefined;
  for (const [from, low] of heights.entries())
    for (const high of heights.slice(from)) {
      const isWithin = high - low <= 2 * maxSpread;
      if (!isWithin && lowest !== undefined && high - low >= lowest) break;
      const chosen = chooseWithin(options, low, high);
      if (chosen === undefined) continue;
      lowest = Math.min(lowest ?? Infinity, chosen.spread);
      if (isWithin && (best === undefined || isBetter(chosen, best))) best = chosen;
    }
  if (protrusions.length === 0) return { feasible: true, shims: [], after: [], spread: roundToNanometres(0) };
  if (best === undefined)
    return { feasible: false, lowestSpread: lowest === undefined ? null : roundToNanometres(lowest / 2) };
  return {
    feasible: true,
    shims: best.shims.map(({ shim }) => shim),
    after: best.shims.map(({ shim }, i) => raised(protrusions[i] ?? shim, shim)),
    spread: roundToNanometres(best.spread / 2),
  };
}

function optionsOf(
  protrusion: Protrusion,
  {
    shims,
    min,
    max,
    between = 'mids',
  }: {
    readonly shims: readonly Nanometres[];
    readonly min: number;
    readonly max: number;
    readonly between?: SpreadOf;
  },
): readonly Option[] {
  return [roundToNanometres(0), ...shims].flatMap((shim) => {
    const [low, high] = endsOf(raised(protrusion, shim));
    if (low < min || high > max) return [];
    return between === 'mids'
      ? [{ shim, from: low + high, to: low + high }]
      : [{ shim, from: 2 * low, to: 2 * high }];
  });
}
/** The choice of the fewest and thinnest shims with every liner between two heights; undefined where one has none. */
function chooseWithin(
  options: readonly (readonly Option[])[],
  low: number,
  high: number,
): Chosen | undefined {
  const shims: Option[] = [];
  for (const its of options) {
    const [thinnest] = its
      .filter(({ from, to }) => from >= low && to <= high)
      .sort((a, b) => a.shim - b.shim);
    if (thinnest === undefined) return undefined;
    shims.push(thinnest);
  }
  return {
    shims,
    count: shims.filter(({ shim }) => shim !== 0).length,
    spread: Math.max(...shims.map(({ to }) => to)) - Math.min(...shims.map(({ from }) => from)),
    thickness: shims.reduce((sum, { shim }) => sum + shim, 0),
  };
}
const isBetter = (a: Chosen, b: Chosen): boolean =>
  a.count !== b.count
    ? a.count < b.count
    : a.spread !== b.spread
      ? a.spread < b.spread
      : a.thickness < b.thickness;

const endsOf = (protrusion: Protrusion): readonly [number, number] =>
  typeof protrusion === 'number' ? [protrusion, protrusion] : [protrusion.low, protrusion.high];
const raised = (protrusion: Protrusion, shim: Nanometres): Protrusion =>
  typeof protrusion === 'number'
    ? roundToNanometres(protrusion + shim)
    : { low: roundToNanometres(protrusion.low + shim), high: roundToNanometres(protrusion.high + shim) };
