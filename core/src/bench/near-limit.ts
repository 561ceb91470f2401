import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { acceptRange } from '../library/limit';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import type { RecordedReading } from './places';

/** A reading that is inside its limit by less than its gauge may err. nm. */
export interface NearLimit {
  readonly by: Nanometres;
  readonly uncertainty: Nanometres;
  readonly end: 'lower' | 'upper';
}

/** @returns undefined where it is not inside, or by as much as the gauge may err or more */
export function nearLimit({
  reading,
  verdict,
  instrument,
}: Pick<RecordedReading, 'reading' | 'verdict' | 'instrument'>): NearLimit | undefined {
  const uncertainty = verdict.uncertainty ?? instrument?.uncertainty;
  if (!verdict.acceptable || uncertainty === undefined || !isSize(reading)) return undefined;
  const { lower, upper } = acceptRange(verdict.limit, verdict.partState);
  const { lo, hi, loMeasured } = intervalOf(reading);
  const ends = [
    ...(loMeasured && Number.isFinite(lower) ? [{ end: 'lower' as const, by: lo - lower }] : []),
    ...(Number.isFinite(upper) && Number.isFinite(hi) ? [{ end: 'upper' as const, by: upper - hi }] : []),
  ].sort((a, b) => a.by - b.by);
  const [nearest] = ends;
  return nearest === undefined || nearest.by >= uncertainty
    ? undefined
    : { ...nearest, by: nanometres(nearest.by), uncertainty };
}
