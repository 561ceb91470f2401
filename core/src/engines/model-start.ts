import { decimalLength } from '../quantity/decimal-length';
import type { LengthUnit } from '../quantity/length-unit';
import type { PrintedLength } from '../quantity/printed-length';
import type { EngineClass, EngineModel } from './engine-model';
import type { Groove, Member } from './groove';
import type { Bank, Cylinder, Datum, Head, Journal, Layout, Point, Purposed, Station } from './layout';
import { patternOf, plateFault } from './serial-plate';
import type { PlateFault, SerialPlate } from './serial-plate';

export interface Figure {
  readonly text: string;
  readonly unit: LengthUnit;
}
/** How the cylinders of two banks are numbered: over and back, or one bank after the other. */
export type Numbering = 'across' | 'bankByBank';
/** `pairs`: two neighbouring rods share a crankpin. */
export type Pins = 'each' | 'pairs';
export type Heads = 'none' | 'one' | 'two' | 'perBank' | 'perCylinder';
export type Liners = 'none' | 'dry' | 'wet';
export interface RingAnswer {
  readonly label: string;
  readonly kind: Member['kind'];
  /** Rails of an oil ring, for instance; one where the ring is one piece. */
  readonly members: number;
  readonly expander: boolean;
  /** At which of the stations its gap is taken, by their order. */
  readonly stations: readonly number[];
}
export interface StationAnswer {
  readonly label: string;
  readonly datum: Datum;
  readonly distance: Figure;
  /** The bore is gauged here. */
  readonly bore: boolean;
}
/** What somebody answers who makes an engine model; ids are the program's. */
export interface ModelAnswers {
  readonly maker: string;
  readonly name: string;
  readonly engineClass: EngineClass;
  readonly plate: SerialPlate;
  readonly arrangement: Layout['arrangement'];
  /** What the banks are called, left and right; nothing in line. */
  readonly banks: readonly string[];
  readonly cylinders: number;
  readonly numbering: Numbering;
  readonly frontLabel: string;
  readonly bore: Figure;
  readonly rings: readonly RingAnswer[];
  readonly stations: readonly StationAnswer[];
  readonly mains: number;
  readonly pins: Pins;
  readonly heads: Heads;
  readonly liners: Liners;
  readonly rodBolts: number;
}
/** What is wrong with an answer, at its field. */
export type AnswerFault =
  | { readonly at: 'plate'; readonly fault: PlateFault }
  | {
      readonly at: 'maker' | 'name' | 'frontLabel' | 'banks' | 'rings' | 'stations';
      readonly fault: 'missing';
      readonly index?: number;
    }
  | { readonly at: 'banks'; readonly fault: 'twice' }
  | { readonly at: 'bore' | 'stations'; readonly fault: 'noFigure'; readonly index?: number }
  | {
      readonly at: 'cylinders' | 'mains' | 'rodBolts' | 'rings' | 'stations';
      readonly fault: 'count';
      readonly least: number;
      readonly most: number;
    }
  | { readonly at: 'cylinders' | 'pins' | 'heads'; readonly fault: 'notEven' }
  | { readonly at: 'heads'; readonly fault: 'oneBank' }
  | { readonly at: 'rings'; readonly fault: 'noStation' | 'members'; readonly index: number }
  | { readonly at: 'stations'; readonly fault: 'forNothing' | 'twice'; readonly index: number };

export const MOST_CYLINDERS = 24;
const MOST_RINGS = 8;
const MOST_STATIONS = 20;
const MOST_MEMBERS = 4;

const figureOf = ({ text, unit }: Figure): PrintedLength | undefined => {
  const nm = decimalLength(text.trim(), unit);
  return nm === undefined || nm <= 0 ? undefined : { text: text.trim(), unit, nm };
};
const isTwoBanks = ({ arrangement }: ModelAnswers): boolean => arrangement !== 'inline';

/** Everything that is wrong with the answers, in the order in which they are asked. */
export function answerFaults(answers: ModelAnswers): readonly AnswerFault[] {
  const { banks, cylinders, rings, stations, mains, rodBolts, pins, heads } = answers;
  const faults: AnswerFault[] = [];
  const counted = (
    at: 'cylinders' | 'mains' | 'rodBolts' | 'rings' | 'stations',
    count: number,
    least: number,
    most: number,
  ) => {
    if (!Number.isInteger(count) || count < least || count > most)
      faults.push({ at, fault: 'count', least, most });
  };
  for (const at of ['maker', 'name'] as const)
    if (answers[at].trim() === '') faults.push({ at, fault: 'missing' });
  const plate = plateFault(answers.plate);
  if (plate !== undefined) faults.push({ at: 'plate', fault: plate });
  counted('cylinders', cylinders, isTwoBanks(answers) ? 2 : 1, MOST_CYLINDERS);
  if (isTwoBanks(answers)) {
    const names = [0, 1].map((i) => (banks[i] ?? '').trim());
    names.forEach((name, index) => {
      if (name === '') faults.push({ at: 'banks', fault: 'missing', index });
    });
    if (names[0] !== '' && names[0] === names[1]) faults.push({ at: 'banks', fault: 'twice' });
    if (cylinders % 2 !== 0) faults.push({ at: 'cylinders', fault: 'notEven' });
  }
  if (answers.frontLabel.trim() === '') faults.push({ at: 'frontLabel', fault: 'missing' });
  if (figureOf(answers.bore) === undefined) faults.push({ at: 'bore', fault: 'noFigure' });
  counted('stations', stations.length, 1, MOST_STATIONS);
  stations.forEach((station, index) => {
    const figure = figureOf(station.distance);
    if (figure === undefined) faults.push({ at: 'stations', fault: 'noFigure', index });
    const isAgain = stations
      .slice(0, index)
      .some(
        (each) =>
          each.datum === station.datum && figure !== undefined && figureOf(each.distance)?.nm === figure.nm,
      );
    if (isAgain) faults.push({ at: 'stations', fault: 'twice', index });
    if (!station.bore && !rings.some((ring) => ring.stations.includes(index)))
      faults.push({ at: 'stations', fault: 'forNothing', index });
  });
  counted('rings', rings.length, 1, MOST_RINGS);
  rings.forEach(({ label, members, stations: taken }, index) => {
    if (label.trim() === '') faults.push({ at: 'rings', fault: 'missing', index });
    if (!Number.isInteger(members) || members < 1 || members > MOST_MEMBERS)
      faults.push({ at: 'rings', fault: 'members', index });
    if (!taken.some((each) => stations[each] !== undefined))
      faults.push({ at: 'rings', fault: 'noStation', index });
  });
  counted('mains', mains, 0, 30);
  counted('rodBolts', rodBolts, 0, 8);
  if (pins === 'pairs' && cylinders % 2 !== 0) faults.push({ at: 'pins', fault: 'notEven' });
  if (heads === 'two' && cylinders % 2 !== 0) faults.push({ at: 'heads', fault: 'notEven' });
  if (heads === 'perBank' && !isTwoBanks(answers)) faults.push({ at: 'heads', fault: 'oneBank' });
  return faults;
}

/**
 * The model that the answers describe.
 * @param id made and kept by the program: never shown to be typed
 * @returns undefined where an answer is wrong (`answerFaults` says which)
 */
export function modelOf(id: string, answers: ModelAnswers): EngineModel | undefined {
  const bore = figureOf(answers.bore);
  if (answerFaults(answers).length > 0 || bore === undefined) return undefined;
  const banks = banksOf(answers);
  const cylinders = cylindersOf(answers, banks);
  const { liners } = answers;
  return {
    ...{ id, maker: answers.maker.trim(), name: answers.name.trim(), engineClass: answers.engineClass },
    serialPattern: patternOf(answers.plate),
    bore,
    layout: {
      ...{ arrangement: answers.arrangement, frontLabel: answers.frontLabel.trim(), banks, cylinders },
      grooves: answers.rings.map(grooveOf),
      stations: answers.stations.flatMap((station, i) => stationOf(answers, station, i)),
      heads: headsOf(answers, banks, cylinders),
      journals: [...mainsOf(answers), ...pinsOf(answers, cylinders)],
      directions: WAYS,
      points: [...(liners === 'none' ? [] : AROUND_A_LINER), ...PLANES, ...HALVES],
      fasteners: Array.from({ length: answers.rodBolts }, (_, i) => ({
        ...{ id: `rod-${i + 1}`, label: `rod bolt ${i + 1}`, for: ['rod'] },
      })),
      notApplicable: [],
    },
  };
}

const WAYS: readonly Purposed[] = [
  { id: 'along', label: 'along the crank', for: ['bore', 'journal'] },
  { id: 'across', label: 'across the crank', for: ['bore', 'journal'] },
];
const AROUND_A_LINER: readonly Point[] = [12, 3, 6, 9].map((clock) => ({
  ...{ id: `h${clock}`, label: `${clock} o’clock`, for: ['liner'], clock },
}));
const PLANES: readonly Point[] = [
  { id: 'front', label: 'front plane', for: ['plane'] },
  { id: 'rear', label: 'rear plane', for: ['plane'] },
];
const HALVES: readonly Point[] = [
  { id: 'upper', label: 'upper half', for: ['shell'] },
  { id: 'lower', label: 'lower half', for: ['shell'] },
];

const banksOf = (answers: ModelAnswers): readonly Bank[] =>
  isTwoBanks(answers)
    ? (['left', 'right'] as const).map((side, i) => ({
        id: side,
        label: (answers.banks[i] ?? '').trim(),
        side,
      }))
    : [{ id: 'main', label: 'main row', side: 'middle' }];

/** Numbered from the front; in two banks the second stands a quarter of a pitch behind the first. */
function cylindersOf({ cylinders, numbering }: ModelAnswers, banks: readonly Bank[]): readonly Cylinder[] {
  const [left, right] = banks;
  return Array.from({ length: cylinders }, (_, i) => {
    const id = `${i + 1}`;
    const half = cylinders / 2;
    const isSecond = right !== undefined && (numbering === 'across' ? i % 2 === 1 : i >= half);
    const along = right === undefined ? i : numbering === 'across' ? Math.floor(i / 2) : i % half;
    return {
      ...{ id, label: `Cyl ${id}`, bank: (isSecond ? right : left)?.id ?? '' },
      row: along * 4 + (isSecond ? 1 : 0),
    };
  });
}
const grooveOf = ({ label, kind, members, expander }: RingAnswer, i: number): Groove => ({
  ...{ id: `${i + 1}`, label: label.trim() },
  members: Array.from({ length: members }, (_, j) => ({
    ...(members === 1 ? { id: 'ring', label: 'ring' } : { id: `${j + 1}`, label: `rail ${j + 1}` }),
    ...{ kind, expander },
  })),
});
function stationOf(answers: ModelAnswers, station: StationAnswer, i: number): readonly Station[] {
  const distance = figureOf(station.distance);
  if (distance === undefined) return [];
  const members = answers.rings.flatMap((ring, at) =>
    ring.stations.includes(i)
      ? grooveOf(ring, at).members.map(({ id }) => ({ groove: `${at + 1}`, member: id }))
      : [],
  );
  return [
    {
      ...{ id: `s${i + 1}`, label: station.label.trim(), datum: station.datum, distance, members },
      ...(station.bore ? { for: ['bore'] } : {}),
    },
  ];
}
function headsOf(
  { heads }: ModelAnswers,
  banks: readonly Bank[],
  cylinders: readonly Cylinder[],
): readonly Head[] {
  const all = cylinders.map(({ id }) => id);
  switch (heads) {
    case 'none':
      return [];
    case 'one':
      return [{ id: '1', label: 'head', cylinders: all }];
    case 'two':
      return [all.slice(0, all.length / 2), all.slice(all.length / 2)].map((over, i) => ({
        ...{ id: `${i + 1}`, label: `head ${i + 1}`, cylinders: over },
      }));
    case 'perBank':
      return banks.map(({ id, label }) => ({
        ...{ id, label: `${label} head` },
        cylinders: cylinders.filter(({ bank }) => bank === id).map((each) => each.id),
      }));
    case 'perCylinder':
      return all.map((id) => ({ id, label: `head of Cyl ${id}`, cylinders: [id] }));
  }
}
const mainsOf = ({ mains }: ModelAnswers): readonly Journal[] =>
  Array.from({ length: mains }, (_, i) => ({
    ...{ id: `main-${i + 1}`, label: `main ${i + 1}`, kind: 'main' as const, cylinders: [] },
  }));
/** Along the crank: rods that share a pin stand beside each other there. */
function pinsOf({ pins }: ModelAnswers, cylinders: readonly Cylinder[]): readonly Journal[] {
  const along = [...cylinders].sort((a, b) => a.row - b.row).map(({ id }) => id);
  const on =
    pins === 'each'
      ? along.map((id) => [id])
      : along.flatMap((id, i) => (i % 2 === 0 ? [[id, along[i + 1] ?? '']] : []));
  return on.map((rods, i) => ({
    ...{ id: `pin-${i + 1}`, label: `crankpin ${i + 1}`, kind: 'crankpin' as const, cylinders: rods },
  }));
}
