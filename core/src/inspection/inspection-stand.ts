import { isRework, isTouchedBy, partIn } from '../engines/parts';
import type { Part, PartsState } from '../engines/parts';
import type { SlotKey } from '../engines/place';
import { kindOfSlot } from '../engines/parts';
import type { PartKind } from '../engines/characteristic';
import { onceFor } from '../kernel/once-for';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { Route } from '../route/route';
import type { StripState } from '../strip/as-found';
import type { FaceRule } from '../engines/face-rule';
import { FOLLOW_UPS } from './follow-ups';
import type { Cause } from './follow-ups';
import { lookKey } from './inspection';
import type { InspectionState, LookEntry } from './inspection';
import { lookSlots, slotsBeside } from './look-items';
import type { LookItem } from './look-items';

export type InspectionSlice = InspectionState &
  StripState &
  PinState &
  PartsState & { readonly route: Route };

/** Whether a job's parts are looked at face by face. */
export const asksInspection = ({ route }: Pick<InspectionSlice, 'route'>): boolean =>
  route.gates.some(({ conditions }) => conditions.includes('partsInspected'));

/** How a face stands: `again` where a rework changed it since. */
export type FaceStand = 'open' | 'again' | 'good' | 'rejected' | 'notInspected';
/** Why something is looked at that is not on the model's list. */
export type BecauseOf =
  | { readonly kind: 'cause'; readonly cause: Cause; readonly rejected: LookEntry }
  | { readonly kind: 'failed'; readonly rejected: LookEntry };
export interface AskedFace {
  readonly slot: SlotKey;
  readonly item: string;
  /** null for what is looked at because of something else. */
  readonly rule: FaceRule | null;
  readonly groove?: string;
  readonly because?: BecauseOf;
  readonly entry: LookEntry | undefined;
  readonly stand: FaceStand;
}
export interface InspectedPart {
  readonly slot: SlotKey;
  readonly kind: PartKind;
  /** undefined while nobody has named it: it is named when somebody looks at it. */
  readonly part: Part | undefined;
  readonly faces: readonly AskedFace[];
  /** The worst of its faces: one that is rejected rejects the part, however it measures. */
  readonly stand: FaceStand;
}
/** From the worst to the best. */
const WORST: readonly FaceStand[] = ['rejected', 'again', 'open', 'notInspected', 'good'];
export const worstFace = (stands: readonly FaceStand[]): FaceStand =>
  WORST.find((each) => stands.includes(each)) ?? 'good';

/** Everything that is looked at in a job, part by part, and how it stands. Worked out once for a state. */
export const inspectionOf: (state: InspectionSlice) => readonly InspectedPart[] = onceFor(
  (state: InspectionSlice) => {
    const layout = currentPin(state)?.model.layout;
    if (layout === undefined || !asksInspection(state)) return [];
    const because = becauseOfFailures(state);
    return lookSlots(layout).flatMap(({ slot, kind, items }): InspectedPart[] => {
      const part = partIn(state, slot);
      const own = isLookedAt(state, slot, part)
        ? [
            ...items.map((item) => faceOf(state, part, item)),
            ...(because.get(slot) ?? []).map((each) => faceOf(state, part, each)),
          ]
        : (because.get(slot) ?? []).filter(isOfEngine).map((each) => faceOf(state, part, each));
      return own.length === 0
        ? []
        : [{ slot, kind, part, faces: own, stand: worstFace(own.map(({ stand }) => stand)) }];
    });
  },
);
/** What is looked at once, whatever part lies there. */
const isOfEngine = ({ because }: Pick<AskedFace, 'because'>): boolean => because?.kind === 'cause';

/** What goes in again is looked at; what is new, what was taken out, and what goes out at Build is not. */
function isLookedAt(state: InspectionSlice, slot: SlotKey, part: Part | undefined): boolean {
  const found = state.asFound.get(slot);
  if (part !== undefined)
    return part.state === 'reused' && !(found?.part === part.id && found.atBuild === 'new');
  const takenOut = state.slots.get(slot) !== undefined;
  return !takenOut && !(found !== undefined && (found.part === null || found.atBuild === 'new'));
}
type Asked = Omit<AskedFace, 'entry' | 'stand'>;
function faceOf(state: InspectionSlice, part: Part | undefined, asked: Asked | LookItem): AskedFace {
  const because = 'because' in asked ? asked.because : undefined;
  const id = because?.kind === 'cause' ? '' : (part?.id ?? '');
  const entry =
    id === '' && because?.kind !== 'cause'
      ? undefined
      : state.looks.get(lookKey({ part: id, item: asked.item }));
  return { ...asked, entry, stand: standOf(part, asked.rule, entry) };
}
function standOf(part: Part | undefined, rule: FaceRule | null, entry: LookEntry | undefined): FaceStand {
  if (entry === undefined) return 'open';
  const isOf = part?.id === entry.part;
  if (part !== undefined && isOf && wasChanged(part, entry.condition, rule?.aspects)) return 'again';
  // What is not clean is cleaned and looked at again: it is no verdict on the part.
  return entry.found === 'rejected' && rule?.sort === 'clean' ? 'again' : entry.found;
}
/** Whether a rework changed what is asked about since the part was in a condition; that it was moved does not. */
function wasChanged(part: Part, condition: number, aspects: readonly string[] | undefined): boolean {
  let at = 1;
  for (const step of part.history) {
    if (at >= condition && isRework(step) && isTouchedBy(step, aspects)) return true;
    if (step.what !== 'fitted' && step.what !== 'removed') at += 1;
  }
  return false;
}

/** What is looked at because something was rejected, by slot: whatever became of the part since. */
function becauseOfFailures(state: InspectionSlice): ReadonlyMap<SlotKey, readonly Asked[]> {
  const layout = currentPin(state)?.model.layout;
  const all = new Map<SlotKey, Asked[]>();
  const ask = (slot: SlotKey, item: string, because: BecauseOf): void => {
    all.set(slot, [...(all.get(slot) ?? []), { slot, item, rule: null, because }]);
  };
  if (layout === undefined) return all;
  const sortOf = new Map(
    lookSlots(layout).flatMap(({ items }) =>
      items.map(({ item, rule }) => [`${rule.kind} ${item}`, rule.sort]),
    ),
  );
  const rejected = state.looks
    .values()
    .filter(({ found }) => found === 'rejected')
    .sort((a, b) => a.seq - b.seq);
  // One failure of a position asks once, however many faces of the part were rejected.
  const asked = new Set<string>();
  for (const entry of rejected) {
    const kind = kindOfSlot(entry.slot);
    if (sortOf.get(`${kind} ${entry.item}`) === undefined || sortOf.get(`${kind} ${entry.item}`) === 'clean')
      continue;
    if (entry.cause !== null && !asked.has(`cause ${entry.cause} ${entry.slot}`)) {
      asked.add(`cause ${entry.cause} ${entry.slot}`);
      ask(entry.slot, `cause.${entry.seq}`, { kind: 'cause', cause: entry.cause, rejected: entry });
    }
    if (asked.has(entry.part)) continue;
    asked.add(entry.part);
    for (const on of FOLLOW_UPS.find(({ of }) => of === kind)?.on ?? [])
      for (const slot of slotsBeside(layout, entry.slot, on))
        ask(slot, `after.${entry.seq}`, { kind: 'failed', rejected: entry });
  }
  return all;
}

/** What of the inspection somebody has to decide, or to look at behind a gate that is signed. */
export interface LookDoubt {
  readonly id: string;
  readonly kind: 'rejected' | 'notInspected';
  readonly slot: SlotKey;
  readonly item: string;
  readonly entry: LookEntry;
}
/** Faces that are rejected, and those that nobody looked at, undecided. */
export const lookDoubts = (state: InspectionSlice): readonly LookDoubt[] => {
  const decided = new Set(state.looksDecided.map(({ finding }) => finding));
  return inspectionOf(state).flatMap(({ slot, faces }) =>
    faces.flatMap(({ item, stand, entry }): LookDoubt[] => {
      if (entry === undefined || (stand !== 'rejected' && stand !== 'notInspected')) return [];
      const id = lookDoubtId(entry);
      return decided.has(id) ? [] : [{ id, kind: stand, slot, item, entry }];
    }),
  );
};
/** A crack test says several in one entry: the part and the face tell them apart. */
export const lookDoubtId = ({ part, item, seq }: LookEntry): string => `look ${part} ${item} ${seq}`;
/** Faces that are still to be looked at, also again. */
export const facesOpen = (state: InspectionSlice): readonly AskedFace[] =>
  inspectionOf(state).flatMap(({ faces }) =>
    faces.filter(({ stand }) => stand === 'open' || stand === 'again'),
  );
/** What was asked about a face, where it is asked. */
export const askedFace = (state: InspectionSlice, slot: SlotKey, item: string): AskedFace | undefined =>
  inspectionOf(state)
    .find((each) => each.slot === slot)
    ?.faces.find((each) => each.item === item);
