import {
  axesWords,
  headWords,
  inForceWords,
  judgedWindow,
  shortReading,
  stateWord,
} from '@oak-gate/contract';
import {
  asFitted,
  asFound,
  axesOf,
  currentPin,
  intervalOf,
  isSize,
  judgedAt,
  limitInForce,
  placeAt,
  placeStatus,
  sheetModel,
  unitOf as unitOfReading,
} from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  Layout,
  LengthUnit,
  Limit,
  Place,
  PlaceStatus,
  RecordedReading,
  SheetBlock,
  SizeReading,
} from '@oak-gate/core';

/** A block of a sheet as it is printed: what stands across, and a line for each ring and station or whatever stands down. */
export interface ChartBlock {
  readonly title: string;
  /** What stands down: "Ring and station"; empty where there is one line. */
  readonly head: string;
  readonly columns: readonly string[];
  readonly lines: readonly ChartLine[];
}
export interface ChartLine {
  readonly group: string;
  readonly line: string;
  readonly limit: string;
  /** The same with the cells that each was judged by, in the order in which they stand: more than one where they differ. */
  readonly limits: readonly LineLimit[];
  /** What is in force on the line, whether or not something was measured. */
  readonly inForce: string;
  /** One for each column; undefined where nothing is measured. */
  readonly cells: readonly (ChartCell | undefined)[];
}
export interface LineLimit {
  readonly limit: string;
  /** The heads of its columns; empty where one limit holds for the whole line. */
  readonly where: string;
  readonly cells: readonly ChartCell[];
}
export interface ChartCell {
  readonly status: PlaceStatus;
  /** How it stands, in the words of what is measured. */
  readonly word: string;
  readonly asFound: string;
  readonly asFitted: string;
  readonly asLeft: string;
  readonly band: string;
}

/** More than this do not fit across a page. */
export const MOST_ACROSS = 6;

/**
 * Every sheet of the pin, laid out as `sheetModel` says: what is measured on it is printed.
 * @param unit of the whole chart; left out, each place is in the unit of the instrument that was used there
 */
export function charts(state: JobState, unit?: LengthUnit): readonly ChartBlock[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const { layout } = pin.model;
  return pin.characteristics.flatMap((characteristic) =>
    sheetModel(layout, characteristic, MOST_ACROSS).blocks.map((block) =>
      chartBlock(state, layout, characteristic, block, unit),
    ),
  );
}

/** One block of a sheet, in words and figures. */
export function chartBlock(
  state: JobState,
  layout: Layout,
  characteristic: Characteristic,
  { bank, columns, groups }: SheetBlock,
  unit: LengthUnit | undefined,
): ChartBlock {
  const unitOf = (reading: RecordedReading | undefined): LengthUnit =>
    unit ?? (reading === undefined ? 'mm' : unitOfReading(reading));
  const usual = currentPin(state)?.model.bore.unit === 'in' ? 'thou' : 'mm';
  return {
    title: [characteristic.name, ...(bank === undefined ? [] : [headWords(layout, { bank })])].join(', '),
    head: headOf(characteristic),
    columns: columns.map((at) => headWords(layout, at)),
    lines: groups.flatMap((group) =>
      group.lines.map(({ at, places }): ChartLine => {
        const cells = places.map((place) =>
          place === undefined ? undefined : chartCell(state, characteristic, place, unitOf),
        );
        const heads = columns.map((each) => headWords(layout, each));
        const limits = byText(cells, heads, ({ status: { reading } }) =>
          reading === undefined ? undefined : judgedWindow(reading.verdict, unitOf(reading), characteristic),
        );
        const inForce = byText(places, heads, (place) =>
          inForceWords(limitInForce(state, place, judgedAt(state, place)), unit ?? usual, characteristic),
        );
        return {
          group: headWords(layout, group.at),
          line: headWords(layout, at),
          limit: joined(limits),
          limits: limits.map(({ text, where, found }) => ({ limit: text, where, cells: found })),
          inForce: joined(inForce),
          cells,
        };
      }),
    ),
  };
}

interface SaidAlong<T> {
  readonly text: string;
  readonly where: string;
  readonly found: readonly T[];
}
/** What is said along a line, once for all that it is said of; with the heads of the columns where it is not one for all. */
function byText<T>(
  along: readonly (T | undefined)[],
  heads: readonly string[],
  say: (of: T) => string | undefined,
): readonly SaidAlong<T>[] {
  const said = new Map<string, { readonly heads: string[]; readonly found: T[] }>();
  along.forEach((each, i) => {
    const text = each === undefined ? undefined : say(each);
    if (each === undefined || text === undefined) return;
    const so = said.get(text) ?? { heads: [], found: [] };
    so.heads.push(heads[i] ?? '');
    so.found.push(each);
    said.set(text, so);
  });
  return [...said].map(([text, { heads: where, found }]) => ({
    text,
    where: said.size === 1 ? '' : where.join(', '),
    found,
  }));
}
const joined = (said: readonly SaidAlong<unknown>[]): string =>
  said.map(({ text, where }) => (where === '' ? text : `${where}: ${text}`)).join('; ');

function headOf(characteristic: Characteristic): string {
  const { groups, lines } = axesOf(characteristic);
  const words = axesWords([...groups, ...lines]);
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function chartCell(
  state: JobState,
  characteristic: Characteristic,
  place: Place,
  unitOf: (reading: RecordedReading | undefined) => LengthUnit,
): ChartCell {
  const status = placeStatus(state, place);
  const record = placeAt(state, status.key);
  const unit = unitOf(status.reading);
  const show = (reading: RecordedReading | undefined): string =>
    reading === undefined ? '' : shortReading(reading.reading, unit);
  const left = status.reading?.status === 'current' ? status.reading : undefined;
  const found = asFound(record);
  return {
    status,
    word: stateWord(status.state, characteristic),
    asFound: found === left ? '' : show(found),
    asFitted: show(asFitted(record) === left ? undefined : asFitted(record)),
    asLeft: show(left),
    band: left === undefined || !isSize(left.reading) ? '' : bandSvg(left.verdict.limit, left.reading),
  };
}

const WIDTH = 74;
const HEIGHT = 9;

/** The limit as a strip with the reading on it; grey print must still tell them apart. */
export function bandSvg(limit: Limit, reading: SizeReading): string {
  const { lo, hi } = intervalOf(reading);
  const min = limit.min ?? limit.serviceMin;
  const max = limit.max ?? limit.serviceMax;
  const end = hi === Infinity ? lo * 1.15 : hi;
  const from = Math.min(lo, min ?? lo, max === undefined ? lo : max * 0.8) * 0.9;
  const to = Math.max(end, max ?? end, min === undefined ? end : min * 1.2) * 1.06;
  const x = (value: number): number => Math.round(((value - from) / (to - from)) * WIDTH * 10) / 10;
  const left = min === undefined ? 0 : x(min);
  const right = max === undefined ? WIDTH : x(max);
  const tick = (at: number): string =>
    `<line x1="${at}" y1="0" x2="${at}" y2="${HEIGHT}" stroke="#1F2624" stroke-width="0.7"/>`;
  return (
    `<svg width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}" xmlns="http://www.w3.org/2000/svg">` +
    `<rect x="0" y="3" width="${WIDTH}" height="3" fill="#EFE9DB"/>` +
    `<rect x="${left}" y="2" width="${Math.max(0, right - left)}" height="5" fill="#CFE3DC"/>` +
    (min === undefined ? '' : tick(left)) +
    (max === undefined ? '' : tick(right)) +
    `<rect x="${x(lo)}" y="1" width="${Math.max(1.6, x(end) - x(lo))}" height="7" fill="#1F2624"/>` +
    `</svg>`
  );
}
