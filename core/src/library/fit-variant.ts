import type { FitKey } from '../engines/place';
import type { PartState } from '../quantity/part-state';
import type { LimitContext } from './limit-row';

/** What of the part at a place selects its limit. */
export interface JudgedPart {
  readonly state: PartState;
  /** The part's own; null where nobody knows it. */
  readonly partNumber: string | null;
}
/**
 * For which of an engine's places of one fit a decision is, where they are not all alike: those of some cylinders, and
 * those of parts with a number. What is left out does not tell them apart.
 */
export interface FitVariant {
  readonly cylinders?: readonly string[];
  /** null: parts whose number nobody knows; an empty text: parts of any number that no row names. */
  readonly partNumber?: string | null;
}
/** What the decision about a limit is made for: one fit, parts of one state, and which of its places. */
export interface JudgedFit {
  readonly fit: FitKey;
  readonly partState: PartState;
  readonly of?: FitVariant;
}

/** Cylinders of which something else is known than of the engine, with what formulas and rows are told of them. */
export interface CylinderContext extends Pick<LimitContext, 'oversize' | 'diameter'> {
  readonly cylinders: readonly string[];
}

/** What a pin was told of an engine: of all of it, and, since its second version, of single cylinders. */
export interface PlacedContext {
  readonly context: LimitContext;
  readonly version?: number;
  readonly cylinders?: readonly CylinderContext[];
}

/** What the documents are told of a variant of a fit: what is known of the engine, narrowed to its cylinders and parts. */
export function contextFor(
  pin: PlacedContext,
  { of = {}, partState }: Pick<JudgedFit, 'of' | 'partState'>,
): LimitContext {
  if (pin.version === undefined) return { ...pin.context, partState };
  const { partNumber: _ofRings, ...engine } = pin.context;
  const own = pin.cylinders?.find((each) => each.cylinders.join() === of.cylinders?.join());
  const { cylinders: _which, ...its } = own ?? { cylinders: [] };
  return {
    ...engine,
    ...its,
    ...(of.partNumber === undefined || of.partNumber === null ? {} : { partNumber: of.partNumber }),
    partState,
  };
}
