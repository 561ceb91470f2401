import { quantityOf } from '../engines/characteristic';
import type { Characteristic } from '../engines/characteristic';
import type { UnitKind } from '../quantity/figure';
import type { ComesTo, EvidenceRules, ReadText, Told, ToJudge, Typed } from './evidence-rules';
import { evidenceKindOf } from './reading';
import type { EvidenceKind, Reading, ReadingOf } from './reading';
import { LIFE_RULES } from './life/life';
import { SIZE_RULES } from './size/size';
import type { Verdict } from './verdict';
import { YES_NO_RULES } from './yes-no/yes-no';

/** Every kind of evidence with its rules: one that is missing here does not compile. */
const EVIDENCE: { readonly [K in EvidenceKind]: EvidenceRules<ReadingOf[K]> } = {
  size: SIZE_RULES,
  yesNo: YES_NO_RULES,
  life: LIFE_RULES,
};
/** By which kind of evidence a quantity is known; of those without one nothing can be recorded yet, and no route has them. */
const EVIDENCE_OF: Readonly<Record<UnitKind, EvidenceKind | undefined>> = {
  length: 'size',
  check: 'yesNo',
  torque: undefined,
  angle: undefined,
  hours: 'life',
  cycles: 'life',
  starts: 'life',
};
export const evidenceOf = (characteristic: Characteristic): EvidenceKind | undefined =>
  EVIDENCE_OF[quantityOf(characteristic)];

/** The rules of a kind, for readings of that kind: what is learned as one kind is never judged as another. */
const rulesOf = (kind: EvidenceKind): EvidenceRules<Reading> =>
  EVIDENCE[kind] as unknown as EvidenceRules<Reading>;

export const readEvidence = (kind: EvidenceKind, typed: Typed): ReadText<Reading> =>
  rulesOf(kind).read(typed);
export function judgeEvidence(question: ToJudge<Reading>): Verdict & { readonly ruleVersion: number } {
  const rules = rulesOf(evidenceKindOf(question.reading));
  return { ...rules.judge(question), ruleVersion: rules.ruleVersion };
}
export const saysNoMore = (next: Reading, known: Reading): boolean =>
  evidenceKindOf(next) === evidenceKindOf(known) && rulesOf(evidenceKindOf(next)).isWithin(next, known);
export const bothTogether = (next: Reading, known: Reading): Reading | undefined =>
  evidenceKindOf(next) === evidenceKindOf(known)
    ? rulesOf(evidenceKindOf(next)).together(next, known)
    : undefined;
/** Whether two readings of the same thing can both be true; readings of two kinds are of two things. */
export const canBothBeTrue = (a: Told<Reading>, b: Told<Reading>, tolerance: number): boolean =>
  evidenceKindOf(a.reading) === evidenceKindOf(b.reading) &&
  rulesOf(evidenceKindOf(a.reading)).agree(a, b, tolerance);
/** @param all readings of one kind that agree */
export function comeTo(all: readonly Reading[]): readonly ComesTo<Reading>[] {
  const [first] = all;
  return first === undefined ? [] : rulesOf(evidenceKindOf(first)).comeTo(all);
}
