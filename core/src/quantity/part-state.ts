/** Whether a part comes new into the engine (or reworked to new limits) or goes back in. */
export const PART_STATES = ['new', 'reused'] as const;
export type PartState = (typeof PART_STATES)[number];
