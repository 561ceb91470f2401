import { invariant } from '../kernel/invariant';
import type { DoneBeside, PartKind, PartKindRule } from './characteristic';
import type { Layout } from './layout';

/** The parts that every layout has slots for, as far as it has the axes. */
export const USUAL_PARTS: readonly PartKindRule[] = [
  { kind: 'bore', axes: ['cylinder'], reworks: ['honed', 'bored', 'pressed in'] },
  { kind: 'block', axes: ['cylinder'], reworks: ['bored'] },
  {
    ...{ kind: 'ring', axes: ['cylinder', 'groove', 'member'], reworks: ['filed'] },
    touches: { filed: ['ends'] },
  },
  { kind: 'piston', axes: ['cylinder'], reworks: [] },
  { kind: 'pin', axes: ['cylinder'], reworks: [] },
  {
    ...{ kind: 'rod', axes: ['cylinder'] },
    reworks: ['cap loosened', 'bush pressed in', 'bush honed', 'big end bored'],
    touches: {
      'cap loosened': ['clamped'],
      'bush pressed in': ['smallEnd'],
      'bush honed': ['smallEnd'],
      'big end bored': ['bigEnd', 'clamped'],
    },
    alsoDone: { 'cap loosened': [{ kind: 'bolt', what: 'loosened' }] },
  },
  {
    ...{ kind: 'liner', axes: ['cylinder'] },
    reworks: ['pressed in', 'shimmed', 'cleaned and reseated', 'seat recut'],
    touches: {
      'pressed in': ['height', 'seat'],
      shimmed: ['height', 'seat'],
      'cleaned and reseated': ['height', 'seat'],
      'seat recut': ['height', 'seat'],
    },
    alsoDone: { 'pressed in': [{ kind: 'bore', what: 'pressed in' }] },
  },
  {
    ...{ kind: 'journal', axes: ['journal'], reworks: ['ground', 'polished', 'cap loosened'] },
    touches: { ground: ['size', 'width', 'clamped'], polished: ['size'], 'cap loosened': ['clamped'] },
  },
  // Halves of main bearings. A crankpin that carries two rods has two pairs, and they lie with their rods.
  { kind: 'shell', axes: ['journal', 'point'], along: { point: 'shell' }, reworks: [] },
  {
    ...{ kind: 'bolt', axes: ['cylinder', 'fastener'], along: { fastener: 'rod' }, reworks: ['loosened'] },
    touches: { loosened: ['clamped'] },
  },
  { kind: 'rodShell', axes: ['cylinder', 'point'], along: { point: 'shell' }, reworks: [] },
  { kind: 'clip', axes: ['cylinder'], reworks: [] },
  { kind: 'cap', axes: ['cylinder'], reworks: [] },
  { kind: 'mainCap', axes: ['journal'], along: { journal: 'main' }, reworks: [] },
  { kind: 'bush', axes: ['cylinder'], reworks: [] },
  {
    ...{ kind: 'shim', axes: ['cylinder'], reworks: [] },
    shifts: [{ kind: 'liner', what: 'shimmed' }],
  },
  { kind: 'thrustWasher', axes: [], reworks: [] },
  { kind: 'nozzle', axes: ['cylinder'], reworks: [] },
];
const USUAL = new Map(USUAL_PARTS.map((rule) => [rule.kind, rule]));
/** The rule of a usual kind, where no layout is at hand. */
export function usualPart(kind: PartKind): PartKindRule {
  const rule = USUAL.get(kind);
  invariant(rule !== undefined, `${kind} is a usual kind of part`);
  return rule;
}
export const USUAL_KINDS: readonly PartKind[] = USUAL_PARTS.map(({ kind }) => kind);

/** All kinds of part of an engine: the usual ones, and those that its layout declares, which may be one of them. */
export const partKindsOf = ({ partKinds = [] }: Pick<Layout, 'partKinds'>): readonly PartKindRule[] => [
  ...USUAL_PARTS.filter(({ kind }) => !partKinds.some((each) => each.kind === kind)),
  ...partKinds,
];
/**
 * What a layout declares comes first: a kind that became usual later stays what it was in an older one.
 * @returns undefined where nobody has said where such parts lie
 */
export const partKindRule = (
  { partKinds }: Pick<Layout, 'partKinds'>,
  kind: PartKind,
): PartKindRule | undefined => partKinds?.find((each) => each.kind === kind) ?? USUAL.get(kind);

/** What is done to a part of a kind, as data: what of it changes, and what happens beside it. */
export interface ReworkRule {
  readonly touches: readonly string[] | undefined;
  readonly beside: readonly DoneBeside[];
}
/** @returns undefined where that is not done to parts of this kind */
export function reworkRule(
  layout: Pick<Layout, 'partKinds'>,
  kind: PartKind,
  what: string,
): ReworkRule | undefined {
  const rule = partKindRule(layout, kind);
  if (rule?.reworks.includes(what) !== true) return undefined;
  return { touches: rule.touches?.[what], beside: rule.alsoDone?.[what] ?? [] };
}
/** The kinds of part that change when something is done to one of a kind: it, and what lies beside it. */
export const kindsChanged = (
  layout: Pick<Layout, 'partKinds'>,
  kind: PartKind,
  what?: string,
): readonly PartKind[] => {
  const rule = partKindRule(layout, kind);
  const beside = (what === undefined ? rule?.shifts : rule?.alsoDone?.[what]) ?? [];
  return [kind, ...beside.map((each) => each.kind)];
};
