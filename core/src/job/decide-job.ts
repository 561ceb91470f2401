import { decideBench } from '../bench/decide-bench';
import { parsePlaceKey } from '../engines/place';
import { decideFindings } from '../findings/decide-findings';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import type { Result } from '../kernel/result';
import { decideGates } from '../release/decide-gates';
import { signatureOf } from '../release/gates';
import type { GateRule } from '../release/route';
import { decideRework } from '../rework/decide-rework';
import { decideArrival } from './decide-arrival';
import type { Facts, JobCommand } from './job-commands';
import type { JobEvent } from './job-events';
import type { JobState } from './job-state';

/** Decides a command on an open job. This is the one place where rules about who may do what, and when, live. */
export function decideJob(
  state: JobState,
  command: JobCommand,
  facts: Facts,
): Result<readonly JobEvent[], Problem> {
  if (state.seal !== undefined && command.type !== 'addSupplement')
    return refuse('JOB_SEALED', { job: state.job.number });
  const behind = signedGateOver(state, command);
  if (behind !== undefined) return refuse('BEHIND_SIGNED_GATE', { gate: behind.label });
  const { by, at } = facts;
  switch (command.type) {
    case 'confirmIdentity':
    case 'correctSerial':
    case 'checkDocuments':
    case 'takeInstrument':
    case 'pinAgain':
    case 'declinePin':
    case 'sayEngineFacts':
      return decideArrival(state, command, facts);
    case 'takeReading':
    case 'correctReading':
    case 'voidReading':
    case 'decideContest':
    case 'deferPlace':
    case 'resumePlace':
    case 'declareNotApplicable':
      return decideBench(state, command, by, facts.instrument);
    case 'fitRings':
    case 'replacePart':
    case 'reworkPart':
      return decideRework(state, command, by);
    case 'askConcession':
    case 'grantConcession':
    case 'refuseConcession':
    case 'decideLimit':
    case 'acceptInstrument':
    case 'acceptLimitNote':
    case 'decideNotApplicable':
      return decideFindings(state, command, by, at);
    case 'signGate':
    case 'reopenGate':
    case 'addSupplement':
      return decideGates(state, command, by, at, facts.currentDocuments);
  }
}

/** The signed gate that a command would change something behind, if there is one. */
function signedGateOver(state: JobState, command: JobCommand): GateRule | undefined {
  const gate = state.route.gates.find((each) => isBehind(each, command));
  return gate !== undefined && signatureOf(state, gate.stage) !== undefined ? gate : undefined;
}

function isBehind(gate: GateRule, command: JobCommand): boolean {
  switch (command.type) {
    case 'signGate':
    case 'reopenGate':
    case 'addSupplement':
      return false; // these are decided by the gates themselves
    case 'confirmIdentity':
    case 'correctSerial':
    case 'checkDocuments':
      return gate.conditions.includes('identityConfirmed') || gate.conditions.includes('documentsCurrent');
    // A new pin is a decision of its own: what was current at arrival stays signed, and the sheets are judged anew.
    case 'pinAgain':
    case 'declinePin':
    case 'sayEngineFacts':
    case 'acceptLimitNote':
    case 'takeInstrument':
    case 'fitRings':
    case 'replacePart':
    case 'reworkPart':
    case 'acceptInstrument':
      return gate.sheets.length > 0;
    case 'decideLimit':
      return gate.sheets.includes(parsePlaceKey(command.fit)?.characteristic ?? '');
    default:
      return gate.sheets.includes(parsePlaceKey(command.place)?.characteristic ?? '');
  }
}
