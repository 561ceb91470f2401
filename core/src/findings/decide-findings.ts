import { rejudgements } from '../bench/judge-place';
import type { BenchEvent } from '../bench/bench-events';
import { currentReading, placeAt, workersAt } from '../bench/places';
import type { PlacesState } from '../bench/places';
import type { PartsState } from '../engines/parts';
import type { FitKey, PlaceKey } from '../engines/place';
import { parsePlaceKey } from '../engines/place';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { LimitDecision, PinState } from '../library/limit-in-force';
import { BOUNDS } from '../library/limit';
import type { Bound, Limit } from '../library/limit';
import { statementsAbout } from '../library/limits-pin';
import { statedBound } from '../library/rank';
import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';
import { secondLook } from '../people/second-person';
import type { SamePerson, SecondPersonPolicy } from '../people/second-person';
import type { PartState } from '../quantity/part-state';
import { limitNotes } from '../library/limit-notes';
import type { NotedEngine } from '../library/limit-notes';
import { setRules } from './set-rules';
import type { Approval, FindingEvent, FindingsState } from './decisions';

export interface FindingsSlice extends FindingsState, PlacesState, PinState, PartsState {
  readonly secondPerson: SecondPersonPolicy;
  readonly engine: NotedEngine;
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
      readonly partState: PartState;
      /** The row that shall govern each bound; a bound that is left out has no limit. */
      readonly rows: Readonly<Partial<Record<Bound, string>>>;
      readonly reason: string;
    }
  /** A note about a limit, or a rule over several readings that does not hold, by its id. */
  | { readonly type: 'acceptLimitNote'; readonly note: string; readonly reason: string }
  | { readonly type: 'acceptInstrument'; readonly instrument: string; readonly reason: string }
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
    const asked = concedable(state, command);
    return asked.ok
      ? ok([{ type: 'concessionAsked', v: 1, data: { place: command.place, reading: asked.value, reason } }])
      : asked;
  }
  if (!holdsOneOf(by, ['inspector']))
    return refuse('MAY_NOT', { action: 'decide a finding', needs: ['inspector'], person: by.name });
  switch (command.type) {
    case 'grantConcession': {
      const reading = concedable(state, command);
      if (!reading.ok) return reading;
      const missing = (['number', 'date', 'issuer'] as const).filter(
        (field) => command.approval[field].trim() === '',
      );
      if (missing.length > 0) return refuse('APPROVAL_INCOMPLETE', { missing });
      const look = independent(state, command.place, 'grant a concession', by, at);
      if (!look.ok) return look;
      const data = {
        place: command.place,
        reading: reading.value,
        approval: command.approval,
        reason,
        samePerson: look.value,
      };
      return ok([{ type: 'concessionGranted', v: 1, data }]);
    }
    case 'refuseConcession': {
      const asked = state.concessionsAsked[command.place];
      if (asked === undefined) return refuse('NOT_ASKED', { place: command.place });
      return ok([
        { type: 'concessionRefused', v: 1, data: { place: command.place, reading: asked.reading, reason } },
      ]);
    }
    case 'decideLimit':
      return decideLimit(state, command, reason);
    case 'acceptLimitNote': {
      const pin = currentPin(state);
      if (pin === undefined) return refuse('NOTE_UNKNOWN', { note: command.note });
      const open = [...limitNotes(pin, state.engine, state.limitDecisions), ...setRules(state)];
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
        const look = secondLook('accept what breaks a rule', first, by, at, state.secondPerson);
        if (!look.ok) return look;
      }
      return ok([{ type: 'limitNoteAccepted', v: 1, data: { note: command.note, pin: pin.pin, reason } }]);
    }
    case 'acceptInstrument': {
      const { instrument } = command;
      const users = Object.values(state.places)
        .flatMap(({ readings }) => readings)
        .filter((each) => each.instrument.id === instrument);
      if (users.length === 0) return refuse('INSTRUMENT_NOT_TAKEN', { instrument });
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
      const declared = record.notApplicable;
      if (declared === undefined || declared.accepted) return refuse('NOT_ASKED', { place });
      if (record.version !== command.basedOn) return stale(command, record.version);
      const first = { ids: [declared.by], because: 'declared it', lastAt: declared.at };
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

/** The reading that a concession would be about: a current one that is tight or loose. */
function concedable(
  state: FindingsSlice,
  { place, basedOn }: { readonly place: PlaceKey; readonly basedOn: number },
): Result<number, Problem> {
  const record = placeAt(state, place);
  if (record.version !== basedOn) return stale({ place, basedOn }, record.version);
  const reading = currentReading(record);
  return reading !== undefined && (reading.verdict.verdict === 'tight' || reading.verdict.verdict === 'loose')
    ? ok(reading.seq)
    : refuse('NOTHING_TO_CONCEDE', { place });
}

/** A concession is never given by who did the work on the place or its parts. */
function independent(
  state: FindingsSlice,
  place: PlaceKey,
  action: string,
  by: Actor,
  at: string,
): Result<SamePerson | null, Problem> {
  const record = placeAt(state, place);
  const parts = new Set(record.readings.flatMap((reading) => reading.parts.map(({ id }) => id)));
  const steps = [...parts].flatMap((id) => state.parts[id]?.history ?? []);
  const ids = [...workersAt(record), ...steps.map((step) => step.by)];
  const lastAt =
    [...record.readings.map((reading) => reading.at), ...steps.map((step) => step.at)].sort().at(-1) ?? at;
  const look = secondLook(action, { ids, because: 'did the work on it', lastAt }, by, at, state.secondPerson);
  return look.ok ? ok(look.value ?? null) : look;
}

function decideLimit(
  state: FindingsSlice,
  command: Extract<FindingCommand, { type: 'decideLimit' }>,
  reason: string,
): Decided {
  const { fit, partState, rows } = command;
  const pin = currentPin(state);
  const place = parsePlaceKey(fit);
  if (pin === undefined || place === undefined || !pin.fits.some((each) => each.fit === fit))
    return refuse('PLACE_UNKNOWN', { place: fit });
  if (limitInForce(state, place, partState).state !== 'withheld') return refuse('LIMIT_NOT_OPEN', { fit });
  const statements = statementsAbout(place, pin);
  const limit: { -readonly [B in Bound]?: Limit[B] } = {};
  for (const bound of BOUNDS) {
    const row = rows[bound];
    if (row === undefined) continue;
    const statement = statements.find(({ id }) => id === row);
    const value = statement === undefined ? undefined : statedBound(statement, bound, pin.context);
    if (value === undefined || value === 'unknown') return refuse('ROW_UNKNOWN', { row });
    limit[bound] = value;
  }
  if (limit.min !== undefined && limit.max !== undefined && limit.min > limit.max)
    return refuse('BOUNDS_CROSS', { fit });
  const decision: LimitDecision = { pin: pin.pin, fit, partState, rows, limit, reason };
  const after = { ...state, limitDecisions: [...state.limitDecisions, { ...decision, by: '', at: '' }] };
  const rejudged = rejudgements(after).filter(({ verdict }) => verdict.partState === partState);
  return ok([{ type: 'limitDecided', v: 1, data: { ...decision, rejudged } }]);
}
