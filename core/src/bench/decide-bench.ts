import { inputsOf, memberAt, quantityOf, questionsFor } from '../engines/characteristic';
import type { Characteristic } from '../engines/characteristic';
import { layoutReason } from '../engines/place';
import type { PlaceKey } from '../engines/place';
import type { PartRef, PartsState } from '../engines/parts';
import { bothTogether, evidenceOf, readEvidence, saysNoMore } from '../evidence/evidence';
import type { ReadFault } from '../evidence/evidence-rules';
import { bladeSizes, cardMarks } from '../instruments/instrument';
import type { Instrument } from '../instruments/instrument';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import { sameData } from '../kernel/same-data';
import { LIFE_UNIT_OF } from '../quantity/figure';
import type { Result } from '../kernel/result';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { Actor } from '../kernel/actor';
import { holdsOneOf } from '../kernel/actor';
import type { LengthUnit } from '../quantity/length-unit';
import type { BenchEvent, ReadingTaken } from './bench-events';
import { settingOf, takenHow } from './taken-how';
import type { HowSaid } from './taken-how';
import { judgeAgain, judgePlace } from './judge-place';
import { partsSeen } from './parts-seen';
import { characteristicOf, currentReading, isPlaceOfSheet, placeAt, placeOf, unaskedReason } from './places';
import type {
  Answer,
  CorrectionReason,
  PlaceRecord,
  PlacesState,
  RecordedReading,
  SaidCondition,
  SlipChoice,
} from './places';

export interface BenchSlice extends PlacesState, PinState, PartsState {
  readonly rules: number;
  readonly instruments: Readonly<Record<string, Instrument>>;
}
interface At {
  readonly place: PlaceKey;
  /** The version of the place that the person saw. */
  readonly basedOn: number;
}
export interface TakenText extends HowSaid {
  readonly text: string;
  /** The unit of the field; null where what is found has none. */
  readonly unit: LengthUnit | null;
  /** null where somebody looked, and no tool was used. */
  readonly instrument: string | null;
  readonly answers: readonly Answer[];
  readonly slip: SlipChoice | null;
  /** What was typed before another reading of it was taken. */
  readonly typedFirst?: string;
}
export type BenchCommand =
  /** `seen`: the parts that the person measured, in the condition in which they were. */
  | ({ readonly type: 'takeReading'; readonly seen: readonly PartRef[] } & At & TakenText)
  | ({
      readonly type: 'correctReading';
      readonly reading: number;
      readonly reason: CorrectionReason;
      readonly instead: (TakenText & { readonly seen: readonly PartRef[] }) | null;
    } & At)
  | ({ readonly type: 'voidReading'; readonly reading: number; readonly reason: string } & At)
  | ({ readonly type: 'decideContest'; readonly keep: number; readonly reason: string } & At)
  | ({ readonly type: 'deferPlace'; readonly reason: string } & At)
  | ({ readonly type: 'resumePlace' } & At)
  | ({ readonly type: 'declareNotApplicable'; readonly reason: string } & At);

type Decided = Result<readonly BenchEvent[], Problem>;

/** Decides what is written about a place. `instrument` is the register's word of this moment, where a reading is taken. */
export function decideBench(
  state: BenchSlice,
  command: BenchCommand,
  by: Actor,
  instrument: Instrument | undefined,
): Decided {
  const { place } = command;
  if (!isPlaceOfSheet(state, place)) return refuse('PLACE_UNKNOWN', { place });
  if (!holdsOneOf(by, ['technician', 'inspector'])) {
    return refuse('MAY_NOT', { action: 'measure', needs: ['technician', 'inspector'], person: by.name });
  }
  const record = placeAt(state, place);
  switch (command.type) {
    case 'takeReading':
      return take(state, command, record, by, instrument);
    case 'correctReading':
      return correct(state, command, record, instrument);
    case 'voidReading': {
      const fault =
        staleFault(command, record) ??
        reasonFault(command.reason, 'void a reading') ??
        contestFault(record, place) ??
        countsFault(record, command.place, command.reading);
      return (
        fault ??
        ok([
          {
            type: 'readingVoided',
            v: 1,
            data: { place, reading: command.reading, reason: command.reason.trim() },
          },
        ])
      );
    }
    case 'decideContest': {
      if (record.contested.length === 0) return refuse('NOT_CONTESTED', { place });
      if (!record.contested.includes(command.keep))
        return refuse('READING_UNKNOWN', { place, reading: command.keep });
      const fault =
        inspectorFault(by, 'decide between two readings') ??
        rivalFault(record, by) ??
        staleFault(command, record) ??
        reasonFault(command.reason, 'decide between two readings');
      return (
        fault ??
        ok([
          {
            type: 'contestDecided',
            v: 1,
            data: { place, keep: command.keep, reason: command.reason.trim() },
          },
        ])
      );
    }
    case 'deferPlace':
    case 'declareNotApplicable': {
      const fault =
        staleFault(command, record) ??
        reasonFault(
          command.reason,
          command.type === 'deferPlace' ? 'defer a place' : 'declare a place not applicable',
        );
      if (fault !== undefined) return fault;
      if (command.type === 'declareNotApplicable') {
        // What was measured is there to be measured.
        const there = record.readings.findLast(({ status }) => status === 'current');
        if (there !== undefined) return refuse('PLACE_HAS_READING', { place, text: there.text });
      }
      const type =
        command.type === 'deferPlace' ? ('placeDeferred' as const) : ('notApplicableDeclared' as const);
      return ok([{ type, v: 1, data: { place, reason: command.reason.trim() } }]);
    }
    case 'resumePlace':
      return staleFault(command, record) ?? ok([{ type: 'placeResumed', v: 1, data: { place } }]);
  }
}

const inspectorFault = (by: Actor, action: string): ReturnType<typeof refuse> | undefined =>
  holdsOneOf(by, ['inspector'])
    ? undefined
    : refuse('MAY_NOT', { action, needs: ['inspector'], person: by.name });
const staleFault = (
  { place, basedOn }: At,
  { version }: PlaceRecord,
): ReturnType<typeof refuse> | undefined =>
  basedOn === version ? undefined : refuse('STALE', { what: place, basedOn, now: version });
const reasonFault = (reason: string, action: string): ReturnType<typeof refuse> | undefined =>
  reason.trim() === '' ? refuse('REASON_MISSING', { action }) : undefined;

/** While two people disagree, neither reading is taken away: an inspector who took neither decides. */
const contestFault = ({ contested }: PlaceRecord, place: PlaceKey): ReturnType<typeof refuse> | undefined =>
  contested.length > 0 ? refuse('PLACE_CONTESTED', { place }) : undefined;
/** Never the same person, whatever the shop's policy says: one of the two readings is one's own. */
function rivalFault({ contested, readings }: PlaceRecord, by: Actor): ReturnType<typeof refuse> | undefined {
  return readings.some(({ seq, by: author }) => contested.includes(seq) && author.id === by.id)
    ? refuse('SECOND_PERSON_NEEDED', {
        action: 'decide between two readings',
        person: by.name,
        because: 'took one of them',
      })
    : undefined;
}

function countsFault(
  record: PlaceRecord,
  place: PlaceKey,
  seq: number,
): ReturnType<typeof refuse> | undefined {
  const reading = record.readings.find((each) => each.seq === seq);
  if (reading === undefined) return refuse('READING_UNKNOWN', { place, reading: seq });
  // What was worked out is mended where it was measured.
  if (reading.inputs !== undefined)
    return refuse('PLACE_DERIVED', { place, from: reading.inputs.map((each) => each.place) });
  return reading.status === 'current'
    ? undefined
    : refuse('READING_NOT_CURRENT', { place, reading: seq, status: reading.status });
}

function take(
  state: BenchSlice,
  command: Extract<BenchCommand, { type: 'takeReading' }>,
  record: PlaceRecord,
  by: Actor,
  instrument: Instrument | undefined,
): Decided {
  const { place, basedOn } = command;
  if (basedOn > record.version) return refuse('STALE', { what: place, basedOn, now: record.version });
  const taken = understand(state, place, command, command.seen, instrument);
  if (!taken.ok) return taken;
  const event = (refines: number | null, contests: boolean): Decided =>
    ok([{ type: 'readingTaken', v: 6, data: { place, basedOn, ...taken.value, refines, contests } }]);
  // A part has changed since: it is kept as evidence of the part as it was, and neither counts nor contests anything.
  // What a question speaks against is kept as void: it was taken, and is evidence of nothing.
  if (taken.value.late !== null || taken.value.unfit !== undefined) return event(null, false);
  const isFresh = basedOn === record.version;
  if (record.contested.length > 0) {
    const isRival = record.readings.some(
      ({ seq, by: author }) => record.contested.includes(seq) && author.id === by.id,
    );
    return isFresh || isRival ? refuse('PLACE_CONTESTED', { place }) : event(null, true);
  }
  const now = currentReading(record);
  if (now === undefined) return event(null, false);
  const { reading } = taken.value;
  // Somebody else was here meanwhile. What says no more than the known is not held against it; what differs is kept too, and a
  // person decides.
  if (!isFresh && now.by.id !== by.id)
    return saysNoMore(reading, now.reading) ? event(now.seq, false) : event(null, true);
  // What was found in another state, or with a tool set otherwise, is not put together with it.
  const where = placeOf(state, place);
  const asked = (where === undefined ? undefined : characteristicOf(state, where))?.conditions ?? [];
  const statesOf = ({ conditions = [] }: Pick<RecordedReading, 'conditions'>): readonly SaidCondition[] =>
    conditions.filter(({ condition }) => asked.find(({ id }) => id === condition)?.ways === undefined);
  const isAlike =
    sameData(statesOf(taken.value), statesOf(now)) && sameData(taken.value.setting, now.setting);
  const together = isAlike ? bothTogether(reading, now.reading) : undefined;
  if (together === undefined || where === undefined)
    return refuse('PLACE_HAS_READING', { place, text: now.text });
  const verdict = judgeAgain(state, where, { ...taken.value, reading: together });
  const data = { place, basedOn, ...taken.value, reading: together, verdict };
  return ok([{ type: 'readingTaken', v: 6, data: { ...data, refines: now.seq, contests: false } }]);
}

function correct(
  state: BenchSlice,
  command: Extract<BenchCommand, { type: 'correctReading' }>,
  record: PlaceRecord,
  instrument: Instrument | undefined,
): Decided {
  const { place, reading, reason, instead } = command;
  const fault =
    staleFault(command, record) ?? contestFault(record, place) ?? countsFault(record, place, reading);
  if (fault !== undefined) return fault;
  const corrected: BenchEvent = { type: 'readingCorrected', v: 1, data: { place, reading, reason } };
  if (instead === null) return ok([corrected]);
  const taken = understand(state, place, instead, instead.seen, instrument);
  if (!taken.ok) return taken;
  const { basedOn } = command;
  const data = { place, basedOn, ...taken.value, refines: null, contests: false };
  return ok([corrected, { type: 'readingTaken', v: 6, data }]);
}

/** Since these rules, a figure of a gauge that was set to a size is how far from it the size is. */
const DEVIATIONS_SINCE = 7;

/** Since these rules, what was taken although a question speaks against it is kept as void, with the reason. */
const UNFIT_KEPT_SINCE = 8;

type Taken = Omit<ReadingTaken, 'place' | 'basedOn' | 'refines' | 'contests'>;

/** From the typed text to a judged reading, or to the first thing that is wrong with it. */
function understand(
  state: BenchSlice,
  place: PlaceKey,
  said: TakenText,
  seen: readonly PartRef[],
  registered: Instrument | undefined,
): Result<Taken, Problem> {
  const { text, unit, answers, slip, typedFirst } = said;
  const where = placeOf(state, place);
  const characteristic = where === undefined ? undefined : characteristicOf(state, where);
  const layout = currentPin(state)?.model.layout;
  const kind = characteristic === undefined ? undefined : evidenceOf(characteristic);
  if (where === undefined || characteristic === undefined || layout === undefined || kind === undefined)
    return refuse('PLACE_UNKNOWN', { place });
  const byLayout = layoutReason(layout, where);
  if (byLayout !== undefined) return refuse('NOT_APPLICABLE_HERE', { place, reason: byLayout });
  if (characteristic.from !== undefined)
    return refuse('PLACE_DERIVED', { place, from: inputsOf(characteristic) });
  const tool = toolFor(state, characteristic, said.instrument, registered);
  if (!tool.ok) return tool;
  const instrument = tool.value;
  const parts = partsSeen(state, characteristic, where, seen);
  if (!parts.ok) return parts;
  // What was measured before the bore changed is evidence of the bore as it was.
  const reason = parts.value.late === null ? unaskedReason(state, where) : undefined;
  if (reason !== undefined) return refuse('NOT_APPLICABLE_HERE', { place, reason });

  const blades = instrument === null ? undefined : bladeSizes(instrument);
  const marks = instrument === null ? undefined : cardMarks(instrument);
  const setting = settingOf(characteristic, said, place);
  const isComparator = state.rules >= DEVIATIONS_SINCE && instrument !== null && blades === undefined;
  // A figure means nothing before it is known what the gauge was set to.
  if (isComparator && !setting.ok) return setting;
  const counts = LIFE_UNIT_OF[quantityOf(characteristic)];
  const entry = readEvidence(kind, {
    ...(isComparator && setting.ok && setting.value !== undefined
      ? { setting: { size: setting.value.size.nm, step: instrument.resolution } }
      : {}),
    text,
    ...(counts === undefined ? {} : { counts }),
    unit: unit ?? instrument?.unit ?? 'mm',
    allowNegative: characteristic.allowNegative,
    ...(blades === undefined ? {} : { blades }),
    ...(marks === undefined ? {} : { marks }),
  });
  if (!entry.ok) return entryFault(entry.code, place, text, instrument);
  if (instrument !== null && blades !== undefined) {
    if (entry.reading.kind === 'exact')
      return refuse('EXACT_FROM_FEELER', { place, instrument: instrument.id });
    if (entry.notes.includes('notInSet'))
      return refuse('BLADE_NOT_IN_SET', { place, instrument: instrument.id, text });
  }
  let unfit: string | undefined;
  for (const question of questionsFor(
    characteristic,
    memberAt(layout, where.at.groove, where.at.member),
    where.at,
  )) {
    const answer = answers.find((each) => each.question === question.id);
    if (answer === undefined) return refuse('QUESTION_OPEN', { place, question: question.text });
    if (answer.answer === 'yes') continue;
    if (state.rules < UNFIT_KEPT_SINCE) return refuse('QUESTION_SAYS_NO', { place, question: question.text });
    unfit ??= `${question.text} No.`;
  }
  if (!setting.ok) return setting;
  const how = takenHow(layout, characteristic, where, said);
  if (!how.ok) return how;
  const { elsewhere, ...takenSo } = how.value;
  unfit ??= elsewhere;
  return ok({
    text: text.normalize('NFC'),
    unit: entry.unit === null ? null : unit,
    unitUsed: entry.unit,
    reading: entry.reading,
    notes: entry.notes,
    ...(entry.stacks === undefined ? {} : { stacks: entry.stacks }),
    ...(entry.feel === undefined ? {} : { feel: entry.feel }),
    slip,
    ...(typedFirst === undefined ? {} : { typedFirst: typedFirst.normalize('NFC') }),
    instrument,
    ...(setting.value === undefined ? {} : { setting: setting.value }),
    ...takenSo,
    answers,
    parts: parts.value.refs,
    verdict: judgePlace(state, where, parts.value.judged, entry.reading, instrument?.uncertainty),
    late: parts.value.late,
    ...(unfit === undefined ? {} : { unfit }),
  });
}

/** The tool that is named, where one is used; nothing where it is enough to look. */
function toolFor(
  state: BenchSlice,
  { name, tools }: Characteristic,
  named: string | null,
  registered: Instrument | undefined,
): Result<Instrument | null, Problem> {
  if (named === null && tools.length === 0) return ok(null);
  if (registered === undefined || !Object.hasOwn(state.instruments, registered.id))
    return refuse('INSTRUMENT_NOT_TAKEN', { instrument: named ?? '' });
  return tools.includes(registered.kind)
    ? ok(registered)
    : refuse('INSTRUMENT_UNFIT', { instrument: registered.id, characteristic: name });
}

function entryFault(
  fault: ReadFault,
  place: PlaceKey,
  typed: string,
  instrument: Instrument | null,
): ReturnType<typeof refuse> {
  const text = typed.length > 40 ? `${typed.slice(0, 40)}…` : typed;
  switch (fault) {
    case 'empty':
      return refuse('ENTRY_EMPTY', { place });
    case 'notAReading':
      return refuse('ENTRY_NOT_A_READING', { place, text });
    case 'mixedUnits':
      return refuse('ENTRY_MIXED_UNITS', { place, text });
    case 'negative':
      return refuse('ENTRY_NEGATIVE', { place, text });
    case 'order':
      return refuse('ENTRY_ORDER', { place, text });
    case 'notOnCard':
      return refuse('ENTRY_NOT_ON_CARD', {
        place,
        text,
        card: (instrument?.blades ?? []).map((mark) => mark.text),
      });
    case 'notACount':
      return refuse('ENTRY_NOT_A_COUNT', { place, text });
    case 'notYesOrNo':
      return refuse('ENTRY_NOT_YES_OR_NO', { place, text });
  }
}
