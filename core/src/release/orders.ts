import { currentReading, placeAt, placeOf, characteristicOf, restOnKind, slotsBehind } from '../bench/places';
import { kindOfSlot, partIn } from '../engines/parts';
import type { SlotKey } from '../engines/place';
import { parsePlaceKey } from '../engines/place';
import type { PartKind } from '../engines/characteristic';
import type { PlacesState } from '../bench/places';
import type { PartsState } from '../engines/parts';
import type { InspectionState } from '../inspection/inspection';
import type { PinState } from '../library/limit-in-force';
import type { Remark, RemarksState } from './remarks';

export type OrderRemark = Extract<Remark, { kind: 'order' }>;
type Slice = RemarksState & PartsState & PinState & PlacesState & InspectionState;

/** `awaited`: not come; `toReceive`: come, and nobody of this shop has measured or checked it. */
export type OrderStand = 'awaited' | 'toReceive' | 'received' | 'sentBack' | 'cancelled';
export function orderStand({ settled }: Pick<OrderRemark, 'settled'>): OrderStand {
  if (settled === undefined) return 'awaited';
  if (settled.as === 'cancelled') return 'cancelled';
  const { received } = settled;
  return received === undefined ? 'toReceive' : received.accepted ? 'received' : 'sentBack';
}
/** Orders that something waits for. */
export const openOrders = ({ remarks }: RemarksState): readonly OrderRemark[] =>
  remarks.flatMap((each) =>
    each.kind === 'order' && ['awaited', 'toReceive'].includes(orderStand(each)) ? [each] : [],
  );

/** The slots that an order is for: of its place, its part, or what its finding is about. */
export function slotsOfOrder(state: Slice, { finding }: Pick<OrderRemark, 'finding'>): readonly SlotKey[] {
  return finding.split(' ').flatMap((token) => {
    const part = state.parts.get(token);
    if (part !== undefined) return [part.slot ?? token.slice(0, token.lastIndexOf('#'))];
    const place = placeOf(state, token);
    const characteristic = place === undefined ? undefined : characteristicOf(state, place);
    if (place !== undefined && characteristic !== undefined)
      return slotsBehind(state, characteristic, place).map(({ slot }) => slot);
    const bare = token.replace(/#\d+$/u, '');
    return parsePlaceKey(bare) === undefined ? [] : [bare];
  });
}
/** Whether what is measured on these sheets depends on what an order is for; nobody knows of one that names no part. */
export function isForSheets(state: Slice, order: OrderRemark, sheets: readonly string[]): boolean {
  const kinds: readonly PartKind[] = slotsOfOrder(state, order).map(kindOfSlot);
  return kinds.length === 0 || kinds.some((kind) => restOnKind(state, sheets, kind));
}
/**
 * What somebody of this shop measured or looked at after it came, on the parts that lie there now: entries, the first one first.
 * What a certificate says is not among it.
 */
export function evidenceSince(state: Slice, order: OrderRemark): readonly number[] {
  const since = order.settled?.seq;
  if (since === undefined) return [];
  const parts = slotsOfOrder(state, order).flatMap((slot) => partIn(state, slot)?.id ?? []);
  const readings = parts.flatMap((part) =>
    (state.measuredAt.get(part) ?? []).flatMap((key) => {
      const reading = currentReading(placeAt(state, key));
      return reading?.parts.some(({ id }) => id === part) === true ? [reading.seq] : [];
    }),
  );
  const looks = state.looks
    .values()
    .filter(({ part, found }) => parts.includes(part) && found !== 'notInspected')
    .map(({ seq }) => seq);
  return [...new Set([...readings, ...looks])].filter((seq) => seq > since).sort((a, b) => a - b);
}
