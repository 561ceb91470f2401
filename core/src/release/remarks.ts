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
import { evidenceSince, orderStand } from './orders';
import type { OrderRemark } from './orders';

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
          /** What came with it, by its number; empty where nothing did. */
          readonly certificate: string;
          readonly by: string;
          readonly at: string;
          readonly seq: number;
          readonly received?: Received;
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
/** That what came was measured or checked here: no certificate stands for that. */
export interface Received {
  /** It is used; else it goes back. */
  readonly accepted: boolean;
  /** What was checked: marks, thickness, material, how it looks. */
  readonly check: string;
  /** The entries of the readings and looks that it rests on. */
  readonly evidence: readonly number[];
  readonly by: string;
  readonly at: string;
}
/** `part`: one that is bought; `work`: something is done to a part elsewhere. */
export const ORDER_SORTS = ['part', 'work'] as const;
export type OrderSort = (typeof ORDER_SORTS)[number];
/** What was ordered because of a finding. */
export interface Order {
  readonly what: string;
  readonly supplier: string;
  readonly sort: OrderSort;
  /** What it shall be when it comes back: "0.25 under, 63.48 to 63.50 mm"; empty where that is clear. */
  readonly asked: string;
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
  orderPlaced: event<OnFinding<Order>, RemarksState>()(
    2,
    (state, data, stamp) => added(state, stamp, { kind: 'order', ...data }),
    (data) => ({ ...data, sort: 'part', asked: '' }),
  ),
  orderSettled: event<
    {
      readonly order: number;
      readonly as: OrderSettled;
      readonly note: string;
      readonly certificate: string;
    },
    RemarksState
  >()(
    2,
    ({ remarks }, { order, ...said }, { seq, at, by }) => ({
      remarks: remarks.map((each) =>
        each.kind === 'order' && each.seq === order
          ? { ...each, settled: { ...said, by: by.name, at, seq } }
          : each,
      ),
    }),
    (data) => ({ ...data, certificate: '' }),
  ),
  orderReceived: event<Omit<Received, 'by' | 'at'> & { readonly order: number }, RemarksState>()(
    1,
    ({ remarks }, { order, ...said }, { at, by }) => ({
      remarks: remarks.map((each) =>
        each.kind === 'order' && each.seq === order && each.settled !== undefined
          ? { ...each, settled: { ...each.settled, received: { ...said, by: by.name, at } } }
          : each,
      ),
    }),
  ),
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
      readonly certificate: string;
    }
  | {
      readonly type: 'receiveOrder';
      readonly order: number;
      readonly accepted: boolean;
      readonly check: string;
    };

const WRITERS: readonly Role[] = ['technician', 'inspector'];

/**
 * Decides what is added to a finding: one that waits for a decision, or that something was added to before.
 * @problems FINDING_UNKNOWN, ORDER_UNKNOWN, ORDER_NOT_MEASURED, REASON_MISSING where nothing is said
 */
export function decideRemarks(
  state: MattersSlice & RemarksState,
  command: RemarkCommand,
  by: Actor,
): Result<readonly RemarkEvent[], Problem> {
  if (!holdsOneOf(by, WRITERS))
    return refuse('MAY_NOT', { action: 'add to a finding', needs: WRITERS, person: by.name });
  if (command.type === 'settleOrder') {
    const { order, as } = command;
    const placed = orderIn(state, order);
    const said = { note: command.note.trim(), certificate: command.certificate.trim() };
    return placed === undefined || placed.settled !== undefined
      ? refuse('ORDER_UNKNOWN', { order })
      : ok([{ type: 'orderSettled', v: 2, data: { order, as, ...said } }]);
  }
  if (command.type === 'receiveOrder') return receive(state, command);
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
      const { number, expectedOn, sort, asked } = command;
      const said = { what, supplier, sort, asked: asked.trim(), number: number.trim(), expectedOn };
      return ok([{ type: 'orderPlaced', v: 2, data: { finding, ...said } }]);
    }
  }
}

const orderIn = ({ remarks }: RemarksState, order: number): OrderRemark | undefined =>
  remarks.flatMap((each) => (each.kind === 'order' && each.seq === order ? [each] : []))[0];
/** What came is never taken on trust: what was done elsewhere is measured here, and a part at least checked, in words. */
function receive(
  state: MattersSlice & RemarksState,
  { order, accepted, check }: Extract<RemarkCommand, { type: 'receiveOrder' }>,
): Result<readonly RemarkEvent[], Problem> {
  const placed = orderIn(state, order);
  if (placed === undefined || orderStand(placed) !== 'toReceive') return refuse('ORDER_UNKNOWN', { order });
  const evidence = evidenceSince(state, placed);
  if (accepted && placed.sort === 'work' && evidence.length === 0)
    return refuse('ORDER_NOT_MEASURED', { what: placed.what });
  if (check.trim() === '') return refuse('REASON_MISSING', { action: 'receive what was ordered' });
  return ok([{ type: 'orderReceived', v: 1, data: { order, accepted, check: check.trim(), evidence } }]);
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
