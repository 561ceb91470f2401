import {
  bladeSizes,
  decideInstruments,
  digestOf,
  evolveBy,
  INSTRUMENT_EVENTS,
  isInDate,
  NO_INSTRUMENTS,
} from '../index';
import type { Instrument, InstrumentCommand, InstrumentsState } from '../index';
import { FEELERS, IVO, printed, stamped, TEO } from '../../test/fixtures';

const register = (change: Partial<Instrument> = {}): InstrumentCommand => ({
  type: 'registerInstrument',
  instrument: { ...FEELERS, ...change },
});
const after = (...commands: InstrumentCommand[]): InstrumentsState =>
  commands.reduce((state, command) => {
    const decided = decideInstruments(state, command, TEO);
    if (!decided.ok) throw new Error(decided.problem.code);
    return decided.value.reduce((so, event) => evolveBy(INSTRUMENT_EVENTS, so, stamped(event, TEO)), state);
  }, NO_INSTRUMENTS);
const change = (
  of: Partial<Instrument> = {},
  more: { readonly seen?: string; readonly reason?: string } = {},
): InstrumentCommand => {
  const { calibratedOn: _, dueOn: __, ...instrument } = { ...FEELERS, ...of };
  return { type: 'changeInstrument', instrument, seen: digestOf(FEELERS), reason: 'blade 4 broke', ...more };
};
const check: InstrumentCommand = {
  type: 'recordCheck',
  instrument: 'FS-2',
  calibratedOn: '2026-12-01',
  dueOn: '2027-12-01',
  certificate: 'C-1',
};

test.each<[string, InstrumentsState, InstrumentCommand, typeof TEO, string]>([
  ['a technician does not keep the register', NO_INSTRUMENTS, register(), IVO, 'MAY_NOT'],
  ['the same id twice', after(register()), register(), TEO, 'ALREADY_THERE'],
  ['a feeler set without blades', NO_INSTRUMENTS, register({ blades: [] }), TEO, 'BLADES_WRONG'],
  [
    'a blade twice',
    NO_INSTRUMENTS,
    register({ blades: [printed('4', 'thou'), printed('4.0', 'thou')] }),
    TEO,
    'BLADES_WRONG',
  ],
  [
    'due on the day of its check',
    NO_INSTRUMENTS,
    register({ calibratedOn: '2026-01-01', dueOn: '2026-01-01' }),
    TEO,
    'DATES_WRONG',
  ],
  ['a check of what is not there', NO_INSTRUMENTS, check, TEO, 'INSTRUMENT_UNKNOWN'],
  ['a change of what is not there', NO_INSTRUMENTS, change(), TEO, 'INSTRUMENT_UNKNOWN'],
  ['a change by a technician', after(register()), change(), IVO, 'MAY_NOT'],
  ['a change without a reason', after(register()), change({}, { reason: ' ' }), TEO, 'REASON_MISSING'],
  ['a change that leaves no blade', after(register()), change({ blades: [] }), TEO, 'BLADES_WRONG'],
  [
    'a change of what somebody changed',
    after(register(), change({ name: 'Old set' })),
    change(),
    TEO,
    'GAUGE_MOVED',
  ],
])('%s', (_why, state, command, by, code) => {
  const decided = decideInstruments(state, command, by);
  expect(decided.ok ? 'allowed' : decided.problem.code).toBe(code);
});
test('blades are kept in order, however they were listed', () => {
  const state = after(register({ blades: ['9', '4', '12'].map((text) => printed(text, 'thou')) }));
  expect(bladeSizes(state.instruments['FS-2']!)).toEqual([4, 9, 12].map((each) => each * 25_400));
});
test('a check moves the due date and nothing else', () => {
  const state = after(register(), check);
  expect(state.instruments['FS-2']).toEqual({ ...FEELERS, calibratedOn: '2026-12-01', dueOn: '2027-12-01' });
});
test.each<[string, boolean]>([
  ['2025-12-31', false],
  ['2026-01-01', true],
  ['2026-11-30', true],
  ['2026-12-01', false],
])('calibrated from 2026-01-01, due 2026-12-01: on %s it may be used: %s', (day, may) =>
  expect(isInDate(FEELERS, day)).toBe(may),
);
test('a tool that shows a size has no blades to choose from', () => {
  expect(bladeSizes({ ...FEELERS, kind: 'sizeGauge', blades: [] })).toBeUndefined();
});

test('a blade that broke off is taken out of the set, and its check stays as it was', () => {
  const blades = FEELERS.blades.slice(1);
  const state = after(
    register(),
    check,
    change({ blades }, { seen: digestOf({ ...FEELERS, calibratedOn: '2026-12-01', dueOn: '2027-12-01' }) }),
  );
  expect(state.instruments['FS-2']).toEqual({
    ...FEELERS,
    blades,
    calibratedOn: '2026-12-01',
    dueOn: '2027-12-01',
  });
  const same = decideInstruments(after(register()), change(), TEO);
  expect(same.ok && same.value).toEqual([]);
});
