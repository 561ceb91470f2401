import type { InstrumentKind } from '../quantity/instrument-kind';
import type { LengthUnit } from '../quantity/length-unit';
import type { Nanometres } from '../quantity/nanometres';
import type { PrintedLength } from '../quantity/printed-length';

/** An instrument as it was at one moment: this is copied into every reading that is taken with it. */
export interface Instrument {
  readonly id: string;
  readonly name: string;
  readonly kind: InstrumentKind;
  readonly unit: LengthUnit;
  /** The smallest step that it tells apart, nm. */
  readonly resolution: Nanometres;
  /** Expanded uncertainty, nm. */
  readonly uncertainty: Nanometres;
  readonly calibratedOn: string;
  /** The first day on which it may not be used any more. */
  readonly dueOn: string;
  /** The blades that the set really has, or the marks of a strip's card, ascending; empty for other instruments. */
  readonly blades: readonly PrintedLength[];
}

/** Whether it may be used on that day. @source the shop's procedure for calibration intervals */
export const isInDate = (
  { calibratedOn, dueOn }: Pick<Instrument, 'calibratedOn' | 'dueOn'>,
  on: string,
): boolean => calibratedOn <= on && on < dueOn;

/** The clearances that stand on the card of a strip, ascending; undefined of other instruments. */
export const cardMarks = (instrument: Instrument): readonly Nanometres[] | undefined =>
  instrument.kind === 'strip' ? instrument.blades.map(({ nm }) => nm) : undefined;
export const bladeSizes = (instrument: Instrument): readonly Nanometres[] | undefined =>
  instrument.kind === 'feeler' ? instrument.blades.map(({ nm }) => nm) : undefined;
