import { intervalOf } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { derivedSize } from './derived-size';
import { AXES, quantityOf, rowAxesOf } from '../engines/characteristic';
import type { Axis, Characteristic } from '../engines/characteristic';
import type { Layout } from '../engines/layout';
import { placesOf } from '../engines/place';
import type { Place } from '../engines/place';
import { onceFor } from '../kernel/once-for';

/**
 * A sheet as it is laid out, before anybody writes on it: what stands across, what stands down, and the place at each crossing.
 * Screen, print and table read the same one, so that a place which one of them shows is in all of them.
 */
export interface SheetModel {
  readonly characteristic: Characteristic;
  /** One, or several below each other where more stand side by side than there is room for. */
  readonly blocks: readonly SheetBlock[];
}
export interface SheetBlock {
  /** What all of its columns have in common, where it was split by bank. */
  readonly bank?: string;
  /** Ids along the axis that stands across; a single empty one where nothing does. */
  readonly columns: readonly At[];
  readonly groups: readonly SheetGroup[];
}
export interface SheetGroup {
  /** What its lines have in common: the ring of its stations; empty where a line says all. */
  readonly at: At;
  readonly lines: readonly SheetLine[];
}
export interface SheetLine {
  readonly at: At;
  /** One for each column; undefined where nothing is measured at this crossing. */
  readonly places: readonly (Place | undefined)[];
}
type At = Place['at'];

/** What may stand across, the first of these that a characteristic is measured along. */
const ACROSS = ['cylinder', 'journal', 'head', 'bank'] as const satisfies readonly Axis[];
/** Axes that name one thing together: a member is a member of its groove. */
const TOGETHER: readonly (readonly Axis[])[] = [['groove', 'member']];

/**
 * @param most how many may stand side by side; more are split by bank where they are cylinders of banks, else counted off
 */
export function sheetModel(layout: Layout, characteristic: Characteristic, most = Infinity): SheetModel {
  const axes = axesOf(characteristic);
  const places = placesOf(layout, characteristic);
  const columns = distinct(places.map(({ at }) => only(at, axes.across)));
  return {
    characteristic,
    blocks: split(layout, columns, axes.across[0], most).map((block) => ({
      ...block,
      groups: groupsOf(places, block.columns, axes),
    })),
  };
}

/** Which axes of a characteristic stand across its sheet, which head its groups, and which name its lines. */
export const axesOf: (characteristic: Characteristic) => {
  readonly across: readonly Axis[];
  readonly groups: readonly Axis[];
  readonly lines: readonly Axis[];
} = onceFor(({ axes }: Characteristic) => {
  const across = ACROSS.find((axis) => axes.includes(axis));
  const down: Axis[][] = [];
  for (const axis of AXES) {
    if (!axes.includes(axis) || axis === across) continue;
    const fellows = TOGETHER.find((group) => group.includes(axis));
    const before = down.at(-1);
    if (before !== undefined && fellows?.includes(before[0] ?? axis) === true) before.push(axis);
    else down.push([axis]);
  }
  return {
    across: across === undefined ? [] : [across],
    groups: down.slice(0, -1).flat(),
    lines: down.at(-1) ?? [],
  };
});

const only = (at: At, axes: readonly Axis[]): At =>
  Object.fromEntries(axes.flatMap((axis) => (at[axis] === undefined ? [] : [[axis, at[axis]]])));
const textOf = (at: At): string => AXES.map((axis) => at[axis] ?? '').join('/');
function distinct(all: readonly At[]): readonly At[] {
  return [...new Map(all.map((at) => [textOf(at), at])).values()];
}

function split(
  { banks, cylinders }: Layout,
  columns: readonly At[],
  across: Axis | undefined,
  most: number,
): readonly Pick<SheetBlock, 'bank' | 'columns'>[] {
  if (columns.length <= most) return columns.length === 0 ? [] : [{ columns }];
  if (across === 'cylinder' && banks.length > 1) {
    const bankOf = new Map(cylinders.map(({ id, bank }) => [id, bank]));
    return banks.flatMap(({ id }) => {
      const own = columns.filter(({ cylinder }) => bankOf.get(cylinder ?? '') === id);
      return own.length === 0 ? [] : [{ bank: id, columns: own }];
    });
  }
  return Array.from({ length: Math.ceil(columns.length / most) }, (_, i) => ({
    columns: columns.slice(i * most, (i + 1) * most),
  }));
}

interface OpenLine {
  readonly at: At;
  readonly places: (Place | undefined)[];
}
function groupsOf(
  places: readonly Place[],
  columns: readonly At[],
  { across, groups, lines }: ReturnType<typeof axesOf>,
): readonly SheetGroup[] {
  const columnOf = new Map(columns.map((at, i) => [textOf(at), i]));
  const found = new Map<string, { readonly at: At; readonly lines: Map<string, OpenLine> }>();
  for (const place of places) {
    const column = columnOf.get(textOf(only(place.at, across)));
    if (column === undefined) continue;
    const [group, line] = [only(place.at, groups), only(place.at, lines)];
    const inGroup = found.get(textOf(group)) ?? { at: group, lines: new Map<string, OpenLine>() };
    const inLine = inGroup.lines.get(textOf(line)) ?? {
      at: line,
      places: columns.map((): Place | undefined => undefined),
    };
    inLine.places[column] = place;
    inGroup.lines.set(textOf(line), inLine);
    found.set(textOf(group), inGroup);
  }
  return [...found.values()].map((group) => ({ at: group.at, lines: [...group.lines.values()] }));
}

/** Every place of a sheet as it is laid out, in the order in which it is read. */
export const placesOnSheet = ({ blocks }: SheetModel): readonly Place[] =>
  blocks.flatMap(({ groups }) =>
    groups.flatMap(({ lines }) =>
      lines.flatMap(({ places }) => places.filter((place) => place !== undefined)),
    ),
  );

/** A line at the foot of a sheet that nobody measures: over all sizes of a column, the extreme one or how far they differ. */
export const COMPUTED_LINES = ['largest', 'smallest', 'range'] as const;
export type ComputedLine = (typeof COMPUTED_LINES)[number];

/** What is worked out over each column: nothing where its lines are of different fits, which nobody holds together. */
export function computedLines(model: SheetModel): readonly ComputedLine[] {
  const { characteristic, blocks } = model;
  const { groups, lines } = axesOf(characteristic);
  const rowAxes: readonly Axis[] = rowAxesOf(characteristic);
  const isAlike = ![...groups, ...lines].some((axis) => rowAxes.includes(axis));
  const most = Math.max(0, ...blocks.map((block) => block.groups.flatMap((group) => group.lines).length));
  if (!isAlike || most < 2 || quantityOf(characteristic) !== 'length') return [];
  switch (characteristic.wear) {
    case 'grows':
      return ['largest', 'range'];
    case 'shrinks':
      return ['smallest', 'range'];
    default:
      return ['largest', 'smallest', 'range'];
  }
}
/** The places of a block's column, from top to bottom. */
export const placesInColumn = ({ groups }: SheetBlock, column: number): readonly Place[] =>
  groups.flatMap(({ lines }) => lines.flatMap(({ places }) => places[column] ?? []));

/** What a computed line comes to over the sizes of a column; undefined where there are none. */
export function computedSize(kind: ComputedLine, sizes: readonly SizeReading[]): SizeReading | undefined {
  if (kind === 'range') return sizes.length < 2 ? undefined : derivedSize('range', sizes);
  const side = kind === 'largest' ? 1 : -1;
  const end = (size: SizeReading): number => {
    const { lo, hi } = intervalOf(size);
    return kind === 'largest' ? hi : lo;
  };
  return [...sizes].sort((a, b) => side * (end(b) - end(a)))[0];
}
