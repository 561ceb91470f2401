export { Ledger } from './ledger';
export type { Appended, NewEvent, Outcome } from './ledger';
export { chainKinds, INSTRUMENTS, jobChain, LIBRARY, PEOPLE } from './projections';
export { projectionStore } from './projection.store';
export type { JobRow } from './projection.store';
export { bringProjectionsUpToDate, rebuildProjection } from './rebuild';
export { wordsAsked } from './search-text';
export { checkSignature, SealKey } from './seal-key';
