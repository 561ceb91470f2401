import type { Regrind } from '../engines/layout';
import { ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/**
 * Of which class a journal is by its sizes: standard, or the undersize that it is ground to.
 * @param least, most of what is known of it, nm
 * @returns by how much it is under its standard; sure where it is less than half a step from that class, and all of it lies there
 */
export function journalClass(
  { standard, undersizes }: Regrind,
  { least, most }: { readonly least: number; readonly most: number },
): { readonly under: Nanometres; readonly isSure: boolean } {
  const classes = [ZERO, ...undersizes.map(({ nm }) => nm)].sort((a, b) => a - b);
  const off = standard.nm - (least + most) / 2;
  const under = classes.reduce((so, each) => (Math.abs(off - each) < Math.abs(off - so) ? each : so), ZERO);
  const step = Math.min(...classes.slice(1).map((each, i) => each - (classes[i] ?? ZERO)));
  return { under, isSure: Math.abs(off - under) < step / 2 && most - least < step / 2 };
}
