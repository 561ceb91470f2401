import type { Actor } from '../kernel/actor';
import { holdsOneOf } from '../kernel/actor';
import type { Characteristic } from '../engines/characteristic';
import { quantityOf } from '../engines/characteristic';
import { partIn } from '../engines/parts';
import type { PartRef, PartsState } from '../engines/parts';
import { usualPart } from '../engines/part-kinds';
import { placeKey, slotKey } from '../engines/place';
import { readEvidence } from '../evidence/evidence';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { bladeSizes, isInDate } from '../instruments/instrument';
import type { Instrument } from '../instruments/instrument';
import { own } from '../kernel/own';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { sameData } from '../kernel/same-data';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { PlacesState } from './places';
import type { CarriedRing, CarriedRingData, RingInBore } from './ring-in-bore';
import { entryFault } from './understand-taken';

export interface CarryRingCommand {
  readonly type: 'carryRing';
  readonly characteristic: string;
  readonly station: string | null;
  readonly ring: string;
  readonly instrument: string;
  readonly gaps: readonly { readonly cylinder: string; readonly text: string }[];
  /** The bores that the person saw, one for each gap. */
  readonly seen: readonly PartRef[];
}
type Slice = PinState &
  PlacesState &
  PartsState & { readonly instruments: Readonly<Record<string, Instrument>> };

/** A gap that opens with its bore: what is measured of a ring that lies in one. */
export const opensWithBore = (characteristic: Characteristic): boolean =>
  characteristic.from === undefined &&
  quantityOf(characteristic) === 'length' &&
  characteristic.parts.includes('ring') &&
  characteristic.parts.includes('bore');

const boreOf = (state: PartsState, cylinder: string): PartRef | undefined => {
  const part = partIn(state, slotKey(usualPart('bore'), { cylinder }));
  return part === undefined ? undefined : { id: part.id, condition: part.condition };
};
/** The bores that a ring would be carried through, as they are now. */
export const boresSeen = (state: PartsState, gaps: CarryRingCommand['gaps']): readonly PartRef[] =>
  gaps.flatMap(({ cylinder }) => boreOf(state, cylinder) ?? []);

/** Decides that one ring was carried through bores; all of it, or the first thing that is wrong. */
export function decideCarryRing(
  state: Slice,
  command: CarryRingCommand,
  by: Actor,
): Result<
  readonly { readonly type: 'ringCarried'; readonly v: 1; readonly data: CarriedRingData }[],
  Problem
> {
  const { characteristic: id, station, seen } = command;
  if (!holdsOneOf(by, ['technician', 'inspector']))
    return refuse('MAY_NOT', { action: 'measure', needs: ['technician', 'inspector'], person: by.name });
  const pin = currentPin(state);
  const characteristic = pin?.characteristics.find((each) => each.id === id);
  const layout = pin?.model.layout;
  if (layout === undefined || characteristic === undefined || !opensWithBore(characteristic))
    return refuse('RING_NOT_CARRIED', { because: 'noGap', cylinder: '' });
  if (station !== null && !layout.stations.some((each) => each.id === station))
    return refuse('RING_NOT_CARRIED', { because: 'station', cylinder: '' });
  const ring = command.ring.trim();
  if (ring === '') return refuse('RING_NOT_CARRIED', { because: 'noRing', cylinder: '' });
  const instrument = own(state.instruments, command.instrument);
  if (instrument === undefined || !characteristic.tools.includes(instrument.kind))
    return refuse('INSTRUMENT_NOT_TAKEN', { instrument: command.instrument });
  if (command.gaps.length < 2) return refuse('RING_NOT_CARRIED', { because: 'tooFew', cylinder: '' });
  const blades = bladeSizes(instrument);
  const gaps: RingInBore[] = [];
  for (const [i, { cylinder, text }] of command.gaps.entries()) {
    const bore = boreOf(state, cylinder);
    if (bore === undefined) return refuse('RING_NOT_CARRIED', { because: 'noBore', cylinder });
    if (gaps.some((each) => each.cylinder === cylinder))
      return refuse('RING_NOT_CARRIED', { because: 'twice', cylinder });
    // What was measured before the bore changed says nothing of the bore as it is.
    if (!sameData(seen[i], bore)) return refuse('RING_NOT_CARRIED', { because: 'boreChanged', cylinder });
    const place = placeKey({
      characteristic: id,
      at: { cylinder, ...(station === null ? {} : { station }) },
    });
    const entry = readEvidence('size', {
      ...{ text, unit: instrument.unit, allowNegative: false },
      ...(blades === undefined ? {} : { blades }),
    });
    if (!entry.ok) return entryFault(entry.code, place, text, instrument);
    if (!isSize(entry.reading)) return entryFault('notAReading', place, text, instrument);
    if (blades !== undefined && entry.reading.kind === 'exact')
      return refuse('EXACT_FROM_FEELER', { place, instrument: instrument.id });
    if (blades !== undefined && entry.notes.includes('notInSet'))
      return refuse('BLADE_NOT_IN_SET', { place, instrument: instrument.id, text });
    gaps.push({ cylinder, text: text.trim(), reading: entry.reading, bore });
  }
  return ok([{ type: 'ringCarried', v: 1, data: { characteristic: id, station, ring, instrument, gaps } }]);
}

/** By a gauge that was out of date nothing is settled: what it showed stays readable. */
export const isTrusted = ({ instrument, at }: CarriedRing): boolean => isInDate(instrument, at.slice(0, 10));

/** What a carried ring still says: of bores that are as they were when it lay in them. */
export const stillTrue = (state: PartsState, { gaps }: CarriedRing): readonly RingInBore[] =>
  gaps.filter(({ cylinder, bore }) => sameData(boreOf(state, cylinder), bore));

/** How much larger a bore is than the reference, nm on diameter; an end that nobody knows is absent. */
export interface RelativeBore {
  readonly cylinder: string;
  readonly least?: number;
  readonly most?: number;
}
/**
 * The bores by one ring, each against the one in which its gap is smallest.
 * @source D_j = D_ref + (G_j - G_ref) / pi: the circumference opens by pi times the diameter
 */
export function boresByRing(gaps: readonly RingInBore[]): readonly RelativeBore[] {
  const [first, ...others] = gaps;
  if (first === undefined) return [];
  const low = ({ reading }: RingInBore): number => intervalOf(reading).lo;
  const reference = others.reduce((so, each) => (low(each) < low(so) ? each : so), first);
  const from = intervalOf(reference.reading);
  return gaps.map((each): RelativeBore => {
    if (each === reference) return { cylinder: each.cylinder, least: 0, most: 0 };
    const { lo, hi, loMeasured } = intervalOf(each.reading);
    const [least, most] = [(lo - from.hi) / Math.PI, (hi - from.lo) / Math.PI];
    return {
      cylinder: each.cylinder,
      ...(loMeasured && Number.isFinite(least) ? { least } : {}),
      ...(from.loMeasured && Number.isFinite(most) ? { most } : {}),
    };
  });
}
