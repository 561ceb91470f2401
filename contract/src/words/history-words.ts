import {
  characteristicOf,
  currentPin,
  openMatters,
  parsePlaceKey,
  partIn,
  slotsBehind,
  sheetPlaces,
  placeKey,
  placeAt,
} from '@oak-gate/core';
import type { JobState, LimitsPin, Part, Place, RecordedReading } from '@oak-gate/core';
import { placeInJob, placeWordsOf, unitWord } from './place-words';
import { shortReading, showBound } from './reading-words';
import { endedWords, stateWordAt } from './state-words';

/** One thing that happened at a place or to a part, as the record tells it: nothing is left out because it no longer counts. */
export interface HistoryLine {
  readonly seq: number;
  readonly where: string;
  readonly at: string;
  readonly by: string;
  readonly what: string;
  /** A figure that does not count any more is struck: once where it was spent, twice where it was wrong. */
  readonly figure: string;
  readonly struck: 0 | 1 | 2;
  readonly note: string;
}

/** Everything that was measured, in the order of the sheets; of each place in the order in which it happened. */
export function measuredLines(state: JobState): readonly HistoryLine[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  return sheetPlaces(state).flatMap((place: Place) =>
    placeAt(state, placeKey(place)).readings.map((reading) => lineOf(pin, place, reading)),
  );
}
function lineOf(pin: LimitsPin, place: Place, taken: RecordedReading): HistoryLine {
  const key = placeKey(place);
  const where = placeInJob(pin, key);
  const {
    seq,
    at,
    by,
    instrument,
    reading,
    status,
    verdict,
    text,
    typedFirst,
    slip,
    ended,
    judgedBefore = [],
  } = taken;
  const isWrong = status === 'void' || status === 'corrected';
  const word = stateWordAt(pin, key, verdict.verdict);
  const said = {
    current: word,
    refined: `${word}; narrowed by a later reading`,
    spent: `${word} as it was`,
    void: 'void',
    corrected: 'corrected',
  }[status];
  const notes = [
    `typed ${text}${typedFirst === undefined ? '' : `, first ${typedFirst}`}`,
    ...(slip === 'asTyped' ? ['asked about as a slip, and stands as typed'] : []),
    ...(ended === undefined || status === 'refined' ? [] : [endedWords(ended.why)]),
    ...judgedBefore.map(
      ({ verdict: before, limit, sources }) =>
        `judged before: ${stateWordAt(pin, key, before)} by ${[...new Set(Object.values(sources))].join(', ')} (${showBound(limit, instrument.unit)})`,
    ),
  ];
  return {
    seq,
    where,
    at,
    by: by.name,
    what: `${said}; ${instrument.id}`,
    figure: `${shortReading(reading, instrument.unit)} ${unitWord(instrument.unit)}`,
    struck: isWrong ? 2 : status === 'spent' ? 1 : 0,
    note: notes.join('; '),
  };
}

/** What was done to the parts: fitted where a part was exchanged, filed, honed, taken out. */
export function partLines(state: JobState): readonly HistoryLine[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const { layout } = pin.model;
  return [...state.parts.values()]
    .flatMap((part) =>
      part.history
        .filter(({ what }) => what !== 'fitted' || isExchange(state, part))
        .map((step): HistoryLine => ({
          seq: step.seq,
          where: placeWordsOf(layout, slotOf(part)),
          at: step.at,
          by: step.byName,
          what: step.what,
          figure: '',
          struck: 0,
          note: step.what === 'fitted' ? partWords(part) : step.note,
        })),
    )
    .sort((a, b) => a.seq - b.seq);
}
const slotOf = (part: Part): string => part.id.slice(0, part.id.lastIndexOf('#'));
/** The first part of a slot is what the job began with; a later one took its place. */
const isExchange = (state: JobState, part: Part): boolean =>
  (state.fittedCount.get(slotOf(part)) ?? 0) > 1 && !part.id.endsWith('#1');
const partWords = ({ state, partNumber, lot }: Part): string =>
  [`${state} part`, partNumber ?? '', lot === null ? '' : `lot ${lot}`]
    .filter((each) => each !== '')
    .join(', ');

/** How the part at a place came to be as it is: one that was filed and one that was exchanged are told apart. */
export function workedAt(state: JobState, key: string): 'filed' | 'exchanged' | undefined {
  const place = parsePlaceKey(key);
  const characteristic = place === undefined ? undefined : characteristicOf(state, place);
  if (place === undefined || characteristic === undefined) return undefined;
  const kind = characteristic.filed ?? characteristic.stateOf;
  const slot = slotsBehind(state, characteristic, place).find((each) => each.kind === kind)?.slot;
  const part = slot === undefined ? undefined : partIn(state, slot);
  if (part === undefined) return undefined;
  if (part.history.some(({ what }) => what === 'filed')) return 'filed';
  return isExchange(state, part) ? 'exchanged' : undefined;
}

/**
 * What a signature under the whole record covers besides figures that are in: sentences, the ones that weigh most first.
 * Empty where nothing was changed, conceded or odd.
 */
export function coveredWords(state: JobState): readonly string[] {
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined) return [];
  const { statuses, findings } = openMatters(state);
  const readings = [...state.places.values()].flatMap((record) => record.readings);
  const count = (status: RecordedReading['status']): number =>
    readings.filter((each) => each.status === status).length;
  const parts = partLines(state);
  const times = (n: number, one: string, many: string): string[] =>
    n === 0 ? [] : [`${n} ${n === 1 ? one : many}`];
  const voided = Object.values(state.signatures).flatMap((all) =>
    all.filter((each) => each.voided !== undefined),
  );
  return [
    ...times(findings.length, 'finding waits for a decision', 'findings wait for a decision'),
    ...statuses
      .filter(({ conceded }) => conceded)
      .map(
        ({ key, state: word }) =>
          `${placeInJob(currentPin(state), key)} is ${stateWordAt(currentPin(state), key, word)}, and conceded`,
      ),
    ...times(
      Object.keys(state.acceptedNotes).length,
      'odd thing was accepted with a reason',
      'odd things were accepted with a reason',
    ),
    ...times(
      state.limitDecisions.length,
      'limit was chosen by a person where documents differ',
      'limits were chosen by persons where documents differ',
    ),
    ...times(
      state.pins.length - 1,
      'time the limits were worked out anew while the job was open',
      'times the limits were worked out anew while the job was open',
    ),
    ...times(state.declined.length, 'newer document was declined', 'newer documents were declined'),
    ...times(count('corrected'), 'reading was corrected', 'readings were corrected'),
    ...times(count('void'), 'reading was voided', 'readings were voided'),
    ...times(
      readings.filter(({ late }) => late !== null).length,
      'reading came in late',
      'readings came in late',
    ),
    ...times(parts.filter(({ what }) => what === 'filed').length, 'ring was filed', 'times a ring was filed'),
    ...times(
      parts.filter(({ what }) => what === 'removed').length,
      'part was exchanged or taken out',
      'parts were exchanged or taken out',
    ),
    ...times(voided.length, 'signature was made void again', 'signatures were made void again'),
    ...times(
      statuses.filter(({ state: word }) => word === 'notApplicable').length,
      'place is not applicable',
      'places are not applicable',
    ),
    ...state.clockPutRight.map(() => 'the server’s clock was put right while the job was open'),
  ];
}
