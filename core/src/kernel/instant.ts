/** Whole hours from one instant (ISO 8601, UTC) to a later one. */
export const hoursBetween = (from: string, to: string): number =>
  Math.floor((Date.parse(to) - Date.parse(from)) / 3_600_000);
