import { boresSeen } from '../bench/carried-ring';
import { own } from '../kernel/own';
import { characteristicOf, partsAt, placeAt, placeOf } from '../bench/places';
import type { PlaceKey } from '../engines/place';
import { seenOf } from '../rework/decide-plan';
import { partFactsOf } from '../rework/decide-rework';
import type { PartRef } from '../engines/parts';
import { lateInstruments } from '../findings/decide-findings';
import { askedFace } from '../inspection/inspection-stand';
import { currentPin } from '../library/limit-in-force';
import { refitParts } from '../strip/as-found';
import { signatureOf } from '../release/gates';
import { signatureOver } from './behind-gate';
import type { JobCommand, JobDraft } from './job-commands';
import type { JobState } from './job-state';

/**
 * A command as somebody gives it who sees this state: with everything that it was based on. Each kind has its rule for what
 * happens where that has moved: a reading is kept as what it was, a fact of the workshop stands as a report until it is
 * settled, and everything else is refused with both versions. What the draft says of its basis already is left as it is.
 */
export function basedOnNow(state: JobState, draft: JobDraft): JobCommand {
  return { ...basisIn(state, draft), ...draft, ...insteadOf(state, draft) } as JobCommand;
}

function basisIn(state: JobState, draft: JobDraft): object {
  switch (draft.type) {
    case 'takeReading':
      return { basedOn: placeAt(state, draft.place).version, seen: partsSeenAt(state, draft.place) };
    case 'correctReading':
    case 'voidReading':
    case 'decideContest':
    case 'deferPlace':
    case 'resumePlace':
    case 'leaveAsIs':
    case 'declareNotApplicable':
    case 'decideNotApplicable':
    case 'askConcession':
    case 'grantConcession':
    case 'refuseConcession':
    case 'agreeWithdrawal':
      return { basedOn: placeAt(state, draft.place).version };
    case 'carryRing':
      return { seen: boresSeen(state, draft.gaps) };
    case 'fitParts':
      return { underSignature: signatureOver(state, draft) };
    case 'replacePart':
    case 'reworkPart':
      return {
        basedOn: state.parts.get(draft.part)?.condition ?? 0,
        underSignature: signatureOver(state, draft),
      };
    case 'moveParts':
      return {
        seen: draft.moves.map(({ part }) => ({ id: part, condition: state.parts.get(part)?.condition ?? 0 })),
        underSignature: signatureOver(state, draft),
      };
    case 'sayPartFacts':
      return { from: partFactsOf(state, draft.parts) };
    case 'decideLimit':
    case 'acceptLimitNote':
    case 'checkDocuments':
    case 'declinePin':
    case 'sayEngineFacts':
    case 'sayCylinderFacts':
      return { pin: currentPin(state)?.pin ?? 0 };
    case 'pinAgain':
      return { pin: currentPin(state)?.pin ?? 0, underSignature: signatureOver(state, draft) };
    case 'acceptInstrument':
      return { readings: (lateInstruments(state)[draft.instrument] ?? []).map(({ seq }) => seq) };
    case 'correctSerial':
      return { from: state.engine.serial };
    case 'takeBackDocumentCheck':
      return { checked: state.documentsChecked?.seq ?? 0 };
    case 'takeInstrument':
      return { dueOn: own(state.instruments, draft.instrument)?.dueOn ?? '' };
    case 'reopenGate':
      return { signature: signatureOf(state, draft.gate)?.seq ?? 0 };
    case 'sayAsFound':
      return { basedOn: state.asFound.get(draft.slot)?.seq ?? 0 };
    case 'sayRunning':
      return { basedOn: state.running.get(draft.place)?.seq ?? 0 };
    case 'sayRefit':
      return { basedOn: refitParts(state).find(({ slot }) => slot === draft.slot)?.said?.seq ?? 0 };
    case 'sayLooked':
      return { basedOn: askedFace(state, draft.slot, draft.item)?.entry?.seq ?? 0 };
    case 'unpackKit':
      return {
        basedOn:
          state.kits.find(({ kit, number }) => kit === draft.kit && number === draft.number.trim())?.seq ?? 0,
      };
    case 'planWork':
      return { seen: seenOf(state, draft.work) };
    // These name what they are about: the choice, the report, the digest, what was read on the plate.
    case 'confirmLimit':
    case 'settleFact':
    case 'dropPlan':
    case 'decideOdd':
    case 'sayTurning':
    case 'beginTest':
    case 'developTest':
    case 'readTest':
    case 'dropTest':
    case 'decideLook':
    case 'signGate':
    case 'confirmIdentity':
    case 'noteFinding':
    case 'addPhotograph':
    case 'addPaper':
    case 'placeOrder':
    case 'raiseFinding':
    case 'decideRaised':
    case 'settleOrder':
    case 'receiveOrder':
    case 'addSupplement':
      return {};
  }
}
function insteadOf(state: JobState, draft: JobDraft): object {
  if (draft.type !== 'correctReading' || draft.instead === null) return {};
  return { instead: { seen: partsSeenAt(state, draft.place), ...draft.instead } };
}

/** The parts that lie at a place, in their condition: what a person sees who measures there now. */
export function partsSeenAt(state: JobState, key: PlaceKey): readonly PartRef[] {
  const place = placeOf(state, key);
  const characteristic = place === undefined ? undefined : characteristicOf(state, place);
  if (place === undefined || characteristic === undefined) return [];
  const parts = partsAt(state, characteristic, place);
  return parts.ok ? parts.refs : [];
}
