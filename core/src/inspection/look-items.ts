import type { Layout } from '../engines/layout';
import { parsePlaceKey, slotsOf } from '../engines/place';
import type { SlotKey } from '../engines/place';
import type { PartKind } from '../engines/characteristic';
import { onceFor } from '../kernel/once-for';
import { isMapped, mapSlots } from '../strip/map-slots';
import { facesOf } from '../engines/faces';
import type { FaceRule } from '../engines/face-rule';

/** One thing to look at on the part in one slot. */
export interface LookItem {
  readonly slot: SlotKey;
  /** `crown`, `grooveLower.2`: permanent, and of one thing on this part alone. */
  readonly item: string;
  readonly rule: FaceRule;
  /** Of a face of a groove: which. */
  readonly groove?: string;
}
export interface LookSlot {
  readonly slot: SlotKey;
  readonly kind: PartKind;
  readonly items: readonly LookItem[];
}

/** Everything that is to be looked at in an engine, slot by slot: by kinds of part, as its model has them. */
export const lookSlots: (layout: Layout) => readonly LookSlot[] = onceFor((layout: Layout) => {
  const rules = facesOf(layout);
  const kinds = [...new Set(rules.map(({ kind }) => kind))];
  return kinds
    .flatMap((kind) =>
      slotsOfKind(layout, kind).map((slot): LookSlot => ({
        slot,
        kind,
        items: itemsOf(
          layout,
          rules.filter((rule) => rule.kind === kind && isOn(layout, rule, slot)),
          slot,
        ),
      })),
    )
    .filter(({ items }) => items.length > 0);
});
export const lookSlotOf = (layout: Layout, slot: SlotKey): LookSlot | undefined => bySlot(layout).get(slot);
const bySlot = onceFor(
  (layout: Layout): ReadonlyMap<SlotKey, LookSlot> =>
    new Map(lookSlots(layout).map((each) => [each.slot, each])),
);

/** A part that some engines have only where the map has it; journals, bores and the block every engine has. */
const slotsOfKind = (layout: Layout, kind: PartKind): readonly SlotKey[] =>
  isMapped(kind)
    ? mapSlots(layout)
        .filter((each) => each.kind === kind)
        .map(({ slot }) => slot)
    : slotsOf(layout, kind).map(({ key }) => key);

function isOn(
  { liners, journals = [] }: Layout,
  { journals: only, lined }: FaceRule,
  slot: SlotKey,
): boolean {
  if (lined === true && liners !== 'dry' && liners !== 'wet') return false;
  if (only === undefined) return true;
  const at = parsePlaceKey(slot)?.at.journal;
  return journals.some(({ id, kind }) => id === at && only.includes(kind));
}
/** In the order of the list; of the faces of grooves both of the first groove, then both of the next. */
function itemsOf(layout: Layout, rules: readonly FaceRule[], slot: SlotKey): readonly LookItem[] {
  const each = rules.filter((rule) => rule.each === 'groove');
  return rules.flatMap((rule) => {
    if (rule.each === undefined) return [{ slot, item: rule.id, rule }];
    return rule !== each[0]
      ? []
      : layout.grooves.flatMap(({ id }) =>
          each.map((face) => ({ slot, item: `${face.id}.${id}`, rule: face, groove: id })),
        );
  });
}

/** The slots of a kind that stand at the same cylinder or the same journal as another: a crankpin at its cylinders. */
export function slotsBeside(layout: Layout, slot: SlotKey, kind: PartKind): readonly SlotKey[] {
  const [own, journals] = [parsePlaceKey(slot)?.at ?? {}, layout.journals ?? []];
  const cylindersOf = (journal: string | undefined): readonly string[] =>
    journals.find(({ id }) => id === journal)?.cylinders ?? [];
  const mine = own.cylinder === undefined ? cylindersOf(own.journal) : [own.cylinder];
  return lookSlots(layout)
    .filter((each) => each.kind === kind)
    .map((each) => each.slot)
    .filter((each) => {
      const at = parsePlaceKey(each)?.at ?? {};
      if (own.journal !== undefined && at.journal !== undefined) return own.journal === at.journal;
      const theirs = at.cylinder === undefined ? cylindersOf(at.journal) : [at.cylinder];
      return theirs.some((cylinder) => mine.includes(cylinder));
    });
}
