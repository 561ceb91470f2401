import { evidenceKindOf, intervalOf, isSize, nanometres } from '@oak-gate/core';
import type {
  Characteristic,
  EvidenceKind,
  LengthUnit,
  Reading,
  ReadingOf,
  SizeReading,
  VerdictFact,
} from '@oak-gate/core';
import type { EvidenceWords } from './word-rules';
import { LIFE_WORDS } from './life/life-words';
import { SIZE_WORDS } from './size/size-words';
import { YES_NO_WORDS } from './yes-no/yes-no-words';

const WORDS: { readonly [K in EvidenceKind]: EvidenceWords<ReadingOf[K]> } = {
  size: SIZE_WORDS,
  yesNo: YES_NO_WORDS,
  life: LIFE_WORDS,
};
const wordsOf = (kind: EvidenceKind): EvidenceWords<Reading> =>
  WORDS[kind] as unknown as EvidenceWords<Reading>;

export const shortReading = (reading: Reading, unit: LengthUnit): string =>
  wordsOf(evidenceKindOf(reading)).short(reading, unit);
/** @param measured what is measured, where it is known: of a fit that is an interference it is said as one */
export function figureWords(
  reading: Reading,
  unit: LengthUnit,
  measured?: Pick<Characteristic, 'below'>,
): string {
  const turned = measured?.below !== undefined && isSize(reading) ? turnedRound(reading) : undefined;
  const figure = wordsOf(evidenceKindOf(reading)).figure(turned ?? reading, unit);
  return turned === undefined ? figure : `${measured?.below ?? ''} ${figure}`;
}
/** A size that is below nothing, counted the other way; undefined where some of it is above. */
function turnedRound(reading: SizeReading): SizeReading | undefined {
  const { lo, hi } = intervalOf(reading);
  if (hi > 0 || lo >= 0) return undefined;
  const [low, high] = [nanometres(-hi), nanometres(-lo)];
  if (low === high) return { kind: 'exact', value: low };
  return reading.kind === 'spread'
    ? { kind: 'spread', low, high }
    : { kind: 'between', goes: low, stops: high };
}
export const understoodWords = (reading: Reading, unit: LengthUnit): string =>
  wordsOf(evidenceKindOf(reading)).understood(reading, unit);
/** "by up to 1 thou": with the verdict, what is known about how much. */
export const marginWords = (verdict: VerdictFact, reading: Reading, unit: LengthUnit): string =>
  wordsOf(evidenceKindOf(reading)).margin(verdict, reading, unit);
export const notationOf = (kind: EvidenceKind): EvidenceWords<Reading>['notation'] => wordsOf(kind).notation;
