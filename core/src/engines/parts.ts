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
export const PART_FACTS = ['partNumber', 'maker', 'material'] as const satisfies readonly (keyof PartFacts)[];
export type PartFact = (typeof PART_FACTS)[number];

/** The very ring or bore that lies in a slot. A rework raises its condition number, which starts at 1. */
export interface Part extends PartFacts {
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
  readonly facts: Partial<PartFacts>;
  readonly before: PartFacts;
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
  /** `fitted`, `removed`, or what was done to it: see `PartKindRule.reworks`. */
  readonly what: string;
  readonly note: string;
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
export interface NewPart {
  readonly state: PartState;
  readonly partNumber: string | null;
  readonly lot: string | null;
  readonly maker?: string | null;
  readonly material?: string | null;
}
/** What somebody says that was done in the workshop. */
export type WorkshopFact =
  | { readonly kind: 'rework'; readonly part: string; readonly what: string; readonly how: string }
  | {
      readonly kind: 'replace';
      readonly part: string;
      readonly reason: string;
      readonly instead: NewPart | null;
    }
  | { readonly kind: 'fit'; readonly slot: SlotKey; readonly with: NewPart };
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
  readonly facts: Partial<PartFacts>;
  readonly reason: string;
}

const changed = <D>() => event<D, PartsState>();
/** What happens to parts, as events. */
export const PART_EVENTS = {
  partFitted: changed<{ readonly part: string; readonly kind: PartKind; readonly slot: SlotKey } & NewPart>()(
    3,
    ({ parts, slots, fittedCount }, data, stamp) => {
      const { part: id, kind, slot, state, partNumber, lot, maker = null, material = null } = data;
      const step = stepOf('fitted', slot, stamp);
      const known = parts.get(id);
      const part: Part =
        known === undefined
          ? { id, kind, state, condition: 1, slot, partNumber, lot, maker, material, history: [step] }
          : { ...known, slot, history: [...known.history, step] };
      return {
        parts: parts.set(id, part),
        slots: slots.set(slot, id),
        fittedCount: fittedCount.set(slot, (fittedCount.get(slot) ?? 0) + 1),
      };
    },
    sameWords,
    sameWords,
  ),
  /** What is read on parts that lie there already, or was written down wrongly when they were fitted. */
  partFactsSaid: changed<PartFactsSaid>()(1, ({ parts }, { parts: ids, facts, reason }, { seq, at, by }) => ({
    parts: ids.reduce((so, id) => {
      const part = so.get(id);
      if (part === undefined) return so;
      const { partNumber, maker, material, said = [] } = part;
      const before = { partNumber, maker, material };
      const now = { seq, at, by: { id: by.id, name: by.name }, facts, before, reason };
      return so.set(id, { ...part, ...facts, said: [...said, now] });
    }, parts),
  })),
  partRemoved: changed<{ readonly part: string; readonly slot: SlotKey; readonly reason: string }>()(
    1,
    (state, { part, slot, reason }, stamp) => ({
      parts: withStep(state, part, { slot: null }, 'removed', reason, stamp),
      slots: state.slots.set(slot, ''),
    }),
  ),
  partReworked: changed<{
    readonly part: string;
    readonly what: string;
    readonly condition: number;
    readonly how: string;
  }>()(
    2,
    (state, { part, what, condition, how }, stamp) => ({
      parts: withStep(state, part, { condition }, what, how, stamp),
    }),
    sameWords,
  ),
  factReported: changed<Omit<FactReport, 'seq' | 'at' | 'by'>>()(
    3,
    ({ reports }, report, { seq, at, by }) => ({
      reports: [...reports, { ...report, seq, at, by: { id: by.id, name: by.name } }],
    }),
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

/** The step that first took a part from the condition or the slot in which somebody saw it; none while it is as seen. */
export function stepSince(part: Part, condition: number, slot: SlotKey): PartStep | undefined {
  if (part.condition === condition && part.slot === slot) return undefined;
  let at = 1;
  for (const step of part.history) {
    if (step.what === 'removed') {
      if (at === condition) return step;
    } else if (step.what !== 'fitted') {
      if (at === condition) return step;
      at += 1;
    }
  }
  return undefined;
}

function withStep(
  { parts }: PartsState,
  id: string,
  change: Partial<Part>,
  what: PartStep['what'],
  note: string,
  stamp: Stamp,
): KeptMap<Part> {
  const part = parts.get(id);
  if (part === undefined) return parts;
  const step = stepOf(what, note, stamp);
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
