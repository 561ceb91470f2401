/**
 * What kinds of tool there are, as far as it says how they are read.
 * - `feeler`: a set of blades, each of which goes or stops
 * - `sizeGauge`: shows a size, or how far from its setting a size is
 * - `strip`: is crushed in a bearing, and lies between two marks of its card
 */
export const INSTRUMENT_KINDS = ['feeler', 'sizeGauge', 'strip'] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];
