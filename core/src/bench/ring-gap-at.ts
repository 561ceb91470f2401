import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/**
 * The end gap that a ring has where the bore is another: the circumference opens by pi times the change of diameter.
 * @param gap nm, measured where the bore is `measuredIn` (nm); `in`: the bore asked about (nm)
 * @returns nm; negative where the ends would butt
 */
export function ringGapAt(question: {
  readonly gap: Nanometres;
  readonly measuredIn: Nanometres;
  readonly in: Nanometres;
}): { readonly gap: Nanometres } {
  return { gap: roundToNanometres(question.gap + Math.PI * (question.in - question.measuredIn)) };
}
