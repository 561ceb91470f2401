/** The units in which people speak of lengths. Below the screen there are only nanometres. */
export const LENGTH_UNITS = ['thou', 'in', 'mm', 'um'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

/** Whole nanometres in one unit; exact by definition of the inch (25.4 mm). */
export const NM_PER: Readonly<Record<LengthUnit, number>> = {
  thou: 25_400,
  in: 25_400_000,
  mm: 1_000_000,
  um: 1_000,
};
