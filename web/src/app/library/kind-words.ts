import { appliesWords, CLASS_WORDS, KIND_WORDS } from '@oak-gate/contract';
import type { DocumentRevision, EngineClass, RevisionState } from '@oak-gate/core';

export const STATE_WORDS: Readonly<Record<RevisionState, string>> = {
  draft: 'draft',
  checked: 'checked',
  published: 'not effective yet',
  current: 'current',
  superseded: 'superseded',
  withdrawn: 'withdrawn',
};
/** The classes of engine as they begin a line. */
export const CLASS_HEADS = Object.fromEntries(
  Object.entries(CLASS_WORDS).map(([of, words]) => [of, words.charAt(0).toUpperCase() + words.slice(1)]),
) as Readonly<Record<EngineClass, string>>;

const FIELD_WORDS: Readonly<Partial<Record<keyof DocumentRevision, string>>> = {
  title: 'Title',
  kind: 'Kind',
  issued: 'Issued',
  effective: 'Effective from',
  appliesTo: 'Speaks of',
  supersedes: 'Takes the place of',
  partsMaker: 'Whose parts',
  notes: 'Notes',
  cautions: 'Cautions',
};
/** What a document says of itself otherwise than the one before it, in words. */
export function changedStatement(
  field: keyof DocumentRevision,
  before: DocumentRevision,
  after: DocumentRevision,
): { readonly field: string; readonly before: string; readonly after: string } {
  return {
    field: FIELD_WORDS[field] ?? field,
    before: fieldText(before, field),
    after: fieldText(after, field),
  };
}
const DAY = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
function fieldText(of: DocumentRevision, field: keyof DocumentRevision): string {
  switch (field) {
    case 'kind':
      return KIND_WORDS[of.kind];
    case 'appliesTo': {
      const said = appliesWords(of.appliesTo);
      return [(of.appliesTo.models ?? []).join(', '), said].filter((part) => part !== '').join('; ');
    }
    case 'issued':
    case 'effective':
      return DAY.format(Date.parse(of[field]));
    case 'supersedes':
      return (of.supersedes ?? []).join(', ');
    case 'cautions':
      return (of.cautions ?? []).join(' ');
    default:
      return of[field] ?? '';
  }
}
