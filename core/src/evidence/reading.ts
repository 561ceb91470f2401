import type { SizeReading } from './size/size-reading';
import type { LifeReading } from './life/life-reading';
import type { YesNoReading } from './yes-no/yes-no-reading';

export const EVIDENCE_KINDS = ['size', 'yesNo', 'life'] as const;
export type EvidenceKind = (typeof EVIDENCE_KINDS)[number];

/** What is learned by each kind of evidence. */
export interface ReadingOf {
  readonly size: SizeReading;
  readonly yesNo: YesNoReading;
  readonly life: LifeReading;
}
/** What was learned at a place, whatever was asked there. Its own word says what kind of evidence it is. */
export type Reading = ReadingOf[EvidenceKind];

const KIND_OF: Readonly<Record<Reading['kind'], EvidenceKind>> = {
  exact: 'size',
  between: 'size',
  atLeast: 'size',
  under: 'size',
  spread: 'size',
  answer: 'yesNo',
  life: 'life',
};
export const evidenceKindOf = ({ kind }: Reading): EvidenceKind => KIND_OF[kind];
export const isSize = (reading: Reading): reading is SizeReading => KIND_OF[reading.kind] === 'size';
