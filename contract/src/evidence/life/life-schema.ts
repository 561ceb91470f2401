import * as z from 'zod';

export const LIFE_SCHEMAS = [
  z.object({ kind: z.literal('life'), count: z.number().min(0), orMore: z.exactOptional(z.literal(true)) }),
] as const;
