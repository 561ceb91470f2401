import type { PlaceKey } from '../engines/place';
import { isTouchedBy } from '../engines/parts';
import type { PartRef, PartsState } from '../engines/parts';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { sameData } from '../kernel/same-data';
import type { SamePerson } from '../people/second-person';
import { event, sameWords } from '../record/event-table';
import type { DataIn, EventIn, Stamp } from '../record/event-table';
import type { Reading } from '../evidence/reading';
import type { CarriedRingData } from './ring-in-bore';
import { aspectsOf, characteristicOf, placeAt, placeOf } from './places';
import type { Standing } from './repeats';
import type {
  CorrectionReason,
  DerivedInput,
  PlaceRecord,
  PlacesState,
  ReadingStatus,
  RecordedReading,
  VerdictFact,
} from './places';

/** A reading that was judged again because the limit changed under it. */
export interface Rejudged {
  readonly place: PlaceKey;
  readonly reading: number;
  readonly verdict: VerdictFact;
  /** Where by the new limit it is this one that decides, of several that agree: what is known by it. */
  readonly known?: Reading;
}
export type ReadingTaken = Omit<RecordedReading, 'seq' | 'at' | 'by' | 'status' | 'ended' | 'inputs'> & {
  readonly place: PlaceKey;
  /** The reading that this one narrows or confirms. */
  readonly refines: number | null;
  /** True where it cannot be true together with what stood there. */
  readonly contests: boolean;
  /** Another reading decides, because it is the worse one; this one agrees with it and stands beside it. */
  readonly decides?: Standing;
};
/** What is left standing where a reading is taken away; null where nothing is. */
interface Leaves {
  readonly leaves: Standing | null;
}
/** What is worked out from readings elsewhere, as it stands after they changed. */
export interface ValueDerived {
  readonly place: PlaceKey;
  /** The value that held until now, and what became of it. */
  readonly ended: { readonly reading: number; readonly as: 'refined' | 'corrected' | 'void' } | null;
  /** null where what it needs is not all there. */
  readonly value:
    | (Pick<RecordedReading, 'reading' | 'unit' | 'parts' | 'verdict'> & {
        readonly inputs: readonly DerivedInput[];
      })
    | null;
}
interface AboutPlace {
  readonly place: PlaceKey;
  readonly reason: string;
}
type Slice = PlacesState & PinState;

/** Changes one place, and counts that it was touched. */
function atPlace(
  state: PlacesState,
  key: PlaceKey,
  change: (record: PlaceRecord) => PlaceRecord,
): Pick<PlacesState, 'places'> {
  const record = placeAt(state, key);
  return { places: state.places.set(key, { ...change(record), version: record.version + 1 }) };
}
const about = <D extends { readonly place: PlaceKey }>(
  change: (record: PlaceRecord, data: D, stamp: Stamp, state: Slice) => PlaceRecord,
): ((state: Slice, data: D, stamp: Stamp) => Partial<Slice>) => {
  return (state, data, stamp) => atPlace(state, data.place, (record) => change(record, data, stamp, state));
};

/** What is written about places, as events. */
export const BENCH_EVENTS = {
  readingTaken: event<ReadingTaken, Slice>()(
    7,
    (state, { place, refines, contests, decides, ...taken }, { seq, at, by }) => {
      const why = taken.unfit ?? taken.late?.why;
      const reading: RecordedReading = {
        ...taken,
        seq,
        at,
        by: { id: by.id, name: by.name },
        status: taken.unfit !== undefined ? 'void' : taken.late === null ? 'current' : 'spent',
        ...(why === undefined ? {} : { ended: { seq, why } }),
      };
      const changed = atPlace(state, place, (record) =>
        withReading(record, reading, { refines, contests, decides }),
      );
      return { ...changed, measuredAt: measuredAlso(state, taken.parts, place) };
    },
    (data) => ({ ...data, basedOn: null, late: null }),
    (data) => data, // what was typed first was not kept
    sameWords,
    sameWords,
    sameWords, // how deep it was taken, and how the blades felt, was not asked
    // What it said by itself was not kept where it was put together with what was known.
    (data) => (data['refines'] === null ? data : { ...data, mixed: true }),
  ),
  valueDerived: event<ValueDerived, Slice>()(1, (state, { place, ended: before, value }, { seq, at, by }) => {
    const changed = atPlace(state, place, (record) => {
      const so =
        before === null ? record : ended(record, before.reading, before.as, seq, ENDED_WORDS[before.as]);
      return value === null ? so : { ...so, readings: [...so.readings, derivedReading(value, seq, at, by)] };
    });
    return { ...changed, measuredAt: measuredAlso(state, value?.parts ?? [], place) };
  }),
  readingCorrected: event<
    { readonly place: PlaceKey; readonly reading: number; readonly reason: CorrectionReason } & Leaves,
    Slice
  >()(
    2,
    about((record, { reading, reason, leaves }, stamp) =>
      deciding(takenBack(record, reading, 'corrected', stamp, reason), leaves, stamp.seq),
    ),
    leftNothing,
  ),
  readingVoided: event<AboutPlace & { readonly reading: number } & Leaves, Slice>()(
    2,
    about((record, { reading, reason, leaves }, stamp) =>
      deciding(takenBack(record, reading, 'void', stamp, reason), leaves, stamp.seq),
    ),
    leftNothing,
  ),
  contestDecided: event<
    AboutPlace &
      Leaves & {
        readonly keep: number;
        /** What cannot be true beside the one that is kept; null in older stories: everything that was contested with it. */
        readonly voids: readonly number[] | null;
      },
    Slice
  >()(
    2,
    about((record, { keep, reason, voids, leaves }, { seq }) => {
      const losers = voids ?? record.contested.filter((each) => each !== keep);
      const settled = losers.reduce((so, loser) => ended(so, loser, 'void', seq, reason), record);
      return deciding({ ...settled, contested: [] }, leaves, seq);
    }),
    (data) => ({ ...data, voids: null, leaves: null }),
  ),
  /** Somebody else looked at why a reading that was out was taken back. */
  withdrawalAgreed: event<
    AboutPlace & { readonly reading: number; readonly samePerson: SamePerson | null },
    Slice
  >()(
    1,
    about((record, { reading, reason }, { at, by }) =>
      // Who agrees has seen everything that others took back here until then; what he took back himself waits for another.
      ofReadings(
        record,
        ({ seq, ended: gone }) =>
          seq === reading || (seq < reading && gone?.by !== undefined && gone.by.id !== by.id),
        (each) =>
          each.ended === undefined || each.ended.agreed !== undefined
            ? each
            : { ...each, ended: { ...each.ended, agreed: { by: by.name, at, reason } } },
      ),
    ),
  ),
  placeDeferred: event<AboutPlace, Slice>()(
    1,
    about((record, { reason }, { by }) => ({ ...record, deferred: { reason, by: by.name } })),
  ),
  ringCarried: event<CarriedRingData, Slice>()(1, ({ carried = [] }, data, { seq, at, by }) => ({
    carried: [...carried, { ...data, seq, at, by: { id: by.id, name: by.name } }],
  })),
  placeResumed: event<{ readonly place: PlaceKey }, Slice>()(1, about(withoutDeferral)),
  placeLeft: event<AboutPlace & { readonly reading: number }, Slice>()(
    1,
    about((record, { reading, reason }, { at, by }) => ({
      ...record,
      readings: record.readings.map((each) =>
        each.seq === reading
          ? { ...each, left: { reason, by: { id: by.id, name: by.name }, at, judged: each.verdict } }
          : each,
      ),
    })),
  ),
  notApplicableDeclared: event<AboutPlace, Slice>()(
    1,
    about((record, { reason }, { at, by }, state) => ({
      ...record,
      notApplicable: { accepted: false, reason, by: by.id, at, pin: currentPin(state)?.pin ?? 0 },
    })),
  ),
  notApplicableAccepted: event<AboutPlace, Slice>()(
    1,
    about((record, _data, _stamp, state) =>
      record.notApplicable === undefined
        ? record
        : {
            ...record,
            notApplicable: { ...record.notApplicable, accepted: true, pin: currentPin(state)?.pin ?? 0 },
          },
    ),
  ),
  notApplicableRefused: event<AboutPlace, Slice>()(
    1,
    about((record) => {
      const { notApplicable: _, ...rest } = record;
      return rest;
    }),
  ),
};
/** Why a value that was worked out holds no more. */
const ENDED_WORDS: Readonly<Record<'refined' | 'corrected' | 'void', string>> = {
  refined: 'worked out again from later readings',
  corrected: 'what it was worked out from was corrected',
  void: 'what it was worked out from does not stand',
};
const derivedReading = (
  { unit, ...value }: NonNullable<ValueDerived['value']>,
  seq: number,
  at: string,
  by: Stamp['by'],
): RecordedReading => ({
  seq,
  at,
  by: { id: by.id, name: by.name },
  basedOn: null,
  text: '',
  unit,
  unitUsed: unit,
  notes: [],
  slip: null,
  instrument: null,
  answers: [],
  late: null,
  status: 'current',
  ...value,
});

export type BenchEventData = DataIn<typeof BENCH_EVENTS>;
export type BenchEvent = EventIn<typeof BENCH_EVENTS>;

/** Before these stories kept it, what a reading had narrowed did not come back. */
function leftNothing<D>(data: D): D & Leaves {
  return { ...data, leaves: null };
}
/** What decides from here on: every other reading that counted agrees with it, and stands beside it. */
function deciding(record: PlaceRecord, standing: Standing | null | undefined, seq: number): PlaceRecord {
  if (standing == null) return record;
  const readings = record.readings.map((each): RecordedReading => {
    if (each.seq !== standing.reading)
      return each.status === 'current' && each.inputs === undefined
        ? { ...each, status: 'refined', ended: { seq, why: BESIDE } }
        : each;
    const { ended: _, own = each.reading, ...rest } = each;
    const { known, verdict } = standing;
    return {
      ...judgedAnew(rest, verdict),
      reading: known,
      ...(sameData(known, own) ? {} : { own }),
      status: 'current',
    };
  });
  return { ...record, readings };
}
const BESIDE = 'agrees with the one that decides';

function withReading(
  record: PlaceRecord,
  reading: RecordedReading,
  said: Pick<ReadingTaken, 'refines' | 'contests'> & { readonly decides: Standing | undefined },
): PlaceRecord {
  const { refines, contests, decides } = said;
  // A late reading is evidence of the part as it was: it stands before what was measured since, and touches nothing else.
  const { late, unfit } = reading;
  if (late !== null) {
    const at = record.readings.findIndex(({ seq }) => seq > late.since);
    const before = at < 0 ? record.readings : record.readings.slice(0, at);
    return { ...record, readings: [...before, reading, ...record.readings.slice(before.length)] };
  }
  if (unfit !== undefined) return { ...record, readings: [...record.readings, reading] };
  if (decides !== undefined)
    return deciding(
      { ...withoutDeferral(record), readings: [...record.readings, reading] },
      decides,
      reading.seq,
    );
  const narrowed =
    refines === null ? record : ended(record, refines, 'refined', reading.seq, 'narrowed by a later reading');
  const rivals = record.readings.filter(({ status }) => status === 'current').map(({ seq }) => seq);
  return {
    ...withoutDeferral(narrowed),
    readings: [...narrowed.readings, reading],
    contested: contests ? [...new Set([...record.contested, ...rivals, reading.seq])] : record.contested,
  };
}
function withoutDeferral(record: PlaceRecord): PlaceRecord {
  const { deferred: _, ...rest } = record;
  return rest;
}
function measuredAlso(
  { measuredAt }: PlacesState,
  parts: readonly PartRef[],
  place: PlaceKey,
): PlacesState['measuredAt'] {
  return parts.reduce((so, { id }) => {
    const known = so.get(id) ?? [];
    return known.includes(place) ? so : so.set(id, [...known, place]);
  }, measuredAt);
}

const ofReadings = (
  record: PlaceRecord,
  isMeant: (each: RecordedReading) => boolean,
  change: (each: RecordedReading) => RecordedReading,
): PlaceRecord => ({
  ...record,
  readings: record.readings.map((each) => (isMeant(each) ? change(each) : each)),
});
function takenBack(
  record: PlaceRecord,
  reading: number,
  status: ReadingStatus,
  { seq, by }: Stamp,
  why: string,
): PlaceRecord {
  const who = { id: by.id, name: by.name };
  const isIt = (each: RecordedReading): boolean => each.seq === reading;
  return ofReadings(ended(record, reading, status, seq, why), isIt, (each) =>
    each.ended === undefined ? each : { ...each, ended: { ...each.ended, by: who } },
  );
}
function ended(
  record: PlaceRecord,
  reading: number,
  status: ReadingStatus,
  seq: number,
  why: string,
): PlaceRecord {
  return {
    ...record,
    readings: record.readings.map((each) =>
      each.seq === reading ? { ...each, status, ended: { seq, why } } : each,
    ),
    contested:
      record.contested.includes(reading) && record.contested.length <= 2
        ? []
        : record.contested.filter((each) => each !== reading),
  };
}

/**
 * Every current reading that depends on the part becomes spent: it was true of the part as it was.
 * @param touches what of the part was changed: a reading of the sides of a ring stays true when its ends are filed
 */
export function spendReadings(
  state: PlacesState & PinState & Pick<PartsState, 'parts'>,
  { part, touches }: { readonly part: PartRef['id']; readonly touches?: readonly string[] | undefined },
  seq: number,
  why: string,
): Pick<PlacesState, 'places'> {
  const kind = state.parts.get(part)?.kind ?? '';
  const depends = (reading: RecordedReading): boolean =>
    (reading.status === 'current' || reading.status === 'refined') &&
    reading.parts.some(({ id }) => id === part);
  let { places } = state;
  for (const key of state.measuredAt.get(part) ?? []) {
    if (touches !== undefined && !isOfThese(state, key, kind, touches)) continue;
    if (!placeAt(state, key).readings.some(depends)) continue;
    const spent = atPlace({ ...state, places }, key, (record) => ({
      ...record,
      // What two people disagreed about is not there any more: both figures are of the part as it was.
      contested: [],
      readings: record.readings.map((each) =>
        depends(each) ? { ...each, status: 'spent', ended: { seq, why } } : each,
      ),
    }));
    ({ places } = spent);
  }
  return { places };
}

function isOfThese(state: PinState, key: PlaceKey, kind: string, touches: readonly string[]): boolean {
  const place = placeOf(state, key);
  const characteristic = place === undefined ? undefined : characteristicOf(state, place);
  return characteristic === undefined || isTouchedBy({ touches }, aspectsOf(state, characteristic, kind));
}

/** What a reading was judged before stays with it, where the limit or the word is another one now. */
function judgedAnew(reading: RecordedReading, verdict: VerdictFact): RecordedReading {
  const { verdict: before, judgedBefore = [] } = reading;
  const isSame = before.verdict === verdict.verdict && sameData(before.sources, verdict.sources);
  return { ...reading, verdict, ...(isSame ? {} : { judgedBefore: [...judgedBefore, before] }) };
}
/** Puts new verdicts on readings whose limit changed under them; of several that agree another one may be the worst now. */
export function rejudge(
  state: PlacesState,
  rejudged: readonly Rejudged[],
  seq: number,
): Pick<PlacesState, 'places'> {
  let { places } = state;
  for (const { place, reading, verdict, known } of rejudged) {
    if (places.get(place) === undefined) continue;
    ({ places } = atPlace({ ...state, places }, place, (record) =>
      known === undefined
        ? {
            ...record,
            readings: record.readings.map((each) =>
              each.seq === reading ? judgedAnew(each, verdict) : each,
            ),
          }
        : deciding(record, { reading, known, verdict }, seq),
    ));
  }
  return { places };
}
