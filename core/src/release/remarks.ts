import type { AttachedFile } from '../library/document';
import type { Actor, Role } from '../kernel/actor';
import { holdsOneOf } from '../kernel/actor';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { event, sameWords } from '../record/event-table';
import { isPlaceOfSheet } from '../bench/places';
import type { PlaceKey, SlotKey } from '../engines/place';
import { mapOf } from '../strip/as-found';
import type { DataIn, EventIn, Stamp } from '../record/event-table';
import { lookKey } from '../inspection/inspection';
import { inspectionOf } from '../inspection/inspection-stand';
import { openMatters } from './open-matters';
import type { MattersSlice } from './open-matters';

/**
 * What somebody adds to a finding, whose id stays however often somebody measures; or to a place or a part, by `place KEY` and
 * `part ID`.
 */
export type Remark = RemarkFrame &
  (
    | { readonly kind: 'note'; readonly text: string }
    | (Photographed & { readonly kind: 'photograph' })
    | (Order & {
        readonly kind: 'order';
        readonly settled?: {
          readonly as: OrderSettled;
          readonly note: string;
          readonly by: string;
          readonly at: string;
        };
      })
  );
interface RemarkFrame {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly finding: string;
}
export interface Photographed {
  readonly file: AttachedFile;
  readonly caption: string;
  /** One of a pair: as it was found, and after something was done. */
  readonly when?: PictureWhen;
}
export const PICTURE_WHEN = ['before', 'after'] as const;
export type PictureWhen = (typeof PICTURE_WHEN)[number];
/** A part that was ordered because of a finding. */
export interface Order {
  readonly what: string;
  readonly supplier: string;
  /** The number of the order; empty where there is none. */
  readonly number: string;
  readonly expectedOn: string | null;
}
export const ORDER_SETTLED = ['arrived', 'cancelled'] as const;
export type OrderSettled = (typeof ORDER_SETTLED)[number];

export interface RemarksState {
  readonly remarks: readonly Remark[];
}
export const NO_REMARKS: RemarksState = { remarks: [] };

type OnFinding<D> = D & { readonly finding: string };
const added = (
  { remarks }: RemarksState,
  { seq, at, by }: Stamp,
  remark: Remark extends infer R ? (R extends Remark ? Omit<R, 'seq' | 'at' | 'by'> : never) : never,
): RemarksState => ({
  remarks: [...remarks, { seq, at, by: { id: by.id, name: by.name }, ...remark }],
});

/** What is said of findings, as events. They decide nothing: what a finding waits for stays what it was. */
export const REMARK_EVENTS = {
  findingNoted: event<OnFinding<{ readonly text: string }>, RemarksState>()(1, (state, data, stamp) =>
    added(state, stamp, { kind: 'note', ...data }),
  ),
  photographAdded: event<OnFinding<Photographed>, RemarksState>()(
    2,
    (state, data, stamp) => added(state, stamp, { kind: 'photograph', ...data }),
    sameWords,
  ),
  orderPlaced: event<OnFinding<Order>, RemarksState>()(1, (state, data, stamp) =>
    added(state, stamp, { kind: 'order', ...data }),
  ),
  orderSettled: event<
    { readonly order: number; readonly as: OrderSettled; readonly note: string },
    RemarksState
  >()(1, ({ remarks }, { order, as, note }, { at, by }) => ({
    remarks: remarks.map((each) =>
      each.kind === 'order' && each.seq === order
        ? { ...each, settled: { as, note, by: by.name, at } }
        : each,
    ),
  })),
};
export type RemarkEventData = DataIn<typeof REMARK_EVENTS>;
export type RemarkEvent = EventIn<typeof REMARK_EVENTS>;

export type RemarkCommand =
  | { readonly type: 'noteFinding'; readonly finding: string; readonly text: string }
  /** The file lies on the server's disk before the command comes to be decided. */
  | ({ readonly type: 'addPhotograph'; readonly finding: string } & Photographed)
  | ({ readonly type: 'placeOrder'; readonly finding: string } & Order)
  /** `order`: the number of the entry that placed it. */
  | {
      readonly type: 'settleOrder';
      readonly order: number;
      readonly as: OrderSettled;
      readonly note: string;
    };

const WRITERS: readonly Role[] = ['technician', 'inspector'];

/**
 * Decides what is added to a finding: one that waits for a decision, or that something was added to before.
 * @problems FINDING_UNKNOWN, ORDER_UNKNOWN, REASON_MISSING where nothing is said
 */
export function decideRemarks(
  state: MattersSlice & RemarksState,
  command: RemarkCommand,
  by: Actor,
): Result<readonly RemarkEvent[], Problem> {
  if (!holdsOneOf(by, WRITERS))
    return refuse('MAY_NOT', { action: 'add to a finding', needs: WRITERS, person: by.name });
  if (command.type === 'settleOrder') {
    const { order, as, note } = command;
    const placed = state.remarks.find(({ seq }) => seq === order);
    return placed?.kind !== 'order' || placed.settled !== undefined
      ? refuse('ORDER_UNKNOWN', { order })
      : ok([{ type: 'orderSettled', v: 1, data: { order, as, note: note.trim() } }]);
  }
  const { finding } = command;
  const isKnown =
    openMatters(state).findings.some(({ id }) => id === finding) ||
    state.remarks.some((each) => each.finding === finding) ||
    isThere(state, finding);
  if (!isKnown) return refuse('FINDING_UNKNOWN', { finding });
  switch (command.type) {
    case 'noteFinding': {
      const text = command.text.trim();
      return text === ''
        ? refuse('REASON_MISSING', { action: 'note something' })
        : ok([{ type: 'findingNoted', v: 1, data: { finding, text } }]);
    }
    case 'addPhotograph': {
      const { file, caption, when } = command;
      const data = { finding, file, caption: caption.trim(), ...(when === undefined ? {} : { when }) };
      return ok([{ type: 'photographAdded', v: 2, data }]);
    }
    case 'placeOrder': {
      const [what, supplier] = [command.what.trim(), command.supplier.trim()];
      if (what === '' || supplier === '') return refuse('REASON_MISSING', { action: 'order something' });
      const { number, expectedOn } = command;
      return ok([
        { type: 'orderPlaced', v: 1, data: { finding, what, supplier, number: number.trim(), expectedOn } },
      ]);
    }
  }
}

/** What is said of a place or a part is said of one that this engine has. */
function isThere(state: MattersSlice, about: string): boolean {
  const [what, key = ''] = about.split(' ');
  if (what === 'place') return isPlaceOfSheet(state, key);
  if (what === 'part') return state.parts.get(key) !== undefined;
  if (what === 'face') return isFaceThere(state, key);
  return what === 'slot' && mapOf(state).some(({ slot }) => slot === key);
}
/** A face of a part that lies there, or one that somebody said something of. */
function isFaceThere(state: MattersSlice, key: string): boolean {
  const [part = '', item = ''] = key.split('/');
  if (state.looks.get(lookKey({ part: part.replaceAll('|', '/'), item })) !== undefined) return true;
  return inspectionOf(state).some(
    (each) => each.part?.id === part.replaceAll('|', '/') && each.faces.some((face) => face.item === item),
  );
}
/** Parts of the engine have strokes in their ids: here they stand as bars. */
export const aboutFace = (part: string, item: string): string => `face ${part.replaceAll('/', '|')}/${item}`;
export const aboutPlace = (place: PlaceKey): string => `place ${place}`;
export const aboutPart = (part: string): string => `part ${part}`;
/** A slot on the map: what lay there, also where nothing did. */
export const aboutSlot = (slot: SlotKey): string => `slot ${slot}`;

/** What was added to a finding, in the order in which it was. */
export const remarksOn = ({ remarks }: RemarksState, finding: string): readonly Remark[] =>
  remarks.filter((each) => each.finding === finding);
