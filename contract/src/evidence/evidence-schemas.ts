import type { EvidenceKind, Reading, ReadingOf } from '@oak-gate/core';
import * as z from 'zod';
import { LIFE_SCHEMAS } from './life/life-schema';
import { SIZE_SCHEMAS } from './size/size-schema';
import { YES_NO_SCHEMAS } from './yes-no/yes-no-schema';

/** The forms of each kind of evidence: a kind that is missing here does not compile. */
const SCHEMAS = { size: SIZE_SCHEMAS, yesNo: YES_NO_SCHEMAS, life: LIFE_SCHEMAS } satisfies {
  readonly [K in EvidenceKind]: readonly z.ZodType<ReadingOf[K]>[];
};

export const reading = z.discriminatedUnion('kind', [
  ...SCHEMAS.size,
  ...SCHEMAS.yesNo,
  ...SCHEMAS.life,
]) satisfies z.ZodType<Reading>;
/** What was recorded before there was anything but sizes. */
export const sizeReading = z.discriminatedUnion('kind', [...SIZE_SCHEMAS]);
