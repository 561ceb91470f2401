const DATE = { day: 'numeric', month: 'short', year: 'numeric' } as const;
const MOMENT = {
  ...DATE,
  hour: '2-digit',
  minute: '2-digit',
  hourCycle: 'h23',
  timeZoneName: 'shortOffset',
} as const;

/** Made once for each zone: making one costs more than all that it then says. */
const formats = new Map<string, Intl.DateTimeFormat>();
function formatOf(zone: string): Intl.DateTimeFormat {
  const known = formats.get(zone);
  if (known !== undefined) return known;
  const made = new Intl.DateTimeFormat('en-GB', { ...MOMENT, timeZone: zone });
  formats.set(zone, made);
  return made;
}

/**
 * A moment as the clocks of a place show it, with how far they are from UTC: without that, one hour of every autumn would be
 * told like another.
 * @param at an instant, ISO 8601 in UTC
 * @param zone a time zone's name, as `isZone` has it
 * @returns `1 Jun 2026 12:15 UTC+2`
 */
export function momentWords(at: string, zone: string): string {
  const said = new Map(
    formatOf(zone)
      .formatToParts(new Date(at))
      .map(({ type, value }) => [type, value]),
  );
  const part = (name: Intl.DateTimeFormatPartTypes): string => said.get(name) ?? '';
  const offset = part('timeZoneName').replace('GMT', 'UTC').replace(/\+0$/, '');
  return `${part('day')} ${part('month')} ${part('year')} ${part('hour')}:${part('minute')} ${offset}`;
}

const day = new Intl.DateTimeFormat('en-GB', { ...DATE, timeZone: 'UTC' });
/** @param on a day of the calendar, `2026-06-01` @returns `1 Jun 2026` */
export const dayWords = (on: string): string => day.format(new Date(on));
