import { minus, showExact, showLength, ZERO } from '@oak-gate/core';
import type {
  Characteristic,
  LengthUnit,
  Limit,
  LimitInForce,
  Nanometres,
  VerdictFact,
} from '@oak-gate/core';
import { lifeWords } from '../evidence/life/life-words';
import { unitWord } from './place-words';
import { WITHHELD_WORDS } from './state-words';

/** A limit in words, in a unit; a bound that has to be rounded rounds inward. */
export function limitWords(limit: Pick<Limit, 'min' | 'max'>, unit: LengthUnit, decimals?: number): string {
  const min = limit.min === undefined ? undefined : showLength(limit.min, unit, decimals, 'up');
  const max = limit.max === undefined ? undefined : showLength(limit.max, unit, decimals, 'down');
  if (min !== undefined && max !== undefined) return `${min} to ${max}`;
  if (min !== undefined) return `at least ${min}`;
  return max === undefined ? 'no limit' : `at most ${max}`;
}

/** A limit in short, as a chart prints it: the exact figures where they are exact in this unit. */
export function showBound(limit: Limit, unit: LengthUnit, below?: 'interference'): string {
  if (below !== undefined) {
    const turned = asInterference(limit);
    if (turned !== undefined) return `${below} ${showBound(turned, unit)}`;
  }
  const min = limit.min ?? limit.serviceMin;
  const max = limit.max ?? limit.serviceMax;
  if (min !== undefined && min === max) return boundText(min, unit, 'up');
  if (min !== undefined && max !== undefined)
    return `${boundText(min, unit, 'up')} to ${boundText(max, unit, 'down')}`;
  if (min !== undefined) return `at least ${boundText(min, unit, 'up')}`;
  return max === undefined ? 'no limit' : `at most ${boundText(max, unit, 'down')}`;
}

/**
 * A window that lies below nothing as the interference that it is, which is how documents print it.
 * @returns undefined where some of it is a clearance
 */
function asInterference(limit: Limit): Limit | undefined {
  const ends = [limit.min, limit.max, limit.serviceMin, limit.serviceMax].filter((end) => end !== undefined);
  if (ends.length === 0 || ends.some((end) => end > 0)) return undefined;
  const turn = (bound: keyof Limit, end: Nanometres | undefined): Limit =>
    end === undefined ? {} : { [bound]: minus(ZERO, end) };
  return {
    ...turn('max', limit.min),
    ...turn('min', limit.max),
    ...turn('serviceMax', limit.serviceMin),
    ...turn('serviceMin', limit.serviceMax),
  };
}

/** A bound with one figure as benches write it (40.0 thou, 0.95 mm); what is not exact rounds inward. */
export function boundText(value: Nanometres, unit: LengthUnit, inward: 'up' | 'down'): string {
  const exact = showExact(value, unit);
  const decimals = exact.split('.')[1]?.length ?? 0;
  const usual = unit === 'thou' ? 1 : unit === 'mm' ? 2 : unit === 'in' ? 3 : 0;
  if (decimals <= usual) return showLength(value, unit, usual);
  return decimals <= usual + 1 ? exact : showLength(value, unit, usual + 1, inward);
}

/** What is in force where it stands alone, without its unit: a window, or the answer that is asked for. */
export const limitText = (
  inForce: Extract<LimitInForce, { state: 'inForce' }>,
  unit: LengthUnit,
  measured?: Pick<Characteristic, 'passes' | 'below'>,
): string =>
  inForce.life !== undefined
    ? lifeWords(inForce.life)
    : inForce.asks === undefined
      ? showBound(inForce.limit, unit, measured?.below)
      : (measured?.passes ?? 'yes');

/** What a verdict was judged by, without its unit: a window, a count, or the answer that was asked for. */
export const judgedWindow = (
  { limit, asks, life }: Pick<VerdictFact, 'limit' | 'asks' | 'life'>,
  unit: LengthUnit,
  measured?: Pick<Characteristic, 'passes' | 'below'>,
): string => {
  if (life !== undefined) return lifeWords(life);
  return asks === undefined ? showBound(limit, unit, measured?.below) : (measured?.passes ?? 'yes');
};

/** What is in force at a place, in words: the window in a unit, or why there is none. */
export function inForceWords(
  inForce: LimitInForce,
  unit: LengthUnit,
  measured?: Pick<Characteristic, 'passes' | 'below'>,
): string {
  if (inForce.state === 'withheld') return WITHHELD_WORDS[inForce.why];
  if (inForce.state === 'none') return 'no limit';
  if (inForce.life !== undefined) return lifeWords(inForce.life);
  // A check has no figures: it is asked for, and the answer that is right is the limit.
  return inForce.asks !== undefined
    ? `must be ${measured?.passes ?? 'yes'}`
    : `${showBound(inForce.limit, unit, measured?.below)} ${unitWord(unit)}`;
}
