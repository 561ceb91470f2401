import { problem } from './problem-data';
import type { Problem, ProblemCode, ProblemData } from './problem-data';

/** A refusal as the failed side of a Result. */
export const refuse = <C extends ProblemCode>(
  code: C,
  data: ProblemData[C],
): { readonly ok: false; readonly problem: Problem } => ({
  ok: false,
  problem: problem(code, data),
});
