import { LIFE_UNIT_OF, quantityOf } from '@oak-gate/core';
import type { Characteristic, LifeLimit, LifeReading, LifeUnit } from '@oak-gate/core';
import type { EvidenceWords } from '../word-rules';

/** A count as one reads it: parted in threes by a space that does not break. */
export function countText(count: number): string {
  const [whole = '0', part] = String(count).split('.');
  const parted = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, '\u202f') : whole;
  return part === undefined ? parted : `${parted}.${part}`;
}
/** What the figures of a sheet count; undefined where they are lengths, or answers. */
export const countedIn = (characteristic: Characteristic): LifeUnit | undefined =>
  LIFE_UNIT_OF[quantityOf(characteristic)];
/** "at most 16 000 h". */
export function lifeWords({ unit, limit }: LifeLimit): string {
  const [min, max] = [limit.min ?? limit.serviceMin, limit.max ?? limit.serviceMax];
  const show = (count: number): string => `${countText(count)} ${unit}`;
  if (min !== undefined && max !== undefined) return `${countText(min)} to ${show(max)}`;
  if (min !== undefined) return `at least ${show(min)}`;
  return max === undefined ? 'no limit' : `at most ${show(max)}`;
}
const short = ({ count, orMore }: LifeReading): string => `${countText(count)}${orMore === true ? '+' : ''}`;

export const LIFE_WORDS: EvidenceWords<LifeReading> = {
  short,
  figure: short,
  understood: ({ count, orMore }) =>
    orMore === true ? `${countText(count)} or more, what was before is not known` : countText(count),
  margin: ({ verdict, life, partState }, { count, orMore }) => {
    const limit = life?.limit ?? {};
    const most = partState === 'reused' ? (limit.serviceMax ?? limit.max) : limit.max;
    return verdict !== 'loose' || most === undefined
      ? ''
      : `by ${orMore === true ? 'at least ' : ''}${countText(Math.round((count - most) * 1000) / 1000)} ${life?.unit ?? ''}`;
  },
  notation: [
    ['17340', 'as the counter or the papers show'],
    ['17340+', 'as much or more: what was before is not known'],
  ],
};
