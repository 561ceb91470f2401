import type { PartState } from '../quantity/part-state';
import type { PartKind } from './characteristic';
import type { SlotKey } from './place';

/** The very ring or bore that lies in a slot. A rework raises its condition number, which starts at 1. */
export interface Part {
  readonly id: string;
  readonly kind: PartKind;
  readonly state: PartState;
  readonly condition: number;
  readonly slot: SlotKey | null;
  readonly partNumber: string | null;
  readonly lot: string | null;
  readonly history: readonly PartStep[];
}
export interface PartStep {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly what: 'fitted' | 'removed' | 'filed' | 'honed';
  readonly note: string;
}
/** A part as a reading depends on it. */
export interface PartRef {
  readonly id: string;
  readonly condition: number;
}
export interface PartsState {
  readonly parts: Readonly<Record<string, Part>>;
  /** What lies in each slot now. */
  readonly slots: Readonly<Record<SlotKey, string | undefined>>;
  /** How many parts each slot has had. */
  readonly fittedCount: Readonly<Record<SlotKey, number>>;
}
export const NO_PARTS: PartsState = { parts: {}, slots: {}, fittedCount: {} };

export const REWORKS = ['filed', 'honed'] as const;
export type Rework = (typeof REWORKS)[number];
/** Which rework is done to which kind of part. */
export const REWORK_OF: Readonly<Record<Rework, PartKind>> = { filed: 'ring', honed: 'bore' };

export interface PartEventData {
  partFitted: {
    readonly part: string;
    readonly kind: PartKind;
    readonly slot: SlotKey;
    readonly state: PartState;
    readonly partNumber: string | null;
    readonly lot: string | null;
  };
  partRemoved: { readonly part: string; readonly slot: SlotKey; readonly reason: string };
  partReworked: {
    readonly part: string;
    readonly what: Rework;
    readonly condition: number;
    readonly how: string;
  };
}
export type PartEvent = {
  readonly [T in keyof PartEventData]: { readonly type: T; readonly v: 1; readonly data: PartEventData[T] };
}[keyof PartEventData];

export const partIn = (state: PartsState, slot: SlotKey): Part | undefined => {
  const id = state.slots[slot];
  return id === undefined ? undefined : state.parts[id];
};

/** The id of the next part that is fitted in a slot: unique within the job, and readable on a tag. */
export const nextPartId = (state: PartsState, slot: SlotKey): string =>
  `${slot}#${(state.fittedCount[slot] ?? 0) + 1}`;

interface Stamp {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
}

export function evolveParts(state: PartsState, event: PartEvent, stamp: Stamp): PartsState {
  switch (event.type) {
    case 'partFitted': {
      const { part: id, kind, slot, state: partState, partNumber, lot } = event.data;
      const step = { ...stamp, what: 'fitted' as const, note: slot };
      const known = state.parts[id];
      const part: Part =
        known === undefined
          ? { id, kind, state: partState, condition: 1, slot, partNumber, lot, history: [step] }
          : { ...known, slot, history: [...known.history, step] };
      return {
        parts: { ...state.parts, [id]: part },
        slots: { ...state.slots, [slot]: id },
        fittedCount: { ...state.fittedCount, [slot]: (state.fittedCount[slot] ?? 0) + 1 },
      };
    }
    case 'partRemoved': {
      const { part: id, slot, reason } = event.data;
      return {
        ...withStep(state, id, { slot: null }, { ...stamp, what: 'removed', note: reason }),
        slots: { ...state.slots, [slot]: undefined },
      };
    }
    case 'partReworked': {
      const { part: id, what, condition, how } = event.data;
      return withStep(state, id, { condition }, { ...stamp, what, note: how });
    }
  }
}

function withStep(state: PartsState, id: string, change: Partial<Part>, step: PartStep): PartsState {
  const part = state.parts[id];
  if (part === undefined) return state;
  return {
    ...state,
    parts: { ...state.parts, [id]: { ...part, ...change, history: [...part.history, step] } },
  };
}
