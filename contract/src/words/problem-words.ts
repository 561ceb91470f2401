import { kindOfSlot, plateOf } from '@oak-gate/core';
import type { Axis, Problem, ProblemCode, ProblemData, Role, ShopRouteFault } from '@oak-gate/core';
import { AXIS_WORDS, partWords } from './place-words';
import { shopRouteFaultWords } from './route-words';

import { SERVER_PROBLEM_WORDS } from './server-problem-words';
import type { ServerProblemData, Words } from './server-problem-words';

/** A pattern as somebody sees it on a plate: `4330-00000` for four figures, a dash and five more. */
export function serialLike(pattern: string): string {
  const shown = pattern
    .replace(/^\^|\$$/g, '')
    .replace(/[()]/g, '')
    .replace(
      /(\\d|\[0-9\]|\[0-9-\]|\[A-Z\])(?:\{(\d+)(?:,\d*)?\}|[+*])?/g,
      (_all, kind: string, times = '1') => (kind === '[A-Z]' ? 'A' : '0').repeat(Number(times)),
    )
    .replace(/\\(.)/g, '$1');
  // What cannot be shown like that is told by the model's sheet, and never as a pattern.
  return /[\\[\]{}?*+|^$]/.test(shown) ? 'what the maker stamps' : shown;
}

/** The same as an example, with the digits that count: `4330-12345: the last five digits count`. */
export function serialExpected(pattern: string): string {
  const plate = plateOf(pattern);
  if (plate === undefined) return serialLike(pattern);
  const { example, from, to } = plate;
  const count = to - from;
  const digits = count === 1 ? 'digit counts' : 'digits count';
  if (count === example.length) return `${example}: all of its digits count`;
  const which = to === example.length ? 'the last' : from === 0 ? 'the first' : `from place ${from + 1} on`;
  return `${example}: ${which} ${NUMBER_WORDS[count] ?? count} ${digits}`;
}
const NUMBER_WORDS: readonly string[] = [
  ...['', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'],
];

export type AnyProblemData = ProblemData & ServerProblemData;
export type AnyProblemCode = keyof AnyProblemData;

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  technician: 'a technician',
  inspector: 'an inspector',
  releaser: 'a releaser',
  steward: 'the library steward',
  manager: 'a shop manager',
};
const roleWords = (roles: readonly string[]): string =>
  roles.map((role) => (Object.hasOwn(ROLE_WORDS, role) ? ROLE_WORDS[role as Role] : role)).join(' or ');
const versions = ({ basedOn, now }: { readonly basedOn: number; readonly now: number }): string =>
  `you saw it at entry ${basedOn}, it now stands at entry ${now}`;

/** The kind of part that a slot is for, as one says it. */
const partName = (slot: string): string => partWords(undefined, kindOfSlot(slot))[0];
export const PROBLEM_WORDS: { readonly [C in AnyProblemCode]: (data: AnyProblemData[C]) => Words } = {
  MAY_NOT: ({ action, needs, person }) => ({
    what: `${person} may not ${action}`,
    where: `it takes ${roleWords(needs)}`,
    next: `Change hands to ${roleWords(needs)}.`,
  }),
  SECOND_PERSON_NEEDED: ({ action, person, because }) => ({
    what: `${person} cannot ${action}: ${person} ${because}`,
    where: 'this needs an independent second person',
    next: 'Ask somebody else who is entitled to it to look and sign.',
  }),
  NAME_MISSING: ({ field }) => ({ what: `The ${field} has no name`, where: field, next: 'Fill it in.' }),
  NOTHING_CHANGED: ({ what }) => ({
    what: `Nothing changes: this is what is said of ${what} already`,
    where: what,
    next: 'Choose something else, or leave it.',
  }),
  DOCUMENTS_NOT_CHECKED: ({ job }) => ({
    what: 'Nobody has said that the documents are current',
    where: `documents of ${job}`,
    next: 'Nothing is to be taken back: Arrival waits for that word anyway.',
  }),
  ZONE_UNKNOWN: ({ zone }) => ({
    what: `"${zone}" is no time zone`,
    where: 'where the shop is',
    next: 'Take the name of one from the list, such as Europe/Oslo.',
  }),
  PERSON_UNKNOWN: ({ person }) => ({
    what: `There is no person "${person}"`,
    where: 'people of the shop',
    next: 'Choose somebody from the list, or add the person under Shop.',
  }),
  ALREADY_SET_UP: ({ shop }) => ({
    what: `This data folder belongs to ${shop} already`,
    where: 'setting up',
    next: 'Sign in instead.',
  }),
  NO_ROLE: ({ person }) => ({
    what: `${person} has no role`,
    where: 'roles',
    next: 'Tick at least one role.',
  }),
  ALREADY_THERE: ({ what, id }) => ({
    what: `The ${what} ${id} is there already`,
    where: id,
    next: 'Use another name or number, or open the one that is there.',
  }),
  KEY_MOVED: ({ seen, now }) => ({
    what: 'The shop has another key by now',
    where: `you saw ${seen}, it is ${now}`,
    next: 'Look at the key that the shop has now.',
  }),
  PIN_IS_OWN: ({ person }) => ({
    what: 'Nobody sets a PIN for himself here',
    where: person,
    next: 'Change your own PIN under your name, with the one that you have.',
  }),
  LAST_MANAGER: ({ person }) => ({
    what: `${person} is the last shop manager`,
    where: 'people of the shop',
    next: 'Give somebody else that role first.',
  }),
  SERIAL_NOT_OF_MODEL: ({ serial, model, pattern }) => ({
    what: `"${serial}" is not a serial of ${model}`,
    where: `its serials look like ${serialExpected(pattern)}`,
    next: 'Read the plate again, or choose the other model.',
  }),
  SERIAL_MOVED: ({ seen, job }) => ({
    what: 'Somebody corrected the serial meanwhile',
    where: `you saw ${seen}, the job says ${job}`,
    next: 'Look at the plate and at what the job says now, then decide again.',
  }),
  BORE_WRONG: ({ what }) => ({
    what: `The ${what} cannot be`,
    where: what,
    next: 'A bore is wider than nothing, and an oversize is not below zero. Measure or read it again.',
  }),
  SERIAL_DIFFERS: ({ seen, pattern }) => ({
    what: `The job says another serial than ${seen === '' ? 'nothing' : `“${seen}”`}`,
    where: `serials of this model look like ${serialExpected(pattern)}`,
    next: 'Read the plate again, letter by letter. If it says so, the serial of the job is corrected with a reason.',
  }),
  SLOT_UNKNOWN: ({ slot }) => ({
    what: 'There is no such place for a part',
    where: slot,
    next: 'Choose a place from the sheet.',
  }),
  SLOT_TAKEN: ({ part }) => ({
    what: 'A part lies there already',
    where: part,
    next: 'Take it out first, or replace it.',
  }),
  SLOT_EMPTY: ({ slot }) => ({ what: 'No part lies there', where: slot, next: 'Fit one first.' }),
  PART_UNKNOWN: ({ part }) => ({
    what: 'There is no such part, or this cannot be done to it',
    where: part,
    next: 'Choose the part from the sheet.',
  }),
  PART_NOT_FITTED: ({ part }) => ({
    what: 'This part is not fitted any more',
    where: part,
    next: 'Work on the part that lies there now.',
  }),
  MOVE_NOT_POSSIBLE: ({ part, to, because }) => ({
    what:
      because === 'twice'
        ? 'A part goes to one place, and a place takes one part'
        : because === 'taken'
          ? 'A part lies there that does not go elsewhere'
          : 'A part goes only to a place for parts of its kind',
    where: `${part} to ${to}`,
    next: 'Choose again which part goes where.',
  }),
  MAP_NOT_ASKED: () => ({
    what: 'This job is not taken apart on a map',
    where: 'its route',
    next: 'A steward gives a route a gate with the map; a job opened on it asks for it.',
  }),
  WAY_UNKNOWN: ({ slot, way }) => ({
    what: `A part there cannot lie so: ${way}`,
    where: slot,
    next: 'Choose one of the ways that are drawn.',
  }),
  WAY_OPEN: ({ slot }) => ({
    what: 'Nobody said which way round it lay',
    where: slot,
    next: 'Press the drawing, or say that nobody can tell.',
  }),
  AS_FOUND_SAID_ANEW: ({ slot, person }) => ({
    what: `${person === '' ? 'Somebody' : person} said meanwhile how it was found`,
    where: slot,
    next: 'Look at what stands there now, and say it anew with a reason if it is wrong.',
  }),
  ORDER_NOT_MEASURED: ({ what }) => ({
    what: 'Nothing of it was measured or looked at here since it came',
    where: what,
    next: 'Measure it on the bench, or look at it, and receive it then: a certificate alone is taken on trust.',
  }),
  INSPECTION_NOT_ASKED: () => ({
    what: 'The parts of this job are not looked at face by face',
    where: 'its route',
    next: 'A steward gives a route a gate for the inspection; a job opened on it asks for it.',
  }),
  FACE_UNKNOWN: ({ slot, item }) => ({
    what: 'Nothing of that name is looked at there',
    where: [slot, item].filter((each) => each !== '').join(', '),
    next: 'Look again: the part is another one now, or its model asks for something else.',
  }),
  FACE_BY_TEST: ({ slot }) => ({
    what: 'What a crack test shows is said with the test',
    where: slot,
    next: 'Begin a test, or say with a reason that there was none.',
  }),
  DEFECT_OPEN: ({ slot, item }) => ({
    what: 'What is rejected has something wrong, and what is not has nothing',
    where: `${slot}, ${item}`,
    next: 'Choose what is wrong with it, or say that it is good.',
  }),
  LOOKED_AT_ANEW: ({ slot, item, person }) => ({
    what: `${person === '' ? 'Somebody' : person} said meanwhile what was found`,
    where: `${slot}, ${item}`,
    next: 'Look at what stands there now, and say it anew with a reason if it is wrong.',
  }),
  TEST_UNKNOWN: ({ test }) => ({
    what: 'This crack test is not under way',
    where: `entry ${test}`,
    next: 'Look again: it was read or given up, or its developer is on already.',
  }),
  TEST_NOT_READY: ({ minutes, because }) => ({
    what:
      because === 'ahead'
        ? 'That time has not come yet'
        : `It must work ${minutes} more ${minutes === 1 ? 'minute' : 'minutes'}`,
    where:
      because === 'dwell'
        ? 'the dwell'
        : because === 'development'
          ? 'the developer'
          : 'the time that was said',
    next:
      because === 'ahead'
        ? 'Look at the clock of this tablet, and say when it was.'
        : 'Wait: what is read too early shows nothing.',
  }),
  TEST_PAST: ({ what, until }) => ({
    what: `It was to be used until ${until}`,
    where: what,
    next: 'Take one that is in date: what is tested with it shows nothing.',
  }),
  TEST_INCOMPLETE: ({ parts }) => ({
    what:
      parts === 0
        ? 'The results are not of the parts of this test, or do not say where a crack is'
        : `Of ${parts} of its parts nothing is said`,
    where: 'the results of the crack test',
    next: 'Say of each part once whether it has a crack, and where.',
  }),
  PLAN_UNKNOWN: ({ plan }) => ({
    what: 'This is not planned any more',
    where: `entry ${plan}`,
    next: 'Look again: it was done or given up, or its part is another one now.',
  }),
  PART_NOT_SEEN_HERE: ({ part, slot }) => ({
    what: 'What was measured is not a part that ever lay at this place so',
    where: part === slot ? slot : `${part} at ${slot}`,
    next: 'Look at what lies there now, and measure that.',
  }),
  REPORT_UNKNOWN: ({ report }) => ({
    what: 'This is settled already',
    where: `report ${report}`,
    next: 'Look at the place: it says what was decided.',
  }),
  PART_CHANGED: ({ part, basedOn, now }) => ({
    what: `The part was worked on meanwhile: you saw condition ${basedOn}, it is ${now}`,
    where: part,
    next: 'Look at its history, then decide again.',
  }),
  PART_SAID_ANEW: ({ part }) => ({
    what: 'Somebody said something else of the part meanwhile',
    where: part,
    next: 'Look at what is known of it now, then say it again.',
  }),
  INSTRUMENT_NOT_TAKEN: ({ instrument }) => ({
    what: `${instrument} was not taken for this job`,
    where: 'Arrival gate, instruments',
    next: 'Take it for the job, or choose one that was taken.',
  }),
  INSTRUMENT_UNKNOWN: ({ instrument }) => ({
    what: `There is no instrument ${instrument}`,
    where: 'instrument register',
    next: 'Register it under Instruments.',
  }),
  INSTRUMENT_UNFIT: ({ instrument, characteristic }) => ({
    what: `${instrument} does not measure ${characteristic.toLowerCase()}`,
    where: instrument,
    next: 'Choose another instrument.',
  }),
  INSTRUMENT_MOVED: ({ instrument, seen, now }) => ({
    what: `The register says something else of ${instrument} by now`,
    where: `you saw it due on ${seen === '' ? 'no day' : seen}, it is due on ${now}`,
    next: 'Look at its new date, then take it.',
  }),
  INSTRUMENT_OUT_OF_DATE: ({ instrument, dueOn }) => ({
    what: `${instrument} was due for its check on ${dueOn}`,
    where: 'instrument register',
    next: 'Have it checked, or take another one.',
  }),
  BLADES_WRONG: ({ blade, because }) => ({
    what:
      because === 'none'
        ? 'The set has no blades'
        : because === 'twice'
          ? `Blade ${blade} is there twice`
          : `"${blade}" is not a blade`,
    where: 'blades',
    next: 'List each blade that the set really has, once.',
  }),
  MODEL_UNKNOWN: ({ model }) => ({
    what: `There is no engine model ${model}`,
    where: 'library, engine models',
    next: 'Import the model file first.',
  }),
  ROUTE_UNKNOWN: ({ route, known }) => ({
    what: `There is no route ${route}`,
    where: 'route of the job',
    next: `Choose one of these: ${known.join(', ')}.`,
  }),
  REVISION_UNKNOWN: ({ revision }) => ({
    what: `There is no document ${revision}`,
    where: 'library',
    next: 'Choose one from the list.',
  }),
  REVISION_PUBLISHED: ({ revision }) => ({
    what: `${revision} is published and does not change any more`,
    where: revision,
    next: 'Draft the next revision.',
  }),
  REVISION_EMPTY: ({ revision }) => ({
    what: `${revision} has no limit rows`,
    where: revision,
    next: 'Read its table from a CSV file first.',
  }),
  SECOND_LOOK_MISSING: ({ revision }) => ({
    what: 'Nobody is named who compared the rows with the paper',
    where: revision,
    next: 'Name the second person who looked.',
  }),
  ROUTE_MOVED: ({ route }) => ({
    what: `Somebody changed the route “${route}” meanwhile`,
    where: route,
    next: 'Look at it as it stands now, then change it again.',
  }),
  ROUTE_NOT_OURS: ({ route }) => ({
    what: 'This route ships with the program, and is not put away',
    where: route,
    next: 'Copy it and change the copy, or leave it: nobody has to open a job on it.',
  }),
  ROUTE_CANNOT: ({ route, fault }) => ({
    what: `No job could go this route: ${shopRouteFaultWords(fault as ShopRouteFault)}`,
    where: route,
    next: 'Mend that; what you changed besides is still there.',
  }),
  GAUGE_MOVED: ({ instrument }) => ({
    what: `Somebody changed ${instrument} meanwhile`,
    where: instrument,
    next: 'Look at it as it stands now, then say again what is to be changed.',
  }),
  MODEL_MOVED: ({ model }) => ({
    what: `Somebody changed ${model} meanwhile`,
    where: model,
    next: 'Look at it as it stands now, then decide again. Nothing was written over, on either side.',
  }),
  MODEL_SAME: ({ model }) => ({
    what: `${model} is as it was`,
    where: model,
    next: 'Change something, or leave it: the version that holds says the same.',
  }),
  NO_MODEL_DRAFT: ({ model }) => ({
    what: `There is no draft of ${model}`,
    where: 'library, engine models',
    next: 'Somebody published or dropped it. Look at the model as it stands now.',
  }),
  MODEL_NOT_CHECKED: ({ model }) => ({
    what: `Nobody has checked ${model}`,
    where: model,
    next: 'Ask somebody who made nothing of it to look at what is changed.',
  }),
  DRAFT_CHANGED: ({ revision }) => ({
    what: `${revision} was changed while you compared it`,
    where: revision,
    next: 'Look at it again as it stands now, then say that it is right.',
  }),
  NOT_PUBLISHED: ({ revision }) => ({
    what: `${revision} is not in force`,
    where: revision,
    next: 'Only a published revision can be withdrawn; a draft is thrown away.',
  }),
  ORDER_WRONG: ({ order }) => ({
    what: 'This is no order of kinds',
    where: order.join(', '),
    next: 'Put each kind in it at most once, the strongest first. Shop targets are never part of it.',
  }),
  IMPORT_UNKNOWN: ({ batchOf }) => ({
    what: 'There is no such import',
    where: batchOf,
    next: 'It may be finished or cancelled already: look at the library.',
  }),
  NOTE_UNKNOWN: ({ note }) => ({
    what: 'There is no such question any more',
    where: note,
    next: 'Look at the findings as they stand now.',
  }),
  NOTHING_NEW: ({ job }) => ({
    what: 'Nothing has arrived since the limits were pinned',
    where: job,
    next: 'There is nothing to decline.',
  }),
  NEWS_CHANGED: ({ documents }) => ({
    what: 'The library has moved on while you were looking',
    where: documents.join(', '),
    next: 'Look at what would change now, then decide.',
  }),
  NOTHING_SAID: ({ what }) => ({
    what: `Nothing was said about ${what}`,
    where: what,
    next: 'Fill in at least one field.',
  }),
  DATES_WRONG: ({ issued, effective }) => ({
    what: `${effective} is not after ${issued}`,
    where: 'dates',
    next: 'Correct the dates.',
  }),
  DOCUMENTS_NOT_CURRENT: ({ documents }) => ({
    what: `Not what is current today: ${documents.join(', ')}`,
    where: 'limits pinned in this job',
    next: 'An inspector pins the limits again, with a reason.',
  }),
  NO_DOCUMENT: ({ model }) => ({
    what: `No current document speaks of ${model}`,
    where: 'library',
    next: 'Publish the documents for this model first.',
  }),
  LIMIT_NOT_OPEN: ({ fit }) => ({
    what: 'There is nothing to decide about this limit',
    where: fit,
    next: 'Look at the reading card: the limit is in force.',
  }),
  CHOICE_NOT_OFFERED: ({ fit }) => ({
    what: 'This window is none that the documents give',
    where: fit,
    next: 'Choose one of the windows that are drawn; a shop target is never a limit.',
  }),
  CHOICE_GONE: () => ({
    what: 'This choice of a limit does not stand any more',
    where: 'limits of this job',
    next: 'Look at the limits as they are now, and choose again if it is still open.',
  }),
  AXIS_NOT_DECLARED: ({ characteristic, model, axes }) => ({
    what: `${model} has nothing along ${axes.map((axis) => AXIS_WORDS[axis as Axis]).join(' and ')}, where ${characteristic} is measured`,
    where: 'engine model',
    next: 'Bring in the engine model with that in it, or open the job on a route without this sheet.',
  }),
  SHEET_NOT_PINNED: ({ sheet }) => ({
    what: `The route asks for a sheet that this engine does not have: ${sheet}`,
    where: 'route of the job',
    next: 'Choose another route, or add the characteristic to the catalogue first.',
  }),
  PLACE_UNKNOWN: ({ place }) => ({
    what: 'This sheet has no such place',
    where: place,
    next: 'Choose a place from the sheet.',
  }),
  ENTRY_EMPTY: () => ({
    what: 'Nothing was typed',
    where: 'entry bar',
    next: 'Type the blade that goes, for instance 19 or 19/21.',
  }),
  ENTRY_NOT_A_READING: ({ text }) => ({
    what: `"${text}" is not a reading`,
    where: 'entry bar',
    next: 'Type for instance 19, 19/21, 22+, <4 or 10-15. Press ? for the notation.',
  }),
  ENTRY_MIXED_UNITS: ({ text }) => ({
    what: `"${text}" names two units`,
    where: 'entry bar',
    next: 'Use one unit in one reading.',
  }),
  ENTRY_NEGATIVE: ({ text }) => ({
    what: `"${text}" is below zero`,
    where: 'entry bar',
    next: 'A gap cannot be negative: if no blade goes, type < and the thinnest blade.',
  }),
  ENTRY_ORDER: ({ text }) => ({
    what: `In "${text}" the blade that stops is not thicker than the one that goes`,
    where: 'entry bar',
    next: 'Type the blade that goes first: goes/stops.',
  }),
  ENTRY_NOT_ON_CARD: ({ text, card }) => ({
    what: 'The card of the strip has no such mark',
    where: `"${text}"; its marks are ${card.join(', ')}`,
    next: 'Type the two marks that it lies between, as 2.0-2.5; wider than the widest mark as <1.0, narrower than the narrowest as 3.0+.',
  }),
  ENTRY_NOT_A_COUNT: ({ text }) => ({
    what: `"${text}" is no count of what is counted here`,
    where: 'entry bar',
    next: 'Type what the counter or the papers show, as 17340; with + behind it where there may have been more before.',
  }),
  ENTRY_NOT_YES_OR_NO: ({ text }) => ({
    what: `"${text}" is neither yes nor no`,
    where: 'entry bar',
    next: 'Type yes or no, or press one of the two.',
  }),
  PLACE_DERIVED: ({ from }) => ({
    what: 'This is worked out, and not measured',
    where: `from ${from.join(' and ')}`,
    next: 'Measure, or correct, what it is worked out from: this follows by itself.',
  }),
  CONDITION_OPEN: ({ condition, choices }) => ({
    what: `Nobody said in which state this is measured: ${condition}`,
    where: 'this sheet',
    next: `Say which: ${choices.join(', ')}.`,
  }),
  SETTING_OPEN: ({ text }) => ({
    what:
      text === '' ? 'Nobody said what the gauge is set to' : `"${text}" is no size that a gauge is set to`,
    where: 'this sheet',
    next: 'Say the size that it was set to, and with what: a ring gauge, a micrometer.',
  }),
  CHARACTERISTIC_UNKNOWN: ({ characteristic }) => ({
    what: `Nothing that is measured here is called "${characteristic}"`,
    where: 'the list of characteristics',
    next: 'Take one of the list, or add it there first.',
  }),
  GAUGE_TOO_COARSE: ({ instrument, because }) => ({
    what: `${instrument} cannot decide this limit`,
    where:
      because === 'coarse'
        ? 'its smallest step is more than a tenth of what is allowed'
        : 'no two of its blades lie within what is allowed',
    next: 'Take a finer gauge; the shop refuses readings with one that is too coarse.',
  }),
  NO_SECOND_LOOK: ({ characteristic }) => ({
    what: `${characteristic} is worked out`,
    where: 'the second look',
    next: 'Ask for a second look at what it is worked out from.',
  }),
  TOLERANCE_WRONG: ({ characteristic, text }) => ({
    what: `"${text}" is no tolerance of ${characteristic.toLowerCase()}`,
    where: 'how far apart two readings may lie',
    next: 'Type a size above 0 in its unit, or leave it empty.',
  }),
  NO_TEMPERATURES: ({ characteristic }) => ({
    what: `${characteristic} is no size that somebody measures: no temperature is read for it`,
    where: 'the list of characteristics',
    next: 'Ask for temperatures where a size is measured with a tool.',
  }),
  DEPTH_OPEN: ({ station, text }) => ({
    what: text === '' ? 'Nobody said how deep this is taken' : `"${text}" is no depth`,
    where: 'this sheet',
    next: `Say how deep it is taken. The station is ${station}.`,
  }),
  TEMPERATURE_OPEN: ({ text }) => ({
    what:
      text === ''
        ? 'Nobody said how warm the part and the gauge are'
        : `"${text}" are not two temperatures of a workshop`,
    where: 'this sheet',
    next: 'Read both in degrees Celsius: 20, or 21.5. This shop asks for them here.',
  }),
  TEMPERATURES_ASK: ({ doubt, part, gauge }) => ({
    what: {
      apart: `The part is at ${part} °C and the gauge at ${gauge} °C: more than 3 K apart`,
      metals: `At ${part} °C this part has grown otherwise than its steel gauge`,
    }[doubt],
    where: 'this sheet',
    next: {
      apart: 'Let them lie together until they are alike, or say why it is measured all the same.',
      metals: 'Let both come to 20 °C, or say why it is measured all the same.',
    }[doubt],
  }),
  INPUT_WRONG: ({ characteristic, input, because }) => ({
    what: {
      unknown: `${characteristic} is worked out from "${input}", and nothing of that name is measured here`,
      noSize: `${characteristic} cannot be worked out from "${input}": sizes are worked out from sizes`,
      derived: `${characteristic} is worked out from "${input}", which is worked out itself`,
    }[because],
    where: 'what it is worked out from',
    next: 'Name what is measured, and have it on the same route.',
  }),
  PART_KIND_UNKNOWN: ({ characteristic, model, kind }) => ({
    what: `${characteristic} depends on a "${kind}", and nobody said where these lie in ${model}`,
    where: 'the layout of the model',
    next: 'Declare the kind of part in the file of the model, and import it under a new id.',
  }),
  SHEET_NOT_MEASURED: ({ sheet }) => ({
    what: `${sheet} cannot be recorded yet`,
    where: 'the route of the job',
    next: 'Choose a route without it, or take it out of the route.',
  }),
  FINDING_UNKNOWN: () => ({
    what: 'This finding is not there any more',
    where: 'findings',
    next: 'Look at the findings again: it was decided, or what it was about has changed.',
  }),
  ORDER_UNKNOWN: () => ({
    what: 'This order is settled already, or was never placed',
    where: 'findings',
    next: 'Look at the finding again.',
  }),
  KIT_UNKNOWN: ({ kit }) => ({
    what: `The model lists no kit ${kit}`,
    where: 'kits',
    next: 'Choose one of the kits that the model lists.',
  }),
  KIT_NOT_COUNTED: ({ kit, item }) => ({
    what: `${item} was not counted`,
    where: kit,
    next: 'Count everything on the list; what is missing is counted as none.',
  }),
  CYLINDER_UNKNOWN: ({ cylinder, known }) => ({
    what: cylinder === '' ? 'No cylinder was named' : `This engine has no cylinder ${cylinder}`,
    where: `its cylinders: ${known.join(', ')}`,
    next: 'Choose the cylinders that it is true of.',
  }),
  EXACT_FROM_FEELER: ({ instrument }) => ({
    what: `${instrument} is a feeler set: it brackets a size and does not measure it`,
    where: 'entry bar',
    next: 'Type the blade that goes and the one that stops.',
  }),
  BLADE_NOT_IN_SET: ({ instrument, text }) => ({
    what: `${instrument} has no such blade`,
    where: `"${text}"`,
    next: 'Look at the blade again; the ladder shows the blades of the set.',
  }),
  QUESTION_OPEN: ({ question }) => ({
    what: 'A question is not answered yet',
    where: question,
    next: 'Answer it with yes or no.',
  }),
  QUESTION_SAYS_NO: ({ question }) => ({
    what: 'This reading would not count',
    where: question,
    next: 'Put it right, measure again, and answer yes.',
  }),
  NO_PART_AT_PLACE: ({ slot }) => ({
    what: `No ${partName(slot)} is named here`,
    where: slot,
    next: `Say which ${partName(slot)} lies there first.`,
  }),
  NOT_APPLICABLE_HERE: ({ reason }) => ({
    what: 'This place is not measured',
    where: reason,
    next: 'Go on to the next one.',
  }),
  PLACE_HAS_READING: ({ text }) => ({
    what: `There is a reading here: ${text}. Both cannot be true`,
    where: 'this place',
    next: 'Say which is wrong, or keep both: then an inspector decides.',
  }),
  PLACE_CONTESTED: () => ({
    what: 'Readings of this place contradict each other',
    where: 'this place',
    next: 'Somebody who took none of them may measure once more; then an inspector decides which stands.',
  }),
  NOT_CONTESTED: () => ({
    what: 'There are no two readings to decide between',
    where: 'this place',
    next: 'Nothing to do.',
  }),
  READING_UNKNOWN: ({ reading }) => ({
    what: `There is no reading ${reading} here`,
    where: 'this place',
    next: 'Look at the history of the place.',
  }),
  READING_NOT_CURRENT: ({ status }) => ({
    what: `That reading is ${status} already`,
    where: 'this place',
    next: 'Look at the history of the place.',
  }),
  STALE: (data) => ({
    what: 'Somebody changed this meanwhile',
    where: versions(data),
    next: 'Look at what is there now, then decide again.',
  }),
  REASON_MISSING: ({ action }) => ({
    what: 'The reason is missing',
    where: action,
    next: 'Write it in a sentence: it stays in the record.',
  }),
  NOT_ASKED: () => ({ what: 'Nobody asked for that', where: 'this place', next: 'Nothing to decide.' }),
  CHECK_NOTE_UNKNOWN: () => ({
    what: 'There is no such note',
    where: 'what is noted of this check',
    next: 'Load the page anew: somebody took it back before.',
  }),
  CHECK_NOTE_INCOMPLETE: ({ missing }) => ({
    what: {
      text: 'The note says nothing',
      from: 'Nobody said whose practice it is, or who said it',
      document: 'Nobody said which document says so',
    }[missing],
    where: 'what is noted of this check',
    next: 'Fill it in. What no document says is noted as practice or as hearsay.',
  }),
  CHECK_NOTE_NOT_CITED: () => ({
    what: 'Practice of others and hearsay have no document',
    where: 'what is noted of this check',
    next: 'Where a document says so, note it as the reason of the check; else leave the document out.',
  }),
  RING_NOT_CARRIED: ({ because, cylinder }) => ({
    what: {
      noGap: 'No gap of a ring is measured on this sheet',
      station: 'This engine has no such station',
      noRing: 'Nobody said which ring was carried through the bores',
      tooFew: 'One bore alone is compared with nothing',
      noBore: `No bore lies in cylinder ${cylinder}`,
      twice: `Cylinder ${cylinder} stands there twice`,
      boreChanged: `The bore of cylinder ${cylinder} has changed since`,
    }[because],
    where: 'one ring carried through the bores',
    next:
      because === 'boreChanged'
        ? 'Carry the ring through it once more: what was typed is of the bore as it was.'
        : 'Fill in which ring it was and its gap in at least two bores, all at one station.',
  }),
  NOTHING_TO_LEAVE: () => ({
    what: 'This place is not in its limits',
    where: 'this place',
    next: 'Only what is in can be left as it is. What is tight or loose is put right, or an inspector decides.',
  }),
  NOTHING_TO_CONCEDE: () => ({
    what: 'This place is not out of limits',
    where: 'this place',
    next: 'A concession is only for a reading that is tight or loose.',
  }),
  APPROVAL_INCOMPLETE: ({ missing }) => ({
    what: `Of the approval there is no ${missing.join(', no ')}`,
    where: 'concession',
    next: 'Write the number, date and issuer of the approval it rests on.',
  }),
  GATE_UNKNOWN: ({ gate }) => ({
    what: `This job has no ${gate} gate`,
    where: 'route of the job',
    next: 'Choose one from the gate line.',
  }),
  GATE_SHUT: ({ gate, waits }) => ({
    what: `The ${gate} gate still waits for ${waits} ${waits === 1 ? 'thing' : 'things'}`,
    where: 'what it waits for',
    next: 'Settle what is listed there, then sign.',
  }),
  GATE_BEFORE_OPEN: ({ gate, before }) => ({
    what: `The ${gate} gate comes after ${before}`,
    where: 'gate line',
    next: `Sign the ${before} gate first.`,
  }),
  GATE_NOT_SIGNED: ({ gate }) => ({
    what: `The ${gate} gate is not signed`,
    where: 'gate line',
    next: 'There is nothing to reopen.',
  }),
  GATE_CHANGED: ({ gate }) => ({
    what: 'Something behind the gate changed while you read it',
    where: `${gate} gate`,
    next: 'Read what would be signed now, then sign again.',
  }),
  WORDS_CHANGED: ({ gate }) => ({
    what: 'The words are not the ones that would be signed',
    where: `${gate} gate`,
    next: 'Read them again, then sign.',
  }),
  BEHIND_SIGNED_GATE: ({ gate }) => ({
    what: `The ${gate} gate is signed: nothing behind it changes`,
    where: `${gate} gate`,
    next: 'Somebody who may sign it reopens it with a reason.',
  }),
  JOB_SEALED: ({ job }) => ({
    what: `The record of ${job} is sealed`,
    where: job,
    next: 'Open a new job on this engine.',
  }),
  ENGINE_HAS_OPEN_JOB: ({ serial, job }) => ({
    what: `${serial} has an open job`,
    where: job,
    next: `Go on in ${job}, or finish it first.`,
  }),
  JOB_NUMBER_TAKEN: ({ job }) => ({
    what: `There is a job ${job} already`,
    where: 'job number',
    next: 'Choose another number.',
  }),
  ...SERVER_PROBLEM_WORDS,
};

/** The words of a problem. */
export function problemWords<C extends AnyProblemCode>(code: C, data: AnyProblemData[C]): Words {
  return PROBLEM_WORDS[code](data);
}
export const wordsOf = (problem: Problem): Words => {
  const words = PROBLEM_WORDS[problem.code] as (data: ProblemData[ProblemCode]) => Words;
  return words(problem.data);
};
