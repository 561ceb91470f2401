import { intervalOf } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { derivedSize } from './derived-size';
import { journalClass } from './journal-class';
import { AXES, inputsOf, quantityOf, rowAxesOf } from '../engines/characteristic';
import type { Axis, Characteristic } from '../engines/characteristic';
import type { Layout, Regrind } from '../engines/layout';
import { placesOf } from '../engines/place';
import type { Place } from '../engines/place';
import { onceFor } from '../kernel/once-for';

/**
 * A sheet as it is laid out, before anybody writes on it: what stands across, what stands down, and the place at each crossing.
 * Screen, print and table read the same one, so that a place which one of them shows is in all of them.
 */
export interface SheetModel {
  readonly characteristic: Characteristic;
  /** Of journals: what they were made to, and in which undersizes shells are made for them. */
  readonly made?: Regrind;
  /** One, or several below each other where more stand side by side than there is room for. */
  readonly blocks: readonly SheetBlock[];
}
export interface SheetBlock {
  /** What all of its columns have in common, where it was split by bank. */
  readonly bank?: string;
  /** Ids along what stands across; a single empty one where nothing does. */
  readonly columns: readonly At[];
  /** What its columns stand under, from the left: a cylinder with its two directions, a head with its liners. Empty where under nothing. */
  readonly heads: readonly SheetHead[];
  readonly groups: readonly SheetGroup[];
}
export interface SheetHead {
  readonly at: At;
  /** How many columns stand under it. */
  readonly span: number;
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
const ACROSS = ['journal', 'cylinder', 'head', 'bank'] as const satisfies readonly Axis[];
/** What stands side by side below it: the rods of a crankpin, along and across. */
const BESIDE: Readonly<Partial<Record<Axis, readonly Axis[]>>> = {
  journal: ['cylinder', 'direction'],
  cylinder: ['direction'],
};
/** Axes that name one thing together: a member is a member of its groove. */
const TOGETHER: readonly (readonly Axis[])[] = [['groove', 'member']];

/**
 * @param most how many may stand side by side; more are split by bank where they are cylinders of banks, else counted off.
 *   What stands under one head is never parted
 */
export function sheetModel(layout: Layout, characteristic: Characteristic, most = Infinity): SheetModel {
  const axes = axesOf(characteristic);
  const places = placesOf(layout, characteristic);
  const [main] = axes.across;
  const columns = inOrder(
    distinct(places.map(({ at }) => only(at, axes.across))),
    main === undefined ? [] : [main],
  );
  const made =
    characteristic.parts.join() === 'journal'
      ? layout.regrind?.find(({ journals }) => journals === characteristic.along?.journal)
      : undefined;
  return {
    characteristic,
    ...(made === undefined ? {} : { made }),
    blocks: split(layout, columns, axes.across, most).map((block) => ({
      ...block,
      heads: headsOf(layout, characteristic, block.columns),
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
  const main = ACROSS.find((axis) => axes.includes(axis));
  const beside = main === undefined ? undefined : BESIDE[main]?.find((axis) => axes.includes(axis));
  const across = [...(main === undefined ? [] : [main]), ...(beside === undefined ? [] : [beside])];
  const down: Axis[][] = [];
  for (const axis of AXES) {
    if (!axes.includes(axis) || across.includes(axis)) continue;
    const fellows = TOGETHER.find((group) => group.includes(axis));
    const before = down.at(-1);
    if (before !== undefined && fellows?.includes(before[0] ?? axis) === true) before.push(axis);
    else down.push([axis]);
  }
  return { across, groups: down.slice(0, -1).flat(), lines: down.at(-1) ?? [] };
});

/** Brings together what is alike along some axes, in the order in which each first came. */
function inOrder(columns: readonly At[], axes: readonly Axis[]): readonly At[] {
  const groups = new Map<string, At[]>();
  for (const at of columns) {
    const key = textOf(only(at, axes));
    groups.set(key, [...(groups.get(key) ?? []), at]);
  }
  return [...groups.values()].flat();
}

function headsOf(
  { heads = [] }: Layout,
  characteristic: Characteristic,
  columns: readonly At[],
): readonly SheetHead[] {
  const { across } = axesOf(characteristic);
  const [main] = across;
  const headOf = ({ cylinder = '' }: At): At => {
    const found = heads.find(({ cylinders }) => cylinders.includes(cylinder));
    return found === undefined ? {} : { head: found.id };
  };
  const over =
    across.length > 1 && main !== undefined
      ? (at: At): At => only(at, [main])
      : characteristic.under === 'head' && heads.length > 0
        ? headOf
        : undefined;
  if (over === undefined) return [];
  const found: { at: At; span: number }[] = [];
  for (const column of columns) {
    const at = over(column);
    const last = found.at(-1);
    if (last !== undefined && textOf(last.at) === textOf(at)) last.span += 1;
    else found.push({ at, span: 1 });
  }
  return found;
}

const only = (at: At, axes: readonly Axis[]): At =>
  Object.fromEntries(axes.flatMap((axis) => (at[axis] === undefined ? [] : [[axis, at[axis]]])));
const textOf = (at: At): string => AXES.map((axis) => at[axis] ?? '').join('/');
function distinct(all: readonly At[]): readonly At[] {
  return [...new Map(all.map((at) => [textOf(at), at])).values()];
}

function split(
  { banks, cylinders }: Layout,
  columns: readonly At[],
  across: readonly Axis[],
  most: number,
): readonly Pick<SheetBlock, 'bank' | 'columns'>[] {
  if (columns.length <= most) return columns.length === 0 ? [] : [{ columns }];
  const [main] = across;
  if (main !== 'cylinder' || banks.length < 2) return countedOff(columns, across, most);
  const bankOf = new Map(cylinders.map(({ id, bank }) => [id, bank]));
  return banks.flatMap(({ id }) => {
    const own = columns.filter(({ cylinder }) => bankOf.get(cylinder ?? '') === id);
    return countedOff(own, across, most).map((block) => ({ ...block, bank: id }));
  });
}
/** As many of what stands across as fit whole, shared out evenly. */
function countedOff(
  columns: readonly At[],
  across: readonly Axis[],
  most: number,
): readonly { readonly columns: readonly At[] }[] {
  if (columns.length <= most) return columns.length === 0 ? [] : [{ columns }];
  const whole = across.length < 2 ? columns.map((at) => [at]) : wholes(columns, across[0]);
  const widest = Math.max(...whole.map(({ length }) => length));
  const blocks = Math.ceil(whole.length / Math.max(1, Math.floor(most / widest)));
  const each = Math.ceil(whole.length / blocks);
  return Array.from({ length: blocks }, (_, i) => ({
    columns: whole.slice(i * each, (i + 1) * each).flat(),
  })).filter((block) => block.columns.length > 0);
}
function wholes(columns: readonly At[], main: Axis | undefined): readonly (readonly At[])[] {
  const found = new Map<string, At[]>();
  for (const at of columns) {
    const key = main === undefined ? '' : (at[main] ?? '');
    found.set(key, [...(found.get(key) ?? []), at]);
  }
  return [...found.values()];
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
export const COMPUTED_LINES = ['largest', 'smallest', 'range', 'under'] as const;
export type ComputedLine = (typeof COMPUTED_LINES)[number];

/** What is worked out over each column: nothing where its lines are of different fits, which nobody holds together. */
export function computedLines(model: SheetModel): readonly ComputedLine[] {
  const { characteristic, blocks } = model;
  const { across, groups, lines } = axesOf(characteristic);
  const rowAxes: readonly Axis[] = rowAxesOf(characteristic);
  const isAlike = ![...groups, ...lines].some((axis) => rowAxes.includes(axis));
  const down = Math.max(0, ...blocks.map((block) => block.groups.flatMap((group) => group.lines).length));
  const most = across.length > 1 ? down * 2 : down;
  if (!isAlike || most < 2 || quantityOf(characteristic) !== 'length') return [];
  switch (characteristic.wear) {
    case 'grows':
      return ['largest', 'range'];
    case 'shrinks':
      return ['smallest', 'range', ...(model.made === undefined ? [] : (['under'] as const))];
    default:
      return ['largest', 'smallest', 'range'];
  }
}
/** The columns over which something is worked out together: those of one cylinder, or each by itself. */
export function spansOf(
  { columns, heads }: SheetBlock,
  { characteristic }: Pick<SheetModel, 'characteristic'>,
): readonly {
  readonly at: At;
  readonly from: number;
  readonly span: number;
}[] {
  if (axesOf(characteristic).across.length < 2) return columns.map((at, from) => ({ at, from, span: 1 }));
  let from = 0;
  return heads.map(({ at, span }) => {
    from += span;
    return { at, from: from - span, span };
  });
}
/** The places of some of a block's columns, from top to bottom. */
export const placesInColumns = (
  { groups }: SheetBlock,
  { from, span }: { readonly from: number; readonly span: number },
): readonly Place[] =>
  groups.flatMap(({ lines }) =>
    lines.flatMap(({ places }) => places.slice(from, from + span).filter((place) => place !== undefined)),
  );

/** What a computed line comes to over the sizes of a column; undefined where there are none. */
export function computedSize(
  kind: ComputedLine,
  sizes: readonly SizeReading[],
  made?: Regrind,
): SizeReading | undefined {
  if (kind === 'under') return classOf(sizes, made);
  if (kind === 'range')
    return sizes.length < 2
      ? undefined
      : derivedSize(
          'range',
          sizes.map((size) => ({ size })),
        );
  const side = kind === 'largest' ? 1 : -1;
  const end = (size: SizeReading): number => {
    const { lo, hi } = intervalOf(size);
    return kind === 'largest' ? hi : lo;
  };
  return [...sizes].sort((a, b) => side * (end(b) - end(a)))[0];
}

/**
 * Whether something stands below a sheet: what is worked out from it, or the same fit from its parts, where it stands across as
 * well. The two ways of one fit are looked at side by side.
 */
export function isBelow(over: Characteristic, each: Characteristic): boolean {
  const [main] = axesOf(over).across;
  return (
    main !== undefined &&
    each.axes.includes(main) &&
    (inputsOf(each).includes(over.id) || each.judgedAs === over.id)
  );
}
/** What stands below a sheet, with the places of each that lie under what stands across. */
export function workedBelow(
  layout: Layout,
  { characteristic }: Pick<SheetModel, 'characteristic'>,
  all: readonly Characteristic[],
): readonly { readonly characteristic: Characteristic; readonly under: (at: At) => readonly Place[] }[] {
  const [main] = axesOf(characteristic).across;
  return all
    .filter((each) => isBelow(characteristic, each))
    .map((each) => {
      const places = placesOf(layout, each);
      return {
        characteristic: each,
        under: (at: At) => places.filter((place) => main !== undefined && place.at[main] === at[main]),
      };
    });
}

/** By how much the journal is ground under its standard; nothing where its sizes do not tell. */
function classOf(sizes: readonly SizeReading[], made: Regrind | undefined): SizeReading | undefined {
  const ends = sizes.map(intervalOf);
  const [least, most] = [Math.min(...ends.map(({ lo }) => lo)), Math.max(...ends.map(({ hi }) => hi))];
  if (made === undefined || ends.length === 0 || !Number.isFinite(most)) return undefined;
  const { under, isSure } = journalClass(made, { least, most });
  return isSure ? { kind: 'exact', value: under } : undefined;
}
