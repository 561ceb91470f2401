import fc from 'fast-check';
import {
  aboutFace,
  askedFace,
  facesOpen,
  gateRule,
  gateWaits,
  inspectionOf,
  lookDoubts,
  lookSlots,
  openMatters,
  questionsOf,
  signatureOf,
  slotsBeside,
  tellAgain,
} from '../index';
import type { Actor, EngineModel, FaceStand, Found, JobDraft, Layout, Stage } from '../index';
import { IVO, MODEL, PERRIN, ROUTE, SANNA } from '../../test/fixtures';
import { Story } from '../../test/story';

const FACES: Layout['faces'] = [
  {
    ...{ kind: 'piston', id: 'oilHoles', name: 'oil holes clean', sort: 'clean', looks: ['carbon'] },
    ...{ how: 'by eye', reject: 'clean again', aspects: ['face'] },
  },
  {
    ...{ kind: 'piston', id: 'crown', name: 'crown', sort: 'look', looks: ['burning'] },
    ...{ how: 'by eye', reject: 'burnt', aspects: ['face'] },
  },
  {
    ...{ kind: 'piston', id: 'crackTest', name: 'crack test: crown', sort: 'test', looks: ['crack'] },
    ...{ how: 'penetrant', reject: 'cracks', aspects: ['face'] },
  },
  {
    ...{ kind: 'bore', id: 'surface', name: 'running surface', sort: 'look', looks: ['scoring'] },
    ...{ how: 'nail', reject: 'scoring', aspects: ['face'] },
  },
];
/** Every other kind is looked at no more: a model may leave a kind out by one face that none of its parts has. */
const NOT_HERE = ['pin', 'rod', 'cap', 'bolt', 'rodShell', 'shell', 'thrustWasher', 'journal', 'mainCap'];
const LAYOUT: Layout = {
  ...MODEL.layout,
  faces: [
    ...FACES,
    ...[...NOT_HERE, 'liner', 'block', 'nozzle'].map((kind) => ({
      ...{ kind, id: 'none', name: 'none', sort: 'look' as const, looks: [], lined: true as const },
      ...{ how: '', reject: 'nothing', aspects: ['face'] },
    })),
  ],
};
const SMALL: EngineModel = { ...MODEL, layout: LAYOUT };
const INSPECT = {
  ...{ stage: 'inspect' as const, label: 'Inspect', sheets: [] },
  ...{ conditions: ['gatesBefore' as const, 'partsInspected' as const] },
  ...{ signedBy: ['inspector' as const], independent: true },
};
function inspection(model = SMALL): Story {
  const story = new Story('required', model);
  const [arrival, rings, release] = ROUTE.gates;
  story.route = { ...ROUTE, gates: [arrival!, INSPECT, rings!, release!] };
  return story.arrive();
}
const P1 = 'piston@cylinder:1';
const P2 = 'piston@cylinder:2';
const look = (slot: string, item: string, found: Found = 'good', more: object = {}): JobDraft => ({
  ...{ type: 'sayLooked', slot, item, found, reason: '', remark: '', cause: null },
  defects: found === 'rejected' ? [{ kind: 'scoring', where: 'thrust side', size: '' }] : [],
  ...more,
});
const test_ = (slots: readonly string[], startedAt: string, more: object = {}): JobDraft => ({
  ...{
    type: 'beginTest',
    slots,
    method: 'penetrant',
    area: 'crown',
    batch: 'PT-1',
    batchUntil: '2026-12-31',
  },
  ...{ qualification: 'level 2', qualifiedUntil: '2026-12-31', dwell: 10, development: 5, startedAt },
  ...more,
});
const minutes = (from: string, n: number): string => new Date(Date.parse(from) + n * 60_000).toISOString();
const stand = (story: Story, slot: string, item: string): FaceStand | undefined =>
  askedFace(story.job, slot, item)?.stand;
const waits = (story: Story, stage: Stage) =>
  gateWaits(story.job, gateRule(story.job, stage)!, '2026-06-02').map((each) => each.kind);
const remarks = (story: Story) => tellAgain(story.entries.map(({ entry }) => entry as never)).remarks;
/** Everything that is open and no crack test. */
function lookAtAll(story: Story, by: Actor = IVO): Story {
  for (const { slot, item, rule } of facesOpen(story.job))
    story.do(
      rule?.sort === 'test' ? look(slot, item, 'notInspected', { reason: 'no fluid' }) : look(slot, item),
      by,
    );
  return story;
}

test('both faces of a groove are looked at before the next groove, and each item of a part is one thing', () => {
  const items = lookSlots(MODEL.layout).find(({ kind }) => kind === 'piston')?.items ?? [];
  expect(items.slice(3, 7).map(({ item }) => item)).toEqual(
    MODEL.layout.grooves.slice(0, 2).flatMap(({ id }) => [`grooveUpper.${id}`, `grooveLower.${id}`]),
  );
  for (const { items: all } of lookSlots(MODEL.layout))
    expect(new Set(all.map(({ item }) => item)).size).toBe(all.length);
});
test('what a model says of a kind is all that is looked at on it', () => {
  expect(inspectionOf(inspection().job).map(({ slot, faces }) => `${slot} ${faces.length}`)).toEqual(
    ['bore@cylinder:1 1', 'bore@cylinder:2 1', `${P1} 3`, `${P2} 3`].sort(
      (a, b) => Number(a.startsWith('bore')) - Number(b.startsWith('bore')),
    ),
  );
});
test('a part is named by who looks at it first, and the gate waits for every face', () => {
  const story = inspection();
  expect(waits(story, 'inspect')).toEqual(['inspection']);
  story.do(look(P1, 'crown'));
  expect(story.job.parts.get(`${P1}#1`)).toMatchObject({ state: 'reused', slot: P1 });
  lookAtAll(story);
  // Two crack tests were left out: an inspector who did not leave them decides.
  expect(waits(story, 'inspect')).toEqual(['finding', 'finding']);
  const [left] = lookDoubts(story.job);
  const leave: JobDraft = {
    type: 'decideLook',
    finding: left!.id,
    approval: null,
    reason: 'new ones are coming',
  };
  expect(story.attempt(leave, IVO)?.code).toBe('MAY_NOT');
  for (const { id } of lookDoubts(story.job))
    story.do({ type: 'decideLook', finding: id, approval: null, reason: 'made last year' }, PERRIN);
  expect(waits(story, 'inspect')).toEqual([]);
  story.sign('inspect', PERRIN);
  expect(remarks(story)).toEqual([]);
});
test('who looked does not sign for it', () => {
  const story = inspection();
  lookAtAll(story, PERRIN);
  for (const { id } of lookDoubts(story.job))
    expect(
      story.attempt({ type: 'decideLook', finding: id, approval: null, reason: 'x' }, PERRIN)?.code,
    ).toBe('SECOND_PERSON_NEEDED');
});
test('a rejection is lifted by an inspector who did not say it, or goes with its part, or is used on an approval', () => {
  const story = inspection();
  story.do(look(P1, 'crown', 'rejected'));
  const [doubt] = lookDoubts(story.job);
  expect(openMatters(story.job).findings.map(({ id }) => id)).toContain(doubt?.id);
  const again = look(P1, 'crown', 'good', { reason: 'it was carbon' });
  expect([story.attempt(again, IVO)?.code, story.attempt(again, SANNA)?.code]).toEqual([
    'MAY_NOT',
    'MAY_NOT',
  ]);
  const use = (approval: object | null): JobDraft =>
    ({ type: 'decideLook', finding: doubt!.id, approval, reason: 'dressed' }) as JobDraft;
  expect(story.attempt(use(null), PERRIN)?.code).toBe('APPROVAL_INCOMPLETE');
  expect(story.attempt(use({ number: 'C-1', date: '2026-06-01', issuer: '' }), PERRIN)?.code).toBe(
    'APPROVAL_INCOMPLETE',
  );
  story.do(use({ number: 'C-1', date: '2026-06-01', issuer: 'office' }), PERRIN);
  expect([lookDoubts(story.job).length, stand(story, P1, 'crown')]).toEqual([0, 'rejected']);
  // Said anew it is another thing, and what was decided of the first is not of it.
  story.do(look(P1, 'crown', 'rejected'), SANNA);
  expect(lookDoubts(story.job)).toHaveLength(1);
  story.do(look(P1, 'crown', 'good', { reason: 'cleaned, no mark' }), PERRIN);
  expect(lookDoubts(story.job)).toEqual([]);
  // An inspector who rejected it does not lift that himself.
  story.do(look(P2, 'crown', 'rejected'), PERRIN);
  expect(story.attempt(look(P2, 'crown', 'good', { reason: 'x' }), PERRIN)?.code).toBe(
    'SECOND_PERSON_NEEDED',
  );
  story.do({ type: 'replacePart', part: `${P2}#1`, reason: 'cracked', instead: null });
  expect([lookDoubts(story.job), stand(story, P2, 'crown')]).toEqual([[], undefined]);
  expect(remarks(story)).toEqual([]);
});
test('that something is wrong is said whatever another tablet said meanwhile; that it is good is not', () => {
  const story = inspection().do(look(P1, 'crown'));
  expect(story.attempt(look(P1, 'crown', 'good', { basedOn: 0, reason: 'x' }), SANNA)?.code).toBe(
    'LOOKED_AT_ANEW',
  );
  story.do(look(P1, 'crown', 'rejected', { basedOn: 0 }), SANNA);
  expect(stand(story, P1, 'crown')).toBe('rejected');
  expect(remarks(story)).toEqual([]);
});
test.each<[string, JobDraft, string]>([
  ['of a face that it has not', look(P1, 'fillet'), 'FACE_UNKNOWN'],
  ['rejected without what is wrong', look(P1, 'crown', 'rejected', { defects: [] }), 'DEFECT_OPEN'],
  [
    'good with something wrong',
    look(P1, 'crown', 'good', { defects: [{ kind: 'crack', where: '', size: '' }] }),
    'DEFECT_OPEN',
  ],
  ['not looked at without a reason', look(P1, 'crown', 'notInspected', { reason: ' ' }), 'REASON_MISSING'],
  ['of a crack without a test', look(P1, 'crackTest'), 'FACE_BY_TEST'],
])('nothing is said %s', (_what, draft, code) => {
  const story = inspection();
  const before = story.entries.length;
  expect([story.attempt(draft, IVO)?.code, story.entries.length]).toEqual([code, before]);
});
test('a job whose route asks for no inspection has none', () => {
  const story = new Story('required', SMALL).arrive();
  expect(story.attempt(look(P1, 'crown'), IVO)?.code).toBe('INSPECTION_NOT_ASKED');
  expect([
    inspectionOf(story.job),
    openMatters(story.job).findings.some(({ kind }) => kind === 'inspectionDue'),
  ]).toEqual([[], false]);
});
test('what is not clean is cleaned and looked at again by anybody: it rejects no part', () => {
  const story = inspection().do(look(P1, 'oilHoles', 'rejected'));
  expect([stand(story, P1, 'oilHoles'), lookDoubts(story.job)]).toEqual(['again', []]);
  story.do(look(P1, 'oilHoles'));
  expect(stand(story, P1, 'oilHoles')).toBe('good');
});
test('a new part is not looked at, one that goes in again is, also after the gate', () => {
  const story = lookAtAll(inspection());
  for (const { id } of lookDoubts(story.job))
    story.do({ type: 'decideLook', finding: id, approval: null, reason: 'x' }, PERRIN);
  story.sign('inspect', PERRIN);
  const instead = { state: 'reused' as const, partNumber: null, lot: null };
  story.do({ type: 'replacePart', part: `${P1}#1`, reason: 'weights', instead });
  expect(waits(story, 'rings').filter((each) => each === 'finding')).toHaveLength(1);
  const due = openMatters(story.job).findings.find(({ kind }) => kind === 'inspectionDue');
  expect(
    questionsOf(story.job)
      .find(({ id }) => id === due?.id)
      ?.answers.map(({ kind }) => kind),
  ).toEqual(['lookAgain']);
  // A first word on what came later takes nothing back that was signed; another word on what was signed does.
  expect(story.attempt(look(P2, 'crown', 'good', { reason: 'x' }), IVO)?.code).toBe('BEHIND_SIGNED_GATE');
  lookAtAll(story);
  expect(signatureOf(story.job, 'inspect')).toBeDefined();
  story.do({
    type: 'replacePart',
    part: `${P1}#2`,
    reason: 'cracked',
    instead: { ...instead, state: 'new' },
  });
  expect(inspectionOf(story.job).some(({ slot }) => slot === P1)).toBe(false);
  expect(remarks(story)).toEqual([]);
});
test('a rework makes due what it changed, and nothing else', () => {
  const story = inspection();
  const bore = 'bore@cylinder:1';
  story.do(look(bore, 'surface'));
  story.do({ type: 'reworkPart', part: `${bore}#1`, what: 'honed', how: '2 thou' });
  expect(stand(story, bore, 'surface')).toBe('again');
  story.do(look(bore, 'surface'));
  expect(stand(story, bore, 'surface')).toBe('good');
});
test('a part that moves takes what was found on it along', () => {
  const story = inspection()
    .do(look(P1, 'crown', 'rejected'))
    .do(look(P2, 'crown'));
  story.do({
    ...{ type: 'moveParts', reason: 'weights' },
    moves: [
      { part: `${P1}#1`, to: P2 },
      { part: `${P2}#1`, to: P1 },
    ],
  });
  expect([stand(story, P1, 'crown'), stand(story, P2, 'crown')]).toEqual(['good', 'rejected']);
});
test('a position that failed is looked over once for each part, whatever lies there since', () => {
  const story = inspection();
  story.do(look(P1, 'crown', 'rejected', { cause: 'dirt' }));
  const after = () =>
    inspectionOf(story.job).flatMap(({ slot, faces }) =>
      faces.flatMap(({ because, stand: is }) =>
        because === undefined ? [] : [`${because.kind} ${slot} ${is}`],
      ),
    );
  const both = [`cause ${P1} open`, 'failed bore@cylinder:1 open'];
  expect(after().sort()).toEqual(both);
  story.do({
    type: 'replacePart',
    part: `${P1}#1`,
    reason: 'burnt',
    instead: { state: 'new', partNumber: null, lot: null },
  });
  expect(after().sort()).toEqual(both);
  for (const { slot, item } of facesOpen(story.job).filter(({ because }) => because !== undefined))
    story.do(look(slot, item));
  expect(after().sort()).toEqual([`cause ${P1} good`, 'failed bore@cylinder:1 good']);
  // Said to be good after all, it asks for nothing.
  const other = inspection()
    .do(look(P1, 'crown', 'rejected'))
    .do(look(P1, 'crown', 'good', { reason: 'x' }), PERRIN);
  expect(facesOpen(other.job).some(({ because }) => because !== undefined)).toBe(false);
});
test('a crankpin stands beside the rods that it carries, and a bore beside its own piston', () => {
  const layout: Layout = {
    ...MODEL.layout,
    journals: [{ id: 'p1', label: 'pin 1', kind: 'crankpin', cylinders: ['1', '2'] }],
  };
  expect(slotsBeside(layout, 'rod@cylinder:2', 'journal')).toEqual(['journal@journal:p1']);
  expect(slotsBeside(layout, 'journal@journal:p1', 'rod')).toEqual(['rod@cylinder:1', 'rod@cylinder:2']);
  expect(slotsBeside(layout, 'bore@cylinder:2', 'piston')).toEqual([P2]);
});

test('a crack test shows nothing before its times, and answers for each of its parts', () => {
  const story = inspection();
  const start = story.now();
  story.do(test_([P1, P2], start));
  const test = story.job.crackTests[0]!.seq;
  const [one, two] = [`${P1}#1`, `${P2}#1`];
  const read = (at: string, results: readonly object[]): JobDraft =>
    ({ type: 'readTest', test, readAt: at, results }) as JobDraft;
  const good = (part: string) => ({ part, found: 'good', where: '', size: '' });
  const develop = (n: number): JobDraft => ({ type: 'developTest', test, developedAt: minutes(start, n) });
  for (let i = 0; i < 40; i += 1) story.now();
  expect(story.attempt(develop(9), IVO)?.code).toBe('TEST_NOT_READY');
  expect(story.attempt(read(minutes(start, 30), [good(one), good(two)]), IVO)?.code).toBe('TEST_NOT_READY');
  story.do(develop(10));
  expect(story.attempt(develop(11), IVO)?.code).toBe('TEST_UNKNOWN');
  expect(story.attempt(read(minutes(start, 14), [good(one), good(two)]), IVO)?.code).toBe('TEST_NOT_READY');
  expect(story.attempt(read(minutes(start, 9999), [good(one), good(two)]), IVO)?.code).toBe('TEST_NOT_READY');
  const crack = { part: two, found: 'rejected', where: 'front boss', size: '8 mm' };
  for (const results of [
    [good(one)],
    [good(one), good(one)],
    [good(one), good(two), good('x#1')],
    [good(one), { ...crack, where: ' ' }],
  ])
    expect(story.attempt(read(minutes(start, 15), results), IVO)?.code).toBe('TEST_INCOMPLETE');
  story.do(read(minutes(start, 15), [good(one), crack]));
  expect([stand(story, P1, 'crackTest'), stand(story, P2, 'crackTest')]).toEqual(['good', 'rejected']);
  expect(story.attempt(read(minutes(start, 16), [good(one), crack]), IVO)?.code).toBe('TEST_UNKNOWN');
  // Tested again by who found the crack, it is not gone.
  story.do(test_([P2], start, { dwell: 0, development: 0 }));
  const second = story.job.crackTests[1]!.seq;
  const again: JobDraft = {
    type: 'readTest',
    test: second,
    readAt: minutes(start, 20),
    results: [good(two) as never],
  };
  expect(story.attempt(again, SANNA)?.code).toBe('MAY_NOT');
  story.do(again, PERRIN);
  expect(stand(story, P2, 'crackTest')).toBe('good');
  expect(remarks(story)).toEqual([]);
});
test.each<[string, object, string]>([
  ['with a batch that is past', { batchUntil: '2026-05-31' }, 'TEST_PAST'],
  ['on the last day of its batch', { batchUntil: '2026-06-01' }, ''],
  ['by who is not qualified any more', { qualifiedUntil: '2026-05-31' }, 'TEST_PAST'],
  ['without its batch', { batch: ' ' }, 'REASON_MISSING'],
  ['of nothing', { slots: [] }, 'FACE_UNKNOWN'],
  ['of a part that has none', { slots: ['bore@cylinder:1'] }, 'FACE_UNKNOWN'],
  ['begun tomorrow', { startedAt: '2026-06-02T08:00:00.000Z' }, 'TEST_NOT_READY'],
])('a crack test %s', (_what, more, code) => {
  const story = inspection();
  expect(story.attempt(test_([P1], story.now(), more), IVO)?.code ?? '').toBe(code);
});
test('a test that was given up says nothing', () => {
  const story = inspection();
  story.do(test_([P1], story.now()));
  const test = story.job.crackTests[0]!.seq;
  expect(story.attempt({ type: 'dropTest', test, reason: ' ' }, IVO)?.code).toBe('REASON_MISSING');
  story.do({ type: 'dropTest', test, reason: 'wiped too early' });
  expect([
    stand(story, P1, 'crackTest'),
    story.attempt({ type: 'dropTest', test, reason: 'x' }, IVO)?.code,
  ]).toEqual(['open', 'TEST_UNKNOWN']);
});
test('a photograph is taken of a face that is looked at, and of one that was', () => {
  const story = inspection().do(look(P1, 'crown', 'rejected'));
  const file = { name: 'a.jpg', type: 'image/jpeg', size: 3, sha256: 'a'.repeat(64) } as never;
  const of = (part: string, item: string): JobDraft => ({
    type: 'addPhotograph',
    finding: aboutFace(part, item),
    file,
    caption: '',
  });
  story.do(of(`${P1}#1`, 'crown'));
  story.do({ type: 'replacePart', part: `${P1}#1`, reason: 'x', instead: null });
  story.do(of(`${P1}#1`, 'crown'));
  expect(story.attempt(of(`${P1}#1`, 'skirt'), IVO)?.code).toBe('FINDING_UNKNOWN');
});

const STEP = fc.record({
  what: fc.constantFrom('look', 'look', 'look', 'replace', 'move', 'hone', 'decide', 'test'),
  who: fc.constantFrom(IVO, SANNA, PERRIN),
  slot: fc.constantFrom(P1, P2, 'bore@cylinder:1', 'bore@cylinder:2'),
  item: fc.constantFrom('oilHoles', 'crown', 'crackTest', 'surface'),
  found: fc.constantFrom<Found>('good', 'good', 'rejected', 'notInspected'),
  isStale: fc.boolean(),
});
test('in whatever order things happen, nobody lifts his own rejection, and no gate is signed over one', () => {
  fc.assert(
    fc.property(fc.array(STEP, { minLength: 5, maxLength: 40 }), (steps) => {
      const story = inspection();
      for (const { what, who, slot, item, found, isStale } of steps) {
        const before = story.job;
        const part = before.parts.get(before.slots.get(slot) ?? '');
        const give = (draft: JobDraft): void => {
          story.attempt(draft, who);
        };
        if (what === 'look')
          give(look(slot, item, found, { reason: 'said', ...(isStale ? { basedOn: 0 } : {}) }));
        if (what === 'replace' && part !== undefined)
          give({
            type: 'replacePart',
            part: part.id,
            reason: 'worn',
            instead: { state: isStale ? 'new' : 'reused', partNumber: null, lot: null },
          });
        if (what === 'move')
          give({
            type: 'moveParts',
            reason: 'x',
            moves: [P1, P2].flatMap((at) => {
              const id = before.slots.get(at) ?? '';
              return id === '' ? [] : [{ part: id, to: at === P1 ? P2 : P1 }];
            }),
          });
        if (what === 'hone') give({ type: 'reworkPart', part: 'bore@cylinder:1#1', what: 'honed', how: 'x' });
        if (what === 'decide')
          for (const { id } of lookDoubts(before))
            give({
              type: 'decideLook',
              finding: id,
              approval: { number: '1', date: '2026-06-01', issuer: 'o' },
              reason: 'x',
            });
        if (what === 'test') {
          const at = story.now();
          give(test_([P1], at, { dwell: 0, development: 0 }));
          const last = story.job.crackTests.at(-1);
          if (last !== undefined && last.read === undefined)
            give({
              type: 'readTest',
              test: last.seq,
              readAt: at,
              results: last.parts.map((each) => ({
                part: each.part,
                found: found === 'rejected' ? 'rejected' : 'good',
                where: 'boss',
                size: '',
              })),
            });
        }
        // What was rejected before this step and is good now was said by an inspector who had not rejected it.
        for (const was of inspectionOf(before))
          for (const face of was.faces) {
            const now =
              face.entry === undefined ? undefined : story.job.looks.get(`${face.entry.part} ${face.item}`);
            if (face.stand === 'rejected' && now?.found === 'good' && now !== face.entry) {
              expect(now.by.id).not.toBe(face.entry?.by.id);
              expect(now.by.id).toBe(PERRIN.id);
            }
          }
      }
      // The gate is ready exactly where nothing is open and everything is decided.
      const all = inspectionOf(story.job).flatMap(({ faces }) => faces.map((face) => face.stand));
      const isReady = !all.includes('open') && !all.includes('again') && lookDoubts(story.job).length === 0;
      expect(waits(story, 'inspect').length === 0).toBe(isReady);
      expect(remarks(story)).toEqual([]);
    }),
    { numRuns: 150 },
  );
});
