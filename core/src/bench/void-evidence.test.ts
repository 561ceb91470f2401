import { IVO, SANNA } from '../../test/fixtures';
import { BORE_GAUGE } from '../../test/gauged';
import { keyOf, PLAY, rowOf, shortBlock } from '../../test/short-block';
import type { Story } from '../../test/story';
import { asFound, currentReading, placeAt, placeStatus, parsePlaceKey } from '../index';
import type { Characteristic } from '../index';

const ASKED: Characteristic = {
  ...{ ...PLAY, tools: ['sizeGauge'] },
  questions: [
    { id: 'dry', text: 'Journal dry?', when: 'always' },
    { id: 'still', text: 'Shaft not turned?', when: 'always' },
  ],
};
const PLACE = keyOf('play', { cylinder: '1' });
const begun = (): Story => shortBlock([ASKED], [rowOf('1', 'play', ['0.05', '0.15'])]);
const take = (told: Story, text: string, dry: 'yes' | 'no', still: 'yes' | 'no', by = IVO) =>
  told.do(
    {
      ...({
        type: 'takeReading',
        place: PLACE,
        text,
        unit: 'mm',
        instrument: BORE_GAUGE.id,
        slip: null,
      } as const),
      answers: [
        { question: 'dry', answer: dry },
        { question: 'still', answer: still },
      ],
    },
    by,
  );
const record = (told: Story) => placeAt(told.job, PLACE);
const state = (told: Story) => placeStatus(told.job, parsePlaceKey(PLACE)!).state;

test('what a question speaks against is kept as void, with what was asked, and the place stays to be measured', () => {
  const told = take(begun(), '0.10', 'no', 'no');
  expect(record(told).readings).toMatchObject([
    {
      status: 'void',
      unfit: 'Journal dry? No.',
      ended: { why: 'Journal dry? No.' },
      verdict: { verdict: 'in' },
    },
  ]);
  expect([state(told), asFound(record(told)), currentReading(record(told))]).toEqual([
    'void',
    undefined,
    undefined,
  ]);
  take(told, '0.10', 'yes', 'yes');
  expect([state(told), asFound(record(told))?.status]).toEqual(['in', 'current']);
});
test.each<[string, 'yes' | 'no', 'yes' | 'no', string | undefined]>([
  ['both right', 'yes', 'yes', undefined],
  ['the first wrong', 'no', 'yes', 'Journal dry? No.'],
  ['the second wrong', 'yes', 'no', 'Shaft not turned? No.'],
])('%s', (_what, dry, still, unfit) => {
  expect(record(take(begun(), '0.10', dry, still)).readings[0]?.unfit).toBe(unfit);
});
test('it takes no place of what counts, contests nobody, and ends no deferral', () => {
  const told = take(begun(), '0.10', 'yes', 'yes');
  const before = currentReading(record(told));
  take(told, '0.30', 'no', 'yes', SANNA);
  expect(record(told).contested).toEqual([]);
  expect(currentReading(record(told))).toBe(before);
  const put = begun();
  put.do({ type: 'deferPlace', place: PLACE, basedOn: put.version(PLACE), reason: 'no strip in the house' });
  take(put, '0.10', 'no', 'yes');
  expect([state(put), record(put).readings[0]?.status]).toEqual(['deferred', 'void']);
});
test('of a part that was replaced meanwhile it is void and stands before what was measured since', () => {
  const told = begun();
  const old = told.job;
  const seen = [...old.parts.values()]
    .filter(({ slot }) => slot === 'piston@cylinder:1')
    .map(({ id, condition }) => ({ id, condition }));
  const part = seen[0]!;
  told.do({
    type: 'replacePart',
    part: part.id,
    basedOn: part.condition,
    reason: 'cracked',
    instead: { state: 'new', partNumber: null, lot: null },
  });
  take(told, '0.10', 'yes', 'yes');
  told.do({
    ...({
      type: 'takeReading',
      place: PLACE,
      basedOn: 0,
      seen,
      text: '0.12',
      unit: 'mm',
      slip: null,
    } as const),
    instrument: BORE_GAUGE.id,
    answers: [
      { question: 'dry', answer: 'no' },
      { question: 'still', answer: 'yes' },
    ],
  });
  expect(record(told).readings.map(({ text, status }) => [text, status])).toEqual([
    ['0.12', 'void'],
    ['0.10', 'current'],
  ]);
});
test('it cannot be voided or corrected once more, and an answer that is missing keeps it out altogether', () => {
  const told = take(begun(), '0.10', 'no', 'yes');
  const { seq } = record(told).readings[0]!;
  expect(
    told.attempt(
      { type: 'voidReading', place: PLACE, basedOn: told.version(PLACE), reading: seq, reason: 'x' },
      IVO,
    )?.code,
  ).toBe('READING_NOT_CURRENT');
  const open = {
    type: 'takeReading',
    place: PLACE,
    text: '0.1',
    unit: 'mm',
    instrument: 'BG-1',
    slip: null,
  } as const;
  expect(told.attempt({ ...open, answers: [{ question: 'dry', answer: 'no' }] }, IVO)?.code).toBe(
    'QUESTION_OPEN',
  );
});
test('by rules before the eighth it was refused', () => {
  const told = shortBlock([ASKED], [rowOf('1', 'play', ['0.05', '0.15'])], 7);
  const draft = {
    type: 'takeReading',
    place: PLACE,
    text: '0.1',
    unit: 'mm',
    instrument: 'BG-1',
    slip: null,
  } as const;
  const answers = [
    { question: 'dry', answer: 'yes' },
    { question: 'still', answer: 'no' },
  ] as const;
  expect(told.attempt({ ...draft, answers }, IVO)?.code).toBe('QUESTION_SAYS_NO');
});
