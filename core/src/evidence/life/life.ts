import { acceptRange } from '../../library/limit';
import type { EvidenceRules } from '../evidence-rules';
import type { LifeReading } from './life-reading';

/** Digits, parted in threes or not, with up to three decimals; a unit behind them; `+` where there may be more. */
const COUNT =
  /^(\d{1,3}(?:[ \u00a0\u202f]\d{3})+|\d{1,9})(?:[.,](\d{1,3}))?\s*(h|hours|cycles|starts)?\s*(\+)?$/i;
const UNIT_NAMES: Readonly<Record<string, string>> = { hours: 'h' };

/**
 * Time in service, or how often something was done to it. What is read on a counter is known exactly; of what came without its
 * papers only the least is known, and that proves nothing about the most.
 */
export const LIFE_RULES: EvidenceRules<LifeReading> = {
  ruleVersion: 1,
  read: ({ text, counts = 'h' }) => {
    const typed = text.trim();
    if (typed === '') return { ok: false, code: 'empty' };
    const [, whole, part, named, more] = COUNT.exec(typed) ?? [];
    if (whole === undefined) return { ok: false, code: 'notACount' };
    const unit = named?.toLowerCase();
    if (unit !== undefined && (UNIT_NAMES[unit] ?? unit) !== counts) return { ok: false, code: 'notACount' };
    // Half a start is none.
    if (part !== undefined && counts !== 'h') return { ok: false, code: 'notACount' };
    const count = Number(`${whole.replace(/\D/g, '')}.${part ?? '0'}`);
    const reading: LifeReading = { kind: 'life', count, ...(more === undefined ? {} : { orMore: true }) };
    return { ok: true, reading, unit: null, notes: [] };
  },
  judge: ({ reading, life, partState }) => {
    const limit = life?.limit ?? {};
    const accept = acceptRange(limit, partState);
    if (accept.lower === -Infinity && accept.upper === Infinity)
      return { verdict: 'noLimit', acceptable: false };
    const most = reading.orMore === true ? Infinity : reading.count;
    const isWithin = (lower: number, upper: number): boolean => reading.count >= lower && most <= upper;
    if (isWithin(accept.lower, accept.upper)) {
      const isNew = isWithin(limit.min ?? -Infinity, limit.max ?? Infinity);
      return { verdict: isNew ? 'in' : 'serviceable', acceptable: true };
    }
    if (reading.count > accept.upper) return { verdict: 'loose', acceptable: false };
    return { verdict: most < accept.lower ? 'tight' : 'notProven', acceptable: false };
  },
  isWithin: (next, known) =>
    next.orMore === true ? next.count <= known.count : known.orMore !== true && next.count === known.count,
  together,
  agree: (a, b) => together(a.reading, b.reading) !== undefined,
  comeTo: (all) => {
    const known = all.reduce((so, each) => together(each, so) ?? so);
    return [
      {
        reading: known,
        of: all.findLastIndex((each) => each.count === known.count && each.orMore === known.orMore),
      },
    ];
  },
};

/** A count that is known is one; of two that are only the least, the larger says more. */
function together(next: LifeReading, known: LifeReading): LifeReading | undefined {
  if (next.orMore === true && known.orMore === true) return next.count >= known.count ? next : known;
  const [open, exact] = next.orMore === true ? [next, known] : [known, next];
  if (open.orMore !== true) return next.count === known.count ? next : undefined;
  return exact.count >= open.count ? exact : undefined;
}
