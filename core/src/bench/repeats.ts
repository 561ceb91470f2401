import type { Characteristic } from '../engines/characteristic';
import { canBothBeTrue, comeTo } from '../evidence/evidence';
import type { Told } from '../evidence/evidence-rules';
import { isSize } from '../evidence/reading';
import type { Reading } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { sameData } from '../kernel/same-data';
import { acceptRange } from '../library/limit';
import { nanometres, ZERO } from '../quantity/nanometres';
import type { PlaceRecord, RecordedReading, SaidCondition, VerdictFact } from './places';

/** Since these rules whoever measures again adds evidence, and what is taken away leaves the rest standing. */
export const REPEATS_SINCE = 10;

/** What is known of a place by all that stands there: which reading decides, what they come to, and how that is judged. */
export interface Standing {
  readonly reading: number;
  readonly known: Reading;
  readonly verdict: VerdictFact;
}
/** A reading as it is held against others. */
export type Stood = Pick<
  RecordedReading,
  'seq' | 'by' | 'reading' | 'own' | 'verdict' | 'instrument' | 'conditions'
>;

/** What a reading said by itself, before it was put together with others. */
export const ownOf = ({ own, reading }: Pick<RecordedReading, 'own' | 'reading'>): Reading => own ?? reading;

/** Everything that was measured at a place and is still true: what decides, and what agrees with it. */
export const standingAt = ({ readings }: PlaceRecord): readonly RecordedReading[] =>
  readings.filter(
    ({ status, inputs }) => inputs === undefined && (status === 'current' || status === 'refined'),
  );

/**
 * Whether two readings of a place can both be true. One that was taken in another state (with the caps loose) is of another
 * size; two ways to do the same are of one.
 */
export function standTogether(characteristic: Characteristic, a: Stood, b: Stood): boolean {
  const { conditions: asked = [], tolerance } = characteristic;
  const statesOf = ({ conditions = [] }: Stood): readonly SaidCondition[] =>
    conditions.filter(({ condition }) => asked.find(({ id }) => id === condition)?.ways === undefined);
  return sameData(statesOf(a), statesOf(b)) && canBothBeTrue(toldOf(a), toldOf(b), tolerance?.nm ?? 0);
}
const toldOf = (reading: Stood): Told<Reading> => ({
  reading: ownOf(reading),
  uncertainty: reading.verdict.uncertainty ?? reading.instrument?.uncertainty ?? ZERO,
});

/**
 * What readings that stand together come to: of what each of them could mean, the worst decides. The order in which they came
 * in changes nothing of what is known.
 * @param all in the order in which they came in
 * @param judgedOf how a reading at the place is judged
 * @returns undefined where there are none
 */
export function knownBy(
  all: readonly Stood[],
  judgedOf: (reading: Stood) => VerdictFact,
): Standing | undefined {
  const unsure = nanometres(Math.max(0, ...all.map((each) => toldOf(each).uncertainty)));
  const could = comeTo(all.map(ownOf)).flatMap(({ reading: known, of }): Standing[] => {
    const its = all[of];
    if (its === undefined) return [];
    // What several brackets leave is no surer than the least sure of them.
    const isNarrowed = !sameData(known, ownOf(its));
    const verdict = judgedOf({
      ...its,
      reading: known,
      verdict: isNarrowed ? { ...its.verdict, uncertainty: unsure } : its.verdict,
    });
    return [{ reading: its.seq, known, verdict }];
  });
  const [first, ...others] = could;
  return first === undefined
    ? undefined
    : others.reduce((so, each) => (isWorse(each, so) ? each : so), first);
}

/** Out of a limit is worse than not proven, and that worse than in; of two that are alike, the one nearer to its limit, or past it. */
function isWorse(a: Standing, b: Standing): boolean {
  const [one, other] = [rankOf(a), rankOf(b)];
  if (one !== other) return one < other;
  const [here, there] = [roomOf(a), roomOf(b)];
  if (here !== there) return here < there;
  // As near to either end: which of them it is says nothing, and must not depend on which came first.
  const [mine, its] = [endsOf(a), endsOf(b)];
  return mine.lo !== its.lo ? mine.lo < its.lo : mine.hi > its.hi;
}
const RANKS: readonly (readonly VerdictFact['verdict'][])[] = [
  ['tight', 'loose'],
  ['notProven'],
  ['withheld', 'noLimit'],
  ['serviceable'],
  ['in'],
];
const rankOf = ({ verdict }: Standing): number => RANKS.findIndex((words) => words.includes(verdict.verdict));
/** How far inside its limits a size surely is, nm; negative by how much it may be out. */
function roomOf({ known, verdict }: Standing): number {
  if (!isSize(known)) return 0;
  const { lower, upper } = acceptRange(verdict.limit, verdict.partState);
  const { lo, hi } = intervalOf(known);
  return Math.min(lo - lower, upper - hi);
}
const endsOf = ({ known }: Standing): { readonly lo: number; readonly hi: number } =>
  isSize(known) ? intervalOf(known) : { lo: 0, hi: 0 };
