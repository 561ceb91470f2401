import type { Characteristic, PartKind } from './characteristic';
import type { FaceRule } from './face-rule';
import { USUAL_FACES } from './faces';
import type { DesignRule, Layout } from './layout';
import type { DraftLayout, ModelDraft } from './model-draft';
import { unusedId } from './model-shape';
import { partKindsOf } from './part-kinds';

/** What a model says of its parts, each a list that a layout has or does not have. */
export type PartRuleSet = 'singleUse' | 'lives' | 'papers' | 'kits' | 'designs' | 'boreClasses' | 'faces';
type Rules<S extends PartRuleSet> = NonNullable<DraftLayout[S]>;
export type PartRule<S extends PartRuleSet> = Rules<S>[number];

/** One of these lists changed; a layout has none that is empty. */
export function withPartRules<S extends PartRuleSet>(
  draft: ModelDraft,
  set: S,
  to: (rules: readonly PartRule<S>[]) => readonly PartRule<S>[],
): ModelDraft {
  const { [set]: before, ...rest } = draft.layout;
  const layout = rest as DraftLayout;
  const rules = to(before ?? []);
  return { ...draft, layout: rules.length === 0 ? layout : { ...layout, [set]: rules } };
}
/** One of a list said otherwise; undefined takes a field out, null the whole of it. */
export const withPartRule = <S extends PartRuleSet>(
  draft: ModelDraft,
  set: S,
  index: number,
  to: ((rule: PartRule<S>) => PartRule<S>) | null,
): ModelDraft =>
  withPartRules(draft, set, (rules) =>
    rules.flatMap((each, i) => (i !== index ? [each] : to === null ? [] : [to(each)])),
  );
/** A kind in a list of kinds, or out of it. */
export const withKindIn = (
  draft: ModelDraft,
  set: 'singleUse' | 'papers',
  kind: PartKind,
  isIn: boolean,
): ModelDraft =>
  withPartRules(draft, set, (kinds) => [...kinds.filter((each) => each !== kind), ...(isIn ? [kind] : [])]);
export function withNozzles(draft: ModelDraft, sprayed: boolean): ModelDraft {
  const { nozzles: _, ...layout } = draft.layout;
  return { ...draft, layout: sprayed ? { ...layout, nozzles: true } : layout };
}

/** What is never fitted, because it is the engine itself. */
const OF_THE_ENGINE: readonly PartKind[] = ['bore', 'block'];
/** The kinds of part that can be new, have a life, or come in a kit. */
export const fittedKinds = ({ partKinds }: Pick<Layout, 'partKinds'>): readonly PartKind[] =>
  partKindsOf(partKinds === undefined ? {} : { partKinds })
    .map(({ kind }) => kind)
    .filter((kind) => !OF_THE_ENGINE.includes(kind));

/** A kit with nothing in it yet. */
export const withKit = (draft: ModelDraft): ModelDraft =>
  withPartRules(draft, 'kits', (kits) => [...kits, { id: unusedId(kits, 'kit'), name: '', contents: [] }]);
export const withKitItem = (draft: ModelDraft, kit: number): ModelDraft =>
  withPartRule(draft, 'kits', kit, (each) => ({
    ...each,
    contents: [...each.contents, { id: unusedId(each.contents, 'item'), name: '', count: 1 }],
  }));
type KitItemDraft = PartRule<'kits'>['contents'][number];
export const withKitItemSaid = (
  draft: ModelDraft,
  kit: number,
  index: number,
  to: ((item: KitItemDraft) => KitItemDraft) | null,
): ModelDraft =>
  withPartRule(draft, 'kits', kit, (each) => ({
    ...each,
    contents: each.contents.flatMap((item, i) => (i !== index ? [item] : to === null ? [] : [to(item)])),
  }));
/** What a thing in a kit is as a part; only a ring lies in a groove. */
export function itemOfKind(item: KitItemDraft, kind: PartKind | undefined): KitItemDraft {
  const { kind: _, groove, ...rest } = item;
  if (kind === undefined) return rest;
  return { ...rest, kind, ...(kind === 'ring' && groove !== undefined ? { groove } : {}) };
}

/** How a sheet stands to a design: asked as of any other, of this design alone, or not of it. */
export type AskedOfDesign = 'usual' | 'only' | 'never';
export const askedOfDesign = (design: DesignRule, characteristic: string): AskedOfDesign =>
  design.asks.includes(characteristic)
    ? 'only'
    : design.leavesOut.includes(characteristic)
      ? 'never'
      : 'usual';
export function withAskedOfDesign(
  design: DesignRule,
  characteristic: string,
  asked: AskedOfDesign,
): DesignRule {
  const others = (list: readonly string[]) => list.filter((each) => each !== characteristic);
  return {
    ...design,
    asks: [...others(design.asks), ...(asked === 'only' ? [characteristic] : [])],
    leavesOut: [...others(design.leavesOut), ...(asked === 'never' ? [characteristic] : [])],
  };
}
/** The sheets that can depend on the design of a part of a kind: those that are measured on it. */
export const sheetsOfKind = (
  characteristics: readonly Characteristic[],
  kind: PartKind,
): readonly Characteristic[] => characteristics.filter(({ parts }) => parts.includes(kind));

/** The usual list of a kind, to be changed: from then on it is all that is looked at on such a part. */
export const withOwnFaces = (draft: ModelDraft, kind: PartKind): ModelDraft =>
  withPartRules(draft, 'faces', (faces) =>
    faces.some((each) => each.kind === kind)
      ? faces
      : [...faces, ...USUAL_FACES.filter((each) => each.kind === kind)],
  );
/** One face more of a kind, of which nothing is said yet. */
export const withFace = (draft: ModelDraft, kind: PartKind): ModelDraft =>
  withPartRules(draft, 'faces', (faces) => {
    const mine = faces.filter((each) => each.kind === kind);
    const made: FaceRule = {
      ...{ kind, id: unusedId(mine, 'face'), name: '', sort: 'look', looks: [] },
      ...{ how: 'by eye under the lamp, then with a nail', reject: '', aspects: ['face'] },
    };
    const last = faces.findLastIndex((each) => each.kind === kind);
    return [...faces.slice(0, last + 1), made, ...faces.slice(last + 1)];
  });
/** Back to the usual list. */
export const withoutOwnFaces = (draft: ModelDraft, kind: PartKind): ModelDraft =>
  withPartRules(draft, 'faces', (faces) => faces.filter((each) => each.kind !== kind));
