import { inject, Pipe } from '@angular/core';
import type { PipeTransform } from '@angular/core';
import { Store } from '@ngrx/store';
import { sessionFeature } from '../state/session.feature';

type Style = 'day' | 'date' | 'whole' | 'moment';
const STYLES: Readonly<Record<Style, Intl.DateTimeFormatOptions>> = {
  day: { day: 'numeric', month: 'short' },
  date: { day: 'numeric', month: 'short', year: 'numeric' },
  whole: { weekday: 'long', day: 'numeric', month: 'long' },
  moment: { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' },
};
/** Making a format costs more than all that it then says. */
const formats = new Map<string, Intl.DateTimeFormat>();
function formatOf(style: Style, timeZone: string): Intl.DateTimeFormat {
  const key = `${style} ${timeZone}`;
  const format = formats.get(key) ?? new Intl.DateTimeFormat('en-GB', { ...STYLES[style], timeZone });
  formats.set(key, format);
  return format;
}

/**
 * Moments as people say them: kept in UTC, and shown as the shop's own clocks show them, on the screen as on paper. A day of
 * the calendar, `2026-06-01`, is that day everywhere.
 */
@Pipe({ name: 'when' })
export class WhenPipe implements PipeTransform {
  private readonly view = inject(Store).selectSignal(sessionFeature.selectView);

  transform(at: string, style: Style = 'moment'): string {
    const isDay = /^\d{4}-\d\d-\d\d$/.test(at);
    const format = formatOf(style, isDay ? 'UTC' : (this.view()?.shop?.zone ?? 'UTC'));
    return format.format(new Date(at)).replace(',', '');
  }
}
