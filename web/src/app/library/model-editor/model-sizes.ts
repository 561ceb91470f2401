import type { Figure, LengthUnit, ModelDraft } from '@oak-gate/core';

/** Sizes of a list, as they are typed: `0.50; 1.00`. */
export const listText = (figures: readonly Figure[] | undefined): string =>
  (figures ?? []).map(({ text }) => text).join('; ');
const listOf = (text: string, unit: LengthUnit): readonly Figure[] =>
  text
    .split(/[;,]\s+|;/)
    .map((each) => each.trim())
    .filter((each) => each !== '')
    .map((each) => ({ text: each, unit }));

/** What the bores are machined to; nothing of it where neither is said. */
export function withRebore(
  draft: ModelDraft,
  part: { readonly oversizes?: string; readonly cleanUp?: string },
): ModelDraft {
  const { unit } = draft.bore;
  const { rebore, ...rest } = draft;
  const oversizes = part.oversizes === undefined ? (rebore?.oversizes ?? []) : listOf(part.oversizes, unit);
  const cleanUp =
    part.cleanUp === undefined
      ? (rebore?.cleanUp ?? { text: '', unit })
      : { text: part.cleanUp.trim(), unit };
  return oversizes.length === 0 && cleanUp.text === '' ? rest : { ...rest, rebore: { oversizes, cleanUp } };
}

/** To what journals of a kind are ground; nothing of it where neither is said. */
export function withRegrind(
  draft: ModelDraft,
  kind: 'main' | 'crankpin',
  part: { readonly standard?: string; readonly undersizes?: string },
): ModelDraft {
  const { regrind = [], ...layout } = draft.layout;
  const before = regrind.find(({ journals }) => journals === kind);
  const unit = before?.standard.unit ?? draft.bore.unit;
  const standard =
    part.standard === undefined
      ? (before?.standard ?? { text: '', unit })
      : { text: part.standard.trim(), unit };
  const undersizes =
    part.undersizes === undefined ? (before?.undersizes ?? []) : listOf(part.undersizes, unit);
  const isSaid = standard.text !== '' || undersizes.length > 0;
  const said = { journals: kind, standard, undersizes };
  const all =
    before === undefined
      ? [...regrind, ...(isSaid ? [said] : [])]
      : regrind.flatMap((each) => (each.journals !== kind ? [each] : isSaid ? [said] : []));
  return { ...draft, layout: all.length === 0 ? layout : { ...layout, regrind: all } };
}

/** What is not measured on a ring, whichever of its pieces: with the reason that the record prints. */
export function withNotMeasured(
  draft: ModelDraft,
  groove: string,
  characteristic: string,
  reason: string,
): ModelDraft {
  const { grooves, notApplicable } = draft.layout;
  const { members = [] } = grooves.find(({ id }) => id === groove) ?? {};
  const others = notApplicable.filter(
    (each) => each.groove !== groove || each.characteristic !== characteristic,
  );
  const said = members.map(({ id }) => ({ characteristic, groove, member: id, reason }));
  return { ...draft, layout: { ...draft.layout, notApplicable: [...others, ...said] } };
}
export const withoutNotMeasured = (draft: ModelDraft, index: number): ModelDraft => ({
  ...draft,
  layout: { ...draft.layout, notApplicable: draft.layout.notApplicable.filter((_, i) => i !== index) },
});
