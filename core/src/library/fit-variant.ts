import type { FitKey } from '../engines/place';
import type { FitState } from '../quantity/part-state';
import type { PartKind } from '../engines/characteristic';
import type { PartFact } from '../engines/parts';
import type { AppliesTo, LimitContext } from './limit-row';

/** What rows ask of the very parts that lie at a place, and the field of a row in which it stands. */
export const ASKED_OF_PARTS = {
  partNumber: 'partNumbers',
  pistonMaterial: 'pistonMaterials',
} as const satisfies Readonly<Partial<Record<keyof LimitContext, keyof AppliesTo>>>;
export type AskedOfParts = keyof typeof ASKED_OF_PARTS;
/** What is asked of another part than the one whose limit it is: the material of the piston that lies beside a ring. */
export const ASKED_BESIDE = {
  pistonMaterial: { kind: 'piston', fact: 'material' },
} as const satisfies Readonly<
  Partial<Record<AskedOfParts, { readonly kind: PartKind; readonly fact: PartFact }>>
>;
/** What can be said once of all parts of a kind in an engine: it holds for those of which nothing else is known. */
export const SAID_OF_KINDS = {
  ringPartNumber: { kind: 'ring', fact: 'partNumber' },
  ringMaker: { kind: 'ring', fact: 'maker' },
  pistonMaterial: { kind: 'piston', fact: 'material' },
} as const satisfies Readonly<Record<string, { readonly kind: PartKind; readonly fact: PartFact }>>;
export type SaidOfKinds = Partial<Readonly<Record<keyof typeof SAID_OF_KINDS, string | null>>>;
/** @returns undefined where nothing was said of all parts of the kind */
export function saidOfKind(said: SaidOfKinds, kind: PartKind, fact: PartFact): string | undefined {
  const name = (Object.keys(SAID_OF_KINDS) as (keyof SaidOfKinds)[]).find(
    (each) => SAID_OF_KINDS[each].kind === kind && SAID_OF_KINDS[each].fact === fact,
  );
  return (name === undefined ? undefined : said[name]) ?? undefined;
}

/** What of the parts at a place selects its limit. */
export interface JudgedPart {
  readonly state: FitState;
  /** The part's own; null where nobody knows it. */
  readonly partNumber: string | null;
  /** Of the pistons that lie there: null where it is not known of all, left out where what was said of the engine holds. */
  readonly pistonMaterial?: string | null;
}
/**
 * For which of an engine's places of one fit a decision is, where they are not all alike: those of some cylinders, and
 * those of parts with a number or a material. What is left out does not tell them apart.
 */
export interface FitVariant extends AskedAnswers {
  readonly cylinders?: readonly string[];
}
/** null: parts of which nobody knows it; an empty text: parts of which it is something that no row names. */
export type AskedAnswers = Partial<Readonly<Record<AskedOfParts, string | null>>>;
/** What the decision about a limit is made for: one fit, parts of one state, and which of its places. */
export interface JudgedFit {
  readonly fit: FitKey;
  readonly partState: FitState;
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
  const { cylinders: _of, ...answers } = of;
  // A number was said of one kind of part and not of the others; a material is that of all pistons until one has its own.
  const engine = without(
    pin.context,
    askedOfParts(pin).filter((asked) => asked === 'partNumber' || answers[asked] !== undefined),
  );
  const own = pin.cylinders?.find((each) => each.cylinders.join() === of.cylinders?.join());
  const { cylinders: _which, ...its } = own ?? { cylinders: [] };
  const known = Object.fromEntries(Object.entries(answers).filter(([, answer]) => answer !== null));
  return { ...engine, ...its, ...known, partState };
}

/** What a pin asked of the parts, and not of the engine: its second version asked them for their number only. */
export const askedOfParts = ({ version = 1 }: Pick<PlacedContext, 'version'>): readonly AskedOfParts[] =>
  (Object.keys(ASKED_OF_PARTS) as AskedOfParts[]).filter(
    (asked) => version >= (asked === 'partNumber' ? 2 : 3),
  );

/** A context of which some of what is known is left out. */
export const without = (context: LimitContext, left: readonly (keyof LimitContext)[]): LimitContext =>
  Object.fromEntries(Object.entries(context).filter(([key]) => !left.includes(key as keyof LimitContext)));
