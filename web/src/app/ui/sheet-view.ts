import { COMPUTED_WORDS, headWords, limitText, shortReading, stateWord, workedAt } from '@oak-gate/contract';
import {
  asFound,
  computedLines,
  computedSize,
  currentPin,
  evidenceOf,
  findingsAt,
  limitInForce,
  isSize,
  judgedAt,
  placeAt,
  placesInColumn,
  placeStatus,
  sheetModel,
  spreadOfSet,
  unitOfSheet,
  showExact,
} from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  LengthUnit,
  LimitInForce,
  PlaceStatus,
  SheetBlock,
  SheetLine,
  SheetModel,
  SizeReading,
} from '@oak-gate/core';

/** A sheet as a chart on a clipboard, in words and figures: laid out as `sheetModel` says. */
export interface SheetView {
  readonly title: string;
  readonly unit: LengthUnit;
  readonly isSized: boolean;
  readonly blocks: readonly SheetBlockView[];
}
export interface SheetBlockView {
  readonly label: string;
  readonly columns: readonly { readonly id: string; readonly label: string }[];
  readonly groups: readonly SheetGroupView[];
  /** Worked out over each column, below it. */
  readonly computed: readonly { readonly label: string; readonly figures: readonly string[] }[];
}
export interface SheetGroupView {
  readonly label: string;
  readonly lines: readonly SheetLineView[];
}
export interface SheetLineView {
  readonly label: string;
  readonly limit: string;
  readonly spread: string;
  /** One for each column; undefined where nothing is measured. */
  readonly cells: readonly (SheetCell | undefined)[];
}
export interface SheetCell {
  readonly status: PlaceStatus;
  readonly word: string;
  /** Good by itself, and the gate asks about it all the same. */
  readonly asked: boolean;
  /** What was done to the ring here: a filed one and one that was exchanged look different. */
  readonly worked: string;
  readonly figure: string;
  /** What was found first, where it is not what is left. */
  readonly found: string;
  /** What goes over what stops, for narrow columns. */
  readonly over: string;
  readonly under: string;
}

/** More cylinders than this do not fit side by side at reading size: the chart splits by bank. */
export const MOST_ACROSS = 6;

/** The sheets of these characteristics, in the order in which the pin has them. */
export function sheetViews(
  job: JobState,
  sheets: readonly string[] = job.route.gates.flatMap((gate) => gate.sheets),
): readonly SheetView[] {
  const pin = currentPin(job);
  if (pin === undefined) return [];
  const { layout } = pin.model;
  return pin.characteristics
    .filter(({ id }) => sheets.includes(id))
    .map((characteristic) => {
      const unit = unitOfSheet(job, characteristic);
      const model = sheetModel(layout, characteristic, MOST_ACROSS);
      return aligned({
        title: characteristic.name,
        isSized: evidenceOf(characteristic) === 'size',
        unit,
        blocks: model.blocks.map((block) => {
          const { bank, columns, groups } = block;
          return {
            computed: computedViews(job, model, block, unit),
            label: bank === undefined ? '' : headWords(layout, { bank }),
            columns: columns.map((at, i) => ({ id: String(i), label: headWords(layout, at, true) })),
            groups: groups.map((group) => ({
              label: headWords(layout, group.at),
              lines: group.lines.map((line) => lineOf(job, characteristic, line, unit)),
            })),
          };
        }),
      });
    });
}

const PLAIN = /^-?\d+(\.\d+)?$/;
const decimalsIn = (figure: string): number => figure.split('.')[1]?.length ?? 0;
/** Sizes stand under each other: a plain figure has as many decimals as the finest one of its sheet. */
function aligned(sheet: SheetView): SheetView {
  const figures = sheet.blocks.flatMap(({ groups }) =>
    groups.flatMap(({ lines }) => lines.flatMap(({ cells }) => cells.map((cell) => cell?.figure ?? ''))),
  );
  const decimals = new Set(figures.filter((figure) => PLAIN.test(figure)).map(decimalsIn));
  if (decimals.size < 2) return sheet;
  const most = Math.max(...decimals);
  const padded = (figure: string): string =>
    !PLAIN.test(figure) || decimalsIn(figure) === most
      ? figure
      : `${figure}${figure.includes('.') ? '' : '.'}${'0'.repeat(most - decimalsIn(figure))}`;
  return {
    ...sheet,
    blocks: sheet.blocks.map((block) => ({
      ...block,
      groups: block.groups.map((group) => ({
        ...group,
        lines: group.lines.map((line) => ({
          ...line,
          cells: line.cells.map(
            (cell) => cell && { ...cell, figure: padded(cell.figure), over: padded(cell.over) },
          ),
        })),
      })),
    })),
  };
}

function computedViews(
  job: JobState,
  model: SheetModel,
  block: SheetBlock,
  unit: LengthUnit,
): SheetBlockView['computed'] {
  return computedLines(model).map((kind) => ({
    label: COMPUTED_WORDS[kind],
    figures: block.columns.map((_, column) => {
      const sizes = placesInColumn(block, column).flatMap((place) => {
        const { reading } = placeStatus(job, place);
        return reading?.status === 'current' && isSize(reading.reading) ? [reading.reading] : [];
      });
      const size = computedSize(kind, sizes);
      return size === undefined ? '' : shortReading(size, unit);
    }),
  }));
}

function lineOf(
  job: JobState,
  characteristic: Characteristic,
  { at, places }: SheetLine,
  unit: LengthUnit,
): SheetLineView {
  const layout = currentPin(job)?.model.layout;
  const cells = places.map((place) =>
    place === undefined ? undefined : cellOf(job, characteristic, placeStatus(job, place), unit),
  );
  // Along a line each place has its own limit: they are said together, as far as they fit.
  const limits = new Set(
    places.flatMap((place) =>
      place === undefined
        ? []
        : lineLimit(limitInForce(job, place, judgedAt(job, place)), unit, characteristic.passes),
    ),
  );
  const readings = cells.flatMap((cell) =>
    cell?.status.reading?.status === 'current' && isSize(cell.status.reading.reading)
      ? [cell.status.reading.reading]
      : [],
  );
  return {
    label: layout === undefined ? '' : headWords(layout, at, true),
    limit: limits.size > 2 ? 'limits differ' : [...limits].join(' or '),
    spread: spreadText(readings, unit),
    cells,
  };
}

function lineLimit(inForce: LimitInForce, unit: LengthUnit, passes = 'yes'): string {
  if (inForce.state === 'inForce') return limitText(inForce, unit, passes);
  return inForce.state === 'none' ? 'no limit' : 'undecided';
}

function cellOf(
  job: JobState,
  characteristic: Characteristic,
  status: PlaceStatus,
  unit: LengthUnit,
): SheetCell {
  const reading = status.reading?.reading;
  const figure = reading === undefined ? '' : shortReading(reading, unit);
  const [over = '', under = ''] = figure.split('/');
  const worked = workedAt(job, status.key) ?? '';
  const word = stateWord(status.state, characteristic);
  const first = asFound(placeAt(job, status.key));
  const found = first === undefined || first === status.reading ? '' : shortReading(first.reading, unit);
  return { status, word, worked, asked: findingsAt(job, status).length > 0, figure, found, over, under };
}

function spreadText(readings: readonly SizeReading[], unit: LengthUnit): string {
  const spread = spreadOfSet(readings);
  if (spread === undefined) return '';
  const least = showExact(spread.least, unit);
  if (spread.most === undefined) return `${least}+`;
  const most = showExact(spread.most, unit);
  return least === most ? least : `${least} to ${most}`;
}
