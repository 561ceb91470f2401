import type { InstrumentsState, JobState, LibraryState, PeopleState } from '@oak-gate/core';

/** The name of a chain, which knows what its story adds up to. */
export type ChainKey<S> = string & { readonly addsUpTo?: S };

export const LIBRARY: ChainKey<LibraryState> = 'library';
export const INSTRUMENTS: ChainKey<InstrumentsState> = 'instruments';
export const PEOPLE: ChainKey<PeopleState> = 'people';
export const jobChain = (jobId: string): ChainKey<JobState> => `job:${jobId}`;
