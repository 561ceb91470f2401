import type { ModelDraft, DraftLayout } from './model-draft';
import type { Bank, Cylinder, Head, Journal, Layout } from './layout';

export const MOST_CYLINDERS = 24;
/** How the cylinders are numbered: along the line, over and back between two banks, or one bank after the other. */
export interface Numbering {
  readonly by: 'line' | 'across' | 'bankByBank';
  /** The bank in which cylinder 1 stands. */
  readonly first: Bank['side'];
  readonly from: 'front' | 'rear';
}
/** What an engine is in short: what is asked first, and what of the layout follows from it. */
export interface ModelShape {
  readonly arrangement: Layout['arrangement'];
  readonly cylinders: number;
  /** undefined where the cylinders stand as none of the usual ways of numbering says. */
  readonly numbering: Numbering | undefined;
  /** Neighbours of a bank that are under one head: 0 without heads, undefined where heads cover unlike many. */
  readonly headsEach: number | undefined;
  /** Neighbours along the crank whose rods share a pin; undefined where pins carry unlike many. */
  readonly rodsEach: number | undefined;
  readonly mains: number;
}

export const isTwoBanks = (arrangement: Layout['arrangement']): boolean => arrangement !== 'inline';
export function numberingsOf(arrangement: Layout['arrangement']): readonly Numbering[] {
  const ends = ['front', 'rear'] as const;
  if (!isTwoBanks(arrangement)) return ends.map((from) => ({ by: 'line', first: 'middle', from }));
  return (['across', 'bankByBank'] as const).flatMap((by) =>
    (['left', 'right'] as const).flatMap((first) => ends.map((from) => ({ by, first, from }))),
  );
}

/** The answers that a layout was made of, read back from it. */
export function shapeOf({ layout }: Pick<ModelDraft, 'layout'>): ModelShape {
  const { arrangement, cylinders } = layout;
  const numbering = numberingsOf(arrangement).find((each) =>
    sameStand(standsOf(layout.banks, cylinders.length, each), cylinders),
  );
  const pins = pinsOf(layout);
  return {
    ...{ arrangement, cylinders: cylinders.length, numbering },
    headsEach: eachOf(layout.heads ?? [], (n) => headGroups(layout, n)),
    rodsEach: pins.length === 0 ? 0 : eachOf(pins, (n) => rodGroups(layout, n)),
    mains: (layout.journals ?? []).filter(({ kind }) => kind === 'main').length,
  };
}
const pinsOf = ({ journals = [] }: Pick<DraftLayout, 'journals'>): readonly Journal[] =>
  journals.filter(({ kind }) => kind === 'crankpin');
const sameStand = (
  stands: readonly Pick<Cylinder, 'bank' | 'row'>[],
  cylinders: readonly Cylinder[],
): boolean =>
  cylinders.length > 0 &&
  cylinders.every(({ bank, row }, i) => stands[i]?.bank === bank && stands[i].row === row);

/** Of how many each one is, if all of them are as the groups of that many; the last group may be smaller. */
function eachOf(
  over: readonly { readonly cylinders: readonly string[] }[],
  groups: (n: number) => readonly (readonly string[])[],
): number | undefined {
  const [first] = over;
  if (first === undefined) return 0;
  const n = first.cylinders.length;
  const wanted = n === 0 ? [] : groups(n);
  const said = over.map(({ cylinders }) => [...cylinders].sort().join(' '));
  const isSo =
    wanted.length === over.length && wanted.every((group) => said.includes([...group].sort().join(' ')));
  return isSo ? n : undefined;
}

/** Where the cylinders stand by their numbers. In two banks the second stands a quarter of a pitch behind the first. */
function standsOf(
  banks: readonly Bank[],
  count: number,
  { by, first, from }: Numbering,
): readonly Pick<Cylinder, 'bank' | 'row'>[] {
  const one = banks.find(({ side }) => side === first) ?? banks[0];
  const other = banks.find(({ id }) => id !== one?.id) ?? one;
  const half = Math.ceil(count / 2);
  const stands = Array.from({ length: count }, (_, i) => {
    const isSecond = by === 'across' ? i % 2 === 1 : by === 'bankByBank' && i >= half;
    const along = by === 'line' ? i : by === 'across' ? Math.floor(i / 2) : i % half;
    return { bank: (isSecond ? other : one)?.id ?? '', row: along * 4 + (isSecond ? 1 : 0) };
  });
  const last = Math.max(0, ...stands.map(({ row }) => row));
  return from === 'front' ? stands : stands.map(({ bank, row }) => ({ bank, row: last - row }));
}

/** From the front along the crank: rods that stand beside each other there may share a pin. */
const alongTheCrank = ({ cylinders }: DraftLayout): readonly string[] =>
  [...cylinders].sort((a, b) => a.row - b.row).map(({ id }) => id);
const rodGroups = (layout: DraftLayout, n: number): readonly (readonly string[])[] =>
  chunks(alongTheCrank(layout), n);
/** Neighbours of a bank, in the order of the lowest number among them. */
function headGroups(layout: DraftLayout, n: number): readonly (readonly string[])[] {
  const number = (id: string): number => layout.cylinders.findIndex((each) => each.id === id);
  const lowest = (group: readonly string[]): number => Math.min(...group.map(number));
  return layout.banks
    .flatMap(({ id }) =>
      chunks(
        [...layout.cylinders]
          .filter(({ bank }) => bank === id)
          .sort((a, b) => a.row - b.row)
          .map((each) => each.id),
        n,
      ),
    )
    .sort((a, b) => lowest(a) - lowest(b));
}
const chunks = <T>(all: readonly T[], n: number): readonly (readonly T[])[] =>
  Array.from({ length: Math.ceil(all.length / n) }, (_, i) => all.slice(i * n, (i + 1) * n));

/** Into how many groups of neighbours heads can be parted: divisors of what stands in a bank, the largest first. */
export function headChoices({ layout }: Pick<ModelDraft, 'layout'>): readonly number[] {
  const most = Math.max(
    0,
    ...layout.banks.map(({ id }) => layout.cylinders.filter(({ bank }) => bank === id).length),
  );
  return [
    ...Array.from({ length: most }, (_, i) => most - i).filter((each) => most % each === 0),
    ...(most === 0 ? [] : [0]),
  ];
}

/**
 * A draft with some of its shape changed. What follows from it is made anew: where cylinders stand, which heads cover them, which
 * pin carries which rod. A cylinder keeps its id and its name by its number, a pin and a head by theirs; heads and pins that
 * somebody arranged himself lose only the cylinders that are not there any more.
 */
export function reshaped(draft: ModelDraft, change: Partial<ModelShape>): ModelDraft {
  const before = shapeOf(draft);
  const arrangement = change.arrangement ?? before.arrangement;
  const count = Math.max(0, Math.min(MOST_CYLINDERS, Math.floor(change.cylinders ?? before.cylinders)));
  const asked = { ...before, ...change };
  const numbering =
    arrangement === before.arrangement && asked.numbering !== undefined
      ? asked.numbering
      : numberingsOf(arrangement)[0];
  const banks = arrangement === before.arrangement ? draft.layout.banks : [];
  const there = banks.length > 0 ? banks : banksOf(arrangement, draft.layout.banks);
  const isSameStand =
    change.arrangement === undefined && change.cylinders === undefined && change.numbering === undefined;
  const cylinders = isSameStand
    ? draft.layout.cylinders
    : cylindersOf(draft.layout.cylinders, standsOf(there, count, numbering ?? FRONT));
  const layout: DraftLayout = { ...draft.layout, arrangement, banks: there, cylinders };
  const mains = change.mains ?? usualMains(before, count, cylinders.length > 0);
  return {
    ...draft,
    layout: {
      ...layout,
      heads: headsOf(layout, headsAsked(before, change, count)),
      journals: journalsOf(layout, mains, asked.rodsEach),
    },
  };
}
const FRONT: Numbering = { by: 'line', first: 'middle', from: 'front' };

/** As many cylinders under a head as before; one head over all stays one over all. */
function headsAsked(before: ModelShape, change: Partial<ModelShape>, count: number): number | undefined {
  if (change.headsEach !== undefined || 'headsEach' in change) return change.headsEach;
  const inBank = (shape: ModelShape, n: number): number => (isTwoBanks(shape.arrangement) ? n / 2 : n);
  const was = inBank(before, before.cylinders);
  if (before.headsEach !== was || was === 0) return before.headsEach;
  return Math.ceil(inBank({ ...before, ...change }, count));
}
/** One main more than there are throws, unless somebody said another number. */
function usualMains(before: ModelShape, count: number, isAny: boolean): number {
  const throws = (shape: Pick<ModelShape, 'rodsEach'>, n: number): number =>
    Math.ceil(n / Math.max(1, shape.rodsEach ?? 1));
  const isUsual = before.mains === (before.cylinders === 0 ? 0 : throws(before, before.cylinders) + 1);
  return isUsual && isAny && before.rodsEach !== 0 ? throws(before, count) + 1 : before.mains;
}
function banksOf(arrangement: Layout['arrangement'], before: readonly Bank[]): readonly Bank[] {
  if (!isTwoBanks(arrangement)) return [{ id: 'main', label: 'main row', side: 'middle' }];
  return (['left', 'right'] as const).map(
    (side) => before.find((each) => each.side === side) ?? { id: side, label: '', side },
  );
}
const cylindersOf = (
  before: readonly Cylinder[],
  stands: readonly Pick<Cylinder, 'bank' | 'row'>[],
): readonly Cylinder[] =>
  stands.map((stand, i) => ({
    id: before[i]?.id ?? unusedId(before, `${i + 1}`),
    label: before[i]?.label ?? `Cyl ${i + 1}`,
    ...stand,
  }));
/** The id that somebody would expect, or the first free one after it. */
export function unusedId(taken: readonly { readonly id: string }[], wanted: string): string {
  const ids = new Set(taken.map(({ id }) => id));
  if (!ids.has(wanted)) return wanted;
  for (let n = 2; ; n += 1) if (!ids.has(`${wanted}-${n}`)) return `${wanted}-${n}`;
}

function headsOf(layout: DraftLayout, each: number | undefined): readonly Head[] {
  const before = layout.heads ?? [];
  if (each === undefined) return stillThere(layout, before);
  if (each === 0) return [];
  const groups = headGroups(layout, each);
  return groups.map((cylinders, i) => ({
    id: before[i]?.id ?? unusedId(before, `${i + 1}`),
    label: renamed(before[i]?.label, headName(layout, groups, i)),
    cylinders,
  }));
}
function headName(layout: DraftLayout, groups: readonly (readonly string[])[], i: number): string {
  const [only, ...others] = groups[i] ?? [];
  const of = layout.cylinders.find(({ id }) => id === only);
  if (groups.length === 1) return 'head';
  if (others.length === 0 && of !== undefined) return `head of ${of.label}`;
  const bank = layout.banks.find(({ id }) => id === of?.bank);
  return groups.length === layout.banks.length && bank !== undefined && bank.label !== ''
    ? `${bank.label} head`
    : `head ${i + 1}`;
}
/** A name that somebody gave stays; one that the program gave follows what it is now. */
const renamed = (before: string | undefined, now: string): string =>
  before === undefined || /^(.* )?head( \d+| of .*)?$/.test(before) ? now : before;
const stillThere = <T extends { readonly cylinders: readonly string[] }>(
  { cylinders }: DraftLayout,
  all: readonly T[],
): readonly T[] =>
  all
    .map((each) => ({
      ...each,
      cylinders: each.cylinders.filter((id) => cylinders.some((one) => one.id === id)),
    }))
    .filter((each) => each.cylinders.length > 0);

function journalsOf(layout: DraftLayout, mains: number, rodsEach: number | undefined): readonly Journal[] {
  const { journals = [] } = layout;
  const of = (kind: Journal['kind']): readonly Journal[] => journals.filter((each) => each.kind === kind);
  const pins =
    rodsEach === undefined
      ? stillThere(layout, of('crankpin'))
      : rodsEach === 0
        ? []
        : pinsFor(of('crankpin'), rodGroups(layout, rodsEach));
  return [...mainsFor(of('main'), mains), ...pins, ...of('camshaft')];
}
const mainsFor = (before: readonly Journal[], count: number): readonly Journal[] =>
  Array.from(
    { length: Math.max(0, Math.min(MOST_MAINS, Math.floor(count))) },
    (_, i) =>
      before[i] ?? {
        ...{ id: unusedId(before, `main-${i + 1}`), label: `main ${i + 1}`, kind: 'main', cylinders: [] },
      },
  );
const MOST_MAINS = 30;
const pinsFor = (before: readonly Journal[], groups: readonly (readonly string[])[]): readonly Journal[] =>
  groups.map((cylinders, i) => ({
    id: before[i]?.id ?? unusedId(before, `pin-${i + 1}`),
    label: before[i]?.label ?? `crankpin ${i + 1}`,
    kind: 'crankpin',
    cylinders,
  }));

/** A rod put on a pin, from where it was; `pin` is counted from the front, one behind the last makes a new one. */
export function withRodOnPin(draft: ModelDraft, cylinder: string, pin: number): ModelDraft {
  const { journals = [] } = draft.layout;
  const pins = pinsOf(draft.layout);
  const groups = Array.from({ length: Math.max(pins.length, pin + 1) }, (_, i) => [
    ...(pins[i]?.cylinders ?? []).filter((id) => id !== cylinder),
    ...(i === pin ? [cylinder] : []),
  ]);
  const all = pinsFor(pins, groups)
    .filter(({ cylinders }) => cylinders.length > 0)
    .map((each, i) => (/^crankpin \d+$/.test(each.label) ? { ...each, label: `crankpin ${i + 1}` } : each));
  const others = (kind: Journal['kind']): readonly Journal[] => journals.filter((each) => each.kind === kind);
  return {
    ...draft,
    layout: { ...draft.layout, journals: [...others('main'), ...all, ...others('camshaft')] },
  };
}
