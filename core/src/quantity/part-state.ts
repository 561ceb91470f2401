/** Whether a part comes new into the engine (or reworked to new limits) or goes back in. */
export const PART_STATES = ['new', 'reused'] as const;
export type PartState = (typeof PART_STATES)[number];

/**
 * Whose state selects the column of a row. Of a fit of two parts that wear apart it is `mixed` where a new part lies in one that ran
 * already: a new ring in a used groove. Where no row names that, it is judged as new.
 */
export const FIT_STATES = [...PART_STATES, 'mixed'] as const;
export type FitState = (typeof FIT_STATES)[number];
