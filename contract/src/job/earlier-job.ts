import type { EarlierJob, LengthUnit, SinceLast } from '@oak-gate/core';
import * as z from 'zod';
import type { DeepReadonly } from '../common/values';
import { instant } from '../common/values';
import { sizeReading } from '../evidence/evidence-schemas';
import { unitWord } from '../words/place-words';
import { betweenText, differenceText } from '../words/set-words';

/** How the engine was left the last time; null where the shop had it never before. */
export const earlierJobView = z.object({
  earlier: z
    .object({
      number: z.string(),
      sealedAt: instant,
      hours: z.number().nullable(),
      left: z.record(z.string(), sizeReading),
      errs: z.record(z.string(), z.number()),
    })
    .nullable() satisfies z.ZodType<EarlierJob | null>,
});
export type EarlierJobView = DeepReadonly<z.output<typeof earlierJobView>>;

/** From its least to its most; what has an open end says so. */
function range({ least, most }: SinceLast['grew'], unit: LengthUnit): string {
  if (least !== undefined && most !== undefined) return betweenText(least, most, unit);
  if (least !== undefined) return `at least ${differenceText(least, unit, 'down')}`;
  return most === undefined
    ? 'an amount that nobody knows, in'
    : `at most ${differenceText(most, unit, 'up')}`;
}
/** What a place grew by since the engine was last here, a sentence each. */
export function sinceLastWords(since: SinceLast, earlier: EarlierJob, unit: LengthUnit): readonly string[] {
  const name = unitWord(unit);
  const { grew, split, hours, lasts } = since;
  const ran = hours === undefined ? '' : ` in ${hours} h`;
  return [
    `Since ${earlier.number}${ran} it grew by ${range(grew, unit)} ${name}.`,
    ...(split === undefined
      ? []
      : [
          `Of that the bore is about ${differenceText(split.fromBore, unit)} ${name}, and the ring ${range({ ...(split.fromRing.low === undefined ? {} : { least: split.fromRing.low }), ...(split.fromRing.high === undefined ? {} : { most: split.fromRing.high }) }, unit)} ${name}.`,
        ]),
    ...(lasts === undefined
      ? []
      : [
          `Should it go on like that, it reaches its limit in ${lasts} h at the earliest. This judges nothing.`,
        ]),
  ];
}
