import type { Actor } from '../kernel/actor';
import { holdsOneOf } from '../kernel/actor';
import type { Characteristic } from '../engines/characteristic';
import type { PlaceKey } from '../engines/place';
import type { Instrument } from '../instruments/instrument';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { sameData } from '../kernel/same-data';
import type { At, BenchCommand, BenchSlice } from './bench-commands';
import type { BenchEvent, ReadingTaken } from './bench-events';
import { judgeAgain } from './judge-place';
import { characteristicOf, currentReading, isPlaceOfSheet, placeAt, placeOf } from './places';
import type { PlaceRecord } from './places';
import { knownBy, ownOf, REPEATS_SINCE, standingAt, standTogether } from './repeats';
import type { Standing, Stood } from './repeats';
import { asksSecondLook, hasMeasured, saysTheSame } from './second-look';
import { takeBeforeRepeats } from './take-before-repeats';
import { understand } from './understand-taken';
import type { Taken } from './understand-taken';

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
      return correct(state, command, record, by, instrument);
    case 'voidReading': {
      const { reading } = command;
      const fault =
        staleFault(command, record) ??
        reasonFault(command.reason, 'void a reading') ??
        contestFault(record, place) ??
        countsFault(state, record, place, reading);
      if (fault !== undefined) return fault;
      const data = {
        place,
        reading,
        reason: command.reason.trim(),
        leaves: leftBy(state, place, record, reading),
      };
      return ok([{ type: 'readingVoided', v: 2, data }]);
    }
    case 'decideContest': {
      if (record.contested.length === 0) return refuse('NOT_CONTESTED', { place });
      if (!record.contested.includes(command.keep))
        return refuse('READING_UNKNOWN', { place, reading: command.keep });
      const fault =
        inspectorFault(by, 'decide between two readings') ??
        rivalFault(state, record, by) ??
        staleFault(command, record) ??
        reasonFault(command.reason, 'decide between two readings');
      if (fault !== undefined) return fault;
      const data = { place, keep: command.keep, reason: command.reason.trim() };
      return ok([
        { type: 'contestDecided', v: 2, data: { ...data, ...decided(state, place, record, command.keep) } },
      ]);
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
    case 'leaveAsIs': {
      const reading = currentReading(record);
      const fault =
        staleFault(command, record) ??
        contestFault(record, place) ??
        countsFault(state, record, place, command.reading) ??
        reasonFault(command.reason, 'leave a place as it is');
      if (fault !== undefined) return fault;
      if (reading?.verdict.acceptable !== true) return refuse('NOTHING_TO_LEAVE', { place });
      const data = { place, reading: command.reading, reason: command.reason.trim() };
      return ok([{ type: 'placeLeft', v: 1, data }]);
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
/** Never the same person, whatever the shop's policy says: one of the readings is one's own. */
function rivalFault(
  { rules }: BenchSlice,
  record: PlaceRecord,
  by: Actor,
): ReturnType<typeof refuse> | undefined {
  const rivals =
    rules < REPEATS_SINCE
      ? record.readings.filter(({ seq }) => record.contested.includes(seq))
      : standingAt(record);
  return rivals.some(({ by: author }) => author.id === by.id)
    ? refuse('SECOND_PERSON_NEEDED', {
        action: 'decide between two readings',
        person: by.name,
        because: 'took one of them',
      })
    : undefined;
}

function countsFault(
  state: BenchSlice,
  record: PlaceRecord,
  place: PlaceKey,
  seq: number,
): ReturnType<typeof refuse> | undefined {
  const reading = record.readings.find((each) => each.seq === seq);
  if (reading === undefined) return refuse('READING_UNKNOWN', { place, reading: seq });
  // What was worked out is mended where it was measured.
  if (reading.inputs !== undefined)
    return refuse('PLACE_DERIVED', { place, from: reading.inputs.map((each) => each.place) });
  // What stands beside another one is as much evidence as that; but what was mixed into a later one cannot be taken out of it.
  const isBeside =
    state.rules >= REPEATS_SINCE &&
    reading.status === 'refined' &&
    standingAt(record).every((each) => each.seq <= seq || each.mixed !== true);
  return reading.status === 'current' || isBeside
    ? undefined
    : refuse('READING_NOT_CURRENT', { place, reading: seq, status: reading.status });
}

/** What is left standing at a place where one reading is taken away. */
function leftBy(state: BenchSlice, place: PlaceKey, record: PlaceRecord, gone: number): Standing | null {
  if (state.rules < REPEATS_SINCE) return null;
  return whatStands(
    state,
    place,
    standingAt(record).filter(({ seq }) => seq !== gone),
  );
}
function whatStands(state: BenchSlice, place: PlaceKey, all: readonly Stood[]): Standing | null {
  const where = placeOf(state, place);
  return where === undefined ? null : (knownBy(all, (each) => judgeAgain(state, where, each)) ?? null);
}

/** What is void where one of several readings is kept: everything that cannot be true beside it, or that a second look speaks against. */
function decided(
  state: BenchSlice,
  place: PlaceKey,
  record: PlaceRecord,
  keep: number,
): { readonly voids: readonly number[] | null; readonly leaves: Standing | null } {
  const where = placeOf(state, place);
  const characteristic = where === undefined ? undefined : characteristicOf(state, where);
  if (state.rules < REPEATS_SINCE || characteristic === undefined) return { voids: null, leaves: null };
  const all = standingAt(record);
  const kept = all.filter(({ seq }) => seq === keep);
  for (const each of all)
    if (each.seq !== keep && kept.every((other) => isAtOne(state, characteristic, other, each)))
      kept.push(each);
  const stays = all.filter((each) => kept.includes(each));
  const voids = all.filter((each) => !kept.includes(each)).map(({ seq }) => seq);
  return { voids, leaves: whatStands(state, place, stays) };
}
/** Two readings that can both be true; those of two people also by the second look, where one is asked for. */
const isAtOne = (state: BenchSlice, characteristic: Characteristic, a: Stood, b: Stood): boolean =>
  standTogether(characteristic, a, b) &&
  (a.by.id === b.by.id ||
    !asksSecondLook(state, characteristic) ||
    saysTheSame(characteristic, a, b) !== false);

type Take = Extract<BenchCommand, { type: 'takeReading' }>;

function take(
  state: BenchSlice,
  command: Take,
  record: PlaceRecord,
  by: Actor,
  instrument: Instrument | undefined,
): Decided {
  const { place, basedOn } = command;
  if (basedOn > record.version) return refuse('STALE', { what: place, basedOn, now: record.version });
  const taken = understand(state, place, command, command.seen, instrument);
  if (!taken.ok) return taken;
  if (state.rules < REPEATS_SINCE) return takeBeforeRepeats(state, command, taken.value, record, by);
  return putBeside(state, command, taken.value, record, by);
}

/** The number that a reading has before it is written: the last of all. */
const NOT_YET = Number.MAX_SAFE_INTEGER;

/**
 * Puts a reading beside what stands at the place. What agrees is one more piece of evidence, whoever took it; what cannot be true
 * together is asked about, or stands contested where nobody can be asked or tell.
 */
function putBeside(
  state: BenchSlice,
  { place, basedOn, keepBoth }: Pick<Take, 'place' | 'basedOn' | 'keepBoth'>,
  taken: Taken,
  record: PlaceRecord,
  by: Actor,
): Decided {
  const where = placeOf(state, place);
  const characteristic = where === undefined ? undefined : characteristicOf(state, where);
  if (where === undefined || characteristic === undefined) return refuse('PLACE_UNKNOWN', { place });
  const all = standingAt(record);
  const mine: Stood = { ...taken, seq: NOT_YET, by };
  const data = { place, basedOn, ...taken, ...independence(record, taken, basedOn, by) };
  const event = (more: Pick<ReadingTaken, 'refines' | 'contests'> & Partial<ReadingTaken>): Decided =>
    ok([{ type: 'readingTaken', v: 7, data: { ...data, ...more } }]);
  // A part has changed since: it is kept as evidence of the part as it was, and neither counts nor contests anything.
  // What a question speaks against is kept as void: it was taken, and is evidence of nothing.
  if (taken.late !== null || taken.unfit !== undefined) return event({ refines: null, contests: false });
  const isFresh = basedOn === record.version;
  if (record.contested.length > 0) {
    // A third person's look is what an inspector goes by; the two themselves have said what they found.
    const isRival = all.some(({ by: author }) => author.id === by.id);
    return isRival ? refuse('PLACE_CONTESTED', { place }) : event({ refines: null, contests: true });
  }
  const now = currentReading(record);
  if (now === undefined) return event({ refines: null, contests: false });
  if (!all.every((each) => isAtOne(state, characteristic, each, mine))) {
    const isSecondLook = asksSecondLook(state, characteristic) && all.some((each) => each.by.id !== by.id);
    // Somebody else was here meanwhile, or looked without seeing: both are kept, and a person decides.
    if ((!isFresh && now.by.id !== by.id) || (isSecondLook && taken.blind === true))
      return event({ refines: null, contests: true });
    return keepBoth === true
      ? event({ refines: null, contests: true, keptBoth: true })
      : refuse('PLACE_HAS_READING', { place, text: now.text });
  }
  const standing = knownBy([...all, mine], (each) => judgeAgain(state, where, each));
  if (standing === undefined) return refuse('PLACE_UNKNOWN', { place });
  const { known, verdict } = standing;
  if (standing.reading !== NOT_YET) return event({ refines: null, contests: false, decides: standing });
  const own = sameData(known, ownOf(mine)) ? {} : { own: ownOf(mine) };
  return event({ reading: known, verdict, ...own, refines: now.seq, contests: false });
}

/** Whether a reading was taken without knowing what others had found: it was hidden, or not there yet when the tablet last heard. */
function independence(
  record: PlaceRecord,
  { blind }: Pick<Taken, 'blind'>,
  basedOn: number,
  by: Pick<Actor, 'id'>,
): Pick<ReadingTaken, 'independent'> {
  const others = standingAt(record).filter((each) => each.by.id !== by.id);
  const isUnseen =
    (blind === true && !hasMeasured(record, by)) ||
    others.every((each) => each.basedOn !== null && basedOn <= each.basedOn);
  return others.length > 0 && isUnseen ? { independent: true } : {};
}

function correct(
  state: BenchSlice,
  command: Extract<BenchCommand, { type: 'correctReading' }>,
  record: PlaceRecord,
  by: Actor,
  instrument: Instrument | undefined,
): Decided {
  const { place, basedOn, reading, reason, instead } = command;
  const fault =
    staleFault(command, record) ?? contestFault(record, place) ?? countsFault(state, record, place, reading);
  if (fault !== undefined) return fault;
  const leaves = leftBy(state, place, record, reading);
  const corrected: BenchEvent = { type: 'readingCorrected', v: 2, data: { place, reading, reason, leaves } };
  if (instead === null) return ok([corrected]);
  const taken = understand(state, place, instead, instead.seen, instrument);
  if (!taken.ok) return taken;
  if (leaves === null) {
    const data = { place, basedOn, ...taken.value, refines: null, contests: false };
    return ok([corrected, { type: 'readingTaken', v: 7, data }]);
  }
  // What is left standing is evidence as before: the right figure is put beside that.
  const left = withoutReading(record, reading, leaves);
  const put = putBeside(state, { place, basedOn: left.version }, taken.value, left, by);
  if (!put.ok) return put;
  return ok([
    corrected,
    ...put.value.map((event) =>
      event.type === 'readingTaken' ? { ...event, data: { ...event.data, basedOn } } : event,
    ),
  ]);
}
/** The place as it stands after a reading was taken away. */
const withoutReading = (record: PlaceRecord, gone: number, leaves: Standing): PlaceRecord => ({
  ...record,
  readings: record.readings
    .filter(({ seq }) => seq !== gone)
    .map((each) =>
      each.seq === leaves.reading
        ? { ...each, own: ownOf(each), reading: leaves.known, verdict: leaves.verdict, status: 'current' }
        : each,
    ),
});
