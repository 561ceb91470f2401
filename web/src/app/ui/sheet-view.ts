import {
  COMPUTED_WORDS,
  countedIn,
  headWords,
  limitText,
  shortReading,
  stateWord,
  workedAt,
} from '@oak-gate/contract';
import {
  asFound,
  axesOf,
  computedLines,
  computedSize,
  currentPin,
  evidenceOf,
  findingsAt,
  intervalOf,
  isSize,
  judgedAt,
  limitInForce,
  placeAt,
  placesInColumns,
  placeStatus,
  sheetModel,
  showExact,
  spansOf,
  spreadOfSet,
  unitOfSheet,
  workedBelow,
  worstOf,
} from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  LengthUnit,
  LimitInForce,
  LimitsPin,
  Place,
  PlaceStateWord,
  PlaceStatus,
  Reading,
  SheetBlock,
  SheetLine,
  SheetModel,
  SizeReading,
} from '@oak-gate/core';
import { countsText, deviationLimit, deviationsOf, deviationText } from './deviations';
import type { Deviations } from './deviations';

/** A sheet as a chart on a clipboard, in words and figures: laid out as `sheetModel` says. */
export interface SheetView {
  readonly title: string;
  readonly unit: LengthUnit;
  readonly isSized: boolean;
  /** Its blocks have more columns than two of them have room for side by side. */
  readonly isWide: boolean;
  /** What is counted, where nothing is measured. */
  readonly counted: string | undefined;
  /** A fit of two parts: what is below nothing is an interference. */
  readonly isFit: boolean;
  /** Where its figures are deviations: what they count, and from where: "0.01 mm from 127.00 mm set with SR-127". */
  readonly counts: string;
  readonly blocks: readonly SheetBlockView[];
}
export interface SheetBlockView {
  readonly label: string;
  readonly columns: readonly { readonly id: string; readonly label: string }[];
  /** What the columns stand under; empty where under nothing. */
  readonly heads: readonly { readonly id: string; readonly label: string; readonly span: number }[];
  /** The limit of every place, where it is one; then no line repeats it. */
  readonly each: string;
  readonly groups: readonly SheetGroupView[];
  /** Worked out over each column, below it, and judged by nothing. */
  readonly computed: readonly {
    readonly label: string;
    readonly cells: readonly { readonly figure: string; readonly span: number }[];
  }[];
  /** Worked out and judged: of each column the worst. */
  readonly worked: readonly {
    readonly label: string;
    readonly limit: string;
    readonly cells: readonly WorkedCell[];
  }[];
}
export interface WorkedCell {
  readonly span: number;
  readonly figure: string;
  /** undefined where nothing is worked out here. */
  readonly status: PlaceStatus | undefined;
  /** How its mark reads: what is not all there yet is no verdict. */
  readonly state: PlaceStateWord;
  readonly word: string;
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

/** More columns than this do not fit side by side at reading size: the chart splits by bank, or is counted off. */
export const MOST_ACROSS = 6;
/** Blocks with more than this stand below each other. */
const MOST_BESIDE = 4;
/** A deviation takes half the room of a size. */
const MOST_DEVIATIONS = 12;
/** How many columns of a sheet stand side by side. */
export const mostAcross = (job: JobState, characteristic: Characteristic): number =>
  deviationsOf(job, characteristic) === undefined ? MOST_ACROSS : MOST_DEVIATIONS;

/** The sheets of these characteristics, in the order in which the pin has them. */
export function sheetViews(
  job: JobState,
  sheets: readonly string[] = job.route.gates.flatMap((gate) => gate.sheets),
  chosen: (sheet: string) => LengthUnit | undefined = () => undefined,
): readonly SheetView[] {
  const pin = currentPin(job);
  if (pin === undefined) return [];
  const { layout } = pin.model;
  return pin.characteristics
    .filter(({ id }) => sheets.includes(id))
    .map((characteristic) => {
      // Who chose a unit wants sizes in it.
      const inUnit = chosen(characteristic.id);
      const from = inUnit === undefined ? deviationsOf(job, characteristic) : undefined;
      const show = {
        unit: inUnit ?? unitOfSheet(job, characteristic),
        ...(from === undefined ? {} : { from }),
      };
      const model = sheetModel(layout, characteristic, mostAcross(job, characteristic));
      return aligned({
        title: characteristic.name,
        isSized: evidenceOf(characteristic) === 'size',
        isWide: model.blocks.some(({ columns }) => columns.length > MOST_BESIDE),
        counted: countedIn(characteristic),
        isFit: characteristic.below !== undefined,
        unit: show.unit,
        counts: from === undefined ? '' : countsText(from),
        blocks: model.blocks.map((block) => {
          const { bank, columns, groups, heads } = block;
          const isUnder = characteristic.axes.length > 0 && axesOf(characteristic).across.length > 1;
          const lined = groups.map((group) => ({
            label: headWords(layout, group.at),
            lines: group.lines.map((line) => lineOf(job, characteristic, line, show)),
          }));
          const limits = new Set(lined.flatMap(({ lines }) => lines.map(({ limit }) => limit)));
          const [each = ''] = limits;
          const isOne = limits.size === 1 && lined.flatMap(({ lines }) => lines).length > 1;
          return {
            computed: computedViews(job, model, block, show),
            worked: workedViews(job, pin, model, block, chosen),
            label: bank === undefined ? '' : headWords(layout, { bank }),
            heads: heads.map(({ at, span }, i) => ({
              id: String(i),
              label: headWords(layout, at, true),
              span,
            })),
            columns: columns.map((at, i) => ({
              id: String(i),
              label: headWords(layout, isUnder ? besideOf(characteristic, at) : at, true),
            })),
            each: isOne ? each : '',
            groups: isOne
              ? lined.map((group) => ({
                  ...group,
                  lines: group.lines.map((line) => ({ ...line, limit: '' })),
                }))
              : lined,
          };
        }),
      });
    });
}
/** What of a column stands beside another under one head. */
function besideOf(characteristic: Characteristic, at: Place['at']): Place['at'] {
  const [main] = axesOf(characteristic).across;
  return Object.fromEntries(Object.entries(at).filter(([axis]) => axis !== main));
}
/** In what the figures of a sheet are shown. */
interface Shown {
  readonly unit: LengthUnit;
  readonly from?: Deviations;
}
const figureOf = (reading: Reading, { unit, from }: Shown): string =>
  from === undefined || !isSize(reading) ? shortReading(reading, unit) : deviationText(from, reading);

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
  show: Shown,
): SheetBlockView['computed'] {
  return computedLines(model).map((kind) => ({
    label: COMPUTED_WORDS[kind],
    cells: spansOf(block, model).map((span) => {
      const sizes = placesInColumns(block, span).flatMap((place) => {
        const { reading } = placeStatus(job, place);
        return reading?.status === 'current' && isSize(reading.reading) ? [reading.reading] : [];
      });
      const size = computedSize(kind, sizes, model.made);
      // How far sizes lie apart is a size by itself, and counted from nothing.
      const figure =
        size === undefined
          ? ''
          : kind === 'range' || kind === 'under'
            ? shortReading(size, show.unit)
            : figureOf(size, show);
      return { figure, span: span.span };
    }),
  }));
}

function workedViews(
  job: JobState,
  pin: LimitsPin,
  model: SheetModel,
  block: SheetBlock,
  chosen: (sheet: string) => LengthUnit | undefined,
): SheetBlockView['worked'] {
  return workedBelow(pin.model.layout, model, pin.characteristics).map(({ characteristic, under }) => {
    const unit = chosen(model.characteristic.id) ?? unitOfSheet(job, characteristic);
    const spans = spansOf(block, model).map(({ at, span }) => ({ span, places: under(at) }));
    const limits = new Set(
      spans.flatMap(({ places }) =>
        places.map((place) =>
          lineLimit(limitInForce(job, place, judgedAt(job, place)), unit, characteristic),
        ),
      ),
    );
    return {
      label: characteristic.name,
      limit: limits.size > 1 ? 'limits differ' : [...limits].join(),
      cells: spans.map(({ span, places }): WorkedCell => {
        const statuses = places
          .map((place) => placeStatus(job, place))
          .filter(({ state: stands }) => stands !== 'notApplicable');
        const known = statuses.filter(({ reading }) => reading?.status === 'current');
        const worst = worstOf([...known].sort((a, b) => mostOf(b) - mostOf(a)));
        const isWhole = known.length === statuses.length;
        const state = worst === undefined || (!isWhole && worst.accepted) ? 'notTaken' : worst.state;
        return {
          span,
          figure:
            worst?.reading === undefined
              ? ''
              : `${shortReading(worst.reading.reading, unit)}${isWhole ? '' : '+'}`,
          status: worst ?? statuses[0],
          state,
          word: stateWord(state, characteristic),
        };
      }),
    };
  });
}
const mostOf = ({ reading }: PlaceStatus): number =>
  reading !== undefined && isSize(reading.reading) ? intervalOf(reading.reading).hi : -Infinity;

function lineOf(
  job: JobState,
  characteristic: Characteristic,
  { at, places }: SheetLine,
  show: Shown,
): SheetLineView {
  const { unit } = show;
  const layout = currentPin(job)?.model.layout;
  const cells = places.map((place) =>
    place === undefined ? undefined : cellOf(job, characteristic, placeStatus(job, place), show),
  );
  // Along a line each place has its own limit: they are said together, as far as they fit.
  const limits = new Set(
    places.flatMap((place) =>
      place === undefined
        ? []
        : lineLimit(limitInForce(job, place, judgedAt(job, place)), unit, characteristic, show.from),
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

function lineLimit(
  inForce: LimitInForce,
  unit: LengthUnit,
  measured: Characteristic,
  from?: Deviations,
): string {
  if (inForce.state === 'inForce' && from !== undefined) return deviationLimit(from, inForce.limit);
  if (inForce.state === 'inForce') return limitText(inForce, unit, measured);
  return inForce.state === 'none' ? 'no limit' : 'undecided';
}

function cellOf(job: JobState, characteristic: Characteristic, status: PlaceStatus, show: Shown): SheetCell {
  const reading = status.reading?.reading;
  const figure = reading === undefined ? '' : figureOf(reading, show);
  const [over = '', under = ''] = figure.split('/');
  const worked = workedAt(job, status.key) ?? '';
  const word = stateWord(status.state, characteristic);
  const first = asFound(placeAt(job, status.key));
  const found = first === undefined || first === status.reading ? '' : figureOf(first.reading, show);
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
