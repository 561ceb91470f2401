import { serialNumberOf } from '../engines/engine-model';
import type { EngineModel } from '../engines/engine-model';
import { withCylinderFacts } from '../release/arrival';
import type { EngineFacts } from '../release/arrival';
import { PIN_VERSION, pinSameDocuments } from '../library/limits-pin';
import type { LimitsPin, PinVersion } from '../library/limits-pin';
import { cylinderContexts, pinContext } from '../release/pin-context';
import { documentsSincePin } from '../release/moved-documents';
import type { CheckedDocument } from '../release/arrival';
import { inputFault } from '../engines/characteristic';
import { partKindRule } from '../engines/part-kinds';
import { evidenceOf } from '../evidence/evidence';
import { undeclaredAxes } from '../engines/along-axes';
import { slotsOf } from '../engines/place';
import { nextPartId, NO_PARTS, OF_THE_ENGINE } from '../engines/parts';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { isInDate } from '../instruments/instrument';
import { currentPin } from '../library/limit-in-force';
import { holdsOneOf } from '../kernel/actor';
import { secondLook } from '../people/second-person';
import { rejudgements } from '../bench/rejudgements';
import type { ArrivalCommand, Facts, Opening } from './job-commands';
import { RULES_VERSION } from './job-events';
import type { JobEvent } from './job-events';
import type { JobState } from './job-state';

type Decided = Result<readonly JobEvent[], Problem>;

/** Decides the opening of a job: who the engine is, what it is judged by, and which bores it came with. */
export function decideOpening(opening: Opening, { by }: Pick<Facts, 'by'>, rules = RULES_VERSION): Decided {
  if (!holdsOneOf(by, ['technician', 'inspector'])) {
    return refuse('MAY_NOT', { action: 'open a job', needs: ['technician', 'inspector'], person: by.name });
  }
  const { pin, ...opened } = opening;
  const bore = boreFault(pin.model, opened.engine);
  if (bore !== undefined) return bore;
  // Aircraft always take a second person, whatever the shop is used to.
  if (pin.model.engineClass === 'aircraft' && opened.secondPerson !== 'required')
    return refuse('SECOND_PERSON_NEEDED', {
      action: 'open a job on an aircraft engine',
      person: by.name,
      because: 'would look at their own work later',
    });
  const unpinned = opened.route.gates
    .flatMap(({ sheets }) => sheets)
    .find((sheet) => !pin.characteristics.some(({ id }) => id === sheet));
  if (unpinned !== undefined) return refuse('SHEET_NOT_PINNED', { sheet: unpinned });
  // A sheet of which the engine has no place would be complete with nothing measured.
  for (const characteristic of pin.characteristics) {
    const { layout } = pin.model;
    const strange = characteristic.parts.find((kind) => partKindRule(layout, kind) === undefined);
    if (strange !== undefined)
      return refuse('PART_KIND_UNKNOWN', {
        characteristic: characteristic.name,
        model: pin.model.name,
        kind: strange,
      });
    if (evidenceOf(characteristic) === undefined)
      return refuse('SHEET_NOT_MEASURED', { sheet: characteristic.name });
    const input = inputFault(characteristic, pin.characteristics);
    if (input !== undefined) return refuse('INPUT_WRONG', input);
    const axes = undeclaredAxes(pin.model.layout, characteristic);
    if (axes.length > 0)
      return refuse('AXIS_NOT_DECLARED', {
        characteristic: characteristic.name,
        model: pin.model.name,
        axes,
      });
  }
  if (opened.job.number.trim() === '') return refuse('NAME_MISSING', { field: 'job number' });
  // A serial that does not match the model's pattern is a finding, where somebody says why it is so.
  const fault = serialFault(pin, opened.engine.serial);
  if (fault !== undefined && (opened.engine.serialRemark ?? '').trim() === '') return fault;
  if (pin.documents.length === 0) return refuse('NO_DOCUMENT', { model: pin.model.name });
  const asked = new Set(pin.characteristics.flatMap(({ parts }) => parts));
  const there = OF_THE_ENGINE.filter((kind) => kind === 'bore' || asked.has(kind)).flatMap((kind) =>
    slotsOf(pin.model.layout, kind).map(({ key }) => ({ kind, key })),
  );
  const bores = there.map(({ kind, key }): JobEvent => ({
    type: 'partFitted',
    v: 4,
    data: {
      part: nextPartId(NO_PARTS, key),
      kind,
      slot: key,
      state: 'reused',
      partNumber: null,
      lot: null,
    },
  }));
  return ok([
    { type: 'jobOpened', v: 3, data: { ...opened, rules } },
    { type: 'limitsPinned', v: 4, data: { ...pin, reason: 'job opened', rejudged: [] } },
    ...bores,
  ]);
}

function serialFault(pin: LimitsPin, serial: string): ReturnType<typeof refuse> | undefined {
  return serialNumberOf(pin.model, serial) === undefined
    ? refuse('SERIAL_NOT_OF_MODEL', { serial, model: pin.model.name, pattern: pin.model.serialPattern })
    : undefined;
}

/** Decides what happens at the Arrival gate: identity, documents, instruments. */
export function decideArrival(state: JobState, command: ArrivalCommand, facts: Facts): Decided {
  const { by, at } = facts;
  switch (command.type) {
    case 'confirmIdentity': {
      const seen = command.serialSeen.trim();
      if (seen !== state.engine.serial)
        return refuse('SERIAL_DIFFERS', { seen, pattern: currentPin(state)?.model.serialPattern ?? '' });
      // Who opened the job, and who corrected its serial, have said what it is: somebody else reads it.
      const { opened, serialSaid } = state;
      const first = {
        ids: [opened.by.id, serialSaid.by.id],
        because: serialSaid.by.id === by.id ? 'said what the serial is' : 'opened the job',
        lastAt: serialSaid.at,
      };
      const look = secondLook('confirm the identity', first, by, at, state.secondPerson);
      return look.ok
        ? ok([
            { type: 'identityConfirmed', v: 1, data: { serialSeen: seen, samePerson: look.value ?? null } },
          ])
        : look;
    }
    case 'correctSerial': {
      if (!holdsOneOf(by, ['technician', 'inspector']))
        return refuse('MAY_NOT', {
          action: 'correct the serial',
          needs: ['technician', 'inspector'],
          person: by.name,
        });
      if (command.reason.trim() === '') return refuse('REASON_MISSING', { action: 'correct the serial' });
      const { serial: now } = state.engine;
      if (command.from !== now) return refuse('SERIAL_MOVED', { seen: command.from, job: now });
      const before = currentPin(state);
      const engine = facts.engineOfSerial;
      if (before === undefined || engine === undefined)
        return refuse('NO_DOCUMENT', { model: state.engine.modelName });
      const to = command.serial.trim();
      const fault = serialFault(before, to);
      if (fault !== undefined) return fault;
      // The same documents, read for another serial: what else may apply to it is adopted by a decision of its own.
      const { context, diameterBasis } = pinContext(
        before.model,
        { ...state.engine, serial: to },
        state.job.duty,
      );
      const pin = pinSameDocuments(before, context, diameterBasis, placed(state, state.engine));
      const reason = command.reason.trim();
      return ok([
        { type: 'serialCorrected', v: 2, data: { from: now, to, reason, engine } },
        pinned(state, pin, `serial corrected: ${reason}`),
      ]);
    }
    case 'checkDocuments': {
      const pin = currentPin(state);
      if (command.pin !== (pin?.pin ?? 0))
        return refuse('STALE', { what: 'the limits', basedOn: command.pin, now: pin?.pin ?? 0 });
      const current = facts.currentDocuments ?? [];
      const pinnedIds = (pin?.documents ?? []).map(({ id, digest }) => ({ id, digest }));
      const outdated = pinnedIds.filter(({ digest }) => !current.some((each) => each.digest === digest));
      const missing = current.filter(({ digest }) => !pinnedIds.some((each) => each.digest === digest));
      if (outdated.length + missing.length > 0) {
        return refuse('DOCUMENTS_NOT_CURRENT', { documents: [...outdated, ...missing].map(({ id }) => id) });
      }
      return ok([{ type: 'documentsChecked', v: 1, data: { documents: pinnedIds, pin: pin?.pin ?? 0 } }]);
    }
    case 'takeBackDocumentCheck': {
      const { checked } = command;
      const reason = command.reason.trim();
      if (reason === '')
        return refuse('REASON_MISSING', { action: 'take back that the documents are current' });
      const now = state.documentsChecked?.seq ?? 0;
      if (now === 0) return refuse('DOCUMENTS_NOT_CHECKED', { job: state.job.number });
      // Whoever takes it back has seen whose word it was: another one given meanwhile stands.
      if (checked !== now)
        return refuse('STALE', { what: 'the check of the documents', basedOn: checked, now });
      return ok([{ type: 'documentCheckTakenBack', v: 1, data: { checked, reason } }]);
    }
    case 'takeInstrument': {
      const { instrument } = facts;
      if (instrument === undefined) return refuse('INSTRUMENT_UNKNOWN', { instrument: command.instrument });
      if (!holdsOneOf(by, ['technician', 'inspector']))
        return refuse('MAY_NOT', {
          action: 'take an instrument for a job',
          needs: ['technician', 'inspector'],
          person: by.name,
        });
      if (instrument.dueOn !== command.dueOn)
        return refuse('INSTRUMENT_MOVED', {
          instrument: instrument.id,
          seen: command.dueOn,
          now: instrument.dueOn,
        });
      if (!isInDate(instrument, at.slice(0, 10))) {
        return refuse('INSTRUMENT_OUT_OF_DATE', { instrument: instrument.id, dueOn: instrument.dueOn });
      }
      return ok([{ type: 'instrumentTaken', v: 1, data: { instrument } }]);
    }
    case 'pinAgain': {
      if (!holdsOneOf(by, ['inspector']))
        return refuse('MAY_NOT', { action: 'pin the limits again', needs: ['inspector'], person: by.name });
      if (command.reason.trim() === '') return refuse('REASON_MISSING', { action: 'pin the limits again' });
      const pin = facts.freshPin;
      if (pin === undefined || pin.documents.length === 0)
        return refuse('NO_DOCUMENT', { model: state.engine.modelName });
      return (
        pinMoved(state, command.pin) ??
        newsChanged(command.documents, facts) ??
        ok([pinned(state, pin, command.reason.trim())])
      );
    }
    case 'declinePin': {
      const { documents } = command;
      const reason = command.reason.trim();
      if (!holdsOneOf(by, ['inspector']))
        return refuse('MAY_NOT', { action: 'decline a revision', needs: ['inspector'], person: by.name });
      if (reason === '') return refuse('REASON_MISSING', { action: 'decline a revision' });
      const changed = pinMoved(state, command.pin) ?? newsChanged(documents, facts);
      if (changed !== undefined) return changed;
      if (documentsSincePin(state, documents).length === 0)
        return refuse('NOTHING_NEW', { job: state.job.number });
      const pin = currentPin(state)?.pin ?? 0;
      return ok([{ type: 'pinDeclined', v: 1, data: { documents, pin, reason } }]);
    }
    case 'sayCylinderFacts':
    case 'sayEngineFacts': {
      const reason = command.reason.trim();
      if (!holdsOneOf(by, ['technician', 'inspector']))
        return refuse('MAY_NOT', {
          action: 'say what engine this is',
          needs: ['technician', 'inspector'],
          person: by.name,
        });
      if (reason === '') return refuse('REASON_MISSING', { action: 'say more of the engine' });
      if (Object.keys(command.facts).length === 0) return refuse('NOTHING_SAID', { what: 'the engine' });
      const before = currentPin(state);
      if (before === undefined) return refuse('NO_DOCUMENT', { model: state.engine.modelName });
      const moved = pinMoved(state, command.pin);
      if (moved !== undefined) return moved;
      const ofCylinders = command.type === 'sayCylinderFacts' ? command.cylinders : undefined;
      const known = before.model.layout.cylinders.map(({ id }) => id);
      const strange = ofCylinders?.find((each) => !known.includes(each));
      if (strange !== undefined || ofCylinders?.length === 0)
        return refuse('CYLINDER_UNKNOWN', { cylinder: strange ?? '', known });
      const engine = ofCylinders === undefined ? { ...state.engine, ...command.facts } : state.engine;
      const bore = boreFault(before.model, { ...engine, ...command.facts });
      if (bore !== undefined) return bore;
      const { facts: saidFacts } = command;
      const said: JobEvent =
        ofCylinders === undefined
          ? { type: 'engineFactsSaid', v: 1, data: { facts: saidFacts, reason } }
          : { type: 'cylinderFactsSaid', v: 1, data: { cylinders: ofCylinders, facts: saidFacts, reason } };
      const after =
        ofCylinders === undefined ? engine : withCylinderFacts(engine, ofCylinders, command.facts);
      const { context, diameterBasis } = pinContext(before.model, after, state.job.duty);
      const pin = pinSameDocuments(before, context, diameterBasis, placed(state, after));
      const what = ofCylinders === undefined ? 'the engine' : `cylinder ${ofCylinders.join(', cylinder ')}`;
      return ok([said, pinned({ ...state, engine: after }, pin, `more was said of ${what}: ${reason}`)]);
    }
  }
}

/** Stories of older rules are judged by what is known of the engine as a whole. */
function placed(
  { rules, pins }: Pick<JobState, 'rules' | 'pins'>,
  engine: EngineFacts,
): Pick<LimitsPin, 'version' | 'cylinders'> {
  const model = pins.at(-1)?.model;
  return rules < PLACED_SINCE || model === undefined
    ? {}
    : { version: pinVersionOf(rules), cylinders: cylinderContexts(model, engine) };
}
const pinVersionOf = (rules: number): PinVersion =>
  rules < BESIDE_SINCE ? 2 : rules < COUNTED_SINCE ? 3 : PIN_VERSION;
/** Since these rules, what limits depend on is asked of the place. */
const PLACED_SINCE = 6;
/** Since these, the material of a piston is asked of the very piston. */
const BESIDE_SINCE = 7;
/** Since these, how long something may serve is decided too. */
const COUNTED_SINCE = 9;

/** What is decided about must be what is current now: the person saw exactly these documents. */
function newsChanged(seen: readonly CheckedDocument[], facts: Facts): ReturnType<typeof refuse> | undefined {
  const current = facts.currentDocuments ?? [];
  const same =
    seen.length === current.length &&
    seen.every((each) => current.some(({ digest }) => digest === each.digest));
  return same ? undefined : refuse('NEWS_CHANGED', { documents: current.map(({ id }) => id) });
}

/** What was decided about must still be what is pinned. */
function pinMoved(state: JobState, seen: number): ReturnType<typeof refuse> | undefined {
  const now = currentPin(state)?.pin ?? 0;
  return seen === now ? undefined : refuse('STALE', { what: 'the limits', basedOn: seen, now });
}
/** No bore is narrower than nothing: a size that cannot be is asked about, not calculated with. */
function boreFault(
  { bore }: EngineModel,
  { measuredBore, oversize }: Pick<EngineFacts, 'measuredBore' | 'oversize'>,
): ReturnType<typeof refuse> | undefined {
  const measured = measuredBore ?? null;
  if (measured !== null && measured <= 0) return refuse('BORE_WRONG', { what: 'measured bore' });
  return oversize !== null && (oversize < 0 || bore.nm + oversize <= 0)
    ? refuse('BORE_WRONG', { what: 'oversize' })
    : undefined;
}

/** A new pin judges every reading that counts again, and says so in the same event. */
function pinned(state: JobState, pin: LimitsPin, reason: string): JobEvent {
  const after = { ...state, pins: [...state.pins, pin] };
  return { type: 'limitsPinned', v: 4, data: { ...pin, reason, rejudged: rejudgements(after) } };
}
