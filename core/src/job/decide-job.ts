import { decideCarryRing } from '../bench/carried-ring';
import { decideBench } from '../bench/decide-bench';
import { decideFindings } from '../findings/decide-findings';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { decideGates } from '../release/decide-gates';
import { signatureOf } from '../release/gates';
import { decideRaised } from '../release/decide-raised';
import { decideRemarks } from '../release/decide-remarks';
import type { GateRule } from '../route/route';
import { signatureOver, signedOver } from './behind-gate';
import { decideKit } from '../rework/decide-kit';
import { decidePlan } from '../rework/decide-plan';
import { decideInspection } from '../inspection/decide-inspection';
import { decideStrip } from '../strip/decide-strip';
import { decideRework, isFact } from '../rework/decide-rework';
import { decideArrival } from './decide-arrival';
import { withWhatFollows } from './what-follows';
import type { Facts, JobCommand } from './job-commands';
import { RULES_VERSION } from './job-events';
import type { JobEvent } from './job-events';
import type { JobState } from './job-state';

/**
 * Decides a command on an open job. This is the one place where rules about who may do what, and when, live.
 * @param rules by which it is decided: those of today, or, where a story is decided again, those of its day
 */
export function decideJob(
  state: JobState,
  command: JobCommand,
  facts: Facts,
  rules = RULES_VERSION,
): Result<readonly JobEvent[], Problem> {
  if (state.seal !== undefined && command.type !== 'addSupplement')
    return refuse('JOB_SEALED', { job: state.job.number });
  const told = decide(state, command, facts);
  const decided = told.ok ? ok(withWhatFollows(state, told.value, facts)) : told;
  // A story that began under older rules says from where on it is decided by these; a sealed one is told as it was.
  if (!decided.ok || state.rules >= rules || state.seal !== undefined) return decided;
  return ok([{ type: 'rulesAdopted', v: 1, data: { rules } }, ...decided.value]);
}

function decide(state: JobState, command: JobCommand, facts: Facts): Result<readonly JobEvent[], Problem> {
  const signed = signedOver(state, command);
  if (signed.length > 0 && command.type === 'pinAgain') return adoptBehind(state, command, signed, facts);
  const [behind] = signed;
  // What was done in the workshop is not undone by a signature that the person had not seen: it is kept as a report.
  const overtaken =
    behind !== undefined && isFact(command) && command.underSignature !== signatureOver(state, command);
  if (behind !== undefined && !overtaken) return refuse('BEHIND_SIGNED_GATE', { gate: behind.label });
  const { by, at } = facts;
  switch (command.type) {
    case 'confirmIdentity':
    case 'correctSerial':
    case 'checkDocuments':
    case 'takeBackDocumentCheck':
    case 'takeInstrument':
    case 'pinAgain':
    case 'declinePin':
    case 'sayEngineFacts':
    case 'sayCylinderFacts':
      return decideArrival(state, command, facts);
    case 'takeReading':
    case 'correctReading':
    case 'voidReading':
    case 'decideContest':
    case 'deferPlace':
    case 'resumePlace':
    case 'leaveAsIs':
    case 'declareNotApplicable':
      return decideBench(state, command, by, facts.instrument);
    case 'carryRing':
      return decideCarryRing(state, command, by);
    case 'fitParts':
    case 'replacePart':
    case 'reworkPart':
    case 'moveParts':
    case 'sayPartFacts':
    case 'settleFact':
      return decideRework(state, command, by, overtaken);
    case 'askConcession':
    case 'grantConcession':
    case 'refuseConcession':
    case 'decideLimit':
    case 'confirmLimit':
    case 'acceptInstrument':
    case 'acceptLimitNote':
    case 'decideNotApplicable':
    case 'agreeWithdrawal':
      return decideFindings(state, command, by, at);
    case 'sayAsFound':
    case 'decideOdd':
    case 'sayTurning':
    case 'sayRunning':
    case 'sayRefit':
      return decideStrip(state, command, by, at);
    case 'sayLooked':
    case 'beginTest':
    case 'developTest':
    case 'readTest':
    case 'dropTest':
    case 'decideLook':
      return decideInspection(state, command, by, at);
    case 'planWork':
    case 'dropPlan':
      return decidePlan(state, command, by);
    case 'noteFinding':
    case 'addPhotograph':
    case 'addPaper':
    case 'placeOrder':
    case 'settleOrder':
    case 'receiveOrder':
      return decideRemarks(state, command, by);
    case 'unpackKit':
      return decideKit(state, command, by);
    case 'raiseFinding':
    case 'decideRaised':
      return decideRaised(state, command, by, at);
    case 'signGate':
    case 'reopenGate':
    case 'addSupplement':
      return decideGates(state, command, by, at, facts);
  }
}

/** Adopts a revision under signatures: their gates are reopened in the same act, by who may do both. */
function adoptBehind(
  state: JobState,
  command: JobCommand & { readonly type: 'pinAgain' },
  behind: readonly GateRule[],
  facts: Facts,
): Result<readonly JobEvent[], Problem> {
  const [first] = behind;
  if (command.underSignature !== signatureOver(state, command))
    return refuse('BEHIND_SIGNED_GATE', { gate: first?.label ?? '' });
  const adopted = decideArrival(state, command, facts);
  if (!adopted.ok) return adopted;
  const reopened: JobEvent[] = [];
  for (const { stage } of behind) {
    // What rests on a gate that was reopened already has fallen with it.
    if (reopened.some((each) => each.type === 'gateReopened' && each.data.voids.includes(stage))) continue;
    const signature = signatureOf(state, stage)?.seq ?? 0;
    const reopen = { type: 'reopenGate', gate: stage, signature, reason: command.reason } as const;
    const one = decideGates(state, reopen, facts.by, facts.at);
    if (!one.ok) return one;
    reopened.push(...one.value);
  }
  return ok([...reopened, ...adopted.value]);
}
