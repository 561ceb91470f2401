import { invariant } from '../kernel/invariant';
import type { PartKind, PartKindRule } from './characteristic';
import type { Layout } from './layout';

/** The parts that every layout has slots for, as far as it has the axes. */
export const USUAL_PARTS: readonly PartKindRule[] = [
  { kind: 'bore', axes: ['cylinder'], reworks: ['honed', 'bored'] },
  { kind: 'block', axes: ['cylinder'], reworks: ['bored'] },
  { kind: 'ring', axes: ['cylinder', 'groove', 'member'], reworks: ['filed'] },
  { kind: 'piston', axes: ['cylinder'], reworks: [] },
  { kind: 'pin', axes: ['cylinder'], reworks: [] },
  { kind: 'rod', axes: ['cylinder'], reworks: [] },
  { kind: 'liner', axes: ['cylinder'], reworks: [] },
  { kind: 'journal', axes: ['journal'], reworks: [] },
  { kind: 'shell', axes: ['journal', 'point'], along: { point: 'shell' }, reworks: [] },
  { kind: 'bolt', axes: ['cylinder', 'fastener'], along: { fastener: 'rod' }, reworks: [] },
];
const USUAL = new Map(USUAL_PARTS.map((rule) => [rule.kind, rule]));
/** The rule of a usual kind, where no layout is at hand. */
export function usualPart(kind: PartKind): PartKindRule {
  const rule = USUAL.get(kind);
  invariant(rule !== undefined, `${kind} is a usual kind of part`);
  return rule;
}
export const USUAL_KINDS: readonly PartKind[] = USUAL_PARTS.map(({ kind }) => kind);

/** All kinds of part of an engine: the usual ones, and those that its layout declares. */
export const partKindsOf = ({ partKinds = [] }: Pick<Layout, 'partKinds'>): readonly PartKindRule[] => [
  ...USUAL_PARTS,
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
