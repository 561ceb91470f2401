import { evidenceKindOf } from '@oak-gate/core';
import type { EvidenceKind, LengthUnit, Reading, ReadingOf, VerdictFact } from '@oak-gate/core';
import type { EvidenceWords } from './word-rules';
import { SIZE_WORDS } from './size/size-words';
import { YES_NO_WORDS } from './yes-no/yes-no-words';

const WORDS: { readonly [K in EvidenceKind]: EvidenceWords<ReadingOf[K]> } = {
  size: SIZE_WORDS,
  yesNo: YES_NO_WORDS,
};
const wordsOf = (kind: EvidenceKind): EvidenceWords<Reading> =>
  WORDS[kind] as unknown as EvidenceWords<Reading>;

export const shortReading = (reading: Reading, unit: LengthUnit): string =>
  wordsOf(evidenceKindOf(reading)).short(reading, unit);
export const figureWords = (reading: Reading, unit: LengthUnit): string =>
  wordsOf(evidenceKindOf(reading)).figure(reading, unit);
export const understoodWords = (reading: Reading, unit: LengthUnit): string =>
  wordsOf(evidenceKindOf(reading)).understood(reading, unit);
/** "by up to 1 thou": with the verdict, what is known about how much. */
export const marginWords = (verdict: VerdictFact, reading: Reading, unit: LengthUnit): string =>
  wordsOf(evidenceKindOf(reading)).margin(verdict, reading, unit);
export const notationOf = (kind: EvidenceKind): EvidenceWords<Reading>['notation'] => wordsOf(kind).notation;
