import {
  characteristicOf,
  depthWords,
  originOf,
  unitOf,
  currentPin,
  isRework,
  SAID_OF_PART,
  openMatters,
  parsePlaceKey,
  partIn,
  slotsBehind,
  sheetPlaces,
  placeKey,
  placeAt,
} from '@oak-gate/core';
import type {
  BladeFeel,
  JobState,
  Layout,
  LeftAsIs,
  LimitsPin,
  Part,
  PartStep,
  SaidOfPart,
  SaidPartFact,
  Place,
  RecordedReading,
  TakenTemperatures,
} from '@oak-gate/core';
import { partWords, placeInJob, placeWordsOf, unitWord } from './place-words';
import { figureWords } from '../evidence/evidence-words';
import { judgedWindow } from './limit-words';
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
    reading,
    status,
    verdict,
    text,
    typedFirst,
    slip,
    ended,
    left,
    judgedBefore = [],
  } = taken;
  const unit = unitOf(taken);
  const isWrong = status === 'void' || status === 'corrected';
  const word = stateWordAt(pin, key, verdict.verdict);
  const said = {
    current: word,
    refined: `${word}; ${ended?.why ?? 'narrowed by a later reading'}`,
    spent: `${word} as it was`,
    void: 'void',
    corrected: 'corrected',
  }[status];
  const notes = [
    ...(text === '' ? [] : [`typed ${text}${typedFirst === undefined ? '' : `, first ${typedFirst}`}`]),
    ...takenInWords(pin, place, taken),
    ...(taken.independent === true ? ['without seeing what was found before'] : []),
    ...(taken.limitsHidden === true ? ['without seeing the limits'] : []),
    ...(taken.keptBoth === true ? ['kept beside what it contradicts'] : []),
    ...(slip === 'asTyped' ? ['asked about as a slip, and stands as typed'] : []),
    ...(left === undefined ? [] : [leftWords(left)]),
    ...(ended === undefined || status === 'refined' ? [] : [endedWords(ended.why)]),
    ...(ended?.agreed === undefined ? [] : [`${ended.agreed.by} agreed: ${ended.agreed.reason}`]),
    ...judgedBefore.map(
      (was) =>
        `judged before: ${stateWordAt(pin, key, was.verdict)} by ${[...new Set(Object.values(was.sources))].join(', ')} (${judgedWindow(was, unit)})`,
    ),
  ];
  return {
    seq,
    where,
    at,
    by: by.name,
    what: `${said}; ${originWords(pin, taken)}`,
    figure: figureWords(reading, unit),
    struck: isWrong ? 2 : status === 'spent' ? 1 : 0,
    note: notes.join('; '),
  };
}

/** "left as it is by Ivo Marrable: half a thou of a shop target". */
export const leftWords = ({ reason, by }: LeftAsIs): string => `left as it is by ${by.name}: ${reason}`;

/** With what it was measured; who looked, where nothing was used; from how many readings it was worked out. */
export function originWords(
  pin: Pick<LimitsPin, 'model' | 'characteristics'> | undefined,
  reading: Pick<RecordedReading, 'instrument' | 'inputs' | 'by'>,
): string {
  switch (originOf(reading)) {
    case 'instrument':
      return reading.instrument?.id ?? '';
    case 'looked':
      return `looked at by ${reading.by.name}`;
    case 'derived': {
      const inputs = reading.inputs ?? [];
      const from = new Set(inputs.map(({ place }) => parsePlaceKey(place)?.characteristic));
      const names = [...from].map(
        (id) => pin?.characteristics.find((each) => each.id === id)?.name.toLowerCase() ?? id ?? '',
      );
      return `worked out from ${inputs.length} ${inputs.length === 1 ? 'reading' : 'readings'} of ${names.join(' and ')}`;
    }
  }
}
/** The state in which it was measured, and what its tool was set to. */
export function takenInWords(
  pin: Pick<LimitsPin, 'characteristics'>,
  { characteristic }: Pick<Place, 'characteristic'>,
  {
    conditions = [],
    setting,
    depth,
    temperatures,
    feel,
  }: Pick<RecordedReading, 'conditions' | 'setting' | 'depth' | 'temperatures' | 'feel'>,
): string[] {
  const asked = pin.characteristics.find(({ id }) => id === characteristic)?.conditions ?? [];
  return [
    ...(feel === undefined ? [] : [feelWords(feel)]),
    ...(depth === undefined ? [] : [`at ${depthWords(depth)}`]),
    ...conditions.map(({ condition, is }) => {
      const found = asked.find(({ id }) => id === condition);
      const choice = found?.choices.find(({ id }) => id === is);
      return `${found?.name ?? condition}: ${choice?.text ?? is}`;
    }),
    ...(setting === undefined
      ? []
      : [`set to ${setting.size.text} ${unitWord(setting.size.unit)} with ${setting.against}`]),
    ...(temperatures === undefined ? [] : [temperatureWords(temperatures)]),
  ];
}

const FEEL_WORDS = { free: 'goes freely', drag: 'goes with a light drag', starts: 'only starts' } as const;
/** "goes with a light drag, the next only starts": how the blades felt. */
export const feelWords = ({ goes, stops }: BladeFeel): string =>
  [
    ...(goes === undefined ? [] : [FEEL_WORDS[goes]]),
    ...(stops === undefined
      ? []
      : [goes === undefined ? FEEL_WORDS.starts : `the next ${FEEL_WORDS.starts}`]),
  ].join(', ');
const degrees = (thousandths: number): string => `${thousandths / 1000} °C`;
export const temperatureWords = ({ part, gauge, kept }: TakenTemperatures): string =>
  `part ${degrees(part)}, gauge ${degrees(gauge)}${kept === undefined ? '' : `, measured all the same: ${kept}`}`;

/** What was done to the parts and said of them: fitted where a part was exchanged, filed, honed, taken out. */
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
          where: placeWordsOf(layout, slotAfter(part, step)),
          at: step.at,
          by: step.byName,
          // A kind that the layout declares is named: its slot alone does not say what lies there.
          what: [nameIn(layout, part), stepWords(layout, part, step)].filter((each) => each !== '').join(' '),
          figure: '',
          struck: 0,
          note: step.what === 'fitted' ? newPartWords(part) : (step.why ?? step.note),
        }))
        .concat(
          (part.said ?? []).map(({ seq, at, by, facts, before, reason }) => ({
            seq,
            where: placeWordsOf(layout, part.slot ?? slotOf(part)),
            at,
            by: by.name,
            what: [nameIn(layout, part), saidOfPart(facts, before)].filter((each) => each !== '').join(' '),
            figure: '',
            struck: 0,
            note: reason,
          })),
        ),
    )
    .sort((a, b) => a.seq - b.seq);
}
/** A kind that is not the one thing that lies in such a slot is named. */
const nameIn = (layout: Layout, { kind }: Part): string =>
  layout.partKinds?.find((each) => each.kind === kind)?.name ??
  (SAID_WITHOUT_NAME.has(kind) ? '' : partWords(layout, kind)[0]);
/** What these are called never stood in a history, and what was printed stays as it was. */
const SAID_WITHOUT_NAME = new Set([
  ...['bore', 'block', 'ring', 'piston', 'pin', 'rod', 'liner', 'journal', 'shell', 'bolt'],
]);
/** Where a part lay after something was done to it. */
const slotAfter = (part: Part, step: PartStep): string =>
  part.history.findLast(({ seq, what }) => seq <= step.seq && (what === 'fitted' || what === 'moved'))
    ?.note ?? slotOf(part);
/** "filed", "filed, 4 strokes with the hand-cranked grinder", "moved here from cylinder 1, top ring". */
function stepWords(layout: Layout, part: Part, step: PartStep): string {
  const { what, round } = step;
  if (what === 'moved') {
    const before = part.history.filter(({ seq }) => seq < step.seq);
    const last = before.findLast(
      (each) =>
        each.what !== 'filed' && (each.what === 'removed' || each.what === 'fitted' || each.what === 'moved'),
    );
    return last === undefined || last.what === 'removed'
      ? 'put in again'
      : `moved here from ${lowerFirst(placeWordsOf(layout, last.note))}`;
  }
  if (round === undefined) return what;
  const { strokes, tool, minutes } = round;
  const time = minutes === null ? '' : `, ${minutes} min`;
  return `${what}, ${strokes} ${strokes === 1 ? 'stroke' : 'strokes'} with the ${tool}${time}`;
}
const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
const slotOf = (part: Part): string => part.id.slice(0, part.id.lastIndexOf('#'));
/** The first part of a slot is what the job began with; a later one took its place. */
const isExchange = (state: JobState, part: Part): boolean =>
  (state.fittedCount.get(slotOf(part)) ?? 0) > 1 && !part.id.endsWith('#1');
/** "said to be: part number R-2 (was R-1), maker Quill". */
function saidOfPart(facts: Partial<SaidOfPart>, before: SaidOfPart): string {
  const told = SAID_OF_PART.flatMap((fact) => {
    const is = facts[fact];
    if (is === undefined || is === (before[fact] ?? null)) return [];
    const was = before[fact] == null ? '' : ` (was ${before[fact]})`;
    return [`${PART_FACT_WORDS[fact]} ${is ?? 'not known'}${was}`];
  });
  return `said to be: ${told.join(', ')}`;
}
export const PART_FACT_WORDS: Readonly<Record<SaidPartFact, string>> = {
  partNumber: 'part number',
  maker: 'maker',
  material: 'material',
  serial: 'serial',
  lot: 'lot or box',
  sizeClass: 'size class',
  hours: 'hours',
  cycles: 'cycles',
};
const newPartWords = ({ state, partNumber, lot, ...part }: Part): string => {
  const { partNumber: number, maker, material } = part.said?.[0]?.before ?? { partNumber, ...part };
  return [`${state} part`, number ?? '', maker ?? '', material ?? '', lot === null ? '' : `lot ${lot}`]
    .filter((each) => each !== '')
    .join(', ');
};

/** How the part at a place came to be as it is: what was done to it last, or `exchanged`. */
export function workedAt(state: JobState, key: string): string | undefined {
  const place = parsePlaceKey(key);
  const characteristic = place === undefined ? undefined : characteristicOf(state, place);
  if (place === undefined || characteristic === undefined) return undefined;
  const kind = characteristic.filed ?? characteristic.stateOf;
  const slot = slotsBehind(state, characteristic, place).find((each) => each.kind === kind)?.slot;
  const part = slot === undefined ? undefined : partIn(state, slot);
  if (part === undefined) return undefined;
  const reworked = part.history.findLast(isRework);
  if (reworked !== undefined) return reworked.what;
  if (part.history.some(({ what }) => what === 'moved')) return 'moved';
  return isExchange(state, part) ? 'exchanged' : undefined;
}

/** "3 times a ring was filed": of each kind of part what was done to it, in the order in which it was first done. */
function reworkCounts(state: JobState): string[] {
  const layout = currentPin(state)?.model.layout;
  const counts = new Map<string, { one: string; many: string; n: number }>();
  for (const { kind, history } of state.parts.values())
    for (const step of history) {
      const { what } = step;
      if (!isRework(step)) continue;
      const [name] = partWords(layout, kind);
      const so = counts.get(`${kind} ${what}`);
      if (so === undefined)
        counts.set(`${kind} ${what}`, {
          one: `${name} was ${what}`,
          many: `times a ${name} was ${what}`,
          n: 1,
        });
      else so.n += 1;
    }
  return [...counts.values()].map(({ one, many, n }) => `${n} ${n === 1 ? one : many}`);
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
    ...reworkCounts(state),
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
