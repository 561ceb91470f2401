import { baseValue, halfLastDigit, unitKindOf } from '../../quantity/figure';
import type { PrintedFigure } from '../../quantity/figure';

/**
 * Whether two printings of one figure agree: each was rounded to its own last digit, so they may differ by half of the
 * coarser one. 0.38 mm and 0.015 in agree (14.96 thou); 0.38 mm and 0.014 in do not.
 */
export const agree = (a: PrintedFigure, b: PrintedFigure): boolean =>
  unitKindOf(a.unit) === unitKindOf(b.unit) &&
  // A thousandth of the last digit allows for torque conversions, which are not exact.
  Math.abs(baseValue(a) - baseValue(b)) <= Math.max(halfLastDigit(a), halfLastDigit(b)) * 1.001;

const ACCEPTS =
  /\b(accept\w*|permi\w+|allow\w*|may be (?:used|re-?used)|serviceable|tolerat\w*|still good|up to)\b/i;
const SAYS_FIGURE = /(\d+(?:[.,]\d+)?|[.,]\d+)\s*(thou|in\b|"|mm|um|µm|N·?m|lbf[. ]?ft|deg|°|h\b|hours)?/i;

/** The figure that a remark accepts beside the table's own, if it states such a thing. */
export function secondAcceptance(
  remark: string,
): { readonly text: string; readonly unit?: string } | undefined {
  if (!ACCEPTS.test(remark)) return undefined;
  const found = SAYS_FIGURE.exec(remark);
  if (found?.[1] === undefined) return undefined;
  return { text: found[1], ...(found[2] === undefined ? {} : { unit: found[2] }) };
}
