import { currentReading, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import { partIn } from '../engines/parts';
import type { Part, PartsState, PartStep } from '../engines/parts';
import { placeKey, slotsAt } from '../engines/place';
import type { Place, PlaceKey, SlotKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { Nanometres } from '../quantity/nanometres';
import { filingAdvice } from './filing-plan';
import type { FilingSchool } from './filing-plan';
import { filingRate } from './filing-rate';
import type { FilingRound, StrokeRate } from './filing-rate';
import type { FilingPlan } from './filing-window';
import { strokesFor } from './strokes-for';

type Slice = PlacesState & PinState & PartsState;

/** One round of filing of one ring, told by its station: what it was before, and after where that is measured. */
export interface RoundTold {
  readonly step: PartStep;
  readonly at: readonly {
    readonly place: PlaceKey;
    readonly before: SizeReading | undefined;
    readonly after: SizeReading | undefined;
  }[];
}
/** What is to be done with a ring next. */
export type RingNext =
  /** `strokes`: null where nothing is learnt of this person and tool; 0 where one could already be too much. */
  | { readonly kind: 'file'; readonly plan: CutPlan; readonly strokes: number | null }
  | { readonly kind: 'measure'; readonly places: readonly PlaceKey[] }
  /** Nothing goes in at all: nobody knows how much is missing. */
  | { readonly kind: 'noBlade' }
  | { readonly kind: 'openEnd'; readonly place: PlaceKey }
  | { readonly kind: 'measureFiner' | 'noAmount'; readonly least: Nanometres; readonly most: Nanometres }
  | { readonly kind: 'tooLoose'; readonly place: PlaceKey };
type CutPlan = Extract<FilingPlan, { readonly state: 'file' | 'none' }>;
export interface RingToFile {
  readonly slot: SlotKey;
  readonly part: Part;
  readonly places: readonly PlaceKey[];
  readonly next: RingNext;
  readonly rounds: readonly RoundTold[];
}
/** What a person's strokes with a tool take off, and how long a round of them takes. */
export interface Learnt {
  readonly rate: StrokeRate | null;
  /** How many gaps it is learnt from. */
  readonly gaps: number;
  readonly minutesARound: number | null;
}

/**
 * The rings of a sheet that are to be filed, the largest need first, and those of which no filing makes a good one.
 * @param who whose strokes with which tool are counted; `stopShort`: how many strokes before the goal to stop
 */
export function filingBoard(
  state: Slice,
  characteristic: Characteristic,
  question: {
    readonly school: FilingSchool;
    readonly who: string;
    readonly tool: string;
    readonly stopShort: number;
  },
): { readonly rings: readonly RingToFile[]; readonly learnt: Learnt } {
  const { school, who, tool, stopShort } = question;
  const byRing = ringPlaces(state, characteristic);
  const learnt = learntBy(
    byRing.flatMap(([, part, places]) => roundsOf(state, part, places)),
    who,
    tool,
  );
  const advice = new Map(filingAdvice(state, characteristic, school).map((each) => [each.slot, each]));
  const rings = byRing.flatMap(([slot, part, places]): RingToFile[] => {
    const ring = { slot, part, places: places.map(placeKey), rounds: roundsOf(state, part, places) };
    const readings = places.map((place) => currentReading(placeAt(state, placeKey(place))));
    const its = advice.get(slot);
    if (its?.kind === 'measureFirst') return [{ ...ring, next: { kind: 'measure', places: its.places } }];
    if (its?.kind === 'plan') {
      const next = nextOf(
        state,
        its.plan,
        (plan) => strokesFor({ remove: plan.remove, rate: learnt.rate, stopShort }).strokes,
      );
      return next === undefined ? [] : [{ ...ring, next }];
    }
    // After a round every station is due again.
    const due = ring.places.filter((_, i) => readings[i] === undefined);
    if (ring.rounds.length > 0 && due.length > 0)
      return [{ ...ring, next: { kind: 'measure', places: due } }];
    const loose = places.find((_, i) => readings[i]?.verdict.verdict === 'loose');
    return loose === undefined ? [] : [{ ...ring, next: { kind: 'tooLoose', place: placeKey(loose) } }];
  });
  return { rings: rings.sort((a, b) => needOf(b.next) - needOf(a.next)), learnt };
}
/** What can be filed comes first, by how much it needs; then what is measured; last what no filing helps. */
function needOf(next: RingNext): number {
  switch (next.kind) {
    case 'file':
      return next.plan.remove;
    case 'noBlade':
      return Number.MAX_SAFE_INTEGER;
    case 'measure':
      return -1;
    case 'openEnd':
    case 'measureFiner':
      return -2;
    case 'noAmount':
      return -3;
    case 'tooLoose':
      return -4;
  }
}
function nextOf(
  state: Slice,
  plan: FilingPlan,
  strokes: (plan: CutPlan) => number | null,
): RingNext | undefined {
  switch (plan.state) {
    case 'none':
      return undefined;
    case 'file':
      return { kind: 'file', plan, strokes: strokes(plan) };
    case 'notProven':
      return currentReading(placeAt(state, plan.station))?.reading.kind === 'under'
        ? { kind: 'noBlade' }
        : { kind: 'openEnd', place: plan.station };
    case 'tooLoose':
      return { kind: 'tooLoose', place: plan.station };
    case 'impossible':
      return { kind: 'noAmount', least: plan.least, most: plan.most };
    case 'measureFiner':
      return { kind: 'measureFiner', least: plan.least, most: plan.most };
  }
}

/** Every ring of a sheet with its places. */
function ringPlaces(
  state: Slice,
  characteristic: Characteristic,
): readonly (readonly [SlotKey, Part, readonly Place[]])[] {
  const layout = currentPin(state)?.model.layout;
  const kind = characteristic.filed;
  if (layout === undefined || kind === undefined) return [];
  const bySlot = new Map<SlotKey, Place[]>();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const [slot] = slotsAt(layout, kind, place);
    if (slot === undefined) continue;
    const there = bySlot.get(slot);
    if (there === undefined) bySlot.set(slot, [place]);
    else there.push(place);
  }
  return [...bySlot].flatMap(([slot, places]) => {
    const part = partIn(state, slot);
    return part === undefined ? [] : [[slot, part, places] as const];
  });
}

/** The rounds of a ring: what its stations were just before each and what they are just after. */
export function roundsOf(state: Slice, part: Part, places: readonly Place[]): readonly RoundTold[] {
  let condition = 1;
  return part.history.flatMap((step): RoundTold[] => {
    if (step.what === 'fitted' || step.what === 'removed') return [];
    const before = condition;
    condition += 1;
    if (step.what !== 'filed') return [];
    const after = condition;
    const at = places.map((place) => {
      const readings = placeAt(state, placeKey(place)).readings.filter(isTrue);
      const of = (asIs: number): SizeReading | undefined =>
        readings
          .filter(({ parts }) => parts.some((ref) => ref.id === part.id && ref.condition === asIs))
          .map(({ reading }) => reading)
          .findLast(isSize);
      return { place: placeKey(place), before: of(before), after: of(after) };
    });
    return [{ step, at }];
  });
}
const isTrue = ({ status }: RecordedReading): boolean => status === 'current' || status === 'spent';

/** What is learnt from the rounds of one person with one tool, each told by every station that was measured before and after. */
function learntBy(rounds: readonly RoundTold[], who: string, tool: string): Learnt {
  const own = rounds.filter(({ step }) => step.by === who && step.round?.tool === tool);
  const told = own.flatMap(({ step, at }): FilingRound[] =>
    at.flatMap(({ before, after }) =>
      before === undefined || after === undefined || !isClosed(before) || !isClosed(after)
        ? []
        : [{ strokes: step.round?.strokes ?? 0, before, after }],
    ),
  );
  const minutes = own.flatMap(({ step }) => step.round?.minutes ?? []);
  return {
    ...filingRate({ rounds: told }),
    gaps: told.length,
    minutesARound:
      minutes.length === 0 ? null : minutes.reduce((sum, each) => sum + each, 0) / minutes.length,
  };
}
const isClosed = (reading: SizeReading): boolean => {
  const { hi, loMeasured } = intervalOf(reading);
  return loMeasured && Number.isFinite(hi);
};
