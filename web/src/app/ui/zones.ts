/** The time zone of the machine that shows this page. */
export const zoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Every time zone by its name. */
export function zones(): readonly string[] {
  const known = Intl.supportedValuesOf('timeZone');
  return [...new Set(['UTC', zoneHere(), ...known])].sort();
}
