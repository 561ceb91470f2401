import { ScriptedClock } from './clock';
import { TrustedClock } from './trusted-clock';

const START = '2026-06-01T08:00:00.000Z';
const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;
const later = (milliseconds: number): string => new Date(Date.parse(START) + milliseconds).toISOString();
const because = (clock: TrustedClock): string => clock.doubt()?.because ?? 'believed';

test.each<[string, number, string]>([
  ['set right by a minute', MINUTE, 'believed'],
  ['back by a minute', -MINUTE, 'believed'],
  ['by five minutes', 5 * MINUTE, 'believed'],
  ['back by five minutes', -5 * MINUTE, 'believed'],
  ['by five minutes and a little', 5 * MINUTE + 1, 'jumped'],
  ['back by five minutes and a little', -5 * MINUTE - 1, 'jumped'],
  ['by seventy years', 70 * 366 * DAY, 'jumped'],
])('while the server runs: %s', (_what, jump, expected) => {
  const machine = new ScriptedClock(START);
  const clock = new TrustedClock(machine);
  machine.advance(10 * MINUTE);
  machine.jump(jump);
  expect(because(clock)).toBe(expected);
});

test.each<[string, number, string]>([
  ['right behind it', 0, 'believed'],
  ['five minutes before it', -5 * MINUTE, 'believed'],
  ['more than that before it', -5 * MINUTE - 1, 'beforeLast'],
  ['a year behind it', 366 * DAY, 'believed'],
  ['more than a year behind it', 366 * DAY + 1, 'longAfter'],
  ['before there was electricity', Date.parse('1970-01-01') - Date.parse(START), 'beforeLast'],
])('at the start, against the last entry: %s', (_what, distance, expected) => {
  expect(because(new TrustedClock(new ScriptedClock(later(distance)), START))).toBe(expected);
});

test('in doubt, nothing is dated, and time goes on as it passes', () => {
  const machine = new ScriptedClock(START);
  const clock = new TrustedClock(machine);
  expect(clock.forEntry()).toBe(START);
  machine.jump(70 * 366 * DAY);
  machine.advance(MINUTE);
  expect(() => clock.forEntry()).toThrow(/jumped/);
  expect(clock.now()).toBe(later(MINUTE));
  // Set right again, it is believed again.
  machine.jump(-70 * 366 * DAY);
  expect([because(clock), clock.forEntry()]).toEqual(['believed', later(MINUTE)]);
});
test('a start in doubt ends when the clock is set right', () => {
  const machine = new ScriptedClock(later(-DAY));
  const clock = new TrustedClock(machine, START);
  machine.advance(MINUTE);
  expect([because(clock), clock.now()]).toEqual(['beforeLast', later(MINUTE)]);
  machine.jump(DAY);
  expect(because(clock)).toBe('believed');
  // And from there it is held against what passes, not against the last entry any more.
  machine.jump(-10 * MINUTE);
  expect(because(clock)).toBe('jumped');
});
test('what is expected is never before what was dated already', () => {
  const machine = new ScriptedClock(START);
  const clock = new TrustedClock(machine);
  machine.jump(4 * MINUTE);
  const dated = clock.forEntry();
  machine.jump(-30 * MINUTE);
  expect(clock.doubt()?.expected).toBe(dated);
});
test('confirmed, it is right from that moment on, in both directions', () => {
  const machine = new ScriptedClock(START);
  const clock = new TrustedClock(machine);
  machine.jump(3 * 60 * MINUTE);
  clock.confirmed(machine.now(), machine.steadyMs());
  machine.advance(MINUTE);
  expect([because(clock), clock.forEntry()]).toEqual(['believed', later(181 * MINUTE)]);
  machine.jump(-3 * 60 * MINUTE);
  expect(because(clock)).toBe('jumped');
  clock.confirmed(machine.now(), machine.steadyMs());
  expect([because(clock), clock.forEntry()]).toEqual(['believed', later(MINUTE)]);
});
test('small steps of many days do not add up to a jump; those of one day do', () => {
  const machine = new ScriptedClock(START);
  const clock = new TrustedClock(machine);
  for (let day = 0; day < 20; day++) {
    machine.advance(DAY + MINUTE);
    machine.jump(2 * MINUTE);
    expect(because(clock)).toBe('believed');
  }
  for (let step = 0; step < 2; step++) machine.jump(3 * MINUTE);
  expect(because(clock)).toBe('jumped');
});
