import {
  characteristicOf,
  currentReading,
  judgedAt,
  placeAt,
  placeOf,
  slotsBehind,
  unitOf,
  workersAt,
} from '../bench/places';
import type { RecordedReading } from '../bench/places';
import type { Characteristic, PartKind } from '../engines/characteristic';
import type { Layout } from '../engines/layout';
import { kindOfSlot, partIn } from '../engines/parts';
import type { Part, PartRef } from '../engines/parts';
import { partKindRule, USUAL_KINDS } from '../engines/part-kinds';
import { fitKey, placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import type { Role } from '../kernel/actor';
import { onceFor } from '../kernel/once-for';
import { acceptRange } from '../library/limit';
import { currentPin, limitInForce } from '../library/limit-in-force';
import { placeStatus } from '../findings/place-status';
import { filingAdvice } from '../rework/filing-plan';
import { ringSets } from '../rework/ring-swap';
import type { PlannedWork, PlansState } from '../rework/plans';
import { openPlans } from '../rework/plans';
import type { Nanometres } from '../quantity/nanometres';
import { showExact } from '../quantity/show-length';
import { openMatters } from './open-matters';
import type { Finding, MattersSlice } from './open-matters';

/** What can be answered to a question. */
export const ANSWER_KINDS = [
  'file',
  'otherPlace',
  'rework',
  'anotherPart',
  'concession',
  'lookAgain',
  'waitForPart',
  'keepAsFound',
  'putRight',
  'decide',
] as const;
export type AnswerKind = (typeof ANSWER_KINDS)[number];
/** What asks: a size out of its limits, a part that was found odd or lies elsewhere, was rejected or not looked at, or something that has its own way of being decided. */
export type QuestionKind =
  | 'outOfLimits'
  | 'asFound'
  | 'rejected'
  | 'notInspected'
  | 'due'
  | 'withdrawn'
  | 'classes'
  | 'short'
  | 'life'
  | 'paper'
  | 'other';

/** Which answers exist for what, in the order in which they are offered. What of them fits a part is worked out. */
const ANSWERS: Readonly<Record<QuestionKind, readonly AnswerKind[]>> = {
  outOfLimits: ['file', 'otherPlace', 'rework', 'anotherPart', 'lookAgain', 'waitForPart', 'concession'],
  asFound: ['keepAsFound', 'putRight'],
  rejected: ['anotherPart', 'lookAgain', 'waitForPart', 'concession'],
  notInspected: ['lookAgain', 'decide'],
  due: ['lookAgain'],
  withdrawn: ['lookAgain', 'decide'],
  classes: ['anotherPart', 'waitForPart', 'decide'],
  short: ['decide', 'waitForPart'],
  life: ['anotherPart', 'waitForPart', 'decide'],
  paper: ['decide', 'anotherPart', 'waitForPart'],
  other: ['decide'],
};
/**
 * Which reworks mend what. `own`: of a size of the part itself, which is machined to its next class; else of a fit that it opens.
 * What a shop does to parts of its own kinds mends whatever it says.
 */
interface Mend {
  readonly kind: PartKind;
  readonly what: string;
  readonly when: readonly ('tight' | 'loose')[];
  readonly own?: true;
}
const MENDS: readonly Mend[] = [
  { kind: 'bore', what: 'honed', when: ['tight'] },
  { kind: 'bore', what: 'bored', when: ['tight', 'loose'], own: true },
  { kind: 'block', what: 'bored', when: ['tight', 'loose'], own: true },
  { kind: 'rod', what: 'bush honed', when: ['tight'] },
  { kind: 'rod', what: 'big end bored', when: ['tight', 'loose'], own: true },
  { kind: 'liner', what: 'shimmed', when: ['tight'], own: true },
  { kind: 'liner', what: 'seat recut', when: ['loose'], own: true },
  { kind: 'liner', what: 'cleaned and reseated', when: ['tight', 'loose'], own: true },
  { kind: 'journal', what: 'ground', when: ['tight', 'loose'], own: true },
];
function mends(
  layout: Layout,
  { parts }: Characteristic,
  kind: PartKind,
  what: string,
  word: string,
): boolean {
  if (!USUAL_KINDS.includes(kind) || layout.partKinds?.some((each) => each.kind === kind) === true)
    return true;
  const known = MENDS.find((each) => each.kind === kind && each.what === what);
  return (
    known?.when.some((each) => each === word) === true &&
    (known.own !== true || (parts.length === 1 && parts[0] === kind))
  );
}
const TECHNICIANS: readonly Role[] = ['technician', 'inspector'];
const INSPECTORS: readonly Role[] = ['inspector'];
/** Who may give an answer; a concession and what was found odd are never decided by who did the work. */
const WHO: Readonly<Record<AnswerKind, readonly Role[]>> = {
  file: TECHNICIANS,
  otherPlace: TECHNICIANS,
  rework: TECHNICIANS,
  anotherPart: TECHNICIANS,
  concession: INSPECTORS,
  lookAgain: TECHNICIANS,
  waitForPart: TECHNICIANS,
  keepAsFound: INSPECTORS,
  putRight: INSPECTORS,
  decide: INSPECTORS,
};

/** What a size would be, nm, and what is allowed there; nothing is said of it where nobody can know. */
export interface PredictedSize {
  readonly place: PlaceKey;
  readonly low: number;
  readonly high: number;
  readonly lower: number;
  readonly upper: number;
  /** `tight` and `loose` where it surely is out, `notProven` where it may be. */
  readonly word: 'in' | 'tight' | 'loose' | 'notProven';
}
export interface PossibleAnswer {
  readonly kind: AnswerKind;
  /** Of a rework: which. */
  readonly what?: string;
  readonly part?: string;
  /** Of a decision that has its own way: of what. */
  readonly of?: QuestionKind;
  /** It is about what was seen and not about a size. */
  readonly look?: true;
  readonly who: readonly Role[];
  readonly notBy: readonly string[];
  /** What would be measured again, because it would be spent. */
  readonly spends: readonly PlaceKey[];
  readonly predicted: readonly PredictedSize[];
  /** Of filing: how much, nm. */
  readonly cut?: Nanometres;
  /** What shall be done, where that is clear: it is planned, and spends nothing before it is done. */
  readonly work?: PlannedWork;
}
export interface OpenQuestion {
  readonly id: string;
  readonly kind: QuestionKind;
  /** Several that are alike are asked together. */
  readonly findings: readonly Finding[];
  readonly places: readonly PlaceKey[];
  readonly answers: readonly PossibleAnswer[];
  /** What was decided on already and is not done yet. */
  readonly planned: readonly number[];
}
type Slice = MattersSlice & PlansState;

/**
 * Everything that has to be decided, and every size that is out and could be mended without a decision, each with its answers and
 * what they would mean. Worked out once for a state.
 */
export const questionsOf: (state: Slice) => readonly OpenQuestion[] = onceFor((state: Slice) => {
  const { findings, statuses } = openMatters(state);
  const plans = openPlans(state);
  const asking = askingOf(state);
  const asked: OpenQuestion[] = [];
  const seen = new Set<PlaceKey>();
  for (const { key, state: word, conceded, place } of statuses) {
    if ((word !== 'tight' && word !== 'loose') || conceded || seen.has(key)) continue;
    const about = { id: `outOfLimits ${key}`, place };
    const own = findings.filter((each) => each.id === about.id);
    const answers = ANSWERS.outOfLimits.flatMap((kind) => answersTo(asking, place, kind, word));
    // One cut, one swap and one new part answer for every station of a part at once.
    const together = answers.find(({ kind }) => kind === 'file')?.spends ?? [key];
    const out = statuses.filter(
      (each) => together.includes(each.key) && (each.state === 'tight' || each.state === 'loose'),
    );
    for (const each of out) seen.add(each.key);
    const parts = new Set(answers.flatMap(({ part }) => part ?? []));
    asked.push({
      ...{ id: about.id, kind: 'outOfLimits', findings: own, answers },
      places: [...new Set([key, ...out.map((each) => each.key)])],
      planned: plans
        .filter(({ work }) =>
          work.kind === 'move' ? work.moves.some(({ part }) => parts.has(part)) : parts.has(work.part),
        )
        .map(({ seq }) => seq),
    });
  }
  for (const finding of findings) {
    if (finding.kind === 'outOfLimits') continue;
    const kind = kindOfQuestion(finding);
    asked.push({
      ...{ id: finding.id, kind, findings: [finding], places: placesOfFinding(finding), planned: [] },
      answers: ANSWERS[kind].map((each) => answerTo(finding, each)),
    });
  }
  return asked;
});

/** What can be answered to several that are alike in one go: what each means is its own. A concession never is. */
const TOGETHER: readonly AnswerKind[] = ['file', 'rework', 'keepAsFound', 'putRight', 'decide'];
/** Other questions that ask the same of another cylinder, and can be given the same answer by the same people. */
export function alikeTo(
  state: Slice,
  question: OpenQuestion,
  answer: PossibleAnswer,
): readonly OpenQuestion[] {
  const same = sortOf(state, question);
  if (same === undefined || !TOGETHER.includes(answer.kind)) return [];
  return questionsOf(state).filter(
    (each) =>
      each.id !== question.id && sortOf(state, each) === same && answerLike(each, answer) !== undefined,
  );
}
/** The same answer to another question, with what it means there. */
export const answerLike = (
  { answers }: OpenQuestion,
  { kind, what }: PossibleAnswer,
): PossibleAnswer | undefined => answers.find((each) => each.kind === kind && each.what === what);
/** Questions of one sort carry the same word; undefined for what is always asked by itself. */
function sortOf(state: Slice, { kind, places, findings }: OpenQuestion): string | undefined {
  const [finding] = findings;
  switch (kind) {
    case 'outOfLimits': {
      const place = placeOf(state, places[0] ?? '');
      const word = place === undefined ? '' : placeStatus(state, place).state;
      return place === undefined ? undefined : `${fitKey(place)} ${word}`;
    }
    case 'notInspected':
      return finding?.kind === 'inspection'
        ? `${kindOfSlot(finding.doubt.slot)} ${finding.doubt.item} ${finding.doubt.entry.reason}`
        : undefined;
    case 'asFound':
      return finding?.kind === 'asFound' && finding.doubt.kind === 'asFoundOdd'
        ? `${kindOfSlot(finding.doubt.slot)} ${finding.doubt.entry.odd}`
        : undefined;
    default:
      return undefined;
  }
}

const OWN_QUESTIONS: Readonly<Partial<Record<Finding['kind'], QuestionKind>>> = {
  inspectionDue: 'due',
  withdrawn: 'withdrawn',
  kitDiffers: 'short',
  lifeDue: 'life',
  paperMissing: 'paper',
};
function kindOfQuestion(finding: Finding): QuestionKind {
  if (finding.kind === 'asFound') return 'asFound';
  if (finding.kind === 'inspection') return finding.doubt.kind;
  if (finding.kind === 'setRule') return finding.rule.kind === 'classes' ? 'classes' : 'other';
  return OWN_QUESTIONS[finding.kind] ?? 'other';
}
function lookedAt(finding: Finding): Pick<PossibleAnswer, 'part' | 'look'> {
  if (finding.kind === 'inspection') return { part: finding.doubt.entry.part, look: true };
  const [due] = finding.kind === 'lifeDue' ? finding.due : [];
  if (due !== undefined) return { part: due.part.id };
  const [lacking] = finding.kind === 'paperMissing' ? finding.parts : [];
  if (lacking !== undefined) return { part: lacking.id };
  return finding.kind === 'inspectionDue' ? { look: true } : {};
}
/** Who decides a finding decides it; another part and another look are anybody's work at the bench. */
function answerTo(finding: Finding, kind: AnswerKind): PossibleAnswer {
  const part = lookedAt(finding);
  const of = kind === 'decide' ? { of: kindOfQuestion(finding) } : {};
  return WHO[kind] === TECHNICIANS
    ? { ...plain(kind), ...part }
    : { ...plain(kind, finding.notBy, finding.decidedBy), ...part, ...of };
}
function placesOfFinding(finding: Finding): readonly PlaceKey[] {
  if ('place' in finding) return [finding.place];
  if (finding.kind === 'setRule') return finding.rule.places;
  return finding.kind === 'factUnsettled' || finding.kind === 'instrumentOutOfDate' ? finding.places : [];
}
const plain = (
  kind: AnswerKind,
  notBy: readonly string[] = [],
  who: readonly Role[] = WHO[kind],
): PossibleAnswer => ({ kind, who, notBy, spends: [], predicted: [] });

/** What is worked out for a whole sheet, once for each and not once for every place of it. */
interface Asking {
  readonly state: Slice;
  readonly advice: (characteristic: Characteristic) => ReturnType<typeof filingAdvice>;
  readonly sets: (characteristic: Characteristic) => ReturnType<typeof ringSets>;
}
function askingOf(state: Slice): Asking {
  const advice = new Map<string, ReturnType<typeof filingAdvice>>();
  const sets = new Map<string, ReturnType<typeof ringSets>>();
  return {
    state,
    advice: (of) => once(advice, of.id, () => filingAdvice(state, of)),
    sets: (of) => once(sets, of.id, () => ringSets(state, of)),
  };
}
function once<V>(known: Map<string, V>, key: string, work: () => V): V {
  const there = known.get(key);
  if (there !== undefined) return there;
  const made = work();
  known.set(key, made);
  return made;
}

function answersTo(
  asking: Asking,
  place: Place,
  kind: AnswerKind,
  word: 'tight' | 'loose',
): readonly PossibleAnswer[] {
  const { state } = asking;
  const characteristic = characteristicOf(state, place);
  const pin = currentPin(state);
  if (characteristic === undefined || pin === undefined) return [];
  const parts = partsBehind(state, characteristic, place);
  switch (kind) {
    case 'file':
      return fileAnswer(asking, characteristic, place);
    case 'otherPlace':
      return swapAnswer(asking, characteristic, place);
    case 'rework':
      return parts.flatMap((part) =>
        (partKindRule(pin.model.layout, part.kind)?.reworks ?? [])
          .filter((what) => mends(pin.model.layout, characteristic, part.kind, what, word))
          .map((what): PossibleAnswer => ({
            ...plain('rework'),
            ...{ what, part: part.id, spends: spentBy(state, [part]) },
            work: { kind: 'rework', part: part.id, what, how: what },
          })),
      );
    case 'anotherPart':
      return parts
        .filter(({ kind: of }) => of === characteristic.stateOf)
        .map((part): PossibleAnswer => ({ ...plain(kind), part: part.id, spends: spentBy(state, [part]) }));
    case 'concession':
      return [
        {
          ...plain(kind, workersAt(placeAt(state, placeKey(place)))),
          predicted: asItIs(state, place),
        },
      ];
    default:
      return [plain(kind)];
  }
}
function partsBehind(state: Slice, characteristic: Characteristic, place: Place): readonly Part[] {
  return slotsBehind(state, characteristic, place).flatMap(({ slot }) => partIn(state, slot) ?? []);
}
/** The places whose readings depend on parts. */
function spentBy(state: Slice, parts: readonly Part[]): readonly PlaceKey[] {
  const ids = new Set(parts.map(({ id }) => id));
  const measured = new Set(parts.flatMap(({ id }) => state.measuredAt.get(id) ?? []));
  return [...measured].filter(
    (key) => currentReading(placeAt(state, key))?.parts.some(({ id }) => ids.has(id)) === true,
  );
}
function fileAnswer(
  { state, advice: adviceOf }: Asking,
  characteristic: Characteristic,
  place: Place,
): readonly PossibleAnswer[] {
  const advice = adviceOf(characteristic).find(
    (each) => each.kind === 'plan' && each.stations.includes(placeKey(place)),
  );
  if (advice?.kind !== 'plan' || advice.plan.state !== 'file') return [];
  const { part, plan, stations } = advice;
  return [
    {
      ...plain('file'),
      ...{ part: part.id, spends: stations },
      predicted: plan.predicted.flatMap(({ name, low, high }) =>
        high === undefined ? [] : predictedAt(state, name, low, high),
      ),
      cut: plan.remove,
      work: {
        kind: 'rework',
        part: part.id,
        what: 'filed',
        how: `${cutWords(state, stations[0], plan.remove)} off`,
      },
    },
  ];
}
/** "2 thou": in the unit that the ring was measured in. */
function cutWords(state: Slice, place: PlaceKey | undefined, cut: Nanometres): string {
  const reading = place === undefined ? undefined : currentReading(placeAt(state, place));
  const unit = reading === undefined ? 'mm' : unitOf(reading);
  return `${showExact(cut, unit)} ${unit}`;
}
/** The one ring with which it could change places so that both are in without filing, the one that leaves most room. */
function swapAnswer(
  { state, sets }: Asking,
  characteristic: Characteristic,
  place: Place,
): readonly PossibleAnswer[] {
  const parts = new Set(partsBehind(state, characteristic, place).map(({ id }) => id));
  for (const { free, fits } of sets(characteristic)) {
    const here = free.findIndex(({ part }) => parts.has(part.id));
    if (here < 0) continue;
    const partners = free.flatMap((_, there) => {
      const [mine, theirs] = [fits[there]?.[here], fits[here]?.[there]];
      if (there === here || mine === undefined || theirs === undefined) return [];
      const both = [mine, theirs];
      if (both.some(({ isLoose, removal }) => isLoose || removal > 0)) return [];
      const all = both.flatMap(({ at }) => at);
      return [
        {
          there,
          all,
          room: Math.min(...all.map(({ low, high, lower, upper }) => Math.min(low - lower, upper - high))),
        },
      ];
    });
    const best = partners.sort((a, b) => b.room - a.room)[0];
    const [own, other] = [free[here], free[best?.there ?? -1]];
    if (best === undefined || own === undefined || other === undefined) return [];
    const moves = [
      { part: own.part.id, to: other.slot },
      { part: other.part.id, to: own.slot },
    ];
    const seen: readonly PartRef[] = [own, other].map(({ part: { id, condition } }) => ({ id, condition }));
    return [
      {
        ...plain('otherPlace'),
        ...{ part: other.part.id, spends: spentBy(state, [own.part, other.part]) },
        predicted: best.all.map((each) => ({ ...each, word: 'in' as const })),
        work: { kind: 'move', moves, seen, reason: 'both are in without filing' },
      },
    ];
  }
  return [];
}
function predictedAt(state: Slice, key: PlaceKey, low: number, high: number): readonly PredictedSize[] {
  const place = placeOf(state, key);
  if (place === undefined) return [];
  const judged = judgedAt(state, place);
  const inForce = limitInForce(state, place, judged);
  if (inForce.state !== 'inForce') return [];
  const { lower, upper } = acceptRange(inForce.limit, judged.state === 'reused' ? 'reused' : 'new');
  const word =
    low >= lower && high <= upper ? 'in' : high < lower ? 'tight' : low > upper ? 'loose' : 'notProven';
  return [{ place: key, low, high, lower, upper, word }];
}
function asItIs(state: Slice, place: Place): readonly PredictedSize[] {
  const reading: RecordedReading | undefined = currentReading(placeAt(state, placeKey(place)));
  if (reading === undefined || !isSize(reading.reading)) return [];
  const { lo, hi } = intervalOf(reading.reading);
  const [now] = predictedAt(state, placeKey(place), lo, Number.isFinite(hi) ? hi : lo);
  const { verdict } = reading.verdict;
  return now === undefined || (verdict !== 'tight' && verdict !== 'loose') ? [] : [{ ...now, word: verdict }];
}
