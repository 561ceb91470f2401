import * as z from 'zod';
import { PROBLEM_WORDS } from './problem-words';
import type { AnyProblemCode } from './problem-words';

/** A refusal on the wire, by RFC 9457: the code is the last part of `type`. */
export const problemDetails = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  code: z.string(),
  where: z.string(),
  next: z.string(),
  data: z.record(z.string(), z.unknown()),
  /** The command that is refused for good; absent where the same command may be taken later. */
  command: z.exactOptional(z.string()),
  /** For a table that was refused: every cell that is wrong. */
  errors: z.exactOptional(z.array(z.object({ line: z.int(), column: z.string(), message: z.string() }))),
});
export type ProblemDetails = z.output<typeof problemDetails>;

export const isProblemCode = (code: string): code is AnyProblemCode => Object.hasOwn(PROBLEM_WORDS, code);
