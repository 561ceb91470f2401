import type { PartRef } from '../engines/parts';
import type { PlaceKey } from '../engines/place';
import type { BenchEvent, Rejudged } from './bench-events';
import { placeAt } from './places';
import type { PlaceRecord, PlacesState, ReadingStatus, RecordedReading } from './places';

interface Stamp {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
}

export function evolveBench(state: PlacesState, event: BenchEvent, stamp: Stamp): PlacesState {
  const key = event.data.place;
  const record = placeAt(state, key);
  return { places: { ...state.places, [key]: { ...evolvePlace(record, event, stamp), version: stamp.seq } } };
}

function evolvePlace(record: PlaceRecord, event: BenchEvent, stamp: Stamp): PlaceRecord {
  switch (event.type) {
    case 'readingTaken': {
      const { place: _, refines, contests, ...taken } = event.data;
      const reading: RecordedReading = {
        ...taken,
        seq: stamp.seq,
        at: stamp.at,
        by: stamp.by,
        status: 'current',
      };
      const before =
        refines === null
          ? record
          : ended(record, refines, 'refined', stamp.seq, 'narrowed by a later reading');
      const rivals = record.readings.filter(({ status }) => status === 'current').map(({ seq }) => seq);
      const { deferred: _deferred, ...rest } = before;
      return {
        ...rest,
        readings: [...before.readings, reading],
        contested: contests ? [...new Set([...record.contested, ...rivals, stamp.seq])] : record.contested,
      };
    }
    case 'readingCorrected':
      return ended(record, event.data.reading, 'corrected', stamp.seq, event.data.reason);
    case 'readingVoided':
      return ended(record, event.data.reading, 'void', stamp.seq, event.data.reason);
    case 'contestDecided': {
      const losers = record.contested.filter((seq) => seq !== event.data.keep);
      const settled = losers.reduce(
        (so, seq) => ended(so, seq, 'void', stamp.seq, event.data.reason),
        record,
      );
      return { ...settled, contested: [] };
    }
    case 'placeDeferred':
      return { ...record, deferred: { reason: event.data.reason, by: stamp.by.name } };
    case 'placeResumed': {
      const { deferred: _, ...rest } = record;
      return rest;
    }
    case 'notApplicableDeclared':
      return {
        ...record,
        notApplicable: { accepted: false, reason: event.data.reason, by: stamp.by.id, at: stamp.at },
      };
    case 'notApplicableAccepted':
      return record.notApplicable === undefined
        ? record
        : { ...record, notApplicable: { ...record.notApplicable, accepted: true } };
    case 'notApplicableRefused': {
      const { notApplicable: _, ...rest } = record;
      return rest;
    }
  }
}

function ended(
  record: PlaceRecord,
  reading: number,
  status: ReadingStatus,
  seq: number,
  why: string,
): PlaceRecord {
  return {
    ...record,
    readings: record.readings.map((each) =>
      each.seq === reading ? { ...each, status, ended: { seq, why } } : each,
    ),
    contested:
      record.contested.includes(reading) && record.contested.length <= 2
        ? []
        : record.contested.filter((each) => each !== reading),
  };
}

/** Every current reading that depends on the part becomes spent: it was true of the part as it was. */
export function spendReadings(
  state: PlacesState,
  part: PartRef['id'],
  seq: number,
  why: string,
): PlacesState {
  const depends = (reading: RecordedReading): boolean =>
    (reading.status === 'current' || reading.status === 'refined') &&
    reading.parts.some(({ id }) => id === part);
  const touched: Record<PlaceKey, PlaceRecord> = {};
  for (const [key, record] of Object.entries(state.places)) {
    if (!record.readings.some(depends)) continue;
    touched[key] = {
      ...record,
      version: seq,
      contested: [],
      readings: record.readings.map((each) =>
        depends(each) ? { ...each, status: 'spent', ended: { seq, why } } : each,
      ),
    };
  }
  return { places: { ...state.places, ...touched } };
}

/** Puts new verdicts on readings whose limit changed under them. */
export function rejudge(state: PlacesState, rejudged: readonly Rejudged[], seq: number): PlacesState {
  const places = { ...state.places };
  for (const { place, reading, verdict } of rejudged) {
    const record = places[place];
    if (record === undefined) continue;
    places[place] = {
      ...record,
      version: seq,
      readings: record.readings.map((each) => (each.seq === reading ? { ...each, verdict } : each)),
    };
  }
  return { places };
}
