import { issueWords } from '@oak-gate/contract';
import type * as z from 'zod';
import type { Request } from 'express';
import { ProblemError } from './problem-error';

/** The body of a request, checked. @throws ProblemError BODY_WRONG with the path of the first thing that is wrong */
export function bodyOf<T extends z.ZodType>(schema: T, req: Request): z.output<T> {
  return checked(schema, req.body);
}

export function checked<T extends z.ZodType>(schema: T, value: unknown): z.output<T> {
  const parsed = schema.safeParse(value, { error: issueWords });
  if (parsed.success) return parsed.data;
  throw bodyProblem(parsed.error);
}

/** The first thing that is wrong with a body. */
export function bodyProblem({ issues: [issue] }: z.ZodError): ProblemError {
  return ProblemError.of('BODY_WRONG', {
    path: issue?.path.join('.') ?? '',
    message: issue?.message ?? 'not as it must be',
  });
}
