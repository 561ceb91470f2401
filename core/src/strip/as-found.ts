import { parsePlaceKey } from '../engines/place';
import type { SlotKey } from '../engines/place';
import { partIn } from '../engines/parts';
import type { PartsState } from '../engines/parts';
import { KeptMap } from '../kernel/kept-map';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { SamePerson } from '../people/second-person';
import { event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';
import type { Route } from '../route/route';
import { NOTHING_RAN, RUNNING_EVENTS } from './running';
import type { RunningState } from './running';
import { mapSlotOf, mapSlots } from './map-slots';
import type { MapSlot, Way } from './map-slots';

/** How a part was found when the engine was taken apart. */
export interface FoundSo {
  readonly slot: SlotKey;
  /** The part that lay there; null where there was none. */
  readonly part: string | null;
  /** null where it has no way round, and where nobody could tell. */
  readonly way: Way | null;
  readonly cannotTell: boolean;
  /** What is not as it should be; empty where nothing is. */
  readonly odd: string;
  readonly remark: string;
  /** As it is known of this very part; null where nobody knows. */
  readonly hours: number | null;
  readonly atBuild: 'reused' | 'new';
}
export interface AsFoundEntry extends FoundSo {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  /** What was said of it before, and why it is said anew. */
  readonly before?: AsFoundEntry;
  readonly reason: string;
}
/** What somebody decided of a part that was found odd, or that lies otherwise than it was found. */
export interface OddDecided {
  readonly finding: string;
  /** It stays as it is, and later work follows that; else it is put right. */
  readonly keep: boolean;
  readonly reason: string;
  /** Set where the shop lets the same person look again. */
  readonly samePerson: SamePerson | null;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly seq: number;
}
/** How the engine turned before it was taken apart. */
export interface TurnedSo {
  readonly effort: string;
  readonly remark: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly seq: number;
}
/** How a part that ran in was put back: in the slot that is named, and which way round. */
export interface RefitEntry {
  readonly slot: SlotKey;
  readonly part: string;
  readonly way: Way;
  /** Why it is said anew; empty the first time. */
  readonly reason: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly seq: number;
  readonly before?: RefitEntry;
}
export interface StripState extends RunningState {
  readonly asFound: KeptMap<AsFoundEntry>;
  readonly oddDecided: readonly OddDecided[];
  readonly turned: TurnedSo | undefined;
  /** By part: the last word on which way it was put back. */
  readonly refitted: KeptMap<RefitEntry>;
}
export const NOTHING_STRIPPED: StripState = {
  ...NOTHING_RAN,
  asFound: KeptMap.empty(),
  oddDecided: [],
  turned: undefined,
  refitted: KeptMap.empty(),
};

/** What is put down when an engine is taken apart, as events. */
export const STRIP_EVENTS = {
  asFoundSaid: event<FoundSo & { readonly reason: string }, StripState>()(
    1,
    ({ asFound }, data, { seq, at, by }) => {
      const before = asFound.get(data.slot);
      const now = { ...data, seq, at, by: { id: by.id, name: by.name } };
      return { asFound: asFound.set(data.slot, before === undefined ? now : { ...now, before }) };
    },
  ),
  oddDecided: event<Pick<OddDecided, 'finding' | 'keep' | 'reason' | 'samePerson'>, StripState>()(
    1,
    ({ oddDecided }, data, { seq, at, by }) => ({
      oddDecided: [...oddDecided, { ...data, seq, at, by: { id: by.id, name: by.name } }],
    }),
  ),
  refitSaid: event<Pick<RefitEntry, 'slot' | 'part' | 'way' | 'reason'>, StripState>()(
    1,
    ({ refitted }, data, { seq, at, by }) => {
      const before = refitted.get(data.part);
      const now = { ...data, seq, at, by: { id: by.id, name: by.name } };
      return { refitted: refitted.set(data.part, before === undefined ? now : { ...now, before }) };
    },
  ),
  ...RUNNING_EVENTS,
  turningSaid: event<Pick<TurnedSo, 'effort' | 'remark'>, StripState>()(
    1,
    (_state, data, { seq, at, by }) => ({
      turned: { ...data, seq, at, by: { id: by.id, name: by.name } },
    }),
  ),
};
export type StripEventData = DataIn<typeof STRIP_EVENTS>;
export type StripEvent = EventIn<typeof STRIP_EVENTS>;

type Slice = StripState & PinState & PartsState & { readonly route: Route };

/** Whether a job is taken apart on a map. */
export const asksMap = ({ route }: Pick<Slice, 'route'>): boolean =>
  route.gates.some(({ conditions }) => conditions.includes('mapComplete'));
/** The parts that are put down on the map of a job; none where its route does not ask for one. */
export function mapOf(state: Slice): readonly MapSlot[] {
  const layout = currentPin(state)?.model.layout;
  return layout === undefined || !asksMap(state) ? [] : mapSlots(layout);
}
/** Those of which nobody has said yet how they were found. */
export const unmapped = (state: Slice): readonly MapSlot[] =>
  mapOf(state).filter(({ slot }) => state.asFound.get(slot) === undefined);

/** What of the map somebody has to decide. */
export interface MapDoubt {
  readonly id: string;
  readonly kind: 'asFoundOdd' | 'notAsFound' | 'otherWay';
  readonly slot: SlotKey;
  readonly entry: AsFoundEntry;
  /** Of a part that lies elsewhere: where. */
  readonly now?: SlotKey;
  /** Of one that was put back the other way round: by whom. */
  readonly refit?: RefitEntry;
}
/** What was found odd, and run-in parts that lie in another place than they were found: undecided. */
export function mapDoubts(state: Slice): readonly MapDoubt[] {
  if (!asksMap(state)) return [];
  const layout = currentPin(state)?.model.layout;
  // Kept, or put right when it goes together again: it is decided either way.
  const settled = new Set(state.oddDecided.map(({ finding }) => finding));
  return state.asFound.values().flatMap((entry): MapDoubt[] => {
    const { slot, odd, part: id, atBuild, seq } = entry;
    if (layout !== undefined && mapSlotOf(layout, slot) === undefined) return [];
    const part = id === null ? undefined : state.parts.get(id);
    const doubts: MapDoubt[] = [];
    // What was odd of a part goes with it.
    if (odd !== '' && part !== undefined && part.slot !== null)
      doubts.push({ id: `odd ${slot} ${seq}`, kind: 'asFoundOdd', slot, entry });
    if (odd !== '' && id === null) doubts.push({ id: `odd ${slot} ${seq}`, kind: 'asFoundOdd', slot, entry });
    if (atBuild === 'reused' && part !== undefined && part.slot !== null && part.slot !== slot)
      doubts.push({
        id: `elsewhere ${part.id} ${part.slot} ${seq}`,
        kind: 'notAsFound',
        slot,
        entry,
        now: part.slot,
      });
    const refit = refitOf(state, entry);
    const expected = expectedWay(state, entry);
    if (refit !== undefined && expected !== undefined && refit.way !== expected)
      doubts.push({ id: `otherWay ${refit.part} ${refit.seq}`, kind: 'otherWay', slot, entry, refit });
    return doubts.filter(({ id: doubt }) => !settled.has(doubt));
  });
}
/** What was decided last of a doubt. */
export const oddDecisionOf = (state: StripState, finding: string): OddDecided | undefined =>
  state.oddDecided.findLast((each) => each.finding === finding);

/** The cylinder or main with which a slot is taken out, in the words of its key. */
export const columnOfSlot = (slot: SlotKey): string => {
  const at = parsePlaceKey(slot)?.at ?? {};
  return at.cylinder ?? at.journal ?? '';
};
/** Whether what lies in a slot now is the part that was found there. */
export const liesAsFound = (state: Slice, { slot, part }: Pick<AsFoundEntry, 'slot' | 'part'>): boolean =>
  (partIn(state, slot)?.id ?? null) === part;

/** Whether the parts that ran in are asked for again when the engine goes together. */
export const asksRefit = ({ route }: Pick<Slice, 'route'>): boolean =>
  route.gates.some(({ conditions }) => conditions.includes('partsRefitted'));
/** What was said of the part that was found there since it was last put anywhere. */
function refitOf(state: Slice, { part: id }: AsFoundEntry): RefitEntry | undefined {
  const part = id === null ? undefined : state.parts.get(id);
  const said = id === null ? undefined : state.refitted.get(id);
  if (said === undefined || part?.slot !== said.slot) return undefined;
  const put = part.history.findLast(({ what }) => what === 'moved' || what === 'removed');
  return put !== undefined && put.seq > said.seq ? undefined : said;
}
/**
 * Which way a part that ran in goes back: as it was found. Where nobody could tell, and where it was found odd and is put
 * right, no way is the expected one.
 */
export function expectedWay(state: Slice, { slot, way, cannotTell, seq }: AsFoundEntry): Way | undefined {
  if (way === null || cannotTell) return undefined;
  return oddDecisionOf(state, `odd ${slot} ${seq}`)?.keep === false ? undefined : way;
}
/** A part that goes back in, with what it is asked about. */
export interface RefitPart {
  readonly mapped: MapSlot;
  readonly entry: AsFoundEntry;
  readonly part: string;
  /** Where it lies now. */
  readonly slot: SlotKey;
  readonly expected: Way | undefined;
  /** What was decided of it where it was found odd, or lies elsewhere: this card follows it. */
  readonly decided: OddDecided | undefined;
  readonly said: RefitEntry | undefined;
}
/** Parts that ran in, have a way round, and lie in the engine: each is asked for at Build. */
export function refitParts(state: Slice): readonly RefitPart[] {
  if (!asksRefit(state)) return [];
  return mapOf(state).flatMap((mapped): RefitPart[] => {
    const entry = state.asFound.get(mapped.slot);
    const part = entry?.part == null ? undefined : state.parts.get(entry.part);
    if (entry === undefined || part?.slot == null || entry.atBuild === 'new' || mapped.ways.length === 0)
      return [];
    const decided =
      oddDecisionOf(state, `odd ${entry.slot} ${entry.seq}`) ??
      oddDecisionOf(state, `elsewhere ${part.id} ${part.slot} ${entry.seq}`);
    return [
      {
        ...{ mapped, entry, part: part.id, slot: part.slot, decided },
        ...{ expected: expectedWay(state, entry), said: refitOf(state, entry) },
      },
    ];
  });
}
/** What is used up, or was said to be new at Build, and is not replaced yet: nothing lies there, or still what was found. */
export function toReplace(state: Slice): readonly MapSlot[] {
  if (!asksRefit(state)) return [];
  return mapOf(state).filter((mapped) => {
    const entry = state.asFound.get(mapped.slot);
    // What is used up is not put in again, whatever somebody said of it when it came out.
    if (entry === undefined || (entry.atBuild !== 'new' && !mapped.usedUp)) return false;
    const lying = partIn(state, mapped.slot);
    return lying === undefined || lying.id === entry.part || lying.state !== 'new';
  });
}
