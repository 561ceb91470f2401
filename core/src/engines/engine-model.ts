import type { PrintedLength } from '../quantity/printed-length';
import type { Layout } from './layout';

export const ENGINE_CLASSES = ['aircraft', 'marine', 'tractor', 'heavyDiesel', 'twoStroke', 'ship'] as const;
export type EngineClass = (typeof ENGINE_CLASSES)[number];

/** One model of engine. Everything that the program knows about engines is in such data. */
export interface EngineModel {
  readonly id: string;
  readonly maker: string;
  readonly name: string;
  readonly engineClass: EngineClass;
  /** A regular expression whose one group is the counting part of the serial. */
  readonly serialPattern: string;
  readonly bore: PrintedLength;
  /** What its bores may be machined to: the oversizes that pistons are made in, and the least that a rebore must take off. */
  readonly rebore?: { readonly oversizes: readonly PrintedLength[]; readonly cleanUp: PrintedLength };
  readonly layout: Layout;
}

/** The counting part of a serial, by the model's pattern; undefined where the serial is not of this model. */
export function serialNumberOf(
  model: Pick<EngineModel, 'serialPattern'>,
  serial: string,
): number | undefined {
  const counting = new RegExp(model.serialPattern).exec(serial)?.[1];
  return counting === undefined ? undefined : Number(counting);
}
