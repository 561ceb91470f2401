import type { ClockPutRight } from '@oak-gate/core';
import * as z from 'zod';
import { instant, name, text } from './values';

/** What every chain can say of the clock. */
export const clockEventData = {
  clockSteppedBack: z.object({ clock: instant }),
  clockPutRight: z.object({ was: instant, by: name, reason: text(2000) }) satisfies z.ZodType<ClockPutRight>,
};
