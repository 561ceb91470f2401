import { isZone } from '@oak-gate/core';
import { dayWords, momentWords } from './moment-words';

test.each<[string, string, string]>([
  ['2026-06-01T10:15:00.000Z', 'UTC', '1 Jun 2026 10:15 UTC'],
  ['2026-06-01T10:15:59.999Z', 'Europe/Oslo', '1 Jun 2026 12:15 UTC+2'],
  ['2026-12-01T10:15:00.000Z', 'Europe/Oslo', '1 Dec 2026 11:15 UTC+1'],
  // The day is the shop's own.
  ['2026-06-01T23:30:00.000Z', 'Europe/Oslo', '2 Jun 2026 01:30 UTC+2'],
  ['2026-06-01T02:00:00.000Z', 'America/Halifax', '31 May 2026 23:00 UTC-3'],
  ['2026-06-01T00:00:00.000Z', 'Asia/Kolkata', '1 Jun 2026 05:30 UTC+5:30'],
  ['2026-06-01T00:00:00.000Z', 'UTC', '1 Jun 2026 00:00 UTC'],
])('%s in %s is %s', (at, zone, words) => {
  expect(momentWords(at, zone)).toBe(words);
});
test('the hour that comes twice in autumn is told apart', () => {
  const told = ['2026-10-25T00:30:00.000Z', '2026-10-25T01:30:00.000Z'].map((at) =>
    momentWords(at, 'Europe/Oslo'),
  );
  expect(told).toEqual(['25 Oct 2026 02:30 UTC+2', '25 Oct 2026 02:30 UTC+1']);
});
test.each(['2026-06-01', '2026-12-31'])('a day of the calendar is the same day everywhere: %s', (on) => {
  expect(dayWords(on)).toBe(on === '2026-06-01' ? '1 Jun 2026' : '31 Dec 2026');
});
test.each<[string, boolean]>([
  ['Europe/Oslo', true],
  ['UTC', true],
  ['Europe/Nowhere', false],
  ['+02:00', false], // knows nothing of summer
  ['', false],
  ['constructor', false],
])('is %s a zone: %s', (zone, is) => {
  expect(isZone(zone)).toBe(is);
});
