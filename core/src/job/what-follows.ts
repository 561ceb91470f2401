import { derivedAnew, derivedBy } from '../bench/derive';
import { judgePlace } from '../bench/judge-place';
import { currentReading, judgedAt, placeAt } from '../bench/places';
import type { Rejudged, ValueDerived } from '../bench/bench-events';
import { rejudgedAt } from '../bench/rejudgements';
import { placeKey, placesOf, slotsAt } from '../engines/place';
import type { Place, PlaceKey, SlotKey } from '../engines/place';
import { onceFor } from '../kernel/once-for';
import { sameData } from '../kernel/same-data';
import { ASKED_BESIDE } from '../library/fit-variant';
import { dependsOn } from '../library/judged-fit';
import { currentPin } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import { ZERO } from '../quantity/nanometres';
import type { Stamp } from '../record/event-table';
import { evolveJob } from './evolve-job';
import type { JobEntry, JobEvent } from './job-events';
import type { JobState } from './job-state';

/**
 * What a command changed is followed, in the same act, by what it makes of the rest: values that are worked out from what was
 * measured live and die with it, and a reading beside a part of which something else is known now is judged again. A rework
 * needs none of it: readings that are spent are theirs as well.
 */
export function withWhatFollows(
  state: JobState,
  events: readonly JobEvent[],
  stamp: Pick<Stamp, 'at' | 'by'>,
): readonly JobEvent[] {
  const isPinned = events.some(({ type }) => type === 'limitsPinned');
  const touched = new Set(events.flatMap(touchedBy));
  const slots = events.flatMap((event) => slotsSaidBy(state, event));
  const isWorkedOut = isPinned || (touched.size > 0 && hasDerived(state));
  if (!isWorkedOut && slots.length === 0) return events;
  const after = told(state, events, stamp);
  // Another pin may measure elsewhere: every value is held against what it now rests on.
  const pin = currentPin(after);
  if (isPinned && pin !== undefined) for (const place of derivedBy(pin).keys()) touched.add(place);
  const derived = !isWorkedOut ? [] : derivedAnew(after, [...touched]).map(asDerived);
  const derivedToo = told(after, derived, stamp);
  const rejudged = judgedAgain(derivedToo, slots);
  if (rejudged.length === 0) return [...events, ...derived];
  const judged: JobEvent = { type: 'readingsJudgedAgain', v: 2, data: { rejudged } };
  // Where another reading decides now, what is worked out from the place follows it.
  const moved = rejudged.flatMap(({ place, known }) => (known === undefined ? [] : [place]));
  const follows =
    moved.length === 0 ? [] : derivedAnew(told(derivedToo, [judged], stamp), moved).map(asDerived);
  return [...events, ...derived, judged, ...follows];
}
const asDerived = (data: ValueDerived): JobEvent => ({ type: 'valueDerived', v: 1, data });

function told(state: JobState, events: readonly JobEvent[], stamp: Pick<Stamp, 'at' | 'by'>): JobState {
  let after = state;
  for (const { type, v, data } of events)
    after = evolveJob(after, {
      ...stamp,
      type,
      v,
      data,
      chain: '',
      job: state.id,
      command: '',
      seq: after.seq + 1,
    } as JobEntry);
  return after;
}

/** The places whose readings an event changes in another way than by their parts or limits. */
function touchedBy(event: JobEvent): readonly PlaceKey[] {
  switch (event.type) {
    case 'readingTaken':
    case 'readingCorrected':
    case 'readingVoided':
    case 'contestDecided':
      return [event.data.place];
    // Of readings that agree another one decides by the new limit.
    case 'limitDecided':
      return event.data.rejudged.flatMap(({ place, known }) => (known === undefined ? [] : [place]));
    default:
      return [];
  }
}
const hasDerived = ({ pins }: JobState): boolean =>
  pins.at(-1)?.characteristics.some(({ from }) => from !== undefined) === true;

/** The slots of whose parts an event says something else than was known. */
function slotsSaidBy(state: JobState, event: JobEvent): readonly SlotKey[] {
  switch (event.type) {
    case 'partFitted':
    case 'partRemoved':
      return [event.data.slot];
    case 'partsMoved':
      return event.data.moves.flatMap(({ from, to }) => (from === null ? [to] : [from, to]));
    case 'partFactsSaid':
      return event.data.parts.flatMap((id) => state.parts.get(id)?.slot ?? []);
    default:
      return [];
  }
}

/** The readings that count whose limits are selected by what lies in some slots, where that selects others now. */
function judgedAgain(state: JobState, slots: readonly SlotKey[]): readonly Rejudged[] {
  const pin = currentPin(state);
  if (pin === undefined || slots.length === 0) return [];
  const bySlot = placesBySlot(pin);
  const places = new Map(
    slots.flatMap((slot) => bySlot.get(slot) ?? []).map((place) => [placeKey(place), place]),
  );
  return [...places].flatMap(([key, place]) => {
    const record = placeAt(state, key);
    const now = currentReading(record);
    if (now === undefined) return [];
    const part = judgedAt(state, place);
    return rejudgedAt(state, record, key, ({ reading, verdict, instrument }) =>
      judgePlace(state, place, part, reading, verdict.uncertainty ?? instrument?.uncertainty ?? ZERO),
    ).filter(({ reading, verdict }) => reading !== now.seq || !sameData(verdict, now.verdict));
  });
}

/** The places whose limits are selected by what lies in a slot: by the part itself, or by one beside it. */
const placesBySlot = onceFor((pin: LimitsPin): ReadonlyMap<SlotKey, readonly Place[]> => {
  const found = new Map<SlotKey, Place[]>();
  const beside = ASKED_BESIDE.pistonMaterial.kind;
  const { layout } = pin.model;
  for (const characteristic of pin.characteristics)
    for (const place of placesOf(layout, characteristic)) {
      const asksBeside = dependsOn(pin, place, 'pistonMaterial');
      const other = characteristic.otherSide === undefined ? [] : [characteristic.otherSide];
      for (const kind of new Set([characteristic.stateOf, ...other, ...(asksBeside ? [beside] : [])]))
        for (const slot of slotsAt(layout, kind, place)) {
          const there = found.get(slot) ?? [];
          there.push(place);
          found.set(slot, there);
        }
    }
  return found;
});
