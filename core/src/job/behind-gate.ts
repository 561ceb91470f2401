import { own } from '../kernel/own';
import { parsePlaceKey } from '../engines/place';
import { kindsChanged } from '../engines/part-kinds';
import { kindOfSlot } from '../engines/parts';
import type { PartKind } from '../engines/characteristic';
import { derivedFrom } from '../bench/derive';
import { restOnKind } from '../bench/places';
import { currentPin } from '../library/limit-in-force';
import { CRACK_TEST } from '../inspection/inspection';
import { isSaidAnew } from '../inspection/decide-inspection';
import { askedFace } from '../inspection/inspection-stand';
import { lateInstruments } from '../findings/decide-findings';
import { signatureOf } from '../release/gates';
import { notesAbout } from '../release/open-matters';
import type { GateRule } from '../route/route';
import type { JobCommand, JobDraft } from './job-commands';
import type { JobState } from './job-state';

/**
 * Whether a command changes what a gate is about. A stage owns what is said of its places, of the parts that they depend on,
 * of its engine and documents; what belongs to another stage is not behind its signature.
 */
export function isBehind(state: JobState, gate: GateRule, command: JobCommand | JobDraft): boolean {
  switch (command.type) {
    case 'signGate':
    case 'reopenGate':
    case 'addSupplement':
      return false; // these are decided by the gates themselves
    // A gauge that is taken changes nothing that was measured with another; what is added to a finding decides nothing.
    case 'takeInstrument':
    case 'sayAsFound':
    case 'sayTurning':
    case 'sayRunning':
      return gate.conditions.includes('mapComplete');
    case 'sayRefit':
      return gate.conditions.includes('partsRefitted');
    // A first word on a part that came later, or was changed since, takes nothing back that was signed.
    case 'sayLooked': {
      const asked = askedFace(state, command.slot, command.item);
      return gate.conditions.includes('partsInspected') && isSaidAnew(asked?.stand ?? 'open');
    }
    case 'readTest':
      return (
        gate.conditions.includes('partsInspected') &&
        command.results.some(({ part }) => {
          const slot = state.parts.get(part)?.slot;
          return slot != null && isSaidAnew(askedFace(state, slot, CRACK_TEST)?.stand ?? 'open');
        })
      );
    case 'beginTest':
    case 'developTest':
    case 'dropTest':
    case 'decideLook':
    case 'decideOdd':
    case 'planWork':
    case 'dropPlan':
    case 'noteFinding':
    case 'addPhotograph':
    case 'addPaper':
    case 'unpackKit':
    case 'placeOrder':
    case 'raiseFinding':
    case 'decideRaised':
    case 'settleOrder':
    case 'receiveOrder':
      return false;
    case 'confirmIdentity':
    case 'correctSerial':
    case 'checkDocuments':
    case 'takeBackDocumentCheck':
      return gate.conditions.includes('identityConfirmed') || gate.conditions.includes('documentsCurrent');
    // A new pin is a decision of its own: what was current at arrival stays signed, and the sheets are judged anew.
    case 'pinAgain':
    case 'declinePin':
    case 'sayEngineFacts':
    case 'sayCylinderFacts':
      return gate.sheets.length > 0;
    case 'carryRing':
      return gate.sheets.includes(command.characteristic);
    case 'acceptLimitNote':
      return gate.sheets.length > 0 && notesAbout(state, gate.sheets).includes(command.note);
    case 'fitParts':
      return command.slots.some((slot) => changesBehind(state, gate, kindOfSlot(slot)));
    case 'sayPartFacts':
      return command.parts.some((part) => isOfKind(state, gate, state.parts.get(part)?.kind));
    case 'replacePart':
      return changesBehind(state, gate, state.parts.get(command.part)?.kind);
    case 'reworkPart':
      return changesBehind(state, gate, state.parts.get(command.part)?.kind, command.what);
    case 'moveParts':
      return command.moves.some(({ to }) => changesBehind(state, gate, kindOfSlot(to)));
    // That nothing more was done changes nothing that was signed; that it was done does.
    case 'settleFact': {
      const report = state.reports.find(({ seq }) => seq === command.report);
      return command.as === 'happened' && isOfKind(state, gate, report && kindOfSlot(report.slot));
    }
    case 'acceptInstrument':
      return (own(lateInstruments(state), command.instrument) ?? []).some(({ place }) =>
        hasSheetOf(gate, place),
      );
    case 'confirmLimit': {
      const choice = state.limitChosen.find(({ seq }) => seq === command.choice);
      return choice === undefined ? gate.sheets.length > 0 : hasSheetOf(gate, choice.fit);
    }
    case 'decideLimit':
      return hasSheetOf(gate, command.fit);
    // What is measured changes what is worked out from it, also where that is another stage's.
    case 'takeReading':
    case 'correctReading':
    case 'voidReading':
    case 'decideContest':
      return hasSheetOf(gate, command.place) || isWorkedOutFrom(state, gate, command.place);
    default:
      return hasSheetOf(gate, command.place);
  }
}
const hasSheetOf = (gate: GateRule, key: string): boolean =>
  gate.sheets.includes(parsePlaceKey(key)?.characteristic ?? '');
function isWorkedOutFrom(state: JobState, { sheets }: GateRule, key: string): boolean {
  const pin = currentPin(state);
  const measured = parsePlaceKey(key)?.characteristic ?? '';
  return pin !== undefined && derivedFrom(pin, measured).some((sheet) => sheets.includes(sheet));
}
/** Whether a part that comes, goes or is worked on changes something behind a gate: it, or what lies beside it. */
function changesBehind(state: JobState, gate: GateRule, kind: PartKind | undefined, what?: string): boolean {
  const layout = currentPin(state)?.model.layout;
  if (kind === undefined || layout === undefined) return isOfKind(state, gate, kind);
  return kindsChanged(layout, kind, what).some((each) => isOfKind(state, gate, each));
}
/** A part that nobody knows could be any. */
const isOfKind = (state: JobState, { sheets }: GateRule, kind: PartKind | undefined): boolean =>
  sheets.length > 0 && (kind === undefined || restOnKind(state, sheets, kind));

/** The signed gates that a command would change something behind, in the route's order. */
export const signedOver = (state: JobState, command: JobCommand | JobDraft): readonly GateRule[] =>
  state.route.gates.filter(
    (each) => signatureOf(state, each.stage) !== undefined && isBehind(state, each, command),
  );

/** The latest signature that stands over what a command is about: what its author saw; null where none stands. */
export function signatureOver(state: JobState, command: JobCommand | JobDraft): number | null {
  const signatures = signedOver(state, command).map(({ stage }) => signatureOf(state, stage)?.seq ?? 0);
  return signatures.length === 0 ? null : Math.max(...signatures);
}
