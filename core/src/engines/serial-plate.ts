/** How the serials of a model look, as somebody shows it on a plate: an example, and which of its digits count. */
export interface SerialPlate {
  readonly example: string;
  /** The counting digits, from the first one to behind the last one. */
  readonly from: number;
  readonly to: number;
}
export type PlateFault = 'empty' | 'noDigits' | 'tooMany';
/** A number with more digits than these is not counted exactly. */
const MOST_DIGITS = 15;

/** What is wrong with a plate; undefined where nothing is. */
export function plateFault({ example, from, to }: SerialPlate): PlateFault | undefined {
  if (example.trim() === '') return 'empty';
  const counting = example.slice(from, to);
  if (from < 0 || to > example.length || !/^\d+$/.test(counting)) return 'noDigits';
  return counting.length > MOST_DIGITS ? 'tooMany' : undefined;
}

/** The digits at the end of an example count, unless somebody says otherwise; none where it has no digit. */
export function usualPlate(example: string): SerialPlate {
  const last = /\d+(?=\D*$)/.exec(example);
  const from = last?.index ?? 0;
  return { example, from, to: from + (last?.[0].length ?? 0) };
}

/**
 * The pattern of all serials that look like the plate: what does not count is the same on each, what counts has as many digits.
 * Two engines of a model differ in nothing else.
 */
export const patternOf = ({ example, from, to }: SerialPlate): string =>
  `^${literal(example.slice(0, from))}(\\d{${to - from}})${literal(example.slice(to))}$`;
const literal = (text: string): string =>
  text.replace(/[.*+?^${}()|[\]\\/-]/g, (each) => (each === '-' ? each : `\\${each}`));

/**
 * A pattern as a plate, with digits that count up from one; undefined where it says more than a plate can: such a model keeps its
 * pattern until somebody shows a plate.
 */
export function plateOf(pattern: string): SerialPlate | undefined {
  const found =
    /^\^((?:\\[^\dA-Za-z]|[^\\()[\]{}.*+?^$|])*)\(\\d\{(\d{1,2})\}\)((?:\\[^\dA-Za-z]|[^\\()[\]{}.*+?^$|])*)\$$/.exec(
      pattern,
    );
  if (found === null) return undefined;
  const [, before = '', digits = '', after = ''] = found;
  const count = Number(digits);
  if (count === 0 || count > MOST_DIGITS) return undefined;
  const plain = (text: string): string => text.replace(/\\(.)/g, '$1');
  const counting = Array.from({ length: count }, (_, i) => `${(i + 1) % 10}`).join('');
  const from = plain(before).length;
  return { example: `${plain(before)}${counting}${plain(after)}`, from, to: from + count };
}
