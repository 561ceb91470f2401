import { own } from '../kernel/own';
import { placeKey } from '../engines/place';
import type { Place } from '../engines/place';
import { onceFor } from '../kernel/once-for';
import type { PinState } from '../library/limit-in-force';
import type { VerdictWord } from '../evidence/verdict';
import { slotsOfReport } from '../engines/parts';
import type { FactReport, PartsState } from '../engines/parts';
import { asksSecondLook, confirmedBy } from '../bench/second-look';
import type { LookedTwice } from '../bench/second-look';
import { characteristicOf, currentReading, placeAt, slotsBehind, unaskedReason } from '../bench/places';
import type { PlaceRecord, PlacesState, RecordedReading } from '../bench/places';
import { openDeclaration } from './declarations';
import { concessionOf } from './decisions';
import type { Concession, FindingsState } from './decisions';

export type PlaceStateWord =
  | VerdictWord
  | 'withheld'
  | 'notTaken'
  | 'spent'
  | 'void'
  | 'contested'
  /** Somebody says that a part of it was worked on, and it is not settled. */
  | 'unsettled'
  /** Within limits by what one person found; a second one has not measured it, or not alike. */
  | 'secondLook'
  | 'deferred'
  | 'notApplicable'
  | 'declaredNotApplicable';

export interface PlaceStatus {
  readonly place: Place;
  readonly key: string;
  readonly state: PlaceStateWord;
  /** Out of limits and accepted by a concession: the word tight or loose stays. */
  readonly conceded: boolean;
  /** Whether the gate need not wait for this place. */
  readonly accepted: boolean;
  /** The reading that counts, or the last one that did. */
  readonly reading: RecordedReading | undefined;
  /** Why it is not applicable or deferred. */
  readonly reason: string | undefined;
}
export type StatusSlice = PlacesState & PinState & FindingsState & PartsState & ToldBy & LookedTwice;

/** Since these rules a size that is out of its limits is asked about, also where its place was put off for later. */
const OUT_IS_ASKED_SINCE = 12;
const isOut = (reading: RecordedReading | undefined): boolean =>
  reading?.verdict.verdict === 'tight' || reading?.verdict.verdict === 'loose';
/** By which rules a story is told: a sealed one by those of its day, so that what was printed then is printed for ever. */
export interface ToldBy {
  readonly rules: number;
  readonly seal: object | undefined;
}
/** The first rules knew a concession of a reading alone, and let "not applicable" hide what was measured. */
export const isOfFirstRules = ({ rules, seal }: ToldBy): boolean => seal !== undefined && rules < 2;

/**
 * Where a place stands now: the one answer that plan, sheet, gate and print all show. Where nothing that it depends on has
 * moved since it was last asked for, it is the very same object, so that one reading costs one place and not the whole sheet.
 */
export function placeStatus(state: StatusSlice, place: Place): PlaceStatus {
  const record = placeAt(state, placeKey(place));
  const last = lastOf(place);
  const concession = own(state.concessions, placeKey(place));
  const { pins, reports, rules, seal } = state;
  const unasked = unaskedReason(state, place);
  const isSame =
    last.record === record &&
    last.concession === concession &&
    last.pins === pins &&
    last.reports === reports &&
    last.rules === rules &&
    last.seal === seal &&
    last.unasked === unasked;
  if (isSame && last.status !== undefined) return last.status;
  const status = workOut(state, place, record, unasked);
  Object.assign(last, {
    record,
    concession,
    pins,
    reports,
    rules,
    seal,
    unasked,
    status,
  } satisfies LastStatus);
  return status;
}
/** What a status was worked out from. */
interface LastStatus extends Partial<Pick<StatusSlice, 'pins' | 'reports' | 'rules' | 'seal'>> {
  record?: PlaceRecord;
  concession?: Concession | undefined;
  unasked?: string | undefined;
  status?: PlaceStatus;
}
const lastOf = onceFor((_place: Place): LastStatus => ({}));

function workOut(
  state: StatusSlice,
  place: Place,
  record: PlaceRecord,
  unasked: string | undefined,
): PlaceStatus {
  const key = placeKey(place);
  const is = (
    word: PlaceStateWord,
    accepted: boolean,
    reading?: RecordedReading,
    reason?: string,
    conceded = false,
  ): PlaceStatus => ({
    place,
    key,
    state: word,
    accepted,
    reading,
    reason,
    conceded,
  });
  if (unasked !== undefined) return is('notApplicable', true, undefined, unasked);
  const reading = currentReading(record);
  // A reading is stronger than the word that there is nothing to measure.
  const byFirst = isOfFirstRules(state);
  const isMeasured = reading !== undefined || record.contested.length > 0;
  if (record.notApplicable !== undefined && (byFirst || !isMeasured)) {
    const accepted = byFirst ? record.notApplicable.accepted : openDeclaration(state, key) === undefined;
    return is(
      accepted ? 'notApplicable' : 'declaredNotApplicable',
      accepted,
      undefined,
      record.notApplicable.reason,
    );
  }
  if (record.contested.length > 0) return is('contested', false, record.readings.at(-1));
  if (reportsAt(state, place).length > 0) return is('unsettled', false, reading);
  if (
    record.deferred !== undefined &&
    reading?.verdict.acceptable !== true &&
    !(state.rules >= OUT_IS_ASKED_SINCE && isOut(reading))
  ) {
    return is('deferred', false, reading, record.deferred.reason);
  }
  if (reading !== undefined) {
    const conceded = byFirst
      ? own(state.concessions, key)?.reading === reading.seq
      : concessionOf(state, key, reading) !== undefined;
    if (reading.verdict.acceptable && isUnconfirmed(state, place, record))
      return is('secondLook', false, reading);
    return is(reading.verdict.verdict, reading.verdict.acceptable || conceded, reading, undefined, conceded);
  }
  const last = record.readings.findLast(({ status }) => status === 'spent' || status === 'void');
  return last === undefined
    ? is('notTaken', false)
    : is(last.status === 'spent' ? 'spent' : 'void', false, last);
}

/** A second person is asked to measure here, and none has found the same yet. */
function isUnconfirmed(state: StatusSlice, place: Place, record: PlaceRecord): boolean {
  const characteristic = characteristicOf(state, place);
  return (
    characteristic !== undefined &&
    asksSecondLook(state, characteristic) &&
    confirmedBy(characteristic, record) === undefined
  );
}

/** What was reported about the parts that a place depends on, and is not settled. */
export function reportsAt(state: PartsState & PinState, place: Place): readonly FactReport[] {
  if (state.reports.length === 0) return [];
  const slots = slotsBehind(state, { parts: characteristicOf(state, place)?.parts ?? [] }, place).map(
    ({ slot }) => slot,
  );
  return state.reports.filter((report) => slotsOfReport(state, report).some((slot) => slots.includes(slot)));
}
