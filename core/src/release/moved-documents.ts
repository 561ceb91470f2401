import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { ArrivalState, CheckedDocument } from './arrival';

const keyOf = ({ id, digest }: CheckedDocument): string => `${id} ${digest}`;
const sameSet = (a: readonly CheckedDocument[], b: readonly CheckedDocument[]): boolean =>
  a.length === b.length && a.every((each) => b.some((other) => keyOf(other) === keyOf(each)));

/** The documents that came, went or changed since the limits were pinned. */
export function documentsSincePin(state: PinState, current: readonly CheckedDocument[]): readonly string[] {
  const pinned = (currentPin(state)?.documents ?? []).map(({ id, digest }) => ({ id, digest }));
  const outdated = pinned.filter((each) => !current.some((other) => keyOf(other) === keyOf(each)));
  const fresh = current.filter((each) => !pinned.some((other) => keyOf(other) === keyOf(each)));
  return [...outdated, ...fresh].map(({ id }) => id);
}
/** The same, unless exactly this was declined already: then it needs nobody. */
export function movedDocuments(
  state: PinState & Pick<ArrivalState, 'declined'>,
  current: readonly CheckedDocument[],
): readonly string[] {
  return declinedNews(state, current) === undefined ? documentsSincePin(state, current) : [];
}
/** The decision not to adopt what is current now, if there is one. */
export const declinedNews = (
  state: PinState & Pick<ArrivalState, 'declined'>,
  current: readonly CheckedDocument[],
): ArrivalState['declined'][number] | undefined =>
  state.declined.findLast(
    ({ documents, pin }) => pin === currentPin(state)?.pin && sameSet(documents, current),
  );
