import type { Characteristic, EngineModel, Instrument, LimitsPin, Route } from '../src/index';
import { IVO, kept, printed, REVISION, RING_GAP, ROUTE, SANNA } from './fixtures';
import { Story } from './story';

export const mm = (text: string) => printed(text, 'mm');
/** A bore gauge with graduations of a hundredth of a millimetre. */
export const BORE_GAUGE: Instrument = {
  ...{ id: 'BG-1', name: 'Bore gauge', kind: 'sizeGauge', unit: 'mm', calibratedOn: '2026-01-01' },
  ...{ resolution: mm('0.01').nm, uncertainty: mm('0').nm, dueOn: '2027-01-01', blades: [] },
};
const [arrival, rings, release] = ROUTE.gates as [Gate, Gate, Gate];
type Gate = Route['gates'][number];

/** A job in which one thing is measured with that gauge, between two sizes in mm; by older rules where some are named. */
export function gauged(
  model: EngineModel,
  characteristic: Characteristic,
  [min, max]: readonly [min: string, max: string],
  older?: { readonly rules: number; readonly version: NonNullable<LimitsPin['version']> },
): Story {
  const told = new Story('required', { ...model, engineClass: 'tractor' });
  if (older !== undefined) told.rules = older.rules;
  told.characteristics = [RING_GAP, characteristic];
  told.revisions = [
    kept({ ...REVISION, appliesTo: { models: [model.id] } }, [
      {
        ...{ id: 'OM-1 rev 1 row 1', label: '1', characteristic: characteristic.id, appliesTo: {}, note: '' },
        printed: { min: mm(min), max: mm(max) },
      },
    ]),
  ];
  told.route = { ...ROUTE, gates: [arrival, { ...rings, sheets: [characteristic.id] }, release] };
  told.instrument = BORE_GAUGE;
  return told
    .open(older === undefined ? {} : { pin: { ...told.pin(1), version: older.version } })
    .do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA)
    .do({ type: 'takeInstrument', instrument: BORE_GAUGE.id }, IVO);
}
