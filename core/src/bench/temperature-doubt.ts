import type { Metal } from '../quantity/metal';

/** Gauges are steel, and sizes are meant at this temperature, in thousandths of a degree Celsius. */
const REFERENCE = 20_000;
/** How far two temperatures may lie apart before it shows in a size. */
const NEAR = 3_000;

/**
 * A temperature as read from a thermometer.
 * @param text degrees Celsius, with `.` or `,`, with a sign where it is below nothing
 * @returns thousandths of a degree, exact; undefined where it is none, or none of a workshop (-60 to 300)
 */
export function millikelvin(text: string): number | undefined {
  const match = /^\s*([+-]?)(\d{1,3})(?:[.,](\d{1,3}))?\s*$/.exec(text.replace(/[\u2013\u2014\u2212]/g, '-'));
  if (match === null) return undefined;
  const [, sign = '', whole = '0', part = ''] = match as unknown as (string | undefined)[];
  const size = Number(whole) * 1000 + Number(part.padEnd(3, '0'));
  const found = sign === '-' && size !== 0 ? -size : size;
  return found < -60_000 || found > 300_000 ? undefined : found;
}

/**
 * Whether a size that was taken so has to be asked about.
 * @param part, gauge: thousandths of a degree Celsius; `metal` of the part
 * @returns `apart`: more than 3 K between part and gauge. `metals`: both away from 20 C by more than that, and the part grows
 *   otherwise than the steel of its gauge, so that even one temperature does not help
 */
export function temperatureDoubt({
  part,
  gauge,
  metal = 'iron',
}: {
  readonly part: number;
  readonly gauge: number;
  readonly metal?: Metal | undefined;
}): 'apart' | 'metals' | undefined {
  if (Math.abs(part - gauge) > NEAR) return 'apart';
  return metal !== 'iron' && Math.abs(part - REFERENCE) > NEAR ? 'metals' : undefined;
}
