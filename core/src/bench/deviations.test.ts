import { IVO, MODEL, RING_GAP } from '../../test/fixtures';
import { gauged, mm } from '../../test/gauged';
import type { Story } from '../../test/story';
import { currentReading, placeAt, tellAgain } from '../index';
import type { Characteristic, Envelope, JobDraft } from '../index';

const BORE: Characteristic = {
  ...RING_GAP,
  ...{ id: 'bore', name: 'Bore', axes: ['cylinder'], questions: [], tools: ['sizeGauge', 'feeler'] },
  ...{ parts: ['bore'], stateOf: 'bore', rowAxes: [], setting: true },
};
const PLACE = 'bore@cylinder:1';
const SETTING = { text: '96.00', unit: 'mm', against: 'ring gauge RG-96' } as const;
const bores = (older?: Parameters<typeof gauged>[3]): Story => gauged(MODEL, BORE, ['96.00', '96.05'], older);

type Take = Extract<JobDraft, { type: 'takeReading' }>;
const taking = (text: string, setting: object | null = SETTING): Take => ({
  ...{ type: 'takeReading', place: PLACE, text, unit: 'mm', instrument: 'BG-1', answers: [], slip: null },
  ...(setting === null ? {} : { setting: setting as NonNullable<Take['setting']> }),
});
const readingOf = (told: Story) => currentReading(placeAt(told.job, PLACE));
const remarks = (told: Story) => tellAgain(told.entries.map(({ entry }) => entry as Envelope)).remarks;

test.each<[string, object, string, string[]]>([
  ['+4', { kind: 'exact', value: mm('96.04').nm }, 'in', []],
  ['4', { kind: 'exact', value: mm('96.04').nm }, 'in', []],
  ['+6', { kind: 'exact', value: mm('96.06').nm }, 'loose', []],
  ['-1', { kind: 'exact', value: mm('95.99').nm }, 'tight', []],
  ['−1..+4', { kind: 'spread', low: mm('95.99').nm, high: mm('96.04').nm }, 'tight', []],
  // What is only inferred to be a size is said to be that; with its unit it is one.
  ['96.04', { kind: 'exact', value: mm('96.04').nm }, 'in', ['readAsSize']],
  ['96.04 mm', { kind: 'exact', value: mm('96.04').nm }, 'in', []],
])('a gauge that is set to 96.00 and shows %s', (text, reading, verdict, notes) => {
  const told = bores().do(taking(text));
  expect(readingOf(told)).toMatchObject({ text, reading, notes, verdict: { verdict } });
  expect(remarks(told)).toEqual([]);
});
test.each<[string, string, object | null, string]>([
  ['before anybody said what it is set to', '+4', null, 'SETTING_OPEN'],
  ['that is set to no size', '+4', { ...SETTING, text: 'ninety-six' }, 'SETTING_OPEN'],
  ['and nothing typed', ' ', SETTING, 'ENTRY_EMPTY'],
  ['the wrong way round', '+4..-1', SETTING, 'ENTRY_ORDER'],
  ['two units', '96 mm..3.8 in', SETTING, 'ENTRY_MIXED_UNITS'],
  ['a size with a sign', '+96.04 mm', SETTING, 'ENTRY_NEGATIVE'],
  ['blades', '4/6', SETTING, 'ENTRY_NOT_A_READING'],
])('a gauge %s: %s is refused', (_what, text, setting, code) => {
  const told = bores();
  expect(told.attempt(taking(text, setting), IVO)?.code).toBe(code);
  expect(readingOf(told)).toBeUndefined();
});
test('a story of the rules before goes on with sizes, and takes deviations up with the rules', () => {
  const told = bores({ rules: 6, version: 2 });
  expect(told.attempt(taking('+4'), IVO)?.code).toBe('ENTRY_NOT_A_READING');
  told.do(taking('96.04'));
  expect(readingOf(told)?.notes).toEqual([]);
  told.rules = 7;
  const other = 'bore@cylinder:2';
  // The command with which it takes them up was decided by those before.
  told.do({ ...taking('96.03'), place: other });
  told.do({
    ...({ type: 'correctReading', place: other, reason: 'typing' } as const),
    reading: told.job.seq,
    instead: taking('+4'),
  });
  expect(currentReading(placeAt(told.job, other))).toMatchObject({ reading: { value: mm('96.04').nm } });
  expect(remarks(told)).toEqual([]);
});
