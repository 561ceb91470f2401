import { readArguments } from './arguments';
import { ScriptedClock, systemClock } from './clock';
import { ProblemError, orThrow } from './problem-error';

describe('what the server is started with', () => {
  test.each<[string[], object]>([
    [
      [],
      {
        folder: 'data',
        port: 4310,
        host: '127.0.0.1',
        names: [],
        backups: undefined,
        certificate: undefined,
        behind: undefined,
        demoPin: undefined,
      },
    ],
    [
      ['--cert', 'c', '--cert-key', 'k', '--behind', '10.0.0.2'],
      { certificate: { cert: 'c', key: 'k' }, behind: '10.0.0.2' },
    ],
    [['--backup-to', 'b'], { backups: { to: 'b', everyHours: 24 } }],
    [['--backup-to', 'b', '--backup-every', '0.5'], { backups: { to: 'b', everyHours: 0.5 } }],
    [['--name', 'engines.quay', '--name=bench'], { names: ['engines.quay', 'bench'] }],
    [['--port', '0'], { port: 0 }],
    [
      ['--port=65535', '--data', 'x', '--host', '0.0.0.0', '--demo-pin', '1'],
      { port: 65_535, folder: 'x', host: '0.0.0.0', demoPin: '1' },
    ],
  ])('%j', (argv, expected) => expect(readArguments(argv, 'data')).toMatchObject(expected));
  test.each([
    [['--port', '65536']],
    [['--port', '-1']],
    [['--port', 'x']],
    [['--colour']],
    [['--cert', 'c']],
    [['--cert-key', 'k']],
    [['--behind', 'proxy']],
    [['--backup-every', '6']],
    [['--backup-to', 'b', '--backup-every', '0']],
    [['--backup-to', 'b', '--backup-every', 'x']],
  ])('%j is refused', (argv) => {
    expect(() => readArguments(argv, 'data')).toThrow();
  });
});

test('clocks tell UTC with milliseconds; the scripted one what it is told', () => {
  expect(systemClock.now()).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/);
  const clock = new ScriptedClock('2026-01-01T00:00:00.000Z');
  clock.advance(61_000);
  expect(clock.now()).toBe('2026-01-01T00:01:01.000Z');
  clock.set('2026-02-01T00:00:00+01:00');
  expect(clock.now()).toBe('2026-01-31T23:00:00.000Z');
});

test('a refusal goes out as a problem with its code, its words and its data', () => {
  const error = ProblemError.of('PIN_LOCKED', { person: 'Ivo', seconds: 30 });
  expect(error.details()).toEqual({
    type: 'urn:oak-gate:problem:PIN_LOCKED',
    title: 'Too many wrong PINs',
    status: 429,
    code: 'PIN_LOCKED',
    where: 'Ivo',
    detail: 'Too many wrong PINs (Ivo). Wait 30 seconds, then try again.',
    next: 'Wait 30 seconds, then try again.',
    data: { person: 'Ivo', seconds: 30 },
  });
  expect(() => orThrow({ ok: false, problem: { code: 'NOT_ASKED', data: { place: 'x' } } })).toThrow(
    'NOT_ASKED',
  );
  expect(orThrow({ ok: true, value: 7 })).toBe(7);
});
