import fc from 'fast-check';
import {
  currentReading,
  openDeclaration,
  parsePlaceKey,
  placeAt,
  placeKey,
  sheetPlaces,
  slotKey,
  usualPart,
} from '../src/index';
import type { JobDraft, JobState, PlaceKey } from '../src/index';

/** What can happen in one step. */
export const STEPS = [
  'measure',
  'measure',
  'measure',
  'measureAgain',
  'narrow',
  'file',
  'replace',
  'takeOut',
  'fit',
  'hone',
  'move',
  'correct',
  'void',
  'leave',
  'defer',
  'resume',
  'notApplicable',
  'acceptNotApplicable',
  'concede',
  'decideContest',
  'settle',
  'send',
  'send',
  'send',
  'loseAnswer',
  'sendTwice',
  'sync',
  'sync',
  'changeHands',
  'restart',
  'clockBack',
  'libraryMoves',
  'adopt',
  'decline',
  'finish',
  'signRings',
  'reopenRings',
  'release',
] as const;
export type StepName = (typeof STEPS)[number];
export interface Step {
  readonly what: StepName;
  readonly tablet: number;
  readonly a: number;
  readonly b: number;
}
/** Random histories: so many steps of these kinds, at two tablets. */
export const randomSteps = (kinds: readonly StepName[], least: number, most: number): fc.Arbitrary<Step[]> =>
  fc.array(
    fc.record({
      what: fc.constantFrom(...kinds),
      tablet: fc.integer({ min: 0, max: 1 }),
      a: fc.nat({ max: 9999 }),
      b: fc.nat({ max: 9999 }),
    }),
    { minLength: least, maxLength: most, size: 'max' },
  );
/** The same ones each time, for what is too slow to be tried by the thousand. */
export const someHistories = (steps: fc.Arbitrary<Step[]>, seed: number, count: number): Step[][] =>
  fc.sample(steps, { seed, numRuns: count });
export const describeHistory = (steps: readonly Step[] | undefined): string =>
  (steps ?? []).map(({ what, tablet, a, b }) => `  tablet ${tablet}: ${what} ${a} ${b}`).join('\n');

/** What a step has somebody say: given at the tablet by who holds it, or asked of the server at once by a second person. */
export interface Said {
  readonly draft: JobDraft;
  /** Which of the inspectors asks; nobody: it is given at the tablet. */
  readonly inspector?: number;
}
/** The reading that somebody types at a place, by a number. */
export type Typed = (place: PlaceKey, pick: number) => Reading;
type Reading = Pick<JobDraft & { type: 'takeReading' }, 'text' | 'unit' | 'instrument' | 'answers' | 'slip'>;

/** What a step says of what is seen; a step that says nothing is the workshop's own. */
export function saidIn({ what, a, b }: Step, seen: JobState, typed: Typed): Said | undefined {
  const places = sheetPlaces(seen).map(placeKey);
  const among = whereItIsAbout(what, seen, places);
  const place = among[a % among.length] ?? '';
  const readings = placeAt(seen, place).readings;
  const current = readings.findLast(({ status }) => status === 'current');
  switch (what) {
    case 'measure':
    case 'measureAgain':
      return { draft: { type: 'takeReading', place, ...typed(place, b) } };
    case 'narrow': {
      if (current === undefined) return undefined;
      const text = current.text.replace('+', '/52');
      return { draft: { type: 'takeReading', place, ...typed(place, b), text } };
    }
    case 'file':
    case 'hone': {
      const kind = what === 'file' ? 'ring' : 'bore';
      const part = partHere(seen, place, kind);
      if (part === undefined) return undefined;
      return { draft: { type: 'reworkPart', part, what: what === 'file' ? 'filed' : 'honed', how: `${b}` } };
    }
    case 'replace':
    case 'takeOut': {
      const part = partHere(seen, place, b % 5 === 0 ? 'bore' : 'ring');
      const instead = what === 'replace' ? NEW : null;
      return part === undefined
        ? undefined
        : { draft: { type: 'replacePart', part, reason: `${b}`, instead } };
    }
    case 'move': {
      // A ring goes where another one lies, or lay: mostly they change places.
      const from = slotKey(usualPart('ring'), parsePlaceKey(place)?.at ?? {});
      const to = slotKey(usualPart('ring'), parsePlaceKey(places[b % places.length] ?? '')?.at ?? {});
      const [one, other] = [from, to].map((slot) => {
        const id = seen.slots.get(slot);
        return id === '' ? undefined : id;
      });
      if (one === undefined || from === to) return undefined;
      const back = other === undefined || b % 7 === 0 ? [] : [{ part: other, to: from }];
      return { draft: { type: 'moveParts', moves: [{ part: one, to }, ...back], reason: `${b}` } };
    }
    case 'fit': {
      const at = parsePlaceKey(place)?.at ?? {};
      return {
        draft: { type: 'fitParts', slots: [slotKey(usualPart(b % 5 === 0 ? 'bore' : 'ring'), at)], ...NEW },
      };
    }
    case 'correct':
      if (current === undefined) return undefined;
      return {
        draft: {
          type: 'correctReading',
          place,
          reading: current.seq,
          reason: 'typing',
          instead: b % 2 === 0 ? null : typed(place, b),
        },
      };
    case 'void':
      return current === undefined
        ? undefined
        : { draft: { type: 'voidReading', place, reading: current.seq, reason: 'x' } };
    case 'leave':
      return current === undefined
        ? undefined
        : { draft: { type: 'leaveAsIs', place, reading: current.seq, reason: 'x' } };
    case 'defer':
      return { draft: { type: 'deferPlace', place, reason: 'x' } };
    case 'resume':
      return { draft: { type: 'resumePlace', place } };
    case 'notApplicable':
      return { draft: { type: 'declareNotApplicable', place, reason: 'x' } };
    case 'acceptNotApplicable':
      return {
        draft: { type: 'decideNotApplicable', place, accept: b % 2 === 0, reason: 'x' },
        inspector: b,
      };
    case 'concede':
      return { draft: { type: 'grantConcession', place, approval: APPROVAL, reason: 'x' }, inspector: b };
    case 'decideContest': {
      const keep = placeAt(seen, place).contested[b % 2] ?? 0;
      return { draft: { type: 'decideContest', place, keep, reason: 'x' }, inspector: b };
    }
    case 'settle': {
      const report = seen.reports[a % Math.max(1, seen.reports.length)];
      const as = (['happened', 'same', 'notDone'] as const)[b % 3] ?? 'same';
      return report === undefined
        ? undefined
        : { draft: { type: 'settleFact', report: report.seq, as, reason: 'x' }, inspector: a };
    }
    case 'reopenRings':
      return { draft: { type: 'reopenGate', gate: 'rings', reason: 'x' }, inspector: b };
    default:
      return undefined;
  }
}

/**
 * Somebody goes round and brings everything to an end, so that there is something to sign: what is said next, of the state
 * that the ones before have left.
 */
export function* bringingToAnEnd(
  state: () => JobState,
  inspector: number,
  typed: Typed,
): Generator<Said, void, void> {
  for (const { seq } of state().reports)
    yield { draft: { type: 'settleFact', report: seq, as: 'happened', reason: 'x' }, inspector: 0 };
  for (const place of sheetPlaces(state())) {
    const key = placeKey(place);
    for (const kind of ['bore', 'ring'] as const)
      if (partHere(state(), key, kind) === undefined)
        yield { draft: { type: 'fitParts', slots: [slotKey(usualPart(kind), place.at)], ...NEW } };
    const [keep] = placeAt(state(), key).contested;
    if (keep !== undefined)
      yield { draft: { type: 'decideContest', place: key, keep, reason: 'x' }, inspector };
    const now = currentReading(placeAt(state(), key));
    if (now?.verdict.acceptable === true) continue;
    if (now === undefined) yield { draft: { type: 'takeReading', place: key, ...typed(key, 0) } };
    else
      yield {
        draft: {
          type: 'correctReading',
          place: key,
          reading: now.seq,
          reason: 'wrongPlace',
          instead: typed(key, 0),
        },
      };
  }
}

/** What is decided is decided where there is something to decide, mostly. */
function whereItIsAbout(what: StepName, state: JobState, places: readonly PlaceKey[]): readonly PlaceKey[] {
  const some = places.filter((place) => {
    const record = placeAt(state, place);
    if (what === 'acceptNotApplicable') return openDeclaration(state, place) !== undefined;
    if (what === 'decideContest') return record.contested.length > 0;
    return what === 'concede' && currentReading(record)?.verdict.acceptable === false;
  });
  return some.length === 0 ? places : some;
}
const NEW = { state: 'new' as const, partNumber: null, lot: null };
const APPROVAL = { number: 'C-1', date: '2026-06-01', issuer: 'design office' };
function partHere(state: JobState, place: PlaceKey, kind: 'ring' | 'bore'): string | undefined {
  const at = parsePlaceKey(place)?.at ?? {};
  const id = state.slots.get(slotKey(usualPart(kind), at));
  return id === '' ? undefined : id;
}
