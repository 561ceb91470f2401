import type { LengthUnit } from '../quantity/length-unit';
import type { Nanometres } from '../quantity/nanometres';
import type { PrintedLength } from '../quantity/printed-length';

/** An instrument as it was at one moment: this is copied into every reading that is taken with it. */
export interface Instrument {
  readonly id: string;
  readonly name: string;
  readonly kind: 'feeler' | 'sizeGauge';
  readonly unit: LengthUnit;
  /** The smallest step that it tells apart, nm. */
  readonly resolution: Nanometres;
  /** Expanded uncertainty, nm. */
  readonly uncertainty: Nanometres;
  readonly calibratedOn: string;
  /** The first day on which it may not be used any more. */
  readonly dueOn: string;
  /** The blades that the set really has, ascending; empty for other instruments. */
  readonly blades: readonly PrintedLength[];
}

/** Whether it may be used on that day. @source the shop's procedure for calibration intervals */
export const isInDate = (
  { calibratedOn, dueOn }: Pick<Instrument, 'calibratedOn' | 'dueOn'>,
  on: string,
): boolean => calibratedOn <= on && on < dueOn;

export const bladeSizes = (instrument: Instrument): readonly Nanometres[] | undefined =>
  instrument.kind === 'feeler' ? instrument.blades.map(({ nm }) => nm) : undefined;
