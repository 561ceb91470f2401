import { judgeEvidence } from '../evidence/evidence';
import type { DecisionRule } from '../quantity/decision-rule';
import type { Reading } from '../evidence/reading';
import type { PartsState } from '../engines/parts';
import type { Place } from '../engines/place';
import type { JudgedPart } from '../library/fit-variant';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { besideAt, characteristicOf, judgedBy } from './places';
import type { RecordedReading, VerdictFact } from './places';

/** By which rules a verdict is written: since 6 it says the uncertainty that it was judged with. */
export type JudgedState = PinState & { readonly rules?: number };
const UNCERTAINTY_SINCE = 6;

/**
 * The verdict of a reading at a place, as the fact that is recorded.
 * @param uncertainty expanded, nm
 */
export function judgePlace(
  state: JudgedState,
  place: Place,
  part: JudgedPart,
  reading: Reading,
  uncertainty: Nanometres = ZERO,
): VerdictFact {
  const inForce = limitInForce(state, place, part);
  const { limit, sources, asks, life } =
    inForce.state === 'inForce' ? inForce : { limit: {}, sources: {}, asks: undefined, life: undefined };
  const rule = decisionRule(state, sources);
  const { ruleVersion, ...verdict } = judgeEvidence({
    reading,
    limit,
    asks: asks ?? [],
    ...(life === undefined ? {} : { life }),
    passes: characteristicOf(state, place)?.passes ?? 'yes',
    partState: part.state,
    uncertainty,
    rule,
  });
  const frame = {
    partState: part.state,
    ...(part.partNumber === null || currentPin(state)?.version === undefined
      ? {}
      : { partNumber: part.partNumber }),
    ...(part.pistonMaterial === undefined ? {} : { pistonMaterial: part.pistonMaterial }),
    rule,
    ruleVersion,
    pin: currentPin(state)?.pin ?? 0,
    ...((state.rules ?? 0) < UNCERTAINTY_SINCE ? {} : { uncertainty }),
  };
  return inForce.state === 'withheld'
    ? { verdict: 'withheld', acceptable: false, withheld: inForce.why, limit, sources, ...frame }
    : {
        ...verdict,
        limit,
        sources,
        ...frame,
        ...(asks === undefined ? {} : { asks }),
        ...(life === undefined ? {} : { life }),
      };
}

/**
 * How a reading near the ends of a limit is decided: as a row that governs says, and else as the shop does for such engines. Of two
 * rows that differ the stricter holds.
 */
export function decisionRule(state: PinState, sources: VerdictFact['sources']): DecisionRule {
  const pin = currentPin(state);
  const governing = new Set(Object.values(sources));
  const said = (pin?.rows ?? []).flatMap(({ id, decision }) =>
    decision !== undefined && governing.has(id) ? [decision] : [],
  );
  if (said.includes('guarded')) return 'guarded';
  return said.length > 0 ? 'simple' : (pin?.judging?.rule ?? 'simple');
}

/** A reading that is there, judged by what is in force now: of its own part as it was judged, beside what lies there now. */
export function judgeAgain(
  state: JudgedState & PartsState,
  place: Place,
  { reading, verdict, instrument }: Pick<RecordedReading, 'reading' | 'verdict' | 'instrument'>,
): VerdictFact {
  const { pistonMaterial: _then, ...its } = judgedBy(verdict);
  const part = { ...its, ...besideAt(state, place) };
  return judgePlace(state, place, part, reading, verdict.uncertainty ?? instrument?.uncertainty ?? ZERO);
}
