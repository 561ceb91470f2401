import { at, GOOD, Story } from '../../../core/test/story';
import { FEELERS, PERRIN, SANNA } from '../../../core/test/fixtures';
import type { Actor, Role } from '@oak-gate/core';
import type { ShopNeed } from './shop-needs';
import { byUrgency, needsFor } from './shop-needs';
import { instrumentNeeds, needsOf, openJobRow, sealedJobRow, withMoved } from './floor-view';

const ON = '2026-06-01';
const rowOf = (story: Story) => openJobRow(story.job, ON);
const needs = (story: Story) => needsOf(story.job, ON);
const rings = (): Story => new Story().arrive().fit();

test.each<[string, () => Story, string, string]>([
  [
    'just opened',
    () => new Story().open(),
    'A second person to read the serial on the engine',
    'and 2 more before the Arrival gate',
  ],
  [
    'one thing left at arrival',
    () =>
      new Story()
        .open()
        .do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA)
        .do({ type: 'checkDocuments' }, PERRIN),
    'An instrument for ring end gap',
    'then the Arrival gate is ready',
  ],
  [
    'nothing measured',
    rings,
    'Cyl 1, top ring, 2.0 in from the skirt end: measure',
    'then 5 places to take, about 15 min',
  ],
  [
    'a ring to file',
    () =>
      rings()
        .measureAll()
        .do({ type: 'reworkPart', ...rings().part(at(1, 1, 'top')), what: 'filed', how: 'x' })
        .take(at(1, 1, 'skirt'), '42/44')
        .take(at(1, 1, 'top'), '8/9'),
    'Cyl 1, top ring: file 2 thou, measure both stations',
    'then the Rings gate is ready',
  ],
  [
    'a loose ring',
    () =>
      rings()
        .measureAll()
        .do({ type: 'reworkPart', ...rings().part(at(1, 1, 'top')), what: 'filed', how: 'x' })
        .take(at(1, 1, 'skirt'), '55+')
        .take(at(1, 1, 'top'), '11/12'),
    'Decide: Cyl 1, top ring, 2.0 in from the skirt end is loose',
    'then the Rings gate is ready',
  ],
  ['all measured', () => rings().measureAll(), 'Rings gate: inspector signature', 'then the Release gate'],
])('a row says what the job waits on: %s', (_why, tell, waitingOn, then) => {
  expect(rowOf(tell())).toMatchObject({ waitingOn, then, serial: 'V-100', sealed: null });
});

test.each([
  ['', {}, 'then the Rings gate is ready'],
  [
    'with its date',
    { expectedOn: '2026-12-03' },
    'awaiting a top ring, expected on 3 Dec; then the Rings gate is ready',
  ],
  ['without one', { expectedOn: null }, 'awaiting a top ring; then the Rings gate is ready'],
  [
    'that arrived, until it is received',
    { expectedOn: null, arrived: true },
    'and 1 more to decide; then the Rings gate is ready',
  ],
])(
  'a part that is awaited stands in its row %s',
  (_why, { expectedOn, arrived }: { expectedOn?: string | null; arrived?: boolean }, then) => {
    const story = rings()
      .measureAll()
      .do({ type: 'reworkPart', ...rings().part(at(1, 1, 'top')), what: 'filed', how: 'x' })
      .take(at(1, 1, 'skirt'), '55+')
      .take(at(1, 1, 'top'), '11/12');
    if (expectedOn !== undefined) {
      const finding = `place ${at(1, 1, 'skirt')}`;
      story.do({
        ...{ type: 'placeOrder', sort: 'part', asked: '' },
        finding,
        what: 'a top ring',
        supplier: 'Quill',
        number: '',
        expectedOn,
      });
    }
    const order = story.job.remarks.at(-1)?.seq ?? 0;
    if (arrived === true) story.do({ type: 'settleOrder', order, as: 'arrived', note: '', certificate: '' });
    expect(rowOf(story).then).toBe(then);
  },
);

test('gates are drawn passed, ready and shut', () => {
  const stands = (story: Story) => rowOf(story).gates.map(({ stand }) => stand);
  expect(stands(new Story().open())).toEqual(['shut', 'shut', 'shut']);
  expect(stands(rings().measureAll())).toEqual(['passed', 'ready', 'shut']);
  expect(stands(rings().measureAll().sign('rings', PERRIN))).toEqual(['passed', 'passed', 'ready']);
});

test('what needs somebody today: decisions before signatures before work, with who can do it', () => {
  const story = rings();
  for (const [place, text] of Object.entries(GOOD))
    story.take(place, place === at(1, 1, 'skirt') ? '55+' : place === at(2, 1, 'top') ? '8/9' : text);
  const all = [
    ...needs(story),
    ...instrumentNeeds([{ ...FEELERS, dueOn: ON }], ON, `${ON}T10:00:00.000Z`),
  ].sort(byUrgency);
  expect(all.map(({ who, urgency }) => [who, urgency])).toEqual([
    ['inspector', 1],
    ['steward', 2],
    ['technician', 3],
  ]);
  expect(all[0]).toMatchObject({
    sentence: expect.stringContaining('is loose') as string,
    link: '/jobs/J/rings',
  });
  expect(needs(rings().measureAll())).toMatchObject([
    { who: 'inspector', sentence: 'Veldane VA-2 V-100: the Rings gate is ready to sign' },
  ]);
  expect(needs(new Story().open())[0]).toMatchObject({ who: 'anybody but Ivo' });
});

test('a sealed job says when it left and by which digest', () => {
  const gates = JSON.stringify({
    current: null,
    gates: [{ stage: 'arrival', label: 'Arrival', stand: 'passed' }],
  });
  const row = {
    jobId: 'J',
    number: 'J-1',
    engineId: 'E',
    serial: 'V-1',
    model: 'VA',
    modelName: 'Veldane VA',
    openedAt: '2026-05-01T08:00:00.000Z',
    sealedAt: '2026-05-09T08:00:00.000Z',
    sealDigest: 'abcd1234ef',
    gates,
    supplements: 0,
    lastSeal: 'abcd1234ef',
    length: 60,
    mac: '',
  };
  expect(sealedJobRow(row)).toMatchObject({
    waitingOn: 'Sealed 9 May',
    then: 'record abcd 1234, 1 gates signed',
    sealed: { digest: 'abcd1234ef' },
  });
  expect(sealedJobRow({ ...row, supplements: 2 }).then).toBe(
    'record abcd 1234, 1 gates signed, 2 supplements',
  );
});

test('a revision that arrived needs an inspector, and holds the gate that was ready', () => {
  const story = rings().measureAll();
  const told = { row: rowOf(story), needs: needs(story) };
  const moved = withMoved(told, { added: ['SL-9 rev D'], removed: ['SL-9 rev C'] }, `${ON}T10:00:00.000Z`);
  expect(moved.needs).toMatchObject([
    {
      who: 'inspector',
      urgency: 1,
      sentence:
        'Veldane VA-2 V-100: SL-9 rev D arrived in the place of SL-9 rev C; look what it would change',
      link: '/jobs/J/limits',
    },
  ]);
  expect(moved.row.gates[1]).toMatchObject({ stand: 'shut' });
  expect(moved.row.waitingOn).toBe('Decide: SL-9 rev D arrived in the place of SL-9 rev C');
  expect(withMoved(told, { added: [], removed: [] }, ON)).toEqual(told);
});

test('a person sees first what he can do himself, and what is alike once', () => {
  const need = (who: Role, sentence: string, more: object = {}): ShopNeed => ({
    ...{ jobId: 'J-1', who, roles: [who], notBy: [], sentence, link: '/', same: '' },
    ...{ since: '2026-06-01T08:00:00.000Z', urgency: 1, ...more },
  });
  const all = [
    need('inspector', 'one is loose', { same: 'loose', urgency: 0 }),
    need('technician', 'file one', { same: 'file', urgency: 3 }),
    need('technician', 'file two', { same: 'file', urgency: 3 }),
    need('technician', 'file three', { same: 'file', urgency: 3, jobId: 'J-2' }),
    need('inspector', 'two is loose', { same: 'loose', urgency: 0, notBy: [PERRIN.id] }),
    need('manager', 'a backup failed', { jobId: null }),
    need('inspector', 'sign'),
    need('inspector', 'sign'),
  ];
  const said = (person: Actor) =>
    needsFor(person, all).needs.map(
      ({ mine, sentence, count }) => `${mine ? 'you' : '-'} ${sentence} ${count}`,
    );
  expect(said(SANNA)).toEqual([
    'you file one 2',
    'you file three 1',
    '- one is loose 2',
    '- a backup failed 1',
    '- sign 2',
  ]);
  // Who did the work is told of it as another's.
  expect(said(PERRIN)).toEqual([
    'you one is loose 1',
    'you sign 2',
    '- two is loose 1',
    '- a backup failed 1',
    '- file one 2',
    '- file three 1',
  ]);
  expect(needsFor(PERRIN, all).inAll).toBe(6);
});
test('who did the work behind a gate is not told to sign it', () => {
  const story = rings().measureAll();
  const [sign] = needsOf(story.job, ON);
  expect(sign?.sentence).toContain('ready to sign');
  expect(sign?.notBy).toEqual(expect.arrayContaining([story.job.opened.by.id]));
  expect(needsFor(PERRIN, [sign!]).needs[0]?.mine).toBe(true);
});
