import { askedFace } from '../inspection/inspection-stand';
import { refitParts } from '../strip/as-found';
import { lateInstruments } from '../findings/decide-findings';
import { placeAt } from '../bench/places';
import type { TakenTemperatures } from '../bench/places';
import type { ReadingTaken } from '../bench/bench-events';
import type { TakenText } from '../bench/bench-commands';
import type { SaidTemperatures } from '../bench/taken-how';
import type { NewPart, PartMove, WorkshopFact } from '../engines/parts';
import { partFactsOf } from '../rework/decide-rework';
import { currentPin } from '../library/limit-in-force';
import { signatureOf } from '../release/gates';
import { signatureOver } from './behind-gate';
import type { Facts, JobCommand } from './job-commands';
import type { JobEvent, JobEventData } from './job-events';
import type { JobState } from './job-state';

/** The command that a group of events came from, with what the world said at that moment, as far as the events tell. */
export interface ToldCommand {
  readonly command: JobCommand;
  readonly facts: Partial<Facts>;
}

/**
 * Reads back from what was written which command it came from, so that it can be decided again. What the person had seen is
 * taken from the event where it says so; where it does not, the command can only have been decided on the state as it was.
 */
export function commandOf(state: JobState, events: readonly JobEvent[]): ToldCommand | undefined {
  const of = <T extends JobEvent['type']>(type: T): JobEventData[T] | undefined =>
    events.find((each) => each.type === type)?.data as JobEventData[T] | undefined;
  const version = (place: string): number => placeAt(state, place).version;
  const pin = currentPin(state)?.pin ?? 0;
  const told = (command: JobCommand, facts: Partial<Facts> = {}): ToldCommand => ({ command, facts });

  const settled = of('factSettled');
  if (settled !== undefined) return told({ type: 'settleFact', ...settled });
  const [first] = events;
  switch (first?.type) {
    case 'identityConfirmed':
      return told({ type: 'confirmIdentity', serialSeen: first.data.serialSeen });
    case 'serialCorrected': {
      const { from, to, reason, engine } = first.data;
      const facts = engine === null ? {} : { engineOfSerial: engine };
      return told({ type: 'correctSerial', from, serial: to, reason }, facts);
    }
    case 'documentsChecked':
      return told({ type: 'checkDocuments', pin }, { currentDocuments: first.data.documents });
    case 'documentCheckTakenBack':
      return told({ type: 'takeBackDocumentCheck', ...first.data });
    case 'instrumentTaken': {
      const { instrument } = first.data;
      return told(
        { type: 'takeInstrument', instrument: instrument.id, dueOn: instrument.dueOn },
        { instrument },
      );
    }
    case 'limitsPinned': {
      return told(...adoption(first.data, pin));
    }
    case 'engineFactsSaid':
      return told({ type: 'sayEngineFacts', pin, ...first.data });
    case 'cylinderFactsSaid':
      return told({ type: 'sayCylinderFacts', pin, ...first.data });
    case 'pinDeclined': {
      const { documents, reason } = first.data;
      return told({ type: 'declinePin', pin, documents, reason }, { currentDocuments: documents });
    }
    case 'readingTaken': {
      const { place, basedOn } = first.data;
      return told(
        {
          type: 'takeReading',
          place,
          basedOn: basedOn ?? version(place),
          seen: first.data.parts,
          ...(first.data.keptBoth === undefined ? {} : { keepBoth: first.data.keptBoth }),
          ...takenOf(first.data),
        },
        toolOf(first.data),
      );
    }
    case 'readingCorrected': {
      const { place, reading, reason } = first.data;
      const instead = of('readingTaken');
      return told(
        {
          type: 'correctReading',
          place,
          basedOn: version(place),
          reading,
          reason,
          instead: instead === undefined ? null : { ...takenOf(instead), seen: instead.parts },
        },
        instead === undefined ? {} : toolOf(instead),
      );
    }
    case 'readingVoided': {
      const { leaves: _, ...voided } = first.data;
      return told({ type: 'voidReading', basedOn: version(voided.place), ...voided });
    }
    case 'contestDecided': {
      const { leaves: _leaves, voids: _voids, ...kept } = first.data;
      return told({ type: 'decideContest', basedOn: version(kept.place), ...kept });
    }
    case 'withdrawalAgreed': {
      const { samePerson: _, ...agreed } = first.data;
      return told({ type: 'agreeWithdrawal', basedOn: version(agreed.place), ...agreed });
    }
    case 'kitUnpacked': {
      const { kit, number } = first.data;
      const before = state.kits.find((each) => each.kit === kit && each.number === number);
      return told({ type: 'unpackKit', basedOn: before?.seq ?? 0, ...first.data });
    }
    case 'placeDeferred':
      return told({ type: 'deferPlace', basedOn: version(first.data.place), ...first.data });
    case 'placeResumed':
      return told({ type: 'resumePlace', basedOn: version(first.data.place), ...first.data });
    case 'ringCarried': {
      const { gaps, instrument, ...carried } = first.data;
      return told({
        ...{ type: 'carryRing', instrument: instrument.id, ...carried },
        gaps: gaps.map(({ cylinder, text }) => ({ cylinder, text })),
        seen: gaps.map(({ bore }) => bore),
      });
    }
    case 'placeLeft':
      return told({ type: 'leaveAsIs', basedOn: version(first.data.place), ...first.data });
    case 'notApplicableDeclared':
      return told({ type: 'declareNotApplicable', basedOn: version(first.data.place), ...first.data });
    case 'notApplicableAccepted':
    case 'notApplicableRefused': {
      const { place, reason } = first.data;
      const accept = first.type === 'notApplicableAccepted';
      return told({ type: 'decideNotApplicable', place, basedOn: version(place), accept, reason });
    }
    case 'partFitted': {
      const slots = events.flatMap((each) =>
        each.type === 'partFitted' || each.type === 'factReported' ? [each.data.slot] : [],
      );
      return told({
        type: 'fitParts',
        slots,
        ...newPartOf(first.data),
        underSignature: null,
      });
    }
    case 'partFactsSaid':
      return told({ type: 'sayPartFacts', from: partFactsOf(state, first.data.parts), ...first.data });
    case 'partReworked': {
      const { part, what, condition, how, round } = first.data;
      return told({
        type: 'reworkPart',
        part,
        what,
        how,
        ...(round === undefined ? {} : { round }),
        basedOn: condition - 1,
        underSignature: null,
      });
    }
    case 'partsMoved': {
      const { moves, reason } = first.data;
      return told({ type: 'moveParts', ...moveOf(state, moves), reason, underSignature: null });
    }
    case 'partRemoved': {
      const { part, reason } = first.data;
      const fitted = of('partFitted');
      const instead = fitted === undefined ? null : newPartOf(fitted);
      const basedOn = state.parts.get(part)?.condition ?? 0;
      return told({ type: 'replacePart', part, basedOn, reason, instead, underSignature: null });
    }
    case 'factReported': {
      const { fact, basedOn } = first.data;
      // It became a report and no more, so it was said under another signature than the one that stands, if one does.
      const underSignature = -1;
      const slots = events.flatMap((each) =>
        each.type === 'partFitted' || each.type === 'factReported' ? [each.data.slot] : [],
      );
      return told(factCommand(fact, basedOn ?? 0, underSignature, slots));
    }
    case 'concessionAsked': {
      const { place, reason } = first.data;
      return told({ type: 'askConcession', place, basedOn: version(place), reason });
    }
    case 'concessionGranted': {
      const { place, approval, reason } = first.data;
      return told({ type: 'grantConcession', place, basedOn: version(place), approval, reason });
    }
    case 'concessionRefused': {
      const { place, reason } = first.data;
      return told({ type: 'refuseConcession', place, basedOn: version(place), reason });
    }
    case 'limitChosen': {
      const { limit: _limit, ...chosen } = first.data;
      return told({ type: 'decideLimit', ...chosen });
    }
    case 'limitDecided': {
      const { choice, lookReason } = first.data;
      return choice === null
        ? undefined
        : told({ type: 'confirmLimit', choice, accept: true, reason: lookReason ?? '' });
    }
    case 'limitChoiceRefused':
      return told({ type: 'confirmLimit', accept: false, ...first.data });
    case 'instrumentAccepted': {
      const { instrument, reason } = first.data;
      const readings = (lateInstruments(state)[instrument] ?? []).map(({ seq }) => seq);
      return told({ type: 'acceptInstrument', instrument, readings, reason });
    }
    case 'limitNoteAccepted': {
      const { note, reason, approval } = first.data;
      return told({ type: 'acceptLimitNote', note, pin: first.data.pin, approval, reason });
    }
    case 'asFoundSaid': {
      const { part, ...said } = first.data;
      const basedOn = state.asFound.get(said.slot)?.seq ?? 0;
      return told({ type: 'sayAsFound', ...said, there: part !== null, basedOn });
    }
    case 'oddDecided': {
      const { samePerson: _, ...decided } = first.data;
      return told({ type: 'decideOdd', ...decided });
    }
    case 'refitSaid': {
      const { slot, way, reason } = first.data;
      const basedOn = refitParts(state).find((each) => each.slot === slot)?.said?.seq ?? 0;
      return told({ type: 'sayRefit', slot, way, reason, basedOn });
    }
    case 'runningSaid': {
      const { size: _, ...said } = first.data;
      return told({ type: 'sayRunning', basedOn: state.running.get(said.place)?.seq ?? 0, ...said });
    }
    case 'turningSaid':
      return told({ type: 'sayTurning', ...first.data });
    case 'looked': {
      const { part: _part, condition: _condition, ...said } = first.data;
      const basedOn = askedFace(state, said.slot, said.item)?.entry?.seq ?? 0;
      return told({ type: 'sayLooked', ...said, basedOn });
    }
    case 'testBegun': {
      const { parts, ...said } = first.data;
      return told({ type: 'beginTest', ...said, slots: parts.map(({ slot }) => slot) });
    }
    case 'testDeveloped':
      return told({ type: 'developTest', ...first.data });
    case 'testRead':
      return told({ type: 'readTest', ...first.data });
    case 'testDropped':
      return told({ type: 'dropTest', ...first.data });
    case 'lookDecided': {
      const { samePerson: _, ...decided } = first.data;
      return told({ type: 'decideLook', ...decided });
    }
    case 'workPlanned':
      return told({ type: 'planWork', ...first.data });
    case 'planDropped':
      return told({ type: 'dropPlan', ...first.data });
    case 'findingNoted':
      return told({ type: 'noteFinding', ...first.data });
    case 'photographAdded':
      return told({ type: 'addPhotograph', ...first.data });
    case 'paperAdded':
      return told({ type: 'addPaper', ...first.data });
    case 'orderPlaced':
      return told({ type: 'placeOrder', ...first.data });
    case 'orderSettled':
      return told({ type: 'settleOrder', ...first.data });
    case 'findingRaised':
      return told({ type: 'raiseFinding', ...first.data });
    case 'raisedDecided': {
      const { raised, reason } = first.data;
      return told({ type: 'decideRaised', raised, reason });
    }
    case 'orderReceived': {
      const { evidence: _, ...said } = first.data;
      return told({ type: 'receiveOrder', ...said });
    }
    case 'gateSigned': {
      const { gate, digest, words, statement, sections } = first.data;
      return told({ type: 'signGate', gate, digest, words }, { signedAs: { statement, sections } });
    }
    case 'gateReopened': {
      const { gate, reason } = first.data;
      const signature = signatureOf(state, gate)?.seq ?? 0;
      const adopted = of('limitsPinned');
      if (adopted !== undefined) {
        const [command, facts] = adoption(adopted, pin);
        return told({ ...command, underSignature: signatureOver(state, command) }, facts);
      }
      return told({ type: 'reopenGate', gate, signature, reason });
    }
    case 'supplementAdded':
      return told({ type: 'addSupplement', text: first.data.text });
    default:
      return undefined;
  }
}

/** A revision that was adopted, as where no signature stands over it. */
function adoption(
  { reason, rejudged: _, ...freshPin }: JobEventData['limitsPinned'],
  pin: number,
): [Extract<JobCommand, { type: 'pinAgain' }>, Partial<Facts>] {
  const documents = freshPin.documents.map(({ id, digest }) => ({ id, digest }));
  return [
    { type: 'pinAgain', pin, underSignature: null, documents, reason },
    { freshPin, currentDocuments: documents },
  ];
}
/** As it was described: what was not said is not said again. */
function newPartOf({
  part: _part,
  kind: _kind,
  slot: _slot,
  ...described
}: JobEventData['partFitted']): NewPart {
  return described;
}
const toolOf = ({ instrument }: ReadingTaken): Partial<Facts> => (instrument === null ? {} : { instrument });
function takenOf({
  text,
  unit,
  instrument,
  answers,
  slip,
  typedFirst,
  conditions,
  setting,
  depth,
  temperatures,
  blind,
  limitsHidden,
}: ReadingTaken): TakenText {
  return {
    text,
    unit,
    instrument: instrument?.id ?? null,
    answers,
    slip,
    ...(typedFirst === undefined ? {} : { typedFirst }),
    ...(blind === undefined ? {} : { blind }),
    ...(limitsHidden === undefined ? {} : { limitsHidden }),
    ...(conditions === undefined ? {} : { conditions }),
    ...(setting === undefined
      ? {}
      : { setting: { text: setting.size.text, unit: setting.size.unit, against: setting.against } }),
    ...(depth === undefined
      ? {}
      : { depth: { text: depth.size.text, unit: depth.size.unit, datum: depth.datum } }),
    ...(temperatures === undefined ? {} : { temperatures: saidTemperatures(temperatures) }),
  };
}
const saidTemperatures = ({ part, gauge, kept }: TakenTemperatures): SaidTemperatures => ({
  part: String(part / 1000),
  gauge: String(gauge / 1000),
  ...(kept === undefined ? {} : { kept }),
});
const moveOf = (state: JobState, moves: readonly PartMove[]) => ({
  moves: moves.map(({ part, to }) => ({ part, to })),
  seen: moves.map(({ part }) => ({ id: part, condition: state.parts.get(part)?.condition ?? 0 })),
});
function factCommand(
  fact: WorkshopFact,
  basedOn: number,
  underSignature: number | null,
  slots: readonly string[],
): JobCommand {
  switch (fact.kind) {
    case 'rework':
      return {
        type: 'reworkPart',
        part: fact.part,
        what: fact.what,
        how: fact.how,
        ...(fact.round === undefined ? {} : { round: fact.round }),
        basedOn,
        underSignature,
      };
    case 'replace': {
      const { part, reason, instead } = fact;
      return { type: 'replacePart', part, reason, instead, basedOn, underSignature };
    }
    case 'fit':
      return { type: 'fitParts', slots, ...fact.with, underSignature };
    case 'move':
      return { type: 'moveParts', moves: fact.moves, seen: fact.seen, reason: fact.reason, underSignature };
  }
}
