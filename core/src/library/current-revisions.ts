import { own } from '../kernel/own';
import type { EngineClass } from '../engines/engine-model';
import type { KeptRevision, LibraryState } from './library-state';
import type { LimitPolicy } from './limit-row';

/**
 * The revisions that count on a day: published, effective, not withdrawn, not overtaken by a later one of the same number,
 * and not of a document that a current one takes the place of.
 */
export function currentRevisions(state: LibraryState, on: string): readonly KeptRevision[] {
  const effective = Object.values(state.revisions).filter(
    ({ published, revision }) => published !== undefined && revision.effective <= on,
  );
  const newest = new Map<string, KeptRevision>();
  for (const kept of effective) {
    if (kept.withdrawn !== undefined) continue;
    const so = newest.get(kept.revision.number);
    if (so === undefined || isLater(kept, so)) newest.set(kept.revision.number, kept);
  }
  for (const kept of effective) {
    if (kept.withdrawn?.then !== 'nothing') continue;
    const so = newest.get(kept.revision.number);
    if (so !== undefined && isLater(kept, so)) newest.delete(kept.revision.number);
  }
  const current = [...newest.values()];
  return current
    .filter((kept) => !current.some((other) => takesThePlaceOf(other, kept)))
    .sort((a, b) => (a.revision.id < b.revision.id ? -1 : 1));
}
/** Where two documents each say that they take the other's place, the later one does. */
function takesThePlaceOf(a: KeptRevision, b: KeptRevision): boolean {
  const names = (one: KeptRevision, other: KeptRevision): boolean =>
    one !== other && one.revision.supersedes?.includes(other.revision.number) === true;
  if (!names(a, b)) return false;
  return !names(b, a) || isLater(a, b) || (!isLater(b, a) && a.revision.id > b.revision.id);
}
export const isLater = (a: KeptRevision, b: KeptRevision): boolean =>
  a.revision.effective === b.revision.effective
    ? a.revision.issued > b.revision.issued
    : a.revision.effective > b.revision.effective;

export const REVISION_STATES = [
  'draft',
  'checked',
  'published',
  'current',
  'superseded',
  'withdrawn',
] as const;
export type RevisionState = (typeof REVISION_STATES)[number];

/** Where a revision stands on a day. `published` is not effective yet. */
export function revisionState(
  kept: KeptRevision,
  current: readonly KeptRevision[],
  on: string,
): RevisionState {
  if (kept.withdrawn !== undefined) return 'withdrawn';
  if (kept.published === undefined) return kept.checked === undefined ? 'draft' : 'checked';
  if (current.includes(kept)) return 'current';
  return kept.revision.effective > on ? 'published' : 'superseded';
}

/** The order of kinds for a class of engine: the shop's own, or the one that ships. */
export const policyOf = (
  state: LibraryState,
  engineClass: EngineClass,
  shipped: (engineClass: EngineClass) => LimitPolicy,
): LimitPolicy => {
  const order = own(state.orders, engineClass);
  return order === undefined ? shipped(engineClass) : { order };
};
