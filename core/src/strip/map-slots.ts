import type { PartKind } from '../engines/characteristic';
import type { Layout } from '../engines/layout';
import { parsePlaceKey, slotsOf } from '../engines/place';
import type { SlotKey } from '../engines/place';
import { onceFor } from '../kernel/once-for';

/** Which way round a part lies: where its mark, number or tang points, seen from above with the front of the engine on top. */
export const WAYS = [
  'front',
  'rear',
  'left',
  'right',
  'frontLeft',
  'frontRight',
  'rearLeft',
  'rearRight',
  'groovesOut',
  'groovesIn',
] as const;
export type Way = (typeof WAYS)[number];
const SIDES: readonly Way[] = ['front', 'rear', 'left', 'right'];
const CORNERS: readonly Way[] = ['frontLeft', 'frontRight', 'rearLeft', 'rearRight'];
const ENDS: readonly Way[] = ['front', 'rear'];

/** A kind of part that is put down on the map when an engine is taken apart. */
interface MappedKind {
  readonly kind: PartKind;
  /** Its letters on a tag: of no two kinds the same, and none that is read as a figure. */
  readonly tag: string;
  /** How it can lie; none where it has no way round. */
  readonly ways: readonly Way[];
  /** Used up: it is not put in again, whatever it looks like. */
  readonly usedUp?: true;
  readonly isIn?: (layout: Layout) => boolean;
}
const hasLiners = ({ liners }: Layout): boolean => liners === 'dry' || liners === 'wet';
const MAPPED: readonly MappedKind[] = [
  { kind: 'piston', tag: 'P', ways: SIDES },
  { kind: 'clip', tag: 'CL', ways: [], usedUp: true },
  { kind: 'pin', tag: 'PN', ways: ENDS },
  { kind: 'rod', tag: 'R', ways: SIDES },
  { kind: 'cap', tag: 'C', ways: SIDES },
  { kind: 'bolt', tag: 'B', ways: [] },
  { kind: 'rodShell', tag: 'S', ways: CORNERS },
  { kind: 'liner', tag: 'L', ways: SIDES, isIn: hasLiners },
  { kind: 'shim', tag: 'SH', ways: [], isIn: ({ liners }) => liners === 'wet' },
  { kind: 'nozzle', tag: 'N', ways: [], isIn: ({ nozzles }) => nozzles === true },
  { kind: 'mainCap', tag: 'MC', ways: ENDS },
  { kind: 'shell', tag: 'MS', ways: CORNERS },
  { kind: 'thrustWasher', tag: 'T', ways: ['groovesOut', 'groovesIn'] },
];
const BY_KIND = new Map(MAPPED.map((each) => [each.kind, each]));

/** A place on the map. */
export interface MapSlot {
  readonly slot: SlotKey;
  readonly kind: PartKind;
  /** "4-SL": on the tag, in print and on the screen the same. */
  readonly tag: string;
  readonly ways: readonly Way[];
  readonly usedUp: boolean;
  /** With which unit it is taken out: a cylinder, a main bearing, or the engine itself. */
  readonly unit: MapUnit;
}
export interface MapUnit {
  readonly kind: 'cylinder' | 'main' | 'engine';
  readonly id: string;
  /** What stands before the dash on its tags. */
  readonly tag: string;
}

/** Every part that is put down on the map of an engine, by cylinder, then by main bearing. */
export const mapSlots: (layout: Layout) => readonly MapSlot[] = onceFor((layout: Layout) => {
  const all = MAPPED.filter(({ isIn }) => isIn?.(layout) ?? true).flatMap((mapped) =>
    slotsOf(layout, mapped.kind).flatMap(({ key }) => {
      const unit = unitOf(layout, key);
      return unit === undefined ? [] : [slotOn(layout, key, unit, mapped)];
    }),
  );
  const order = unitsOf(layout).map(({ kind, id }) => `${kind} ${id}`);
  const at = ({ unit }: MapSlot): number => order.indexOf(`${unit.kind} ${unit.id}`);
  return [...all].sort((a, b) => at(a) - at(b));
});
/** What an engine is taken apart into. */
export const unitsOf: (layout: Layout) => readonly MapUnit[] = onceFor((layout: Layout) => [
  ...layout.cylinders.map(({ id, label }): MapUnit => ({
    kind: 'cylinder',
    id,
    tag: figureOf(label) ?? id.toUpperCase(),
  })),
  ...(layout.journals ?? [])
    .filter(({ kind }) => kind === 'main')
    .map(({ id }, i): MapUnit => ({ kind: 'main', id, tag: `M${i + 1}` })),
  { kind: 'engine', id: 'engine', tag: 'E' } as const,
]);
export const mapSlotOf = (layout: Layout, slot: SlotKey): MapSlot | undefined => bySlot(layout).get(slot);
const bySlot = onceFor(
  (layout: Layout): ReadonlyMap<SlotKey, MapSlot> =>
    new Map(mapSlots(layout).map((each) => [each.slot, each])),
);

function unitOf(layout: Layout, slot: SlotKey): MapUnit | undefined {
  const at = parsePlaceKey(slot)?.at ?? {};
  const units = unitsOf(layout);
  if (at.cylinder !== undefined)
    return units.find(({ kind, id }) => kind === 'cylinder' && id === at.cylinder);
  // Shells of crankpins lie with their rods, as parts of their own.
  if (at.journal !== undefined) return units.find(({ kind, id }) => kind === 'main' && id === at.journal);
  return units.find(({ kind }) => kind === 'engine');
}
function slotOn(layout: Layout, slot: SlotKey, unit: MapUnit, mapped: MappedKind): MapSlot {
  const { kind, tag, ways } = mapped;
  const usedUp = mapped.usedUp === true || layout.singleUse?.includes(kind) === true;
  return { slot, kind, tag: `${unit.tag}-${tag}${whichOf(layout, slot)}`, ways, usedUp, unit };
}
/** Which of several: the half of a shell by its letter, a bolt by its number. */
function whichOf(layout: Layout, slot: SlotKey): string {
  const { point, fastener } = parsePlaceKey(slot)?.at ?? {};
  if (point !== undefined) {
    const halves = (layout.points ?? []).filter(({ for: purposes }) => purposes.includes('shell'));
    const letters = halves.map(({ label }) => label.charAt(0).toUpperCase());
    const i = halves.findIndex(({ id }) => id === point);
    const letter = letters[i] ?? '';
    return /^[A-Z]$/u.test(letter) && letters.indexOf(letter) === letters.lastIndexOf(letter)
      ? letter
      : String(i + 1);
  }
  if (fastener === undefined) return '';
  const rods = (layout.fasteners ?? []).filter(({ for: purposes }) => purposes.includes('rod'));
  return String(rods.findIndex(({ id }) => id === fastener) + 1);
}
/** The figure in a label: "Cyl 4" is 4. */
const figureOf = (label: string): string | undefined => /(\d+[A-Z]?)\s*$/u.exec(label)?.[1];

/** The kinds that are put down on a map. */
export const isMapped = (kind: PartKind): boolean => BY_KIND.has(kind);
