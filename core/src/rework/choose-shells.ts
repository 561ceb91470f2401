import { nanometres, roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** A clearance as it would be with standard shells, nm. */
export interface ShellClearance {
  readonly low: number;
  readonly high: number;
}
/** The two halves of one bearing, each by how much under standard it is. */
export interface ShellPair {
  readonly upper: Nanometres;
  readonly lower: Nanometres;
}
export type ShellChoice =
  | {
      readonly feasible: true;
      /** In the order of the bearings that were asked about. */
      readonly pairs: readonly ShellPair[];
      readonly after: readonly ShellClearance[];
      /** How far the bearings lie apart, between their middles; 0 for one alone. */
      readonly apart: Nanometres;
    }
  /** `reach`: how near to its band the first bearing that none suits comes, nm; negative: too tight. */
  | { readonly feasible: false; readonly bearing: number; readonly reach: Nanometres };

interface Option {
  readonly pair: ShellPair;
  readonly after: ShellClearance;
  readonly mid: number;
}

/**
 * The shells for bearings that share a journal: every clearance in its band, then as alike as can be, then the fewest whose halves
 * differ, then the nearest to the middle of the band.
 *
 * A shell that is thicker by half of its undersize in each half closes the clearance by the mean of the undersizes of its halves.
 * Every pair of options is looked at only where two bearings lie side by side: the work grows with the halves at hand, to the fourth
 * power for two rods.
 * @param question nm; halves as often as needed
 * @source c = H - 2t - J, with the standard shells' own t in the clearance
 */
export function chooseShells(question: {
  readonly bearings: readonly ShellClearance[];
  readonly halves: readonly Nanometres[];
  readonly min: number;
  readonly max: number;
  /** How far two bearings of one journal may lie apart; nobody says where nothing is said. */
  readonly maxApart?: number;
}): ShellChoice {
  const { bearings, min, max, maxApart = Infinity } = question;
  const halves = [...new Set(question.halves)].sort((a, b) => a - b);
  const options = bearings.map((bearing) => optionsOf(bearing, halves));
  const good = options.map((its) => its.filter(({ after }) => after.low >= min && after.high <= max));
  const none = good.findIndex((its) => its.length === 0);
  if (none >= 0)
    return {
      feasible: false,
      bearing: none,
      reach: nanometres(Math.round(reachOf(options[none] ?? [], min, max))),
    };
  const middle = (min + max) / 2;
  let best: { readonly chosen: readonly Option[]; readonly apart: number } | undefined;
  for (const chosen of everyChoice(good)) {
    const apart = apartOf(chosen);
    if (apart > maxApart) continue;
    if (best === undefined || isBetter({ chosen, apart }, best, middle)) best = { chosen, apart };
  }
  if (best === undefined) return { feasible: false, bearing: 0, reach: nanometres(0) };
  return {
    feasible: true,
    pairs: best.chosen.map(({ pair }) => pair),
    after: best.chosen.map(({ after }) => after),
    apart: roundToNanometres(best.apart),
  };
}

function optionsOf({ low, high }: ShellClearance, halves: readonly Nanometres[]): readonly Option[] {
  return halves.flatMap((upper, i) =>
    halves.slice(i).map((lower): Option => {
      const closes = (upper + lower) / 2;
      const after = { low: low - closes, high: high - closes };
      return { pair: { upper, lower }, after, mid: (after.low + after.high) / 2 };
    }),
  );
}
/** One option for each bearing, in every way; a journal carries one or two, seldom more. */
function* everyChoice(options: readonly (readonly Option[])[]): Generator<readonly Option[]> {
  const [first, ...rest] = options;
  if (first === undefined) {
    yield [];
    return;
  }
  for (const option of first) for (const others of everyChoice(rest)) yield [option, ...others];
}
const apartOf = (chosen: readonly Option[]): number =>
  chosen.length < 2
    ? 0
    : Math.max(...chosen.map(({ mid }) => mid)) - Math.min(...chosen.map(({ mid }) => mid));
function isBetter(
  a: { readonly chosen: readonly Option[]; readonly apart: number },
  b: { readonly chosen: readonly Option[]; readonly apart: number },
  middle: number,
): boolean {
  if (Math.abs(a.apart - b.apart) >= 1) return a.apart < b.apart;
  const odd = ({ chosen }: { readonly chosen: readonly Option[] }): number =>
    chosen.filter(({ pair }) => pair.upper !== pair.lower).length;
  if (odd(a) !== odd(b)) return odd(a) < odd(b);
  const off = ({ chosen }: { readonly chosen: readonly Option[] }): number =>
    chosen.reduce((sum, { mid }) => sum + Math.abs(mid - middle), 0);
  return off(a) < off(b);
}
/** Of what comes nearest: by how much it is still too wide, or, negative, too tight. */
function reachOf(options: readonly Option[], min: number, max: number): number {
  const missed = options.map(({ after }) => (after.low < min ? after.low - min : after.high - max));
  return missed.reduce((so, each) => (Math.abs(each) < Math.abs(so) ? each : so), Infinity);
}
