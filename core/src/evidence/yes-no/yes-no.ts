import type { EvidenceRules } from '../evidence-rules';
import type { YesNo } from '../../quantity/yes-no';
import type { YesNoReading } from './yes-no-reading';

const WORDS: Readonly<Record<string, YesNo>> = { y: 'yes', yes: 'yes', n: 'no', no: 'no' };

/**
 * A question that is looked at and answered. It holds where a row asks for it; without a row nobody has said what the answer
 * must be, and there is no verdict.
 */
export const YES_NO_RULES: EvidenceRules<YesNoReading> = {
  ruleVersion: 1,
  read: ({ text }) => {
    const typed = text.trim().toLowerCase();
    if (typed === '') return { ok: false, code: 'empty' };
    const answer = Object.hasOwn(WORDS, typed) ? WORDS[typed] : undefined;
    return answer === undefined
      ? { ok: false, code: 'notYesOrNo' }
      : { ok: true, reading: { kind: 'answer', answer }, unit: null, notes: [] };
  },
  judge: ({ reading, asks, passes }) => {
    if (asks.length === 0) return { verdict: 'noLimit', acceptable: false };
    return reading.answer === passes
      ? { verdict: 'in', acceptable: true }
      : { verdict: 'tight', acceptable: false };
  },
  isWithin: (next, known) => next.answer === known.answer,
  together: (next, known) => (next.answer === known.answer ? next : undefined),
  agree: (a, b) => a.reading.answer === b.reading.answer,
  comeTo: (all) => all.flatMap((reading, of) => (of === all.length - 1 ? [{ reading, of }] : [])),
};
