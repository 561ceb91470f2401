import { fitKey, placesOf } from '../engines/place';
import type { FitKey } from '../engines/place';
import { quantityOf } from '../engines/characteristic';
import { PART_STATES } from '../quantity/part-state';
import type { Bound } from './limit';
import { fitDecision } from './judged-fit';
import type { KeptRevision } from './library-state';
import { pinLimits, statementsAbout } from './limits-pin';
import type { PinQuestion } from './limits-pin';
import { applies, statedBound } from './rank';

/** A target of the shop's own that lies beyond a limit: a job ignores it there. */
export interface TargetBeyond {
  readonly row: string;
  readonly fit: FitKey;
  readonly bound: Bound;
}

/**
 * Which targets of a draft lie beyond the limits that are published for an engine of a model, as far as that can be told
 * without a serial: said to who publishes it, because a job says it only where it is too late to think again.
 */
export function targetsBeyond(
  draft: KeptRevision,
  question: Omit<PinQuestion, 'pin' | 'engine' | 'diameterBasis'>,
): readonly TargetBeyond[] {
  if (draft.revision.kind !== 'shop') return [];
  const { id, by, at } = draft.draftedBy;
  const published = { id, by, at, digest: '', secondLook: '' };
  const pin = pinLimits({
    ...question,
    pin: 1,
    revisions: [
      ...question.revisions.filter(({ revision }) => revision.number !== draft.revision.number),
      { ...draft, published },
    ],
    engine: { serial: '' },
    diameterBasis: 'nominal',
  });
  const own = new Set(draft.rows.map((row) => row.id));
  const found = new Map<string, TargetBeyond>();
  const places = pin.characteristics
    .filter((each) => quantityOf(each) === 'length')
    .flatMap((each) => placesOf(pin.model.layout, each));
  for (const [fit, place] of new Map(places.map((each) => [fitKey(each), each])))
    for (const partState of PART_STATES) {
      const limit = fitDecision(pin, { fit, partState })?.governing.limit;
      if (limit === undefined) continue;
      const context = { ...pin.context, partState };
      for (const row of statementsAbout(place, pin))
        for (const bound of ['min', 'max'] as const) {
          if (!own.has(row.id) || !applies(row, context)) continue;
          const value = statedBound(row, bound, context);
          if (typeof value !== 'number') continue;
          if (value >= (limit.min ?? -Infinity) && value <= (limit.max ?? Infinity)) continue;
          found.set(`${row.id} ${fit} ${bound}`, { row: row.id, fit, bound });
        }
    }
  return [...found.values()];
}
