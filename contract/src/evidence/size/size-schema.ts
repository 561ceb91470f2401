import { lengthOnTheWire } from '../../common/values';
import * as z from 'zod';

export const SIZE_SCHEMAS = [
  z.object({ kind: z.literal('exact'), value: lengthOnTheWire }),
  z.object({ kind: z.literal('between'), goes: lengthOnTheWire, stops: lengthOnTheWire }),
  z.object({ kind: z.literal('atLeast'), goes: lengthOnTheWire }),
  z.object({ kind: z.literal('under'), stops: lengthOnTheWire }),
  z.object({ kind: z.literal('spread'), low: lengthOnTheWire, high: lengthOnTheWire }),
] as const;
