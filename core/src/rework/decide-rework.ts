import { parsePlaceKey, slotsAt, slotsOf } from '../engines/place';
import type { SlotKey } from '../engines/place';
import { kindOfSlot, nextPartId, partIn, SAID_OF_PART, saidOf } from '../engines/parts';
import type {
  FactReport,
  FilingSaid,
  NewPart,
  Part,
  PartEvent,
  PartMove,
  PartRef,
  PartsState,
  ReportCause,
  SaidOfPart,
  SettledAs,
  WorkshopFact,
} from '../engines/parts';
import { partKindRule, partKindsOf, reworkRule } from '../engines/part-kinds';
import type { DoneBeside } from '../engines/characteristic';
import type { Layout } from '../engines/layout';
import type { Problem } from '../kernel/problem-data';
import { onceFor } from '../kernel/once-for';
import { sameData } from '../kernel/same-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';

/** The number of the signature that stood over the parts when the person looked; null where the gate was open. */
interface UnderGate {
  readonly underSignature: number | null;
}
export type FactCommand =
  | ({ readonly type: 'fitParts'; readonly slots: readonly SlotKey[] } & NewPart & UnderGate)
  /** Takes the part out and, where `instead` is given, fits another one in its place. */
  | ({
      readonly type: 'replacePart';
      readonly part: string;
      /** The part's condition as the person saw it. */
      readonly basedOn: number;
      readonly reason: string;
      readonly instead: NewPart | null;
    } & UnderGate)
  | ({
      readonly type: 'reworkPart';
      readonly part: string;
      readonly basedOn: number;
      readonly what: string;
      readonly how: string;
      /** Of filing: how many strokes, with what. */
      readonly round?: FilingSaid;
    } & UnderGate)
  /** Parts of a kind that change places, or come from the bench: in one act, so that none is ever nowhere. */
  | ({
      readonly type: 'moveParts';
      readonly moves: readonly PartMove[];
      /** The parts that are moved, as the person saw them. */
      readonly seen: readonly PartRef[];
      readonly reason: string;
    } & UnderGate);
export type ReworkCommand =
  | FactCommand
  /** What is known of parts that lie there. `from`: what the person saw of each of them, in the same order. */
  | {
      readonly type: 'sayPartFacts';
      readonly parts: readonly string[];
      readonly from: readonly SaidOfPart[];
      readonly facts: Partial<SaidOfPart>;
      readonly reason: string;
    }
  | {
      readonly type: 'settleFact';
      readonly report: number;
      readonly as: SettledAs;
      readonly reason: string;
    };
export const isFact = (command: { readonly type: string }): command is FactCommand =>
  ['fitParts', 'replacePart', 'reworkPart', 'moveParts'].includes(command.type);

export type ReworkSlice = PartsState & PinState & { readonly rules: number };
type Slice = ReworkSlice;
/** Since these rules something is done to what lies beside, and only what depended on it is spent. */
const ASPECTS_SINCE = 11;
type Decided = Result<readonly PartEvent[], Problem>;

/**
 * Decides what happens to the parts: fitted, replaced, filed, honed. These are facts of the workshop: where the part has
 * changed since the person saw it, what they say is kept as a report that holds the gates until somebody settles it.
 * @param overtaken a gate over these parts was signed since the person looked: nothing behind it changes
 */
export function decideRework(state: Slice, command: ReworkCommand, by: Actor, overtaken = false): Decided {
  if (!holdsOneOf(by, ['technician', 'inspector'])) {
    return refuse('MAY_NOT', {
      action: 'work on parts',
      needs: ['technician', 'inspector'],
      person: by.name,
    });
  }
  switch (command.type) {
    case 'settleFact':
      return settle(state, command, by);
    case 'sayPartFacts':
      return sayPartFacts(state, command);
    case 'fitParts':
      return fitParts(state, command, overtaken);
    case 'replacePart':
    case 'reworkPart':
      return workOn(state, command, overtaken);
    case 'moveParts':
      return moveParts(state, command, overtaken);
  }
}

/** What is said of parts is said of those that lie somewhere, by somebody who saw what was known of them before. */
function sayPartFacts(
  state: Slice,
  { parts, from, facts, reason }: Extract<ReworkCommand, { type: 'sayPartFacts' }>,
): Decided {
  const ids = [...new Set(parts)];
  const unknown = ids.find((id) => state.parts.get(id) === undefined);
  if (unknown !== undefined) return refuse('PART_UNKNOWN', { part: unknown });
  const gone = ids.find((id) => state.parts.get(id)?.slot === null);
  if (gone !== undefined) return refuse('PART_NOT_FITTED', { part: gone });
  if (reason.trim() === '') return refuse('REASON_MISSING', { action: 'say what a part is' });
  const now = partFactsOf(state, parts);
  const isNew = now.some((known) =>
    SAID_OF_PART.some((fact) => facts[fact] !== undefined && facts[fact] !== (known[fact] ?? null)),
  );
  if (ids.length === 0 || !isNew) return refuse('NOTHING_SAID', { what: 'the part' });
  if (!sameData(from, now))
    return refuse('PART_SAID_ANEW', { part: parts.find((_, i) => !sameData(from[i], now[i])) ?? '' });
  return ok([{ type: 'partFactsSaid', v: 2, data: { parts: ids, facts, reason: reason.trim() } }]);
}
/** What is known of parts now. */
export const partFactsOf = ({ parts }: PartsState, ids: readonly string[]): readonly SaidOfPart[] =>
  ids.map((id) => saidOf(parts.get(id) ?? NOTHING_KNOWN));
const NOTHING_KNOWN: SaidOfPart = { partNumber: null, maker: null, material: null };

function workOn(
  state: Slice,
  command: Extract<FactCommand, { type: 'replacePart' | 'reworkPart' }>,
  overtaken: boolean,
): Decided {
  const part = state.parts.get(command.part);
  if (part === undefined) return refuse('PART_UNKNOWN', { part: command.part });
  const slot = part.slot ?? lastSlot(part);
  const fact = factOf(command);
  if (fact.kind === 'rework') {
    if (fact.how === '') return refuse('REASON_MISSING', { action: `say how the part was ${fact.what}` });
    if (!reworksOf(state, part.kind).includes(fact.what)) return refuse('PART_UNKNOWN', { part: part.id });
  } else if (fact.reason === '') return refuse('REASON_MISSING', { action: 'replace a part' });
  if (command.basedOn > part.condition)
    return refuse('PART_CHANGED', { part: part.id, basedOn: command.basedOn, now: part.condition });

  const because: ReportCause | undefined =
    part.slot === null
      ? 'partGone'
      : part.condition !== command.basedOn
        ? 'partChanged'
        : overtaken
          ? 'gateSigned'
          : undefined;
  if (because !== undefined) return ok([reported(slot, fact, because, command.basedOn)]);
  return ok(eventsOf(state, fact, slot));
}

/** Where a part that was taken out lay last. */
const lastSlot = ({ history }: Part): SlotKey =>
  history.findLast(({ what }) => what === 'fitted' || what === 'moved')?.note ?? '';

function factOf(command: Extract<FactCommand, { type: 'replacePart' | 'reworkPart' }>) {
  const { part } = command;
  return command.type === 'reworkPart'
    ? {
        ...{ kind: 'rework' as const, part, what: command.what, how: command.how.trim() },
        ...(command.round === undefined ? {} : { round: command.round }),
      }
    : { kind: 'replace' as const, part, reason: command.reason.trim(), instead: command.instead };
}

/** What a fact does to the parts as they lie now. */
function eventsOf(state: Slice, fact: WorkshopFact, slot: SlotKey): PartEvent[] {
  const there = partIn(state, slot);
  switch (fact.kind) {
    case 'rework':
      return reworked(state, fact);
    case 'replace': {
      const removed = there === undefined ? [] : [removal(there.id, slot, fact.reason)];
      const put = fact.instead === null ? removed : [...removed, fitted(state, slot, fact.instead)];
      return [...put, ...shifted(state, [slot], fact.reason)];
    }
    case 'fit': {
      const removed = there === undefined ? [] : [removal(there.id, slot, ANOTHER_FITTED)];
      return [...removed, fitted(state, slot, fact.with), ...shifted(state, [slot], 'fitted')];
    }
    case 'move':
      return moved(state, fact.moves, fact.reason);
  }
}
const ANOTHER_FITTED = 'another one was fitted';

/** What was done to a part, and with it to those beside it. */
function reworked(
  state: Slice,
  { part: id, what, how, round }: Extract<WorkshopFact, { kind: 'rework' }>,
): PartEvent[] {
  const part = state.parts.get(id);
  const layout = currentPin(state)?.model.layout;
  if (part === undefined || layout === undefined) return [];
  const own = reworkedOne(state, layout, part, { what, how, ...(round === undefined ? {} : { round }) });
  if (state.rules < ASPECTS_SINCE || part.slot === null) return [own];
  const beside = reworkRule(layout, part.kind, what)?.beside ?? [];
  return [own, ...besides(state, layout, part.slot, beside, how)];
}
function reworkedOne(
  state: Slice,
  layout: Layout,
  { id, kind, condition }: Part,
  said: { readonly what: string; readonly how: string; readonly round?: FilingSaid },
): PartEvent {
  const touches = state.rules < ASPECTS_SINCE ? undefined : reworkRule(layout, kind, said.what)?.touches;
  const { what, how, ...more } = said;
  return {
    type: 'partReworked',
    v: 3,
    data: {
      ...{ part: id, what, condition: condition + 1, how },
      ...(touches === undefined ? {} : { touches }),
      ...more,
    },
  };
}
/** What happens to the parts of other kinds at the same place; nothing to one that is not there. */
function besides(
  state: Slice,
  layout: Layout,
  slot: SlotKey,
  beside: readonly DoneBeside[],
  how: string,
): PartEvent[] {
  const at = parsePlaceKey(slot)?.at ?? {};
  return beside.flatMap(({ kind, what }) =>
    slotsAt(layout, kind, { characteristic: '', at }).flatMap((each) => {
      const part = partIn(state, each);
      return part === undefined ? [] : [reworkedOne(state, layout, part, { what, how })];
    }),
  );
}
/** What happens beside slots in which something was put, or from which it was taken. */
function shifted(state: Slice, slots: readonly SlotKey[], how: string): PartEvent[] {
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined || state.rules < ASPECTS_SINCE) return [];
  return [...new Set(slots)].flatMap((slot) => {
    const kind = kindOfSlot(slot);
    return besides(state, layout, slot, partKindRule(layout, kind)?.shifts ?? [], `${kind}: ${how}`);
  });
}
/** Every part to its new slot; what lies there and does not move is taken out for it. */
function moved(state: Slice, moves: readonly PartMove[], reason: string): PartEvent[] {
  const going = new Set(moves.map(({ part }) => part));
  const inTheWay = moves.flatMap(({ to }) => {
    const there = partIn(state, to);
    return there === undefined || going.has(there.id) ? [] : [removal(there.id, to, ANOTHER_FITTED)];
  });
  const told = moves.map(({ part, to }) => ({ part, from: state.parts.get(part)?.slot ?? null, to }));
  const slots = told.flatMap(({ from, to }) => (from === null ? [to] : [from, to]));
  return [
    ...inTheWay,
    { type: 'partsMoved', v: 1, data: { moves: told, reason } },
    ...shifted(state, slots, reason),
  ];
}
const removal = (part: string, slot: SlotKey, reason: string): PartEvent => ({
  type: 'partRemoved',
  v: 1,
  data: { part, slot, reason },
});
function fitted(state: PartsState, slot: SlotKey, { state: partState, ...known }: NewPart): PartEvent {
  const part = nextPartId(state, slot);
  const kind = kindOfSlot(slot);
  return { type: 'partFitted', v: 4, data: { part, kind, slot, state: partState, ...known } };
}

/**
 * Parts that changed places. Where one of them was worked on since the person looked, or something lies where one should go that
 * does not go itself, it stands as a report.
 * @problems PART_UNKNOWN, SLOT_UNKNOWN, MOVE_NOT_POSSIBLE, NOTHING_SAID, REASON_MISSING, PART_CHANGED
 */
function moveParts(
  state: Slice,
  { moves, seen, reason: said }: Extract<FactCommand, { type: 'moveParts' }>,
  overtaken: boolean,
): Decided {
  const reason = said.trim();
  if (reason === '') return refuse('REASON_MISSING', { action: 'move parts' });
  const known = knownSlots(state);
  const going = new Set(moves.map(({ part }) => part));
  for (const { part: id, to } of moves) {
    const part = state.parts.get(id);
    if (part === undefined) return refuse('PART_UNKNOWN', { part: id });
    if (!known.has(to)) return refuse('SLOT_UNKNOWN', { slot: to });
    if (part.kind !== kindOfSlot(to))
      return refuse('MOVE_NOT_POSSIBLE', { part: id, to, because: 'otherKind' });
  }
  const twice =
    moves.find(({ to }, i) => moves.findIndex((each) => each.to === to) !== i) ??
    moves.find(({ part }, i) => moves.findIndex((each) => each.part === part) !== i);
  if (twice !== undefined) return refuse('MOVE_NOT_POSSIBLE', { ...twice, because: 'twice' });
  const [first] = moves;
  if (first === undefined || moves.every(({ part, to }) => state.parts.get(part)?.slot === to))
    return refuse('NOTHING_SAID', { what: 'where the parts lie' });

  const conditions = moves.map(({ part: id }) => ({
    now: state.parts.get(id)?.condition ?? 0,
    was: seen.find((each) => each.id === id)?.condition ?? 0,
    part: id,
  }));
  const ahead = conditions.find(({ now, was }) => was > now);
  if (ahead !== undefined)
    return refuse('PART_CHANGED', { part: ahead.part, basedOn: ahead.was, now: ahead.now });
  const because: ReportCause | undefined = overtaken
    ? 'gateSigned'
    : conditions.some(({ now, was }) => was !== now)
      ? 'partChanged'
      : moves.some(({ to }) => {
            const there = partIn(state, to);
            return there !== undefined && !going.has(there.id);
          })
        ? 'slotTaken'
        : undefined;
  const stays = moves.filter(({ part, to }) => state.parts.get(part)?.slot !== to);
  return because === undefined
    ? ok(moved(state, stays, reason))
    : ok([reported(first.to, { kind: 'move', moves, seen, reason }, because, null)]);
}
const reported = (
  slot: SlotKey,
  fact: WorkshopFact,
  because: ReportCause,
  basedOn: number | null,
): PartEvent => ({ type: 'factReported', v: 4, data: { slot, fact, because, basedOn } });

function fitParts(
  state: Slice,
  { type: _type, slots, underSignature: _signature, ...part }: Extract<FactCommand, { type: 'fitParts' }>,
  overtaken: boolean,
): Decided {
  const known = knownSlots(state);
  const events: PartEvent[] = [];
  for (const slot of new Set(slots)) {
    if (!known.has(slot)) return refuse('SLOT_UNKNOWN', { slot });
    const because: ReportCause | undefined =
      partIn(state, slot) !== undefined ? 'slotTaken' : overtaken ? 'gateSigned' : undefined;
    events.push(
      because === undefined
        ? fitted(state, slot, part)
        : reported(slot, { kind: 'fit', slot, with: part }, because, null),
    );
  }
  const put = events.flatMap((each) => (each.type === 'partFitted' ? [each.data.slot] : []));
  events.push(...shifted(state, put, 'fitted'));
  const [first] = slots;
  return events.length === 0 ? refuse('SLOT_UNKNOWN', { slot: first ?? '' }) : ok(events);
}

/** What is done to parts of a kind that changes them. */
function reworksOf(state: PinState, kind: string): readonly string[] {
  const layout = currentPin(state)?.model.layout;
  return (layout === undefined ? undefined : partKindRule(layout, kind))?.reworks ?? [];
}
/** The slots of every kind of part that the pinned layout has. */
function knownSlots(state: PinState): ReadonlySet<SlotKey> {
  const layout = currentPin(state)?.model.layout;
  return layout === undefined ? new Set() : slotsOfLayout(layout);
}
const slotsOfLayout = onceFor(
  (layout: Parameters<typeof slotsOf>[0]): ReadonlySet<SlotKey> =>
    new Set(partKindsOf(layout).flatMap(({ kind }) => slotsOf(layout, kind).map(({ key }) => key))),
);

/** A report is settled by who made it or by an inspector: it was done as well, it is there already, or it was not done. */
function settle(
  state: Slice,
  { report: seq, as, reason }: Extract<ReworkCommand, { type: 'settleFact' }>,
  by: Actor,
): Decided {
  const report = state.reports.find((each) => each.seq === seq);
  if (report === undefined) return refuse('REPORT_UNKNOWN', { report: seq });
  if (report.by.id !== by.id && !holdsOneOf(by, ['inspector']))
    return refuse('MAY_NOT', {
      action: `settle what ${report.by.name} said`,
      needs: ['inspector'],
      person: by.name,
    });
  if (reason.trim() === '') return refuse('REASON_MISSING', { action: 'settle what was said' });
  const settled: PartEvent = {
    type: 'factSettled',
    v: 1,
    data: { report: seq, as, reason: reason.trim() },
  };
  if (as !== 'happened') return ok([settled]);
  const done = happened(state, report);
  return done === undefined
    ? refuse('PART_NOT_FITTED', { part: 'part' in report.fact ? report.fact.part : report.slot })
    : ok([...done, settled]);
}

/** What the reported fact does to what lies there now; undefined where the part that it is about lies nowhere. */
function happened(state: Slice, { fact, slot }: FactReport): PartEvent[] | undefined {
  if (fact.kind === 'rework' && state.parts.get(fact.part)?.slot == null) return undefined;
  return eventsOf(state, fact, slot);
}
