/** Whole hours from one instant (ISO 8601, UTC) to a later one. */
export const hoursBetween = (from: string, to: string): number =>
  Math.floor((Date.parse(to) - Date.parse(from)) / 3_600_000);

/** Minutes between two instants (ISO 8601, UTC), with their fractions; negative where the second comes before the first. */
export const minutesBetween = (from: string, to: string): number =>
  (Date.parse(to) - Date.parse(from)) / 60_000;

/** Whether a text is a day of the calendar, year-month-day: the 30th of February is none. */
export function isDay(text: string): boolean {
  const [year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text)?.slice(1).map(Number) ?? [];
  if (year === undefined || month === undefined || day === undefined) return false;
  const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  const days = [31, leap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1];
  return days !== undefined && day >= 1 && day <= days;
}
