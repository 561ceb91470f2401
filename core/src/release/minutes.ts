import type { PossibleAnswer } from './questions';

/** What a place takes to be measured, and a ring to be filed, min: by the bench, where nothing better is known. */
export const MINUTES_PER_PLACE = 3;
export const MINUTES_PER_FILING = 12;

/** About how long an answer takes at the bench, min; undefined where that is not the bench's. */
export function minutesOf({ kind, spends }: PossibleAnswer): number | undefined {
  const again = Math.max(1, spends.length) * MINUTES_PER_PLACE;
  switch (kind) {
    case 'file':
      return MINUTES_PER_FILING + again;
    case 'otherPlace':
    case 'lookAgain':
      return again;
    default:
      return undefined;
  }
}
