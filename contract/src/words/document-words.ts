import type { DocumentKind } from '@oak-gate/core';

export const KIND_WORDS: Readonly<Record<DocumentKind, string>> = {
  mandatory: 'mandatory',
  letter: 'approved letter',
  partMaker: 'part maker’s leaflet',
  manual: 'manual',
  shop: 'shop target',
};
