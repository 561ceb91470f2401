import type {
  Characteristic,
  RestatedFact,
  JudgedFit,
  LengthUnit,
  FactReport,
  WorkshopFact,
  Finding,
  JobState,
  MapDoubt,
  LimitNote,
  PartKind,
  PartLife,
  PlaceRecord,
  PlaceStateWord,
  ReportCause,
  RestFact,
  SetRuleStand,
  Task,
  Wait,
  Withdrawn,
} from '@oak-gate/core';
import {
  currentPin,
  currentReading,
  nanometres,
  parsePlaceKey,
  placeAt,
  placeKey,
  showExact,
  unitOf,
} from '@oak-gate/core';
import { figureWords } from '../evidence/evidence-words';
import { headWords, partWords, placeInJob, slotWords, unitWord, variantWords } from './place-words';
import { wayWords } from './way-words';
import { faceInJob, inspectionFindingWords } from './inspection-words';
import { bankWords, classWords, mismatchWords } from './set-words';
import { GROUP_WORDS } from './limit-row-words';
import { kitWords, partLifeWords } from './part-words';
import { endedWords, stateWordAt, WITHHELD_WORDS } from './state-words';

const placeIn = (state: JobState, key: string): string => placeInJob(state.pins.at(-1), key);

const wordAt = (state: JobState, key: string, word: string): string =>
  stateWordAt(state.pins.at(-1), key, word as PlaceStateWord);

/** What a gate waits for, in plain words. */
export function waitWords(state: JobState, wait: Wait): string {
  switch (wait.kind) {
    case 'identity':
      return 'a second person to read the serial on the engine';
    case 'documents':
      return 'the documents to be checked as current';
    case 'documentsMoved':
      return `${wait.documents.join(', ')}: arrived or changed in the library; adopt or decline`;
    case 'noInstrument':
      return `an instrument for ${wait.characteristic.toLowerCase()}`;
    case 'instrumentDue':
      return `${wait.instrument}: due for its check on ${wait.dueOn}`;
    case 'place':
      return `${placeIn(state, wait.place)}: ${wordAt(state, wait.place, wait.state)}`;
    case 'finding':
      return findingWords(state, wait.finding);
    case 'sheetNotPinned':
      return `the sheet ${wait.sheet}, which is not pinned for this job`;
    case 'nothingToSign':
      return 'something to sign for: it asks for nothing that this job has';
    case 'map':
      return wait.open === 1
        ? `${slotIn(state, wait.slot)}: how it was found`
        : `${wait.open} parts: how they were found, ${slotIn(state, wait.slot)} next`;
    case 'refit':
      return wait.open === 1
        ? `${slotIn(state, wait.slot)}: which way it was put back`
        : `${wait.open} parts: which way they were put back, ${lower(slotIn(state, wait.slot))} next`;
    case 'replace':
      return wait.open === 1
        ? `${slotIn(state, wait.slot)}: a new one`
        : `${wait.open} parts that are to be new, ${lower(slotIn(state, wait.slot))} next`;
    case 'life':
      return wait.open === 1
        ? `${slotIn(state, wait.slot)}: its life`
        : `${wait.open} parts whose life is over or not known, ${lower(slotIn(state, wait.slot))} next`;
    case 'inspection':
      return wait.open === 1
        ? faceInJob(state, wait.slot, wait.item)
        : `${wait.open} faces to be looked at, ${faceInJob(state, wait.slot, wait.item)} next`;
    case 'gate':
      return `the ${state.route.gates.find(({ stage }) => stage === wait.gate)?.label ?? wait.gate} gate`;
  }
}

/** A finding as a question that somebody must decide. */
export function findingWords(state: JobState, finding: Finding): string {
  switch (finding.kind) {
    case 'outOfLimits': {
      const asked = finding.asked === null ? '' : '; a concession is asked for';
      const word = wordAt(state, finding.place, finding.word);
      return `${placeIn(state, finding.place)}${isCheck(state, finding.place) ? ':' : ' is'} ${word}${asked}`;
    }
    case 'limitWithheld':
      return `${fitIn(state, finding)}: ${WITHHELD_WORDS[finding.why]}`;
    case 'notApplicableDeclared':
      return `${placeIn(state, finding.place)} is said to be not applicable: ${finding.reason}`;
    case 'contested':
      return `${placeIn(state, finding.place)}: ${contestWords(placeAt(state, finding.place))}`;
    case 'factUnsettled':
      return `${placeIn(state, finding.report.slot)}: ${reportWords(finding.report)}`;
    case 'limitToConfirm':
      return `${fitIn(state, finding.choice)}: ${finding.choice.by.name} chose a limit; somebody else looks at it`;
    case 'limitNote':
      return noteWords(state, finding.note);
    case 'setRule':
      return ruleWords(state, finding.rule);
    case 'asFound':
      return mapDoubtWords(state, finding.doubt);
    case 'raised':
      return `${aboutWords(state, finding.raised.about)}: ${finding.raised.text}`;
    case 'order': {
      const { what, expectedOn } = finding.order;
      return finding.stand === 'awaited'
        ? `awaiting ${what}${expectedOn === null ? '' : `, expected on ${expectedOn}`}`
        : `${what} came, and nobody here has measured or checked it yet`;
    }
    case 'withdrawn':
      return withdrawnWords(state, finding.withdrawn);
    case 'kitDiffers':
      return kitWords(finding.stand);
    case 'lifeDue':
      return lifeDueWords(state, finding.due);
    case 'paperMissing': {
      const [first] = finding.parts;
      const [, many] = partWords(currentPin(state)?.model.layout, first?.kind ?? '');
      return finding.parts.length === 1
        ? `${slotIn(state, finding.slot)}: no paper is kept of it`
        : `${finding.parts.length} ${many}: no paper is kept of them`;
    }
    case 'inspection':
    case 'inspectionDue':
      return inspectionFindingWords(state, finding);
    case 'instrumentOutOfDate':
      return `${finding.instrument} was past its check on ${finding.dueOn}; ${finding.places.length} ${finding.places.length === 1 ? 'reading was' : 'readings were'} taken with it`;
  }
}

function withdrawnWords(state: JobState, { place, reading, by, why }: Withdrawn): string {
  const figure = figureWords(reading.reading, unitOf(reading), measuredAt(state, place));
  const word = wordAt(state, place, reading.verdict.verdict);
  return `${placeIn(state, place)} was ${word} (${figure}), and ${by.name} took it back: ${endedWords(why)}`;
}
function lifeDueWords(state: JobState, due: readonly PartLife[]): string {
  const [first] = due;
  if (first === undefined) return '';
  const [one, many] = partWords(currentPin(state)?.model.layout, first.rule.kind);
  return due.length === 1
    ? `${slotIn(state, first.slot)}: ${partLifeWords(first)}`
    : `${due.length} ${many === '' ? one : many}: ${partLifeWords(first)}${due.some(({ life }) => life.verdict !== first.life.verdict) ? ', and others' : ''}`;
}
const slotIn = (state: JobState, slot: string): string => {
  const layout = currentPin(state)?.model.layout;
  return layout === undefined ? slot : slotWords(layout, slot);
};
/** "Rod, cyl 4 was found odd: faces opposite to the book". */
function mapDoubtWords(state: JobState, { kind, slot, entry, now, refit }: MapDoubt): string {
  const name = slotIn(state, slot);
  if (kind === 'asFoundOdd') return `${name} was found odd: ${entry.odd}`;
  if (kind === 'notAsFound')
    return `${name} is run in and lies elsewhere now: ${lower(slotIn(state, now ?? ''))}`;
  const front = currentPin(state)?.model.layout.frontLabel ?? '';
  const [was, is] = [entry.way, refit?.way ?? null].map((way) => (way === null ? '' : wayWords(way, front)));
  return `${name} was put back ${is}, and was found ${was}`;
}
const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** Who disagrees at a place: two readings of one person are never two people's. */
export function contestWords({ contested, readings }: PlaceRecord): string {
  const people = new Set(readings.filter(({ seq }) => contested.includes(seq)).map(({ by }) => by.id));
  if (people.size > 2) return `${people.size} people measured it, and not alike`;
  return people.size === 2
    ? 'two people measured it, and not alike'
    : `${contested.length} readings of one person cannot all be true`;
}

const CAUSE_WORDS: Readonly<Record<ReportCause, string>> = {
  partChanged: 'somebody had worked on the part meanwhile',
  partGone: 'the part had been taken out meanwhile',
  slotTaken: 'a part lies there already',
  gateSigned: 'the gate had been signed meanwhile',
};
/** "Ivo says: filed (one end). Was it done as well?": a fact of the workshop that came in late. */
export function reportWords(report: FactReport): string {
  const { fact, because } = report;
  const how = fact.kind === 'rework' ? ` (${fact.how})` : fact.kind === 'fit' ? '' : ` (${fact.reason})`;
  return `${saidWords(report)}${how}; ${CAUSE_WORDS[because]}`;
}
/** "Ivo says: filed". */
export function saidWords({ by, fact }: FactReport): string {
  return `${by.name} says: ${doneWords(fact)}`;
}
/** "filed", "replaced", "4 parts moved". */
export function doneWords(fact: WorkshopFact): string {
  switch (fact.kind) {
    case 'rework':
      return fact.what;
    case 'fit':
      return 'fitted';
    case 'replace':
      return fact.instead === null ? 'taken out' : 'replaced';
    case 'move':
      return fact.moves.length === 1 ? 'moved' : `${fact.moves.length} parts moved`;
  }
}

/** What a note about the limits asks somebody to accept. */
export function noteWords(state: JobState, note: LimitNote): string {
  switch (note.kind) {
    case 'serialOdd':
      return `serial ${note.serial} does not match the pattern of this model, so rows for a range of serials cannot be told apart`;
    case 'otherMaker':
      return note.fitted === null
        ? `${note.document} is a leaflet for ${note.leafletOf} ${partsIn(state, note.part)}, and nobody said whose ${partsIn(state, note.part)} are fitted`
        : `${note.document} is a leaflet for ${note.leafletOf} ${partsIn(state, note.part)}; ${note.fitted} ${partsIn(state, note.part)} are fitted`;
    case 'nominalDiameter':
      return note.oversize === null
        ? `a formula is fed with the nominal bore, and nobody said whether the bore is oversize (${note.rows.join(', ')})`
        : `a formula is fed with the nominal bore, and the bore is oversize (${note.rows.join(', ')})`;
    case 'factRestated':
      return `${note.by.name} says that ${FACT_NAMES[note.fact]}${ofWhat(state, note)} is ${factText(state, note, note.after)}; it was recorded as ${factText(state, note, note.before)} (${note.reason})`;
    case 'targetConflict':
      return `${placeIn(state, note.fit)}: the shop’s own targets cross each other`;
  }
}
const partsIn = (state: JobState, kind: PartKind): string =>
  partWords(currentPin(state)?.model.layout, kind)[1];
function ofWhat(state: JobState, { cylinder, part }: Pick<RestatedFact, 'cylinder' | 'part'>): string {
  const { cylinders = [] } = currentPin(state)?.model.layout ?? {};
  if (part !== undefined) return ` of ${placeIn(state, part.slice(0, part.lastIndexOf('#')))}`;
  return cylinder === undefined
    ? ''
    : ` of ${cylinders.find(({ id }) => id === cylinder)?.label ?? cylinder}`;
}
const FACT_NAMES: Readonly<Record<RestFact, string>> = {
  oversize: 'the bore oversize',
  measuredBore: 'the bore as measured',
  pistonMaterial: 'the piston material',
  ringPartNumber: 'the part number of the rings',
  ringMaker: 'the maker of the rings',
  buildDate: 'the date of build',
  partNumber: 'the part number',
  maker: 'the maker',
  material: 'the material',
};
function factText(
  state: JobState,
  { fact }: { readonly fact: RestFact },
  value: string | number | null,
): string {
  if (value === null) return 'not known';
  const unit = currentPin(state)?.model.bore.unit ?? 'mm';
  if (typeof value === 'string') return value;
  return fact === 'oversize' && value === 0
    ? 'standard'
    : `${showExact(nanometres(value), unit)} ${unitWord(unit)}`;
}
/** A fit, with which of its places are meant where they are not all alike. */
const fitIn = (state: JobState, { fit, of }: Pick<JudgedFit, 'fit' | 'of'>): string =>
  [placeIn(state, fit), variantWords(currentPin(state)?.model.layout, of)]
    .filter((each) => each !== '')
    .join(', ');
const measuredAt = (state: JobState, key: string): Characteristic | undefined =>
  currentPin(state)?.characteristics.find(({ id }) => key.startsWith(`${id}@`));
/** What is answered with yes or no has a word of its own for the wrong answer: "binds". */
function isCheck(state: JobState, key: string): boolean {
  const id = key.slice(0, key.indexOf('@'));
  return currentPin(state)?.characteristics.find((each) => each.id === id)?.unitKind === 'check';
}
/** The unit in which a place was measured last. */
function unitAt(state: JobState, place = ''): LengthUnit {
  const last = state.places.get(place)?.readings.at(-1);
  return last === undefined ? 'mm' : unitOf(last);
}
/** How a rule over several readings stands. */
export function ruleWords(state: JobState, rule: SetRuleStand): string {
  const unit = unitAt(state, rule.places[0]);
  const show = (nm: number | undefined): string => (nm === undefined ? '' : showExact(nanometres(nm), unit));
  const stands = rule.state === 'broken' ? 'does not hold' : 'cannot be told from these readings';
  if (rule.kind === 'twoWays') {
    const [measured, worked] = rule.places.map((place) => {
      const reading = currentReading(placeAt(state, place));
      return reading === undefined ? '' : figureWords(reading.reading, unit, measuredAt(state, place));
    });
    return `${placeIn(state, rule.about)}: measured ${measured ?? ''}, from its parts ${worked ?? ''}; both cannot be true. A strip on an oiled journal or a shaft that was turned reads wrong, and so does a diameter misread`;
  }
  if (rule.banks !== undefined) {
    const pin = currentPin(state);
    return pin === undefined ? rule.about : bankWords(pin, rule.banks, unit);
  }
  if (rule.doubt !== undefined) return classWords(currentPin(state), rule.doubt, unit);
  if (rule.mismatch !== undefined) return mismatchWords(currentPin(state), rule.mismatch);
  if (rule.kind === 'relation') {
    const [mine, its] = rule.places.map((place) => placeIn(state, place));
    if (rule.cannotBecause !== undefined)
      return `${mine ?? ''} must not be smaller than a place that is not measured in this cylinder: this cannot be told (${rule.row})`;
    return `${mine ?? ''} must not be smaller than ${its ?? ''}: this ${stands} (${rule.row})`;
  }
  const { cylinder, fit } = whereOf(state, rule);
  const within = `within ${show(rule.allowed)} ${unitWord(unit)}`;
  if (rule.cannotBecause === 'groupUnknown')
    return `${fit}: ${rule.row} asks for all ${GROUP_WORDS[rule.across ?? 'engine']} ${within}, and nobody told the application which these are on this engine`;
  const known =
    rule.most === undefined
      ? `at least ${show(rule.least)}`
      : rule.least === rule.most
        ? show(rule.most)
        : `${show(rule.least)} to ${show(rule.most)}`;
  const who = {
    engine: 'all cylinders',
    bank: `all of the bank of ${cylinder}`,
    cylinder: `all in ${cylinder}`,
    head: `all under the head of ${cylinder}`,
    journal: `both on the crankpin of ${cylinder}`,
  };
  const group = `${rule.of === 'mids' ? 'the mid heights of ' : ''}${who[rule.across ?? 'engine']}`;
  return `${fit}, ${group} ${within}: they lie ${known} apart, which ${rule.state === 'broken' ? 'is too much' : 'does not prove it'} (${rule.row})`;
}

/** Of a rule over a group: a cylinder of it, and what is measured there, without what the group is counted by. */
function whereOf(state: JobState, rule: SetRuleStand): { readonly cylinder: string; readonly fit: string } {
  const pin = currentPin(state);
  const place = parsePlaceKey(rule.places[0] ?? '');
  if (pin === undefined || place === undefined) return { cylinder: '', fit: rule.about };
  const { cylinder, point, ...at } = place.at;
  const rest = rule.of === 'mids' || point === undefined ? at : { ...at, point };
  return {
    cylinder: cylinder === undefined ? '' : headWords(pin.model.layout, { cylinder }),
    fit: placeInJob(pin, placeKey({ characteristic: place.characteristic, at: rest })),
  };
}

/** A task, as one would say it across the bench. */
export function taskWords(state: JobState, task: Task): string {
  if (task.kind === 'measure') {
    const again =
      task.because === 'spent' ? 'measure again' : task.because === 'notProven' ? 'prove it' : 'measure';
    return `${placeIn(state, task.place)}: ${again}`;
  }
  const { plan, stations } = task.advice;
  const unit = unitAt(state, stations[0]);
  const where = placeIn(state, task.slot);
  if (plan.state !== 'file') return where;
  const count =
    stations.length === 1
      ? 'measure again'
      : stations.length === 2
        ? 'measure both stations'
        : `measure all ${stations.length} stations`;
  return `${where}: file ${showExact(plan.remove, unit)} ${unitWord(unit)}, ${count}`;
}

/** What is called by `place KEY`, `part ID`, `slot SLOT` or `face PART/FACE`. */
export function aboutWords(state: JobState, about: string): string {
  const [what = '', key = ''] = about.split(' ');
  const slotOf = (part: string): string => state.parts.get(part)?.slot ?? part.replace(/#\d+$/u, '');
  switch (what) {
    case 'place':
      return placeInJob(currentPin(state), key);
    case 'part':
      return slotIn(state, slotOf(key));
    case 'face': {
      const [part = '', item = ''] = key.split('/');
      return faceInJob(state, slotOf(part.replaceAll('|', '/')), item);
    }
    default:
      return slotIn(state, key);
  }
}
