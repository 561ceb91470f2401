import { placeKey } from '../engines/place';
import type { Place } from '../engines/place';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { PartState } from '../quantity/part-state';
import type { Rejudged } from './bench-events';
import { judge, JUDGE_RULE_VERSION } from './judge';
import { placeOf, sheetPlaces } from './places';
import type { PlacesState, VerdictFact } from './places';
import type { Reading } from './reading';

/** The verdict of a reading at a place, as the fact that is recorded. */
export function judgePlace(
  state: PinState,
  place: Place,
  partState: PartState,
  reading: Reading,
): VerdictFact {
  const inForce = limitInForce(state, place, partState);
  const frame = {
    partState,
    rule: 'simple' as const,
    ruleVersion: JUDGE_RULE_VERSION,
    pin: currentPin(state)?.pin ?? 0,
  };
  if (inForce.state === 'withheld') {
    return {
      verdict: 'withheld',
      acceptable: false,
      withheld: inForce.why,
      limit: {},
      sources: {},
      ...frame,
    };
  }
  const { limit, sources } = inForce.state === 'inForce' ? inForce : { limit: {}, sources: {} };
  return { ...judge({ limit, reading, partState }), limit, sources, ...frame };
}

/** The verdicts when the limits change: every reading that counts, judged again, in the order of the sheets. */
export function rejudgements(state: PinState & PlacesState): readonly Rejudged[] {
  const order = new Map(sheetPlaces(state).map((place, i) => [placeKey(place), i]));
  const rank = (key: string): number => order.get(key) ?? Infinity;
  return state.places
    .entries()
    .filter(([, { readings }]) => readings.some(({ status }) => status === 'current'))
    .sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : 1))
    .flatMap(([key, record]) => {
      const place = placeOf(state, key);
      if (place === undefined) return [];
      return record.readings
        .filter(({ status }) => status === 'current')
        .map(({ seq, reading, verdict }) => ({
          place: key,
          reading: seq,
          verdict: judgePlace(state, place, verdict.partState, reading),
        }));
    });
}
