import {
  COMPUTED_WORDS,
  countedIn,
  headWords,
  limitText,
  originWords,
  placeWords,
  shortReading,
  stateWord,
  takenInWords,
  unitWord,
} from '@oak-gate/contract';
import {
  asFound,
  currentPin,
  limitInForce,
  computedLines,
  computedSize,
  evidenceOf,
  isSize,
  judgedAt,
  unitOf,
  unitOfSheet,
  placeAt,
  placesInColumns,
  placesOnSheet,
  placeStatus,
  sheetModel,
  spansOf,
} from '@oak-gate/core';
import type { Characteristic, EngineModel, JobState, LengthUnit, Place, SheetModel } from '@oak-gate/core';
import type { Table } from '../platform/write-table';

const HEADER = [
  'sheet',
  'place',
  'where',
  'limit',
  'sources',
  'as_found',
  'as_left',
  'unit',
  'state',
  'conceded',
  'instrument',
  'measured_by',
  'measured_at',
  'taken_in',
  'worked_out_from',
];

/**
 * Every sheet of a job as a table: a line for each place, measured or not, in the order of the sheets, and behind them what is
 * worked out over each column. Figures are in the unit of the gauge that was used there.
 */
export function sheetTable(state: JobState): Table {
  const pin = currentPin(state);
  return {
    header: HEADER,
    lines:
      pin === undefined
        ? []
        : pin.characteristics.flatMap((characteristic) => {
            const model = sheetModel(pin.model.layout, characteristic);
            return [
              ...placesOnSheet(model).map((place) => lineOf(state, pin.model, characteristic, place)),
              ...computedLinesOf(state, model, unitOfSheet(state, characteristic)),
            ];
          }),
  };
}

/** What is worked out over a column: a line of its own, that is of no place and is judged by nothing. */
function computedLinesOf(
  state: JobState,
  model: SheetModel,
  unit: LengthUnit,
): readonly (readonly string[])[] {
  const { characteristic, blocks } = model;
  const { layout } = currentPin(state)?.model ?? {};
  return computedLines(model).flatMap((kind) =>
    blocks.flatMap((block) =>
      spansOf(block, model).map(({ at, ...span }) => {
        const sizes = placesInColumns(block, span).flatMap((place) => {
          const { reading } = placeStatus(state, place);
          return reading?.status === 'current' && isSize(reading.reading) ? [reading.reading] : [];
        });
        const size = computedSize(kind, sizes, model.made);
        const where = layout === undefined ? '' : headWords(layout, at);
        const cells: Readonly<Record<string, string>> = {
          sheet: characteristic.name,
          where: [where, COMPUTED_WORDS[kind]].filter((each) => each !== '').join(', '),
          as_left: size === undefined ? '' : shortReading(size, unit),
          unit: unitWord(unit),
        };
        return HEADER.map((name) => cells[name] ?? '');
      }),
    ),
  );
}

function lineOf(
  state: JobState,
  model: EngineModel,
  characteristic: Characteristic,
  place: Place,
): readonly string[] {
  const status = placeStatus(state, place);
  const found = asFound(placeAt(state, status.key));
  const { reading } = status;
  const unit = reading === undefined ? (model.bore.unit === 'in' ? 'thou' : 'mm') : unitOf(reading);
  const inForce = limitInForce(state, place, judgedAt(state, place));
  const isSized = evidenceOf(characteristic) === 'size';
  const isLimited = inForce.state === 'inForce';
  return [
    characteristic.name,
    status.key,
    placeWords(model.layout, place).whole,
    isLimited ? limitText(inForce, unit, characteristic) : '',
    isLimited ? [...new Set([...Object.values(inForce.sources), ...(inForce.asks ?? [])])].join('; ') : '',
    found === undefined ? '' : shortReading(found.reading, unit),
    reading?.status === 'current' ? shortReading(reading.reading, unit) : '',
    isSized ? unitWord(unit) : (countedIn(characteristic) ?? ''),
    stateWord(status.state, characteristic),
    status.conceded ? 'yes' : '',
    reading === undefined ? '' : originWords(currentPin(state), reading),
    reading?.by.name ?? '',
    reading?.at ?? '',
    reading === undefined
      ? ''
      : takenInWords({ characteristics: [characteristic] }, place, reading).join('; '),
    (reading?.inputs ?? []).map((each) => each.place).join('; '),
  ];
}
