import type { YesNoReading } from '@oak-gate/core';
import type { EvidenceWords } from '../word-rules';

export const YES_NO_WORDS: EvidenceWords<YesNoReading> = {
  short: ({ answer }) => answer,
  figure: ({ answer }) => answer,
  understood: ({ answer }) => (answer === 'yes' ? 'yes, it is so' : 'no, it is not so'),
  margin: () => '',
  notation: [
    ['yes', 'it is so (y is enough)'],
    ['no', 'it is not so (n is enough)'],
  ],
};
