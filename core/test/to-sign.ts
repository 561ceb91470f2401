import { statementDigest } from '../src/index';
import type { GateRule, GateStatement, JobState } from '../src/index';

/** What somebody signs where no test asks for its words. */
export function toSign(state: JobState, gate: GateRule): GateStatement {
  const words = [`I sign the ${gate.label} gate of ${state.engine.serial}.`];
  return { words, digest: statementDigest(state, gate, words) };
}
