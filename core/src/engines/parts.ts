import type { PartState } from '../quantity/part-state';
import { KeptMap } from '../kernel/kept-map';
import { event, sameWords } from '../record/event-table';
import type { DataIn, EventIn, Stamp } from '../record/event-table';
import type { PartKind } from './characteristic';
import type { SlotKey } from './place';

/** What is known of a part that limits can depend on; null where nobody knows it. */
export interface PartFacts {
  readonly partNumber: string | null;
  readonly maker: string | null;
  readonly material: string | null;
}
/** What limits can depend on: it can be said of all parts of a kind when a job is opened. */
export const PART_FACTS = ['partNumber', 'maker', 'material'] as const satisfies readonly (keyof PartFacts)[];
export type PartFact = (typeof PART_FACTS)[number];
/** What makes a part this one, and how much it has done. Nobody has said what is not there. */
export interface PartIdentity {
  readonly serial?: string | null;
  readonly lot?: string | null;
  /** As it is stamped or printed on the box: "0.25 under", "0.020 over", "A". */
  readonly sizeClass?: string | null;
  readonly hours?: number | null;
  readonly cycles?: number | null;
}
export const PART_IDENTITY = [
  'serial',
  'lot',
  'sizeClass',
  'hours',
  'cycles',
] as const satisfies readonly (keyof PartIdentity)[];
/** Everything that can be said of a part that lies there. */
export interface SaidOfPart extends PartFacts, PartIdentity {}
export const SAID_OF_PART = [...PART_FACTS, ...PART_IDENTITY] as const;
export type SaidPartFact = (typeof SAID_OF_PART)[number];

/**
 * The very ring or bore that lies in a slot. Its condition number starts at 1; whatever is done to it raises it, also that it is
 * put elsewhere.
 */
export interface Part extends SaidOfPart {
  readonly id: string;
  readonly kind: PartKind;
  readonly state: PartState;
  readonly condition: number;
  readonly slot: SlotKey | null;
  readonly lot: string | null;
  readonly history: readonly PartStep[];
  /** What was said of it after it was fitted, with what was known before. */
  readonly said?: readonly PartSaid[];
}
export interface PartSaid {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly facts: Partial<SaidOfPart>;
  readonly before: SaidOfPart;
  readonly reason: string;
}
export interface PartStep {
  readonly seq: number;
  readonly at: string;
  /** Who did it: of a report that was settled as done, who reported it and not who settled it. */
  readonly by: string;
  readonly byName: string;
  /** The command that it was written by. */
  readonly command: string;
  /** `fitted`, `removed`, `moved`, or what was done to it: see `PartKindRule.reworks`. */
  readonly what: string;
  /** Of what was fitted or moved, the slot in which it lies since. */
  readonly note: string;
  /** Why it was moved. */
  readonly why?: string;
  /** What of the part it changed; everything where nothing is said. */
  readonly touches?: readonly string[];
  readonly round?: FilingSaid;
}
/** What somebody says of a round of filing: how a rate is learnt. */
export interface FilingSaid {
  readonly strokes: number;
  readonly tool: string;
  /** How long it took, where that was looked at. */
  readonly minutes: number | null;
}
/** A part that goes from where it lies, or from the bench, to a slot. */
export interface PartMove {
  readonly part: string;
  readonly to: SlotKey;
}
/** A part as a reading depends on it. */
export interface PartRef {
  readonly id: string;
  readonly condition: number;
}
export interface PartsState {
  readonly parts: KeptMap<Part>;
  /** What lies in each slot now; an empty text where a part was taken out. */
  readonly slots: KeptMap<string>;
  /** How many parts each slot has had. */
  readonly fittedCount: KeptMap<number>;
  /** Facts of the workshop that came in after the part had changed; they hold the gates until somebody settles them. */
  readonly reports: readonly FactReport[];
}
export const NO_PARTS: PartsState = {
  parts: KeptMap.empty(),
  slots: KeptMap.empty(),
  fittedCount: KeptMap.empty(),
  reports: [],
};

/** A part as it is described when it is fitted. */
export interface NewPart extends Omit<PartIdentity, 'lot'> {
  readonly state: PartState;
  readonly partNumber: string | null;
  readonly lot: string | null;
  readonly maker?: string | null;
  readonly material?: string | null;
}
/** What somebody says that was done in the workshop. */
export type WorkshopFact =
  | {
      readonly kind: 'rework';
      readonly part: string;
      readonly what: string;
      readonly how: string;
      readonly round?: FilingSaid;
    }
  | {
      readonly kind: 'replace';
      readonly part: string;
      readonly reason: string;
      readonly instead: NewPart | null;
    }
  | { readonly kind: 'fit'; readonly slot: SlotKey; readonly with: NewPart }
  | {
      readonly kind: 'move';
      readonly moves: readonly PartMove[];
      /** The parts as the person saw them. */
      readonly seen: readonly PartRef[];
      readonly reason: string;
    };
/** Why a fact could not simply be written: the part, its slot or the gate over it had changed meanwhile. */
export const REPORT_CAUSES = ['partChanged', 'partGone', 'slotTaken', 'gateSigned'] as const;
export type ReportCause = (typeof REPORT_CAUSES)[number];
/** How a reported fact was settled: it was done as well, it is the one that stands there already, or it was not done. */
export const SETTLED_AS = ['happened', 'same', 'notDone'] as const;
export type SettledAs = (typeof SETTLED_AS)[number];
export interface FactReport {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly slot: SlotKey;
  readonly fact: WorkshopFact;
  readonly because: ReportCause;
  /** The condition that the person saw, of a part. */
  readonly basedOn: number | null;
}

/** The kind of part that a slot is for. */
export const kindOfSlot = (slot: SlotKey): PartKind => slot.slice(0, Math.max(0, slot.indexOf('@')));

/** What somebody says of parts: the ids of the parts, and what is known of each of them from now on. */
export interface PartFactsSaid {
  readonly parts: readonly string[];
  readonly facts: Partial<SaidOfPart>;
  readonly reason: string;
}

const changed = <D>() => event<D, PartsState>();
/** What happens to parts, as events. */
export const PART_EVENTS = {
  partFitted: changed<{ readonly part: string; readonly kind: PartKind; readonly slot: SlotKey } & NewPart>()(
    4,
    ({ parts, slots, fittedCount }, data, stamp) => {
      const { part: id, kind, slot, state, partNumber, lot, maker = null, material = null, ...more } = data;
      const step = stepOf('fitted', slot, stamp);
      const known = parts.get(id);
      const is = { partNumber, lot, maker, material, ...more };
      const part: Part =
        known === undefined
          ? { id, kind, state, condition: 1, slot, ...is, history: [step] }
          : { ...known, slot, history: [...known.history, step] };
      return {
        parts: parts.set(id, part),
        slots: slots.set(slot, id),
        fittedCount: fittedCount.set(slot, (fittedCount.get(slot) ?? 0) + 1),
      };
    },
    sameWords,
    sameWords,
    sameWords, // of a part less was asked
  ),
  /** What is read on parts that lie there already, or was written down wrongly when they were fitted. */
  partFactsSaid: changed<PartFactsSaid>()(
    2,
    ({ parts }, { parts: ids, facts, reason }, { seq, at, by }) => ({
      parts: ids.reduce((so, id) => {
        const part = so.get(id);
        if (part === undefined) return so;
        const { said = [] } = part;
        const now = { seq, at, by: { id: by.id, name: by.name }, facts, before: saidOf(part), reason };
        return so.set(id, { ...part, ...facts, said: [...said, now] });
      }, parts),
    }),
    sameWords,
  ),
  /** Each lies in its new slot from here on: those that only changed places did it in one act. */
  partsMoved: changed<{
    readonly moves: readonly (PartMove & { readonly from: SlotKey | null })[];
    readonly reason: string;
  }>()(1, (state, { moves, reason }, stamp) => {
    const emptied = moves.reduce((so, { from }) => (from === null ? so : so.set(from, '')), state.slots);
    return {
      slots: moves.reduce((so, { part, to }) => so.set(to, part), emptied),
      parts: moves.reduce((parts, { part: id, to }) => {
        const condition = (parts.get(id)?.condition ?? 0) + 1;
        const step = { what: 'moved', note: to, why: reason };
        return withStep({ ...state, parts }, id, { slot: to, condition }, step, stamp);
      }, state.parts),
    };
  }),
  partRemoved: changed<{ readonly part: string; readonly slot: SlotKey; readonly reason: string }>()(
    1,
    (state, { part, slot, reason }, stamp) => ({
      parts: withStep(state, part, { slot: null }, { what: 'removed', note: reason }, stamp),
      slots: state.slots.set(slot, ''),
    }),
  ),
  partReworked: changed<{
    readonly part: string;
    readonly what: string;
    readonly condition: number;
    readonly how: string;
    /** What of the part it changed; everything where nothing is said. */
    readonly touches?: readonly string[];
    readonly round?: FilingSaid;
  }>()(
    3,
    (state, { part, condition, how, ...said }, stamp) => ({
      parts: withStep(state, part, { condition }, { ...said, note: how }, stamp),
    }),
    sameWords,
    sameWords,
  ),
  factReported: changed<Omit<FactReport, 'seq' | 'at' | 'by'>>()(
    4,
    ({ reports }, report, { seq, at, by }) => ({
      reports: [...reports, { ...report, seq, at, by: { id: by.id, name: by.name } }],
    }),
    sameWords,
    sameWords,
    sameWords,
  ),
  factSettled: event<
    { readonly report: number; readonly as: SettledAs; readonly reason: string },
    PartsState & { readonly rules: number }
  >()(1, ({ reports, parts, rules }, { report: about, as }, { command }) => {
    const report = reports.find(({ seq }) => seq === about);
    // By the rules before it was told as the work of who settled it, and what was signed then was signed by that.
    const isReporters = report !== undefined && as === 'happened' && rules >= 3;
    return {
      reports: reports.filter((each) => each !== report),
      ...(isReporters ? { parts: doneBy(parts, command, report.by) } : {}),
    };
  }),
};
export type PartEventData = DataIn<typeof PART_EVENTS>;
export type PartEvent = EventIn<typeof PART_EVENTS>;

/** Every slot that a report is about: of parts that were moved those where they went, and those where they lie. */
export const slotsOfReport = ({ parts }: PartsState, { slot, fact }: FactReport): readonly SlotKey[] =>
  fact.kind === 'move'
    ? fact.moves.flatMap(({ part, to }) => {
        const now = parts.get(part)?.slot ?? null;
        return now === null ? [to] : [to, now];
      })
    : [slot];

export const partIn = (state: PartsState, slot: SlotKey): Part | undefined =>
  state.parts.get(state.slots.get(slot) ?? '');

/** Since these rules fitting a part of any kind is work on it; before, fitting a ring was. */
const FITTING_IS_WORK_SINCE = 6;
/** What is a part of the engine itself, and is named when a job is opened. */
export const OF_THE_ENGINE: readonly PartKind[] = ['bore', 'block'];
/** What somebody did to a part. The bores are named when the job is opened: that is no work on them. */
export const workOn = ({ id, kind, history }: Part, rules: number): readonly PartStep[] =>
  history.filter(({ what }) => {
    if (what !== 'fitted') return true;
    return rules < FITTING_IS_WORK_SINCE
      ? kind === 'ring'
      : !OF_THE_ENGINE.includes(kind) || !id.endsWith('#1');
  });

/** The id of the next part that is fitted in a slot: unique within the job, and readable on a tag. */
export const nextPartId = (state: PartsState, slot: SlotKey): string =>
  `${slot}#${(state.fittedCount.get(slot) ?? 0) + 1}`;

/**
 * The step that first took a part from the condition or the slot in which somebody saw it; none while it is as seen.
 * @param aspects what of the part is asked about; everything where nothing is said
 */
export function stepSince(
  part: Part,
  condition: number,
  slot: SlotKey,
  aspects?: readonly string[],
): PartStep | undefined {
  if (part.condition === condition && part.slot === slot) return undefined;
  let at = 1;
  for (const step of part.history) {
    if (step.what === 'fitted') continue;
    if (at >= condition && isTouchedBy(step, aspects)) return step;
    if (step.what !== 'removed') at += 1;
  }
  // Who worked on it at another tablet counted on from there: it is elsewhere all the same.
  return part.slot === slot ? undefined : leftBy(part, slot);
}
/** The step by which a part left a slot. */
const leftBy = ({ history }: Part, slot: SlotKey): PartStep | undefined =>
  history
    .slice(history.findLastIndex(({ what, note }) => isPutting(what) && note === slot) + 1)
    .find(({ what }) => what === 'removed' || what === 'moved');
/** Whether a step changed what is asked about. */
export const isTouchedBy = (
  { touches }: Pick<PartStep, 'touches'>,
  aspects: readonly string[] | undefined,
): boolean =>
  touches === undefined || aspects === undefined || touches.some((each) => aspects.includes(each));
/** The slots in which a part has lain. */
export const everLay = ({ history }: Pick<Part, 'history'>, slot: SlotKey): boolean =>
  history.some(({ what, note }) => isPutting(what) && note === slot);
const isPutting = (what: string): boolean => what === 'fitted' || what === 'moved';
/** Whether something had been done to a part when it was in a condition. */
export function wasDone(part: Part, done: string, condition: number): boolean {
  let at = 1;
  for (const { what } of part.history) {
    if (at >= condition) return false;
    if (what === done) return true;
    if (what !== 'fitted' && what !== 'removed') at += 1;
  }
  return false;
}
/** What was done to a part that is neither where it lies nor that it came or went. */
export const isRework = ({ what }: Pick<PartStep, 'what'>): boolean =>
  what !== 'fitted' && what !== 'removed' && what !== 'moved';
/** What is known of a part, as it can be said. */
export const saidOf = (part: SaidOfPart): SaidOfPart => ({
  partNumber: part.partNumber,
  maker: part.maker,
  material: part.material,
  ...Object.fromEntries(
    PART_IDENTITY.flatMap((fact) => (part[fact] === undefined ? [] : [[fact, part[fact]] as const])),
  ),
});

function withStep(
  { parts }: PartsState,
  id: string,
  change: Partial<Part>,
  { what, note, ...more }: Pick<PartStep, 'what' | 'note' | 'why' | 'touches' | 'round'>,
  stamp: Stamp,
): KeptMap<Part> {
  const part = parts.get(id);
  if (part === undefined) return parts;
  const step: PartStep = { ...stepOf(what, note, stamp), ...more };
  return parts.set(id, { ...part, ...change, history: [...part.history, step] });
}

const stepOf = (what: PartStep['what'], note: string, { seq, at, by, command }: Stamp): PartStep => ({
  seq,
  at,
  by: by.id,
  byName: by.name,
  command,
  what,
  note,
});
/** The steps of one command are somebody's work who did not give it. */
const doneBy = (parts: KeptMap<Part>, command: string, { id, name }: FactReport['by']): KeptMap<Part> =>
  parts.map((part) =>
    part.history.at(-1)?.command === command
      ? {
          ...part,
          history: part.history.map((step) =>
            step.command === command ? { ...step, by: id, byName: name } : step,
          ),
        }
      : part,
  );
