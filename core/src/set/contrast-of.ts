import { isSize } from '../evidence/reading';
import type { Reading } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import type { RecordedReading } from '../bench/places';
import { groupContrast, MOST_CONTRASTED } from './group-contrast';
import type { GroupContrast } from './group-contrast';

/**
 * Where several readings are held against each other, each stands for its lower end: what surely went, or was read. One that is
 * known on one side only could be anything beyond that, and stands for nothing.
 */
export function lowerEnd(reading: Reading): number | undefined {
  if (!isSize(reading)) return undefined;
  const { lo, hi, loMeasured } = intervalOf(reading);
  return loMeasured && Number.isFinite(hi) ? lo : undefined;
}
/** The smallest difference that the gauges of a set can show, nm: that of the coarsest. */
export const resolutionOf = (readings: readonly Pick<RecordedReading, 'instrument'>[]): number =>
  Math.max(0, ...readings.map(({ instrument }) => instrument?.resolution ?? 0));

/**
 * Whether two groups of readings differ by more than chance, by their lower ends. What was worked out once is kept for as long as
 * the same figures are asked about: one reading more costs one comparison and not those of the whole engine.
 * @returns undefined where a group has none, or both together too many to go through
 */
export function contrastOf(
  a: readonly RecordedReading[],
  b: readonly RecordedReading[],
): GroupContrast | undefined {
  const [one, other] = [a, b].map((all) => all.flatMap(({ reading }) => lowerEnd(reading) ?? []));
  if (one === undefined || other === undefined || one.length === 0 || other.length === 0) return undefined;
  if (one.length + other.length > MOST_CONTRASTED) return undefined;
  const resolution = resolutionOf([...a, ...b]);
  const question = `${one.join(' ')}|${other.join(' ')}|${resolution}`;
  const known = KNOWN.get(question);
  if (known !== undefined) return known;
  const found = groupContrast({ a: one, b: other, resolution });
  if (KNOWN.size >= MOST_KNOWN) KNOWN.clear();
  KNOWN.set(question, found);
  return found;
}
const KNOWN = new Map<string, GroupContrast>();
const MOST_KNOWN = 500;
