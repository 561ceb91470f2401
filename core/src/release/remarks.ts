import type { AttachedFile } from '../library/document';
import { event, sameWords } from '../record/event-table';
import type { PlaceKey, SlotKey } from '../engines/place';
import type { DataIn, EventIn, Stamp } from '../record/event-table';

/**
 * What somebody adds to a finding, whose id stays however often somebody measures; or to a place or a part, by `place KEY` and
 * `part ID`.
 */
export type Remark = RemarkFrame &
  (
    | { readonly kind: 'note'; readonly text: string }
    | (Photographed & { readonly kind: 'photograph' })
    | (Paper & { readonly kind: 'paper' })
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
/** A paper of a part or an order: a certificate, a release tag, the sheet of another shop. */
export interface Paper {
  readonly file: AttachedFile;
  /** What it is, and its number. */
  readonly title: string;
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
  paperAdded: event<OnFinding<Paper>, RemarksState>()(1, (state, data, stamp) =>
    added(state, stamp, { kind: 'paper', ...data }),
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

/** Parts of the engine have strokes in their ids: here they stand as bars. */
export const aboutFace = (part: string, item: string): string => `face ${part.replaceAll('/', '|')}/${item}`;
export const aboutPlace = (place: PlaceKey): string => `place ${place}`;
export const aboutPart = (part: string): string => `part ${part}`;
/** A slot on the map: what lay there, also where nothing did. */
export const aboutSlot = (slot: SlotKey): string => `slot ${slot}`;

/** What was added to a finding, in the order in which it was. */
export const remarksOn = ({ remarks }: RemarksState, finding: string): readonly Remark[] =>
  remarks.filter((each) => each.finding === finding);
