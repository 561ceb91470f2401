import { own } from '../kernel/own';
import { rejudgements } from '../bench/rejudgements';
import { REPEATS_SINCE } from '../bench/repeats';
import type { BenchEvent } from '../bench/bench-events';
import {
  characteristicOf,
  currentReading,
  isJudgedBy,
  placeAt,
  placeOf,
  sheetPlaces,
  slotsBehind,
  workersAt,
  decisionsThere,
} from '../bench/places';
import type { PlaceRecord, PlacesState, RecordedReading, VerdictFact } from '../bench/places';
import { partIn, workOn } from '../engines/parts';
import type { PartsState } from '../engines/parts';
import { parsePlaceKey, placeKey } from '../engines/place';
import type { FitKey, PlaceKey } from '../engines/place';
import { isInDate } from '../instruments/instrument';
import { isDay } from '../kernel/instant';
import { onceFor } from '../kernel/once-for';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { fitDecision, fitOf } from '../library/judged-fit';
import type { FitVariant, JudgedFit } from '../library/fit-variant';
import { currentPin, limitOfFit } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import { BOUNDS } from '../library/limit';
import type { Bound } from '../library/limit';
import { holdsOneOf } from '../kernel/actor';
import type { Actor, Role } from '../kernel/actor';
import { secondLook } from '../people/second-person';
import type { SamePerson, SecondPersonPolicy } from '../people/second-person';
import type { FitState } from '../quantity/part-state';
import { limitNotes } from '../library/limit-notes';
import type { NotedEngine, RestatedFact } from '../library/limit-notes';
import { openDeclaration } from './declarations';
import { basisOf } from './decisions';
import type { Approval, FindingEvent, FindingsState } from './decisions';
import { limitChoices } from './limit-choices';
import { setRules } from './set-rules';
import { withdrawnAt } from './withdrawn';

export interface FindingsSlice extends FindingsState, PlacesState, PinState, PartsState {
  readonly secondPerson: SecondPersonPolicy;
  readonly rules: number;
  readonly engine: NotedEngine;
  readonly restated: readonly RestatedFact[];
}
export type FindingCommand =
  | {
      readonly type: 'askConcession';
      readonly place: PlaceKey;
      readonly basedOn: number;
      readonly reason: string;
    }
  | {
      readonly type: 'grantConcession';
      readonly place: PlaceKey;
      readonly basedOn: number;
      readonly approval: Approval;
      readonly reason: string;
    }
  | {
      readonly type: 'refuseConcession';
      readonly place: PlaceKey;
      readonly basedOn: number;
      readonly reason: string;
    }
  | {
      readonly type: 'decideLimit';
      readonly fit: FitKey;
      readonly partState: FitState;
      /** Which of its places, where they are not all judged alike. */
      readonly of?: FitVariant;
      /** The pin whose documents the person saw. */
      readonly pin: number;
      /** One of the choices that the documents give: the row that shall govern each bound. */
      readonly rows: Readonly<Partial<Record<Bound, string>>>;
      readonly reason: string;
    }
  /** The second look at a choice. */
  | {
      readonly type: 'confirmLimit';
      readonly choice: number;
      readonly accept: boolean;
      readonly reason: string;
    }
  /** A note about a limit, or a rule over several readings that does not hold, by its id (which names the readings). */
  | {
      readonly type: 'acceptLimitNote';
      readonly note: string;
      readonly pin: number;
      readonly approval: Approval | null;
      readonly reason: string;
    }
  /** `readings`: the numbers of the readings that the person saw to be taken with it. */
  | {
      readonly type: 'acceptInstrument';
      readonly instrument: string;
      readonly readings: readonly number[];
      readonly reason: string;
    }
  /** What was out and was taken back, by its reading. */
  | {
      readonly type: 'agreeWithdrawal';
      readonly place: PlaceKey;
      readonly basedOn: number;
      readonly reading: number;
      readonly reason: string;
    }
  | {
      readonly type: 'decideNotApplicable';
      readonly place: PlaceKey;
      readonly basedOn: number;
      readonly accept: boolean;
      readonly reason: string;
    };

type Decided = Result<readonly (FindingEvent | BenchEvent)[], Problem>;
type Refused = ReturnType<typeof refuse>;

/** Decides findings: what somebody entitled to it must say before a gate can be signed. */
export function decideFindings(
  state: FindingsSlice,
  command: FindingCommand,
  by: Actor,
  at: string,
): Decided {
  if (command.reason.trim() === '') return refuse('REASON_MISSING', { action: 'decide a finding' });
  const reason = command.reason.trim();
  if (command.type === 'askConcession') {
    if (!holdsOneOf(by, ['technician', 'inspector']))
      return refuse('MAY_NOT', {
        action: 'ask for a concession',
        needs: ['technician', 'inspector'],
        person: by.name,
      });
    const asked = concedable(state, command);
    if (!asked.ok) return asked;
    const data = {
      place: command.place,
      reading: asked.value.seq,
      basis: basisOf(asked.value.verdict),
      reason,
    };
    return ok([{ type: 'concessionAsked', v: 2, data }]);
  }
  if (command.type === 'agreeWithdrawal') return agreeWithdrawal(state, command, reason, by, at);
  if (command.type === 'confirmLimit') return confirmLimit(state, command, reason, by, at);
  if (!holdsOneOf(by, ['inspector']))
    return refuse('MAY_NOT', { action: 'decide a finding', needs: ['inspector'], person: by.name });
  switch (command.type) {
    case 'grantConcession': {
      const reading = concedable(state, command);
      if (!reading.ok) return reading;
      const missing = approvalFault(command.approval);
      if (missing !== undefined) return missing;
      const look = independent(state, command.place, 'grant a concession', by, at);
      if (!look.ok) return look;
      const data = {
        place: command.place,
        reading: reading.value.seq,
        basis: basisOf(reading.value.verdict),
        approval: command.approval,
        reason,
        samePerson: null,
      };
      return ok([{ type: 'concessionGranted', v: 2, data }]);
    }
    case 'refuseConcession': {
      const record = placeAt(state, command.place);
      if (record.version !== command.basedOn) return stale(command, record.version);
      const asked = own(state.concessionsAsked, command.place);
      if (asked === undefined) return refuse('NOT_ASKED', { place: command.place });
      return ok([
        { type: 'concessionRefused', v: 1, data: { place: command.place, reading: asked.reading, reason } },
      ]);
    }
    case 'decideLimit':
      return chooseLimit(state, command, reason, by, at);
    case 'acceptLimitNote': {
      const pin = currentPin(state);
      if (pin === undefined) return refuse('NOTE_UNKNOWN', { note: command.note });
      if (command.pin !== pin.pin)
        return refuse('STALE', { what: 'the limits', basedOn: command.pin, now: pin.pin });
      const open = [...limitNotes(pin, state, decisionsThere(state)), ...setRules(state)];
      const found = open.find(({ id }) => id === command.note);
      if (found === undefined) return refuse('NOTE_UNKNOWN', { note: command.note });
      if ('places' in found) {
        const records = found.places.map((key) => placeAt(state, key));
        const ids = [...new Set(records.flatMap((record) => workersAt(record)))];
        const lastAt =
          records
            .flatMap(({ readings }) => readings.map((each) => each.at))
            .sort()
            .at(-1) ?? at;
        const first = { ids, because: 'took these readings', lastAt };
        // What is out of a limit is conceded: on an approval, and never by who measured it.
        const isConcession = found.state === 'broken';
        const policy = isConcession ? 'required' : state.secondPerson;
        const look = secondLook('accept what breaks a rule', first, by, at, policy);
        if (!look.ok) return look;
        const missing = isConcession ? approvalFault(command.approval ?? NO_APPROVAL) : undefined;
        if (missing !== undefined) return missing;
      } else if (found.kind === 'factRestated') {
        const first = { ids: [found.by.id], because: 'said it', lastAt: found.at };
        const look = secondLook('look at what was said anew', first, by, at, state.secondPerson);
        if (!look.ok) return look;
      }
      const data = { note: command.note, pin: pin.pin, reason, approval: command.approval };
      return ok([{ type: 'limitNoteAccepted', v: 2, data }]);
    }
    case 'acceptInstrument': {
      const { instrument } = command;
      const users = Object.values(lateInstruments(state)[instrument] ?? []);
      if (users.length === 0) return refuse('INSTRUMENT_NOT_TAKEN', { instrument });
      const now = users.map(({ seq }) => seq);
      // A reading that came in since has not been looked at.
      if (now.length !== command.readings.length || now.some((seq) => !command.readings.includes(seq)))
        return refuse('STALE', {
          what: `readings with ${instrument}`,
          basedOn: command.readings.at(-1) ?? 0,
          now: now.at(-1) ?? 0,
        });
      const first = {
        ids: users.map((each) => each.by.id),
        because: 'took readings with it',
        lastAt: users.at(-1)?.at ?? at,
      };
      const look = secondLook('accept an instrument that was out of date', first, by, at, state.secondPerson);
      return look.ok ? ok([{ type: 'instrumentAccepted', v: 1, data: { instrument, reason } }]) : look;
    }
    case 'decideNotApplicable': {
      const { place, accept } = command;
      const record = placeAt(state, place);
      const declared = openDeclaration(state, place);
      if (declared === undefined) return refuse('NOT_ASKED', { place });
      if (record.version !== command.basedOn) return stale(command, record.version);
      // Who said it, and whoever worked at the place, is too near to it.
      const work = workAt(state, place, declared.at);
      const first = {
        ids: [declared.by, ...work.ids],
        because: declared.by === by.id ? 'declared it' : work.because,
        lastAt: work.lastAt,
      };
      const look = secondLook('accept that a place is not applicable', first, by, at, state.secondPerson);
      if (!look.ok) return look;
      return ok([
        { type: accept ? 'notApplicableAccepted' : 'notApplicableRefused', v: 1, data: { place, reason } },
      ]);
    }
  }
}

const stale = (
  { place, basedOn }: { readonly place: PlaceKey; readonly basedOn: number },
  now: number,
): Refused => refuse('STALE', { what: place, basedOn, now });

export const NO_APPROVAL: Approval = { number: '', date: '', issuer: '' };
/** What of an approval is not said. */
export function approvalFault(approval: Approval): Refused | undefined {
  const missing = (['number', 'date', 'issuer'] as const).filter((field) => approval[field].trim() === '');
  if (missing.length > 0) return refuse('APPROVAL_INCOMPLETE', { missing });
  return isDay(approval.date) ? undefined : refuse('APPROVAL_INCOMPLETE', { missing: ['date'] });
}

/** The reading that a concession would be about: a current one that is tight or loose. */
function concedable(
  state: FindingsSlice,
  { place, basedOn }: { readonly place: PlaceKey; readonly basedOn: number },
): Result<RecordedReading, Problem> {
  const record = placeAt(state, place);
  if (record.version !== basedOn) return stale({ place, basedOn }, record.version);
  const reading = currentReading(record);
  return reading !== undefined && (reading.verdict.verdict === 'tight' || reading.verdict.verdict === 'loose')
    ? ok(reading)
    : refuse('NOTHING_TO_CONCEDE', { place });
}

/** Who did the work on a place or its parts, and when last. */
export function workAt(
  state: PlacesState & PartsState & PinState & { readonly rules: number },
  place: PlaceKey,
  at: string,
): { readonly ids: readonly string[]; readonly because: string; readonly lastAt: string } {
  const record = placeAt(state, place);
  const where = placeOf(state, place);
  const characteristic = where === undefined ? undefined : characteristicOf(state, where);
  const lying =
    where === undefined || characteristic === undefined
      ? []
      : slotsBehind(state, characteristic, where).flatMap(({ slot }) => partIn(state, slot)?.id ?? []);
  const parts = new Set([
    ...record.readings.flatMap((reading) => reading.parts.map(({ id }) => id)),
    ...lying,
  ]);
  const steps = [...parts].flatMap((id) => {
    const part = state.parts.get(id);
    return part === undefined ? [] : workOn(part, state.rules);
  });
  const ids = [...workersAt(record), ...steps.map((step) => step.by)];
  const lastAt =
    [...record.readings.map((reading) => reading.at), ...steps.map((step) => step.at)].sort().at(-1) ?? at;
  return { ids: [...new Set(ids)], because: 'did the work on it', lastAt };
}
/** A concession is never given by who did the work on the place or its parts, whatever the shop's policy says. */
const independent = (
  state: FindingsSlice,
  place: PlaceKey,
  action: string,
  by: Actor,
  at: string,
): Result<SamePerson | undefined, Problem> =>
  secondLook(action, workAt(state, place, at), by, at, 'required');

/** Who may give the second look at a limit that somebody chose. */
export const CONFIRMERS: readonly Role[] = ['inspector', 'releaser', 'steward'];

/** Who measured what a limit is about is too near to choosing it. */
function measurersOf(
  state: FindingsSlice,
  fit: FitKey,
  at: string,
): { readonly ids: readonly string[]; readonly because: string; readonly lastAt: string } {
  const pin = currentPin(state);
  const readings = sheetPlaces(state)
    .filter((place) => pin !== undefined && fitOf(pin, place) === fit)
    .flatMap((place) => placeAt(state, placeKey(place)).readings);
  return {
    ids: [...new Set(readings.map((reading) => reading.by.id))],
    because: 'measured what it is about',
    lastAt: readings.at(-1)?.at ?? at,
  };
}

/** Chooses one of the windows that the documents give. It is in force when another person has looked at it. */
function chooseLimit(
  state: FindingsSlice,
  command: Extract<FindingCommand, { type: 'decideLimit' }>,
  reason: string,
  by: Actor,
  at: string,
): Decided {
  const { fit, partState, rows } = command;
  const judged: JudgedFit = { fit, partState, ...(command.of === undefined ? {} : { of: command.of }) };
  const pin = currentPin(state);
  const place = parsePlaceKey(fit);
  if (pin === undefined || place === undefined || fitDecision(pin, judged) === undefined)
    return refuse('PLACE_UNKNOWN', { place: fit });
  if (command.pin !== pin.pin)
    return refuse('STALE', { what: 'the limits', basedOn: command.pin, now: pin.pin });
  if (limitOfFit(state, judged).state !== 'withheld') return refuse('LIMIT_NOT_OPEN', { fit });
  const look = secondLook('choose a limit', measurersOf(state, fit, at), by, at, state.secondPerson);
  if (!look.ok) return look;
  const offered = limitChoices(state, judged).find((choice) =>
    BOUNDS.every((bound) => choice.rows[bound] === rows[bound]),
  );
  if (offered === undefined) return refuse('CHOICE_NOT_OFFERED', { fit });
  const data = { pin: pin.pin, ...judged, rows: offered.rows, limit: offered.limit, reason };
  return ok([{ type: 'limitChosen', v: 2, data }]);
}

/** Whoever took a reading back that was out is not the one who looks whether that was right. */
function agreeWithdrawal(
  state: FindingsSlice,
  command: Extract<FindingCommand, { type: 'agreeWithdrawal' }>,
  reason: string,
  by: Actor,
  at: string,
): Decided {
  const { place, reading } = command;
  const action = 'agree that a reading was not true';
  if (!holdsOneOf(by, AGREE)) return refuse('MAY_NOT', { action, needs: AGREE, person: by.name });
  const record = placeAt(state, place);
  if (record.version !== command.basedOn) return stale(command, record.version);
  const open = withdrawnAt(state, place);
  if (open?.reading.seq !== reading) return refuse('READING_UNKNOWN', { place, reading });
  const first = { ids: [open.by.id], because: 'took it back', lastAt: open.reading.at };
  const look = secondLook(action, first, by, at, state.secondPerson);
  if (!look.ok) return look;
  const samePerson = look.value ?? null;
  return ok([{ type: 'withdrawalAgreed', v: 1, data: { place, reading, reason, samePerson } }]);
}
const AGREE: readonly Role[] = ['technician', 'inspector'];

function confirmLimit(
  state: FindingsSlice,
  { choice, accept }: Extract<FindingCommand, { type: 'confirmLimit' }>,
  reason: string,
  by: Actor,
  at: string,
): Decided {
  if (!holdsOneOf(by, CONFIRMERS))
    return refuse('MAY_NOT', {
      action: 'give the second look at a limit',
      needs: CONFIRMERS,
      person: by.name,
    });
  const chosen = state.limitChosen.find(({ seq }) => seq === choice);
  const pin = currentPin(state);
  if (chosen === undefined || chosen.pin !== pin?.pin) return refuse('CHOICE_GONE', { choice });
  const measurers = measurersOf(state, chosen.fit, at);
  const first = {
    ids: [chosen.by.id, ...measurers.ids],
    because: chosen.by.id === by.id ? 'chose it' : measurers.because,
    lastAt: chosen.at,
  };
  const look = secondLook('give the second look at a limit', first, by, at, state.secondPerson);
  if (!look.ok) return look;
  if (!accept) return ok([{ type: 'limitChoiceRefused', v: 1, data: { choice, reason } }]);
  const { seq: _seq, by: _by, at: _at, ...decision } = chosen;
  const made = { ...decision, by: '', at: '', secondLook: null };
  const after = { ...state, limitDecisions: [...state.limitDecisions, made] };
  const rejudged = rejudgements(after).filter(({ place, verdict }) =>
    isJudgedAs(pin, place, verdict, chosen),
  );
  const samePerson = look.value ?? null;
  const data = { ...decision, rejudged, choice, lookReason: reason, samePerson };
  return ok([{ type: 'limitDecided', v: 4, data }]);
}
function isJudgedAs(pin: LimitsPin, key: PlaceKey, verdict: VerdictFact, judged: JudgedFit): boolean {
  const place = parsePlaceKey(key);
  return place !== undefined && isJudgedBy(pin, place, verdict, judged);
}

/** The readings that count and were taken with an instrument out of date, by instrument, where nobody accepted that. */
export function lateInstruments(
  state: PlacesState & FindingsState & { readonly rules?: number },
): Readonly<Record<string, readonly (RecordedReading & { readonly place: PlaceKey })[]>> {
  const late: Record<string, (RecordedReading & { readonly place: PlaceKey })[]> = {};
  for (const [place, record] of state.places) {
    for (const reading of takenOutOfDate(record)) {
      // What stands beside the one that decides is part of what is known.
      if (reading.status !== 'current' && (state.rules ?? REPEATS_SINCE) < REPEATS_SINCE) continue;
      const { seq, instrument } = reading;
      if (instrument === null) continue;
      if (seq <= (own(state.acceptedInstruments, instrument.id)?.upTo ?? 0)) continue;
      (late[instrument.id] ??= []).push({ ...reading, place });
    }
  }
  for (const readings of Object.values(late)) readings.sort((a, b) => a.seq - b.seq);
  return late;
}
const takenOutOfDate = onceFor(({ readings }: PlaceRecord) =>
  readings.filter(
    ({ status, instrument, at }) =>
      (status === 'current' || status === 'refined') &&
      instrument !== null &&
      !isInDate(instrument, at.slice(0, 10)),
  ),
);
