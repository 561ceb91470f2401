import {
  currentPin,
  notesAbout,
  own,
  openMatters,
  parsePlaceKey,
  inspectionOf,
  refitParts,
  sheetsBehind,
  statementDigest,
} from '@oak-gate/core';
import type {
  FaceStand,
  AsFoundEntry,
  GateRule,
  GateStatement,
  JobState,
  StatementTopic,
} from '@oak-gate/core';
import { placeInJob } from './place-words';

type Words = (state: JobState, gate: GateRule) => readonly string[];

/**
 * The words and the digest of what would be signed now. The words are kept with the signature and are never composed again, so
 * a sentence may be put better here at any time; what the digest covers is in `core`.
 */
export function gateStatement(state: JobState, gate: GateRule): GateStatement {
  const words = Object.values(STATEMENT_WORDS).flatMap((wordsOf) => wordsOf(state, gate));
  const isLast = gate.stage === state.route.gates.at(-1)?.stage;
  const all = isLast ? [...words, 'After this signature the record is sealed and cannot be changed.'] : words;
  return { digest: statementDigest(state, gate, all), words: all };
}

const isMap = ({ conditions }: GateRule): boolean => conditions.includes('mapComplete');
const isInspection = ({ conditions }: GateRule): boolean => conditions.includes('partsInspected');
const isArrival = ({ conditions }: GateRule): boolean => conditions.includes('identityConfirmed');
const isRecord = (state: JobState, { stage }: GateRule): boolean => stage === state.route.gates.at(-1)?.stage;
const plural = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;
const listed = (items: readonly string[]): string =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1) ?? ''}`;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * What each topic says above a signature, in the order in which it is read; a topic may have nothing to say, and is covered by
 * the digest all the same.
 */
const STATEMENT_WORDS: Readonly<Record<StatementTopic, Words>> = {
  identity: (state, gate) => {
    const { job, engine, identity } = state;
    const which = `${engine.modelName}, serial ${engine.serial}, job ${job.number}`;
    if (isArrival(gate))
      return [
        identity?.samePerson == null
          ? `This engine is ${which}; a second person has read the serial on it.`
          : `This engine is ${which}; the same person has read the serial on it again, ${plural(identity.samePerson.hoursLater, 'hour', 'hours')} later.`,
      ];
    if (isMap(gate)) return [`This is how ${which}, was found when it was taken apart.`];
    if (isInspection(gate)) return [`These are the parts of ${which}, as they were looked at.`];
    return isRecord(state, gate)
      ? [`I have read the record of ${which}.`]
      : [`The sheets behind this gate of ${which} are complete.`];
  },
  readings: (state, gate) => {
    const sheets = sheetsBehind(state.route, gate);
    const { statuses } = openMatters(state, sheets);
    if (statuses.length === 0) return [];
    const within = statuses.filter(({ state: word }) => word === 'in' || word === 'serviceable').length;
    const conceded = statuses.filter((status) => status.conceded).length;
    const notApplicable = statuses.filter(({ state: word }) => word === 'notApplicable').length;
    const counts = listed([
      `${within} of ${plural(statuses.length, 'place', 'places')} within limits`,
      ...(conceded > 0 ? [`${conceded} out of limits and accepted by concession`] : []),
      ...(notApplicable > 0 ? [`${notApplicable} not applicable`] : []),
    ]);
    return isRecord(state, gate)
      ? [`It covers ${state.route.covers} and nothing else: ${counts}.`]
      : [`${capital(measuredWords(state, sheets))}: ${counts}.`];
  },
  documents: (state, gate) => {
    if (isMap(gate) || isInspection(gate)) return [];
    const pin = currentPin(state);
    const documents = pin?.documents.map(({ id }) => id) ?? [];
    if (isArrival(gate)) {
      const [is, they] = documents.length === 1 ? ['was', 'it was'] : ['were', 'they were'];
      return [
        `It is judged by ${listed(documents)}, which ${is} current when ${they} checked.`,
        ...mixedWords(state),
      ];
    }
    const isNew = state.documentsChecked !== undefined && state.documentsChecked.pin !== pin?.pin;
    return [
      `Judged by ${listed(documents)}.`,
      ...(isNew
        ? ['The limits were worked out anew after the arrival was signed.', ...mixedWords(state)]
        : []),
      ...state.declined
        .filter((each) => each.pin === pin?.pin)
        .map(({ by, reason }) => `What arrived in the library later was not adopted (${by.name}): ${reason}`),
    ];
  },
  instruments: (state, gate) => {
    if (gate.conditions.includes('instrumentsInDate'))
      return [`The instruments taken for it are in date: ${Object.keys(state.instruments).join(', ')}.`];
    const used = openMatters(state, sheetsBehind(state.route, gate)).statuses.flatMap(({ reading }) =>
      reading?.instrument == null ? [] : [reading.instrument.id],
    );
    return used.length === 0 ? [] : [`Measured with ${listed([...new Set(used)].sort())}.`];
  },
  decisions: (state, gate) => {
    const sheets = sheetsBehind(state.route, gate);
    const isBehind = (key: string): boolean => sheets.includes(parsePlaceKey(key)?.characteristic ?? '');
    return state.limitDecisions
      .filter(({ pin, fit }) => pin === currentPin(state)?.pin && isBehind(fit))
      .map(
        ({ fit, by, secondLook, reason }) =>
          `The limit of ${placeIn(state, fit)} was chosen by ${by}${secondLook === null ? '' : ` and looked at by ${secondLook}`}: ${reason}`,
      );
  },
  asFound: (state, gate) => {
    if (!isMap(gate)) return [];
    const all = state.asFound.values();
    const count = (is: (entry: AsFoundEntry) => boolean): number => all.filter(is).length;
    const odd = count((entry) => entry.odd !== '');
    const unsure = count(({ cannotTell }) => cannotTell);
    return [
      `${capital(plural(all.length, 'part is', 'parts are'))} put down: ${listed([
        `${count(({ atBuild }) => atBuild === 'reused')} to go in again`,
        ...(odd > 0 ? [`${odd} found odd`] : []),
        ...(unsure > 0 ? [`of ${unsure} nobody can tell which way it lay`] : []),
      ])}.`,
    ];
  },
  refit: (state, gate) => {
    if (!gate.conditions.includes('partsRefitted')) return [];
    const all = refitParts(state);
    const other = all.filter(({ said, expected }) => expected !== undefined && said?.way !== expected).length;
    return all.length === 0
      ? []
      : [
          `${capital(plural(all.length, 'part that ran in is', 'parts that ran in are'))} back in, ${other === 0 ? 'each as it was found' : `${other} otherwise than found, as decided`}.`,
        ];
  },
  inspection: (state, gate) => {
    if (!isInspection(gate)) return [];
    const parts = inspectionOf(state);
    const stands = parts.flatMap(({ faces }) => faces.map(({ stand }) => stand));
    const count = (stand: FaceStand): number => stands.filter((each) => each === stand).length;
    const tests = state.crackTests.filter(({ read }) => read !== undefined).length;
    return [
      `${capital(plural(stands.length, 'face', 'faces'))} of ${plural(parts.length, 'part', 'parts')}: ${listed(
        [
          `${count('good')} good`,
          ...(count('rejected') > 0 ? [`${count('rejected')} rejected and used on an approval`] : []),
          ...(count('notInspected') > 0 ? [`${count('notInspected')} not looked at`] : []),
          ...(tests > 0 ? [plural(tests, 'crack test', 'crack tests')] : []),
        ],
      )}.`,
    ];
  },
  concessions: () => [],
  notes: (state, gate) => {
    const accepted = notesAbout(state, sheetsBehind(state.route, gate)).filter(
      (id) => own(state.acceptedNotes, id) !== undefined,
    );
    return accepted.length === 0
      ? []
      : [`${capital(plural(accepted.length, 'finding was', 'findings were'))} accepted with a reason.`];
  },
  parts: () => [],
  reports: () => [],
  gatesBefore: (state, gate) =>
    isRecord(state, gate) && state.job.previousSeal !== null
      ? [`The record before it ends at ${state.job.previousSeal.slice(0, 16)}.`]
      : [],
};
/** What these sheets measure, where they are not everything that the record covers. */
function measuredWords(state: JobState, sheets: readonly string[]): string {
  const all = state.route.gates.flatMap((gate) => gate.sheets);
  if (all.every((sheet) => sheets.includes(sheet))) return state.route.covers;
  const names = (currentPin(state)?.characteristics ?? []).filter(({ id }) => sheets.includes(id));
  return listed(names.map(({ name }) => name.toLowerCase()));
}
function mixedWords(state: JobState): string[] {
  const fits = currentPin(state)?.fits.filter(({ governing }) => governing.mixed === true) ?? [];
  const mixed = new Set(fits.map(({ fit }) => fit)).size;
  return mixed === 0
    ? []
    : [
        `In ${plural(mixed, 'fit', 'fits')} the minimum and the maximum come from different documents; I accept these windows.`,
      ];
}
function placeIn(state: JobState, key: string): string {
  const place = placeInJob(currentPin(state), key);
  return place.charAt(0).toLowerCase() + place.slice(1);
}
