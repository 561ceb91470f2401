import type { PartRef } from '../engines/parts';
import type { SizeReading } from '../evidence/size/size-reading';
import type { Instrument } from '../instruments/instrument';

/** One ring, squared at one station of one bore after the other: what its gaps differ by is the bores. */
export interface RingInBore {
  readonly cylinder: string;
  readonly text: string;
  readonly reading: SizeReading;
  /** The bore as it was. */
  readonly bore: PartRef;
}
export interface CarriedRingData {
  /** The gaps that it was carried for. */
  readonly characteristic: string;
  readonly station: string | null;
  /** Which ring: its number, or how it is marked. */
  readonly ring: string;
  readonly instrument: Instrument;
  readonly gaps: readonly RingInBore[];
}
export interface CarriedRing extends CarriedRingData {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
}
