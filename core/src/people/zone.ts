/** What was written before a shop said where its clocks are. */
export const ZONE_BEFORE = 'UTC';

/** Whether a text names a time zone, as the world's register of them does: `Europe/Oslo`. */
export function isZone(zone: string): boolean {
  // An offset would not know of summer time.
  if (!/^[A-Z]/.test(zone)) return false;
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}
