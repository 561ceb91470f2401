import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** Two diameters at right angles at one depth, nm. */
export interface BoreStation {
  readonly name: string;
  /** nm from the deck. */
  readonly depth: number;
  readonly a: number;
  readonly b: number;
}
/** What may be asked of a bore, nm; what is missing is not asked. */
export interface BoreLimits {
  readonly max?: number;
  readonly outOfRound?: number;
  readonly taper?: number;
  readonly meanRange?: number;
  /** The bore is meant to narrow towards the head, at most by so much. */
  readonly choke?: number;
  /** And at least by so much; it counts only beside `choke`. */
  readonly leastChoke?: number;
}
export interface BoreReport {
  readonly stations: readonly {
    readonly name: string;
    readonly mean: Nanometres;
    readonly outOfRound: Nanometres;
  }[];
  readonly largest: Nanometres;
  readonly wear: Nanometres;
  readonly outOfRound: Nanometres;
  /** Positive: worn at the top; negative: choked. */
  readonly taper: Nanometres;
  readonly choke: Nanometres;
  readonly meanRange: Nanometres;
  readonly needsRebore: boolean;
  /** Only where oversizes were given: null where none cleans up. */
  readonly nextOversize?: Nanometres | null;
}

/**
 * What the diameters of one bore come to. Means are compared before they are rounded.
 * @param question lengths in nm; at least one station; `nominal` the standard size, `current` the oversize that is in it;
 *   `oversizes` ascending, with `cleanUp`, the least stock on diameter beyond the largest reading
 * @throws RangeError without a station, or where oversizes come without the stock that they must remove
 */
export function boreReport(question: {
  readonly nominal: number;
  readonly stations: readonly BoreStation[];
  readonly current?: number;
  readonly limits?: BoreLimits;
  readonly oversizes?: readonly number[];
  readonly cleanUp?: number;
}): BoreReport {
  const { nominal, stations, current = 0, limits = {}, oversizes, cleanUp } = question;
  const means = stations.map(({ a, b }) => (a + b) / 2);
  const byDepth = stations.map(({ depth }, i) => ({ depth, mean: means[i] ?? 0 }));
  const [first] = byDepth;
  if (first === undefined) throw new RangeError('a bore without a station says nothing');
  const shallowest = byDepth.reduce((so, each) => (each.depth < so.depth ? each : so), first);
  const deepest = byDepth.reduce((so, each) => (each.depth > so.depth ? each : so), first);
  const taper = shallowest.mean - deepest.mean;
  const choke = Math.max(0, -taper);
  const meanRange = Math.max(...means) - Math.min(...means);
  const largest = Math.max(...stations.flatMap(({ a, b }) => [a, b]));
  const outOfRound = Math.max(...stations.map(({ a, b }) => Math.abs(a - b)));
  return {
    stations: stations.map(({ name, a, b }, i) => ({
      name,
      mean: roundToNanometres(means[i] ?? 0),
      outOfRound: roundToNanometres(Math.abs(a - b)),
    })),
    largest: roundToNanometres(largest),
    wear: roundToNanometres(largest - (nominal + current)),
    outOfRound: roundToNanometres(outOfRound),
    taper: roundToNanometres(taper),
    choke: roundToNanometres(choke),
    meanRange: roundToNanometres(meanRange),
    needsRebore:
      isAbove(largest, limits.max) ||
      isAbove(outOfRound, limits.outOfRound) ||
      isAbove(meanRange, limits.meanRange) ||
      // A bore that is meant to be choked is asked for its choke, and a taper is then one that opens towards the head.
      (limits.choke === undefined
        ? isAbove(Math.abs(taper), limits.taper)
        : isAbove(taper, limits.taper) || choke > limits.choke || choke < (limits.leastChoke ?? 0)),
    ...(oversizes === undefined
      ? {}
      : { nextOversize: nextOversize({ nominal, current, largest, oversizes, cleanUp }) }),
  };
}
const isAbove = (value: number, limit: number | undefined): boolean => limit !== undefined && value > limit;

function nextOversize(question: {
  readonly nominal: number;
  readonly current: number;
  readonly largest: number;
  readonly oversizes: readonly number[];
  readonly cleanUp: number | undefined;
}): Nanometres | null {
  const { nominal, current, largest, oversizes, cleanUp } = question;
  if (cleanUp === undefined) throw new RangeError('a rebore must say the least stock that it removes');
  const found = oversizes.find((each) => each > current && nominal + each >= largest + cleanUp);
  return found === undefined ? null : roundToNanometres(found);
}
