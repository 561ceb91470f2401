/** The day in UTC, as the record counts days. */
export const today = (): string => new Date().toISOString().slice(0, 10);
