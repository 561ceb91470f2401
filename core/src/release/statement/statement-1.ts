import { own } from '../../kernel/own';
import { currentPin } from '../../library/limit-in-force';
import { digestOf } from '../../record/digest';
import { layoutReason, placeKey } from '../../engines/place';
import type { Place } from '../../engines/place';
import { currentReading, placeAt, sheetPlaces } from '../../bench/places';
import type { RecordedReading } from '../../bench/places';
import { signatureOf } from '../gates';
import type { GateStatement } from '../gates';
import type { GateSlice } from '../gate-waits';
import type { GateRule } from '../../route/route';
import { everyGateBefore } from './every-gate-before';

/**
 * The first version of what a signature covers, as it was composed and worded then. Records were signed by it: it is kept
 * as it was, with the rules of its day about when a place counts, and nothing is ever changed here.
 */
export function gateStatement1(state: GateSlice, gate: GateRule): GateStatement {
  const words = wordsFor(state, gate);
  const pin = currentPin(state);
  const statuses = statusesThen(
    state,
    gate.sheets.length > 0 ? gate.sheets : state.route.gates.flatMap(({ sheets }) => sheets),
  );
  const covered = {
    gate: gate.stage,
    words,
    job: state.job,
    engine: state.engine,
    pin: pin?.pin ?? 0,
    documents: pin?.documents.map(({ id, digest }) => ({ id, digest })) ?? [],
    identity: state.identity?.seq ?? null,
    documentsChecked: state.documentsChecked?.seq ?? null,
    before: everyGateBefore(state.route, gate).map(({ stage }) => signatureOf(state, stage)?.digest ?? null),
    ...(gate.stage === 'arrival'
      ? { instruments: Object.values(state.instruments) }
      : {
          places: statuses.map(({ key, state: word, conceded, reading }) => ({
            key,
            word,
            conceded,
            reading: reading?.seq ?? null,
          })),
        }),
  };
  return { digest: digestOf(covered), words };
}

function wordsFor(state: GateSlice, gate: GateRule): readonly string[] {
  const pin = currentPin(state);
  const engine = `${state.engine.modelName}, serial ${state.engine.serial}, job ${state.job.number}`;
  const documents = pin?.documents.map(({ id }) => id).join(', ') ?? '';
  const mixed = new Set(pin?.fits.filter(({ governing }) => governing.mixed === true).map(({ fit }) => fit))
    .size;
  if (gate.stage === 'arrival') {
    return [
      `This engine is ${engine}; a second person has read the serial on it.`,
      `It is judged by ${documents}, which were current when they were checked.`,
      ...mixedWords(mixed),
      `The instruments taken for it are in date: ${Object.keys(state.instruments).join(', ')}.`,
    ];
  }
  const statuses = statusesThen(state, gate.sheets.length > 0 ? gate.sheets : undefined);
  const within = statuses.filter(({ state: word }) => word === 'in' || word === 'serviceable').length;
  const conceded = statuses.filter((status) => status.conceded);
  const notApplicable = statuses.filter(({ state: word }) => word === 'notApplicable').length;
  const counts = [
    `${within} of ${statuses.length} places within limits`,
    ...(conceded.length > 0 ? [`${conceded.length} out of limits and accepted by concession`] : []),
    ...(notApplicable > 0 ? [`${notApplicable} not applicable`] : []),
  ].join(', ');
  if (gate.stage === 'release') {
    return [
      `I have read the record of ${engine}.`,
      `It covers ${state.route.covers} and nothing else: ${counts}.`,
      `Judged by ${documents}.`,
      'After this signature the record is sealed and cannot be changed.',
    ];
  }
  return [
    `The sheets behind this gate of ${engine} are complete.`,
    `${capital(state.route.covers)}: ${counts}.`,
    `Judged by ${documents}.`,
    ...sincePinWords(state, mixed),
  ];
}

const mixedWords = (mixed: number): string[] =>
  mixed === 0
    ? []
    : [
        `In ${mixed} ${mixed === 1 ? 'fit' : 'fits'} the minimum and the maximum come from different documents; I accept these windows.`,
      ];

/** What became of the limits after the arrival was signed: pinned anew, decided by a person, or left as they were. */
function sincePinWords(state: GateSlice, mixed: number): string[] {
  const pin = currentPin(state)?.pin ?? 0;
  const isNew = state.documentsChecked !== undefined && state.documentsChecked.pin !== pin;
  const decided = state.limitDecisions.filter((each) => each.pin === pin);
  const declined = state.declined.filter((each) => each.pin === pin);
  return [
    ...(isNew
      ? [`The limits were pinned anew after the arrival was signed (pin ${pin}).`, ...mixedWords(mixed)]
      : []),
    ...decided.map(({ fit, reason }) => `The limit of ${fit} was decided by a person: ${reason}`),
    ...declined.map(
      ({ by, reason }) => `What arrived in the library later was not adopted (${by.name}): ${reason}`,
    ),
  ];
}
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

interface StatusThen {
  readonly key: string;
  readonly state: string;
  readonly conceded: boolean;
  readonly reading: RecordedReading | undefined;
}
/** Where each place stood by the rules of then: a concession was of a reading alone, "not applicable" hid what was measured. */
function statusesThen(state: GateSlice, sheets: readonly string[] | undefined): readonly StatusThen[] {
  const pin = currentPin(state);
  return (pin?.characteristics ?? [])
    .filter(({ id }) => sheets === undefined || sheets.includes(id))
    .flatMap(({ id }) => sheetPlaces(state, id))
    .map((place) => statusThen(state, place));
}
function statusThen(state: GateSlice, place: Place): StatusThen {
  const key = placeKey(place);
  const record = placeAt(state, key);
  const layout = currentPin(state)?.model.layout;
  const is = (word: string, reading?: RecordedReading, conceded = false): StatusThen => ({
    key,
    state: word,
    conceded,
    reading,
  });
  if (layout !== undefined && layoutReason(layout, place) !== undefined) return is('notApplicable');
  if (record.notApplicable !== undefined)
    return is(record.notApplicable.accepted ? 'notApplicable' : 'declaredNotApplicable');
  if (record.contested.length > 0) return is('contested', record.readings.at(-1));
  const reading = currentReading(record);
  if (record.deferred !== undefined && reading?.verdict.acceptable !== true) return is('deferred', reading);
  if (reading !== undefined)
    return is(reading.verdict.verdict, reading, own(state.concessions, key)?.reading === reading.seq);
  const last = record.readings.findLast(({ status }) => status === 'spent' || status === 'void');
  return last === undefined ? is('notTaken') : is(last.status === 'spent' ? 'spent' : 'void', last);
}
