import { slotsOf } from '../engines/place';
import type { SlotKey } from '../engines/place';
import { nextPartId, partIn, REWORK_OF } from '../engines/parts';
import type { PartEvent, PartsState, Rework } from '../engines/parts';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';
import type { PartState } from '../quantity/part-state';

export type ReworkCommand =
  | {
      readonly type: 'fitRings';
      readonly slots: readonly SlotKey[];
      readonly state: PartState;
      readonly partNumber: string | null;
      readonly lot: string | null;
    }
  /** Takes the part out and, where `instead` is given, fits another one in its place. */
  | {
      readonly type: 'replacePart';
      readonly part: string;
      readonly basedOn: number;
      readonly reason: string;
      readonly instead: {
        readonly state: PartState;
        readonly partNumber: string | null;
        readonly lot: string | null;
      } | null;
    }
  | {
      readonly type: 'reworkPart';
      readonly part: string;
      readonly basedOn: number;
      readonly what: Rework;
      readonly how: string;
    };

/** Decides what happens to the parts: fitted, replaced, filed, honed. Readings that depend on them are spent by the event. */
export function decideRework(
  state: PartsState & PinState,
  command: ReworkCommand,
  by: Actor,
): Result<readonly PartEvent[], Problem> {
  if (!holdsOneOf(by, ['technician', 'inspector'])) {
    return refuse('MAY_NOT', {
      action: 'work on parts',
      needs: ['technician', 'inspector'],
      person: by.name,
    });
  }
  if (command.type === 'fitRings') return fitRings(state, command);
  const part = state.parts[command.part];
  if (part === undefined) return refuse('PART_UNKNOWN', { part: command.part });
  if (part.slot === null) return refuse('PART_NOT_FITTED', { part: part.id });
  if (part.condition !== command.basedOn)
    return refuse('PART_CHANGED', { part: part.id, basedOn: command.basedOn, now: part.condition });
  if (command.type === 'reworkPart') {
    if (command.how.trim() === '')
      return refuse('REASON_MISSING', { action: `say how the part was ${command.what}` });
    if (REWORK_OF[command.what] !== part.kind) return refuse('PART_UNKNOWN', { part: part.id });
    const data = {
      part: part.id,
      what: command.what,
      condition: part.condition + 1,
      how: command.how.trim(),
    };
    return ok([{ type: 'partReworked', v: 1, data }]);
  }
  if (command.reason.trim() === '') return refuse('REASON_MISSING', { action: 'replace a part' });
  const removed: PartEvent = {
    type: 'partRemoved',
    v: 1,
    data: { part: part.id, slot: part.slot, reason: command.reason.trim() },
  };
  if (command.instead === null) return ok([removed]);
  const fitted: PartEvent = {
    type: 'partFitted',
    v: 1,
    data: { part: nextPartId(state, part.slot), kind: part.kind, slot: part.slot, ...command.instead },
  };
  return ok([removed, fitted]);
}

function fitRings(
  state: PartsState & PinState,
  command: Extract<ReworkCommand, { type: 'fitRings' }>,
): Result<readonly PartEvent[], Problem> {
  const layout = currentPin(state)?.model.layout;
  const known = new Set(layout === undefined ? [] : slotsOf(layout, 'ring').map(({ key }) => key));
  const events: PartEvent[] = [];
  for (const slot of new Set(command.slots)) {
    if (!known.has(slot)) return refuse('SLOT_UNKNOWN', { slot });
    const there = partIn(state, slot);
    if (there !== undefined) return refuse('SLOT_TAKEN', { slot, part: there.id });
    const { state: partState, partNumber, lot } = command;
    events.push({
      type: 'partFitted',
      v: 1,
      data: { part: nextPartId(state, slot), kind: 'ring', slot, state: partState, partNumber, lot },
    });
  }
  const [first] = command.slots;
  return events.length === 0 ? refuse('SLOT_UNKNOWN', { slot: first ?? '' }) : ok(events);
}
