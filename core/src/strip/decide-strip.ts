import { kindOfSlot, nextPartId, partIn } from '../engines/parts';
import type { PartEvent, PartsState } from '../engines/parts';
import type { PlaceKey, SlotKey } from '../engines/place';
import { decimalLength } from '../quantity/decimal-length';
import type { LengthUnit } from '../quantity/length-unit';
import { runningPlaces } from './running';
import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { secondLook } from '../people/second-person';
import type { SecondPersonPolicy } from '../people/second-person';
import type { Route } from '../route/route';
import { asksMap, mapDoubts, refitParts } from './as-found';
import type { FoundSo, StripEvent, StripState } from './as-found';
import { mapSlotOf } from './map-slots';
import type { Way } from './map-slots';

export type StripCommand =
  | (Omit<FoundSo, 'part'> & {
      readonly type: 'sayAsFound';
      /** A part lay there. */
      readonly there: boolean;
      /** The entry about this slot that the person saw; 0 where there was none. */
      readonly basedOn: number;
      /** Why it is said anew; empty the first time. */
      readonly reason: string;
    })
  | {
      readonly type: 'decideOdd';
      readonly finding: string;
      readonly keep: boolean;
      readonly reason: string;
    }
  | {
      readonly type: 'sayRefit';
      readonly slot: SlotKey;
      readonly way: Way;
      /** The entry about this part that the person saw; 0 where there was none. */
      readonly basedOn: number;
      readonly reason: string;
    }
  | {
      readonly type: 'sayRunning';
      readonly place: PlaceKey;
      readonly text: string;
      readonly unit: LengthUnit;
      readonly remark: string;
      /** The entry about this place that the person saw; 0 where there was none. */
      readonly basedOn: number;
    }
  | { readonly type: 'sayTurning'; readonly effort: string; readonly remark: string };

type Slice = StripState &
  PinState &
  PartsState & { readonly route: Route; readonly secondPerson: SecondPersonPolicy };
type Decided = Result<readonly (StripEvent | PartEvent)[], Problem>;

/**
 * Decides what is put down when an engine is taken apart, and what becomes of what was odd.
 * @problems MAY_NOT, MAP_NOT_ASKED, SLOT_UNKNOWN, WAY_UNKNOWN, WAY_OPEN, AS_FOUND_SAID_ANEW, REASON_MISSING, FINDING_UNKNOWN,
 * SECOND_PERSON_NEEDED
 */
export function decideStrip(state: Slice, command: StripCommand, by: Actor, at: string): Decided {
  if (command.type === 'decideOdd') return decideOdd(state, command, by, at);
  if (!holdsOneOf(by, ['technician', 'inspector']))
    return refuse('MAY_NOT', {
      action: 'say how an engine was found',
      needs: ['technician', 'inspector'],
      person: by.name,
    });
  if (command.type === 'sayRefit') return sayRefit(state, command);
  if (!asksMap(state)) return refuse('MAP_NOT_ASKED', {});
  if (command.type === 'sayTurning') {
    const effort = command.effort.trim();
    return effort === ''
      ? refuse('REASON_MISSING', { action: 'say how the engine turned' })
      : ok([{ type: 'turningSaid', v: 1, data: { effort, remark: command.remark.trim() } }]);
  }
  return command.type === 'sayRunning' ? sayRunning(state, command) : sayAsFound(state, command);
}
/** One figure, as the gauge showed it; or why there is none. */
function sayRunning(state: Slice, command: Extract<StripCommand, { type: 'sayRunning' }>): Decided {
  const { place, unit, basedOn } = command;
  const there = runningPlaces(state).find(({ key }) => key === place);
  if (there === undefined) return refuse('PLACE_UNKNOWN', { place });
  const [text, remark] = [command.text.trim(), command.remark.trim()];
  const size = text === '' ? null : decimalLength(text.replace(',', '.'), unit);
  if (size === undefined) return refuse('ENTRY_NOT_A_READING', { place, text });
  const before = there.entry;
  if ((before?.seq ?? 0) !== basedOn) return refuse('STALE', { what: place, basedOn, now: before?.seq ?? 0 });
  if (size === null && remark === '')
    return refuse('REASON_MISSING', { action: 'leave a running clearance without a figure' });
  return ok([{ type: 'runningSaid', v: 1, data: { place, text, unit, size, remark } }]);
}

function sayAsFound(state: Slice, command: Extract<StripCommand, { type: 'sayAsFound' }>): Decided {
  const { type: _, there, basedOn, ...said } = command;
  const { slot, way, cannotTell } = said;
  const layout = currentPin(state)?.model.layout;
  const mapped = layout === undefined ? undefined : mapSlotOf(layout, slot);
  if (mapped === undefined) return refuse('SLOT_UNKNOWN', { slot });
  if (way !== null && !mapped.ways.includes(way)) return refuse('WAY_UNKNOWN', { slot, way });
  // Which way it lay is said, or that nobody can tell: it is never left out.
  if (there && mapped.ways.length > 0 && way === null && !cannotTell) return refuse('WAY_OPEN', { slot });
  const before = state.asFound.get(slot);
  if ((before?.seq ?? 0) !== basedOn)
    return refuse('AS_FOUND_SAID_ANEW', { slot, person: before?.by.name ?? '' });
  if (before !== undefined && said.reason.trim() === '')
    return refuse('REASON_MISSING', { action: 'say anew how a part was found' });
  const lying = partIn(state, slot);
  // A part that was found is named by where it lay, also where another one was put in meanwhile.
  const part = !there ? null : (before?.part ?? lying?.id ?? nextPartId(state, slot));
  const isNew = part !== null && state.parts.get(part) === undefined;
  const trimmed = { odd: said.odd.trim(), remark: said.remark.trim(), reason: said.reason.trim() };
  return ok([
    {
      ...{ type: 'asFoundSaid', v: 1 },
      data: {
        ...said,
        ...trimmed,
        part,
        way: there && !cannotTell ? way : null,
        cannotTell: there && cannotTell,
      },
    },
    ...(isNew && lying === undefined ? [found(slot, part, said.hours)] : []),
  ]);
}
const found = (slot: SlotKey, part: string, hours: number | null): PartEvent => ({
  type: 'partFitted',
  v: 4,
  data: {
    ...{ part, kind: kindOfSlot(slot), slot, state: 'reused', partNumber: null, lot: null },
    ...(hours === null ? {} : { hours }),
  },
});

/** Which way round a part that ran in was put back, in the slot in which it lies now. */
function sayRefit(
  state: Slice,
  { slot, way, basedOn, reason }: Extract<StripCommand, { type: 'sayRefit' }>,
): Decided {
  const asked = refitParts(state).find((each) => each.slot === slot);
  if (asked === undefined) return refuse('SLOT_UNKNOWN', { slot });
  if (!asked.mapped.ways.includes(way)) return refuse('WAY_UNKNOWN', { slot, way });
  const { said, part } = asked;
  if ((said?.seq ?? 0) !== basedOn)
    return refuse('AS_FOUND_SAID_ANEW', { slot, person: said?.by.name ?? '' });
  if (said !== undefined && reason.trim() === '')
    return refuse('REASON_MISSING', { action: 'say anew which way a part was put back' });
  return ok([{ type: 'refitSaid', v: 1, data: { slot, part, way, reason: reason.trim() } }]);
}

/** Whether what was found odd stays so is an inspector's word, who did not find it. */
function decideOdd(
  state: Slice,
  { finding, keep, reason }: Extract<StripCommand, { type: 'decideOdd' }>,
  by: Actor,
  at: string,
): Decided {
  if (!holdsOneOf(by, ['inspector']))
    return refuse('MAY_NOT', {
      action: 'decide what becomes of a part that was found odd',
      needs: ['inspector'],
      person: by.name,
    });
  const doubt = mapDoubts(state).find(({ id }) => id === finding);
  if (doubt === undefined) return refuse('FINDING_UNKNOWN', { finding });
  if (reason.trim() === '') return refuse('REASON_MISSING', { action: 'decide what becomes of it' });
  const { entry } = doubt;
  const movers = doubt.kind === 'notAsFound' ? moversOf(state, entry.part) : [];
  const refitters = doubt.refit === undefined ? [] : [doubt.refit.by.id];
  const first = {
    ids: [entry.by.id, ...movers, ...refitters],
    because: 'found it or moved it',
    lastAt: entry.at,
  };
  const look = secondLook(
    'decide what becomes of a part that was found odd',
    first,
    by,
    at,
    state.secondPerson,
  );
  if (!look.ok) return look;
  const samePerson = look.value ?? null;
  return ok([{ type: 'oddDecided', v: 1, data: { finding, keep, reason: reason.trim(), samePerson } }]);
}
/** Who moved a part. */
export const moversOf = ({ parts }: PartsState, part: string | null): readonly string[] =>
  (parts.get(part ?? '')?.history ?? []).filter(({ what }) => what === 'moved').map(({ by }) => by);
