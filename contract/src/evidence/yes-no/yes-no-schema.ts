import { YES_NO } from '@oak-gate/core';
import * as z from 'zod';

export const YES_NO_SCHEMAS = [z.object({ kind: z.literal('answer'), answer: z.enum(YES_NO) })] as const;
