import { slotsOf } from '../engines/place';
import type { SlotKey } from '../engines/place';
import { kindOfSlot, nextPartId, PART_FACTS, partIn } from '../engines/parts';
import type {
  FactReport,
  NewPart,
  PartFacts,
  PartEvent,
  PartsState,
  ReportCause,
  SettledAs,
  WorkshopFact,
} from '../engines/parts';
import { partKindRule, partKindsOf } from '../engines/part-kinds';
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
    } & UnderGate);
export type ReworkCommand =
  | FactCommand
  /** What is known of parts that lie there. `from`: what the person saw of each of them, in the same order. */
  | {
      readonly type: 'sayPartFacts';
      readonly parts: readonly string[];
      readonly from: readonly PartFacts[];
      readonly facts: Partial<PartFacts>;
      readonly reason: string;
    }
  | {
      readonly type: 'settleFact';
      readonly report: number;
      readonly as: SettledAs;
      readonly reason: string;
    };
export const isFact = (command: { readonly type: string }): command is FactCommand =>
  ['fitParts', 'replacePart', 'reworkPart'].includes(command.type);

type Slice = PartsState & PinState;
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
  const isNew = now.some((known) => PART_FACTS.some((fact) => (facts[fact] ?? known[fact]) !== known[fact]));
  if (ids.length === 0 || !isNew) return refuse('NOTHING_SAID', { what: 'the part' });
  if (!sameData(from, now))
    return refuse('PART_SAID_ANEW', { part: parts.find((_, i) => !sameData(from[i], now[i])) ?? '' });
  return ok([{ type: 'partFactsSaid', v: 1, data: { parts: ids, facts, reason: reason.trim() } }]);
}
/** What is known of parts now. */
export const partFactsOf = ({ parts }: PartsState, ids: readonly string[]): readonly PartFacts[] =>
  ids.map((id) => {
    const { partNumber = null, maker = null, material = null } = parts.get(id) ?? {};
    return { partNumber, maker, material };
  });

function workOn(
  state: Slice,
  command: Extract<FactCommand, { type: 'replacePart' | 'reworkPart' }>,
  overtaken: boolean,
): Decided {
  const part = state.parts.get(command.part);
  if (part === undefined) return refuse('PART_UNKNOWN', { part: command.part });
  const slot = part.slot ?? part.history.findLast(({ what }) => what === 'fitted')?.note ?? '';
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

function factOf(command: Extract<FactCommand, { type: 'replacePart' | 'reworkPart' }>) {
  const { part } = command;
  return command.type === 'reworkPart'
    ? { kind: 'rework' as const, part, what: command.what, how: command.how.trim() }
    : { kind: 'replace' as const, part, reason: command.reason.trim(), instead: command.instead };
}

/** What a fact does to the parts as they lie now. */
function eventsOf(state: PartsState, fact: WorkshopFact, slot: SlotKey): PartEvent[] {
  const there = partIn(state, slot);
  switch (fact.kind) {
    case 'rework': {
      const part = state.parts.get(fact.part);
      const condition = (part?.condition ?? 0) + 1;
      return [
        {
          type: 'partReworked',
          v: 2,
          data: { part: fact.part, what: fact.what, condition, how: fact.how },
        },
      ];
    }
    case 'replace': {
      const removed = there === undefined ? [] : [removal(there.id, slot, fact.reason)];
      return fact.instead === null ? removed : [...removed, fitted(state, slot, fact.instead)];
    }
    case 'fit': {
      const removed = there === undefined ? [] : [removal(there.id, slot, 'another one was fitted')];
      return [...removed, fitted(state, slot, fact.with)];
    }
  }
}
const removal = (part: string, slot: SlotKey, reason: string): PartEvent => ({
  type: 'partRemoved',
  v: 1,
  data: { part, slot, reason },
});
function fitted(state: PartsState, slot: SlotKey, { state: partState, ...known }: NewPart): PartEvent {
  const part = nextPartId(state, slot);
  const kind = kindOfSlot(slot);
  return { type: 'partFitted', v: 3, data: { part, kind, slot, state: partState, ...known } };
}
const reported = (
  slot: SlotKey,
  fact: WorkshopFact,
  because: ReportCause,
  basedOn: number | null,
): PartEvent => ({ type: 'factReported', v: 3, data: { slot, fact, because, basedOn } });

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
function happened(state: PartsState, { fact, slot }: FactReport): PartEvent[] | undefined {
  if (fact.kind === 'rework' && state.parts.get(fact.part)?.slot == null) return undefined;
  return eventsOf(state, fact, slot);
}
