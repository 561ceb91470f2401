import { axesOf, DATUM_WORDS, parsePlaceKey } from '@oak-gate/core';
import type {
  Axis,
  ComputedLine,
  FitVariant,
  Layout,
  LimitsPin,
  PartKind,
  SlotKey,
  Place,
  Station,
} from '@oak-gate/core';

/** How a place is called, in the words of its engine's layout. */
export interface PlaceWords {
  readonly cylinder: string;
  readonly ring: string;
  readonly station: string;
  readonly shortStation: string;
  /** "Cylinder 3, top compression ring, top of ring travel". */
  readonly whole: string;
}

/** What an axis is called where somebody chooses or misses one. */
export const AXIS_WORDS: Readonly<Record<Axis, string>> = {
  cylinder: 'cylinder',
  bank: 'bank',
  head: 'head',
  journal: 'journal',
  groove: 'groove',
  member: 'ring or rail',
  station: 'station',
  direction: 'direction',
  point: 'point',
  fastener: 'bolt or nut',
};
/** What parts are called: one, and several. */
const PART_WORDS: Readonly<Record<PartKind, readonly [one: string, many: string]>> = {
  bore: ['bore', 'bores'],
  block: ['block bore', 'block bores'],
  ring: ['ring', 'rings'],
  piston: ['piston', 'pistons'],
  pin: ['pin', 'pins'],
  rod: ['rod', 'rods'],
  liner: ['liner', 'liners'],
  journal: ['journal', 'journals'],
  shell: ['shell', 'shells'],
  bolt: ['bolt', 'bolts'],
  rodShell: ['rod shell', 'rod shells'],
  clip: ['pair of clips', 'pairs of clips'],
  cap: ['rod cap', 'rod caps'],
  mainCap: ['main cap', 'main caps'],
  bush: ['bush', 'bushes'],
  shim: ['shim', 'shims'],
  thrustWasher: ['set of thrust washers', 'sets of thrust washers'],
  nozzle: ['cooling nozzle', 'cooling nozzles'],
};
export function partWords(
  layout: Pick<Layout, 'partKinds'> | undefined,
  kind: PartKind,
): readonly [one: string, many: string] {
  const declared = layout?.partKinds?.find((each) => each.kind === kind);
  if (declared !== undefined) return [declared.name, declared.names];
  return Object.hasOwn(PART_WORDS, kind) ? (PART_WORDS[kind] ?? [kind, kind]) : [kind, `${kind}s`];
}
const SHORT_DATUM = { deck: 'from deck', skirtEnd: 'from skirt', flange: 'from flange' } as const;
const UNIT_WORDS = { thou: 'thou', in: 'in', mm: 'mm', um: 'µm' } as const;

export const unitWord = (unit: keyof typeof UNIT_WORDS): string => UNIT_WORDS[unit];
export const stationWords = ({ label, distance, datum }: Station): string => {
  const depth = `${distance.text} ${unitWord(distance.unit)} from ${DATUM_WORDS[datum]}`;
  return label === '' || label === depth ? depth : `${label}, ${depth}`;
};

/** The same for a narrow column: the whole datum stands on the reading card and in the entry bar. */
export const shortStationWords = ({ label, distance, datum }: Station): string => {
  const depth = `${distance.text} ${unitWord(distance.unit)}`;
  return label === '' ? `${depth} ${SHORT_DATUM[datum]}` : `${label}, ${depth}`;
};

export function placeWords(layout: Layout, { at }: Place): PlaceWords {
  const groove = layout.grooves.find(({ id }) => id === at.groove);
  const member = groove?.members.find(({ id }) => id === at.member);
  const found = layout.stations.find(({ id }) => id === at.station);
  const cylinder = layout.cylinders.find(({ id }) => id === at.cylinder)?.label ?? '';
  const alone = groove?.members.length === 1;
  const ring =
    groove === undefined
      ? ''
      : alone || member === undefined
        ? groove.label
        : `${groove.label}, ${member.label}`;
  const station = found === undefined ? '' : stationWords(found);
  const named = found === undefined || found.label === '' ? station : found.label;
  const shortStation = found === undefined ? '' : shortStationWords(found);
  const others = otherWords(layout, at);
  const whole = [cylinder, ring.charAt(0).toLowerCase() + ring.slice(1), named, ...others]
    .filter((part) => part !== '')
    .join(', ');
  return { cylinder, ring, station, shortStation, whole };
}

/** What a job measures, as far as its places are called by it. */
type Measured = Pick<LimitsPin, 'model' | 'characteristics'>;

/**
 * How a place is called among everything that a job measures: with what is measured there, where that is not one thing alone.
 * A key without its cylinder, and the key of a slot, are called by what they name.
 */
export function placeInJob(pin: Measured | undefined, key: string): string {
  if (pin === undefined) return key;
  const words = placeWordsOf(pin.model.layout, key);
  const name = nameOf(pin, parsePlaceKey(key)?.characteristic);
  if (words === '') return name ?? key;
  return name === undefined || pin.characteristics.length < 2 ? words : `${name}, ${words}`;
}
/** The same in two lines, as it stands beside a figure: where it is, and which of the lines there. */
export function placeTitle(
  pin: Measured,
  { characteristic, at }: Place,
): { readonly title: string; readonly line: string } {
  const { layout } = pin.model;
  const measured = pin.characteristics.find(({ id }) => id === characteristic);
  if (measured === undefined) return { title: placeWords(layout, { characteristic, at }).whole, line: '' };
  const { across, groups, lines } = axesOf(measured);
  const head = (axes: readonly Axis[]): string =>
    headWords(
      layout,
      Object.fromEntries(axes.flatMap((axis) => (at[axis] === undefined ? [] : [[axis, at[axis]]]))),
    );
  const [column, group] = [head(across), head(groups)];
  const where =
    column === '' || group === ''
      ? `${column}${group}`
      : `${column}, ${group.charAt(0).toLowerCase()}${group.slice(1)}`;
  const title = where === '' ? measured.name : where;
  const name = pin.characteristics.length > 1 && title !== measured.name ? [measured.name] : [];
  return { title, line: [head(lines), ...name].filter((part) => part !== '').join(', ') };
}
const nameOf = ({ characteristics }: Measured, id: string | undefined): string | undefined =>
  characteristics.find((each) => each.id === id)?.name;

/** Which of a fit's places are meant, where they are not all judged alike; empty where they are. */
export function variantWords(
  layout: Layout | undefined,
  { cylinders, partNumber, pistonMaterial }: FitVariant = {},
): string {
  const named = (cylinders ?? []).map((id) => layout?.cylinders.find((each) => each.id === id)?.label ?? id);
  const part =
    partNumber === undefined
      ? ''
      : partNumber === null
        ? 'parts without a number'
        : partNumber === ''
          ? 'parts of any other number'
          : `part ${partNumber}`;
  const piston =
    pistonMaterial === undefined
      ? ''
      : pistonMaterial === null
        ? 'pistons of a material that nobody knows'
        : pistonMaterial === ''
          ? 'pistons of any other material'
          : `pistons of ${pistonMaterial}`;
  return [named.join(' and '), part, piston].filter((each) => each !== '').join(', ');
}

/** What stands before a line that is worked out over a column. */
export const COMPUTED_WORDS: Readonly<Record<ComputedLine, string>> = {
  largest: 'largest',
  smallest: 'smallest',
  range: 'differ by',
  under: 'ground under',
};

/** What several axes are called together: "ring and station". */
export function axesWords(axes: readonly Axis[]): string {
  const words = axes.map((axis) => (axis === 'groove' || axis === 'member' ? 'ring' : AXIS_WORDS[axis]));
  return [...new Set(words)].join(' and ');
}

/**
 * What the head of a column, a group or a line of a sheet is called: the place as far as it is named there.
 * @param isShort for a narrow column: a station without its whole datum
 */
export function headWords(layout: Layout, at: Place['at'], isShort = false): string {
  const { cylinder, ring, station, shortStation } = placeWords(layout, { characteristic: '', at });
  return [cylinder, ring, isShort ? shortStation : station, ...otherWords(layout, at)]
    .filter((part) => part !== '')
    .join(', ');
}

interface Labelled {
  readonly id: string;
  readonly label: string;
}
/** The set of a layout that names an axis; null where an axis has words of its own (`placeWords`). */
const SET_OF: Readonly<Record<Axis, ((layout: Layout) => readonly Labelled[] | undefined) | null>> = {
  cylinder: null,
  groove: null,
  member: null,
  station: null,
  bank: ({ banks }) => banks,
  head: ({ heads }) => heads,
  journal: ({ journals }) => journals,
  direction: ({ directions }) => directions,
  point: ({ points }) => points,
  fastener: ({ fasteners }) => fasteners,
};
/** What else a place is called by: the bank, head, journal, direction, point or fastener that it names. */
const otherWords = (layout: Layout, at: Place['at']): string[] =>
  AXES_IN_WORDS.flatMap((axis) => {
    const [set, id] = [SET_OF[axis], at[axis]];
    if (set === null || id === undefined) return [];
    return [set(layout)?.find((each) => each.id === id)?.label ?? id];
  });
/** The order in which they are said. */
const AXES_IN_WORDS = Object.keys(SET_OF) as readonly Axis[];

/** The same from a key, or from a key without its cylinder; the key itself where it names nothing known. */
/** "Piston, cylinder 3", "Rod shell, cylinder 4, upper half": what lies in a slot, and where. */
export function slotWords(layout: Layout, slot: SlotKey): string {
  const place = parsePlaceKey(slot);
  const [one] = partWords(layout, place?.characteristic ?? slot);
  const where = place === undefined ? '' : placeWords(layout, place).whole;
  // A ring is called by its groove: "Cylinder 3, top ring" says all.
  const isNamed = place?.at.groove !== undefined;
  const whole = [...(isNamed ? [] : [one]), where].filter((each) => each !== '').join(', ');
  return whole.charAt(0).toUpperCase() + (isNamed ? whole.slice(1) : lowered(whole.slice(1)));
}
const lowered = (text: string): string =>
  text.replaceAll(/, ([A-Z])/gu, (_, first: string) => `, ${first.toLowerCase()}`);
export function placeWordsOf(layout: Layout, key: string): string {
  const place = parsePlaceKey(key);
  return place === undefined ? key : placeWords(layout, place).whole;
}
