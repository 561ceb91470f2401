import type { Place } from '../engines/place';
import type { LifeLimit } from './life-limit';
import type { Bound, Limit } from './limit';
import { decisionAt, fitDecision, sameFit } from './judged-fit';
import type { JudgedFit, JudgedPart } from './fit-variant';
import type { FitDecision, LimitsPin } from './limits-pin';

/** A person's decision where the documents leave a bound undecided, contradict each other or are held back. */
export interface LimitDecision extends JudgedFit {
  readonly pin: number;
  /** The row that governs each bound from now on. */
  readonly rows: Readonly<Partial<Record<Bound, string>>>;
  readonly limit: Limit;
  readonly reason: string;
}
/** A choice that somebody made and nobody has looked at yet. */
export interface ChosenLimit extends LimitDecision {
  readonly seq: number;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
}
/** The decision as the story tells it, with who made it. */
export interface DecidedLimit extends LimitDecision {
  readonly by: string;
  readonly at: string;
  /** Who looked at it as the second person; null in stories in which nobody had to. */
  readonly secondLook: string | null;
}
export interface PinState {
  readonly pins: readonly LimitsPin[];
  readonly limitDecisions: readonly DecidedLimit[];
  /** Choices that wait for the second look: nothing is in force by them. */
  readonly limitChosen: readonly ChosenLimit[];
}
export const NO_PIN: PinState = { pins: [], limitDecisions: [], limitChosen: [] };

export const WITHHELD = ['contradiction', 'undecided', 'heldBack'] as const;
/** Why there is no verdict although documents speak. */
export type Withheld = (typeof WITHHELD)[number];

export type LimitInForce =
  | {
      readonly state: 'inForce';
      readonly limit: Limit;
      readonly sources: Readonly<Partial<Record<Bound, string>>>;
      readonly decided: boolean;
      /** The rows that ask for a check. */
      readonly asks?: readonly string[];
      /** How long, or how often, something may serve: then `limit` is empty. */
      readonly life?: LifeLimit;
    }
  | { readonly state: 'none' }
  | { readonly state: 'withheld'; readonly why: Withheld };

export const currentPin = (state: PinState): LimitsPin | undefined => state.pins.at(-1);

/** What a reading at this place is judged by. Nothing is in force while a person's decision is due. */
export function limitInForce(state: PinState, place: Place, part: JudgedPart): LimitInForce {
  const pin = currentPin(state);
  const decision = pin === undefined ? undefined : decisionAt(pin, place, part);
  return pin === undefined || decision === undefined ? { state: 'none' } : inForceBy(state, pin, decision);
}
/** The same for all places that are judged alike. */
export function limitOfFit(state: PinState, judged: JudgedFit): LimitInForce {
  const pin = currentPin(state);
  const decision = pin === undefined ? undefined : fitDecision(pin, judged);
  return pin === undefined || decision === undefined ? { state: 'none' } : inForceBy(state, pin, decision);
}
function inForceBy(state: PinState, pin: LimitsPin, decision: FitDecision): LimitInForce {
  const settled = state.limitDecisions.findLast((each) => each.pin === pin.pin && sameFit(each, decision));
  if (settled !== undefined)
    return { state: 'inForce', ...windowOf(decision, settled.limit), sources: settled.rows, decided: true };
  const why = withheldIn(decision);
  if (why !== undefined) return { state: 'withheld', why };
  const { limit, sources } = decision.governing;
  const { asks } = decision;
  return Object.keys(limit).length === 0 && asks === undefined
    ? { state: 'none' }
    : {
        state: 'inForce',
        ...windowOf(decision, limit),
        sources,
        decided: false,
        ...(asks === undefined ? {} : { asks }),
      };
}
/** A window of lengths, or a count: the figures of a count are no lengths, and are never taken for some. */
export const windowOf = (
  { counts }: Pick<FitDecision, 'counts'>,
  limit: Limit,
): { readonly limit: Limit; readonly life?: LifeLimit } =>
  counts === undefined ? { limit } : { limit: {}, life: { unit: counts, limit } };

export function withheldIn({ governing, held }: FitDecision): Withheld | undefined {
  if (governing.contradiction) return 'contradiction';
  if (governing.undecided.length > 0) return 'undecided';
  return held.length > 0 ? 'heldBack' : undefined;
}
