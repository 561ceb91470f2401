import { Pipe } from '@angular/core';
import type { PipeTransform } from '@angular/core';

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const DAY_YEAR = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
const WHOLE = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  timeZone: 'UTC',
});
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: 'UTC' });

/** Moments as people say them. They are kept in UTC and shown in UTC: a record reads the same everywhere. */
@Pipe({ name: 'when' })
export class WhenPipe implements PipeTransform {
  transform(at: string, style: 'day' | 'date' | 'whole' | 'moment' = 'moment'): string {
    const date = new Date(at);
    if (style === 'day') return DAY.format(date);
    if (style === 'date') return DAY_YEAR.format(date);
    if (style === 'whole') return WHOLE.format(date);
    return `${DAY.format(date)} ${TIME.format(date)}`;
  }
}
