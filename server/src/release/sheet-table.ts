import {
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
  evidenceOf,
  judgedAt,
  unitOf,
  placeAt,
  placesOnSheet,
  placeStatus,
  sheetModel,
} from '@oak-gate/core';
import type { Characteristic, EngineModel, JobState, Place } from '@oak-gate/core';
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
 * Every sheet of a job as a table: a line for each place, measured or not, in the order of the sheets. Figures are in the unit
 * of the gauge that was used there.
 */
export function sheetTable(state: JobState): Table {
  const pin = currentPin(state);
  return {
    header: HEADER,
    lines:
      pin === undefined
        ? []
        : pin.characteristics.flatMap((characteristic) =>
            placesOnSheet(sheetModel(pin.model.layout, characteristic)).map((place) =>
              lineOf(state, pin.model, characteristic, place),
            ),
          ),
  };
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
    isLimited ? limitText(inForce, unit) : '',
    isLimited ? [...new Set([...Object.values(inForce.sources), ...(inForce.asks ?? [])])].join('; ') : '',
    found === undefined ? '' : shortReading(found.reading, unit),
    reading?.status === 'current' ? shortReading(reading.reading, unit) : '',
    isSized ? unitWord(unit) : '',
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
