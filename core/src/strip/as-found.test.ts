import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  gateRule,
  gateWaits,
  livesDue,
  mapDoubts,
  mapSlots,
  openMatters,
  refitParts,
  runningPlaces,
  tellAgain,
  toReplace,
  unitsOf,
} from '../index';
import type { EngineModel, JobDraft, Layout, Stage, Way } from '../index';
import { IVO, MODEL, PERRIN, RING_GAP, ROUTE, SANNA } from '../../test/fixtures';
import { Story } from '../../test/story';

const LAYOUT: Layout = {
  ...MODEL.layout,
  journals: [
    { id: 'm1', label: 'front main', kind: 'main', cylinders: [] },
    { id: 'p1', label: 'pin 1', kind: 'crankpin', cylinders: ['1', '2'] },
  ],
  points: [
    { id: 'upper', label: 'upper half', for: ['shell'] },
    { id: 'lower', label: 'lower half', for: ['shell'] },
  ],
  fasteners: [
    { id: 'rod-1', label: '1', for: ['rod'] },
    { id: 'rod-2', label: '2', for: ['rod'] },
  ],
};
const V: EngineModel = { ...MODEL, layout: LAYOUT };
/** A job that is taken apart on a map before anything is measured. */
function strip(): Story {
  const story = new Story('required', V);
  const [arrival, rings, release] = ROUTE.gates;
  story.route = {
    ...ROUTE,
    gates: [
      arrival!,
      {
        ...{
          stage: 'strip',
          label: 'Strip',
          conditions: ['gatesBefore', 'mapComplete'],
          sheets: [],
        },
        ...{ signedBy: ['technician', 'inspector'], independent: false },
      },
      rings!,
      release!,
    ],
  };
  return story.arrive();
}
const say = (slot: string, more: Partial<JobDraft & { type: 'sayAsFound' }> = {}): JobDraft => ({
  ...{ type: 'sayAsFound', slot, there: true, way: null, cannotTell: false, odd: '', remark: '' },
  ...{ hours: null, atBuild: 'reused', reason: '' },
  ...more,
});
const waits = (story: Story, stage: Stage) =>
  gateWaits(story.job, gateRule(story.job, stage)!, '2026-06-02').map((each) => each.kind);
const whole = (story: Story) => {
  for (const { slot, ways } of mapSlots(LAYOUT)) story.do(say(slot, { way: ways[0] ?? null }));
  return story;
};
const remarks = (story: Story) => tellAgain(story.entries.map(({ entry }) => entry as never)).remarks;

test('every part of a cylinder, a main bearing and the engine is put down, each under a tag of its own', () => {
  const tags = mapSlots(LAYOUT).map(({ tag }) => tag);
  expect(tags).toEqual([
    ...['1-P', '1-CL', '1-PN', '1-R', '1-C', '1-B1', '1-B2', '1-SU', '1-SL'],
    ...['2-P', '2-CL', '2-PN', '2-R', '2-C', '2-B1', '2-B2', '2-SU', '2-SL'],
    ...['M1-MC', 'M1-MSU', 'M1-MSL', 'E-T'],
  ]);
});
test('no two tags of any engine are read for each other', () => {
  const folder = join(__dirname, '../../../demo/models');
  for (const file of readdirSync(folder)) {
    const { model } = JSON.parse(readFileSync(join(folder, file), 'utf8')) as { model: { layout: Layout } };
    const slots = mapSlots(model.layout);
    const tags = slots.map(({ tag }) => tag);
    expect([file, new Set(tags).size]).toEqual([file, slots.length]);
    // Letters that are read as figures, and other numerals than these, stand on none of them.
    for (const tag of tags) expect(tag).toMatch(/^[A-HJ-NP-Z0-9]+-[A-HJ-NP-Z0-9]+$/);
    expect(unitsOf(model.layout).filter(({ kind }) => kind === 'cylinder')).toHaveLength(
      model.layout.cylinders.length,
    );
  }
});
test('the gate waits until the map is whole, and the one after it for what was odd', () => {
  const story = strip();
  expect(waits(story, 'strip')).toEqual(['map']);
  whole(story);
  expect(waits(story, 'strip')).toEqual([]);
  story.do(say('rod@cylinder:1', { way: 'rear', odd: 'faces the other way', reason: 'looked again' }));
  expect([waits(story, 'strip'), mapDoubts(story.job).length]).toEqual([[], 1]);
  story.sign('strip', IVO);
  expect(waits(story, 'rings')).toContain('finding');
  const [doubt] = mapDoubts(story.job);
  const decide: JobDraft = { type: 'decideOdd', finding: doubt!.id, keep: true, reason: 'run in so' };
  expect(story.attempt(decide, SANNA)?.code).toBe('MAY_NOT');
  story.do(decide, PERRIN);
  expect(mapDoubts(story.job)).toEqual([]);
  expect(story.attempt(decide, PERRIN)?.code).toBe('FINDING_UNKNOWN');
  // Behind the signature nothing of the map changes.
  expect(story.attempt(say('piston@cylinder:1', { way: 'rear', reason: 'x' }), IVO)?.code).toBe(
    'BEHIND_SIGNED_GATE',
  );
  expect(remarks(story)).toEqual([]);
});
test('a part that was found is there from then on, with its hours, and with what was said of it before', () => {
  const story = strip().do(say('rod@cylinder:1', { way: 'left', hours: 1962, remark: 'dark line' }));
  expect(story.job.parts.get('rod@cylinder:1#1')).toMatchObject({ state: 'reused', hours: 1962 });
  story.do(say('rod@cylinder:1', { way: 'right', reason: 'the number is on the other side' }), SANNA);
  const entry = story.job.asFound.get('rod@cylinder:1');
  expect([entry?.way, entry?.before?.way, entry?.before?.by.name]).toEqual(['right', 'left', 'Ivo']);
  expect(story.job.parts.get('rod@cylinder:1#1')?.history).toHaveLength(1);
  // Where nothing lay nothing is put in.
  story.do(say('clip@cylinder:1', { there: false, odd: 'no clip in it' }));
  expect(story.job.slots.get('clip@cylinder:1')).toBeUndefined();
  expect(mapDoubts(story.job).map(({ kind }) => kind)).toEqual(['asFoundOdd']);
  expect(remarks(story)).toEqual([]);
});
test.each<[string, JobDraft, string]>([
  ['without which way', say('rod@cylinder:1'), 'WAY_OPEN'],
  ['a way that it cannot lie', say('rod@cylinder:1', { way: 'groovesOut' }), 'WAY_UNKNOWN'],
  ['of a slot that is not on the map', say('bore@cylinder:1'), 'SLOT_UNKNOWN'],
  ['anew without a reason', say('pin@cylinder:1', { way: 'rear' }), 'REASON_MISSING'],
  [
    'anew by who had not seen the first',
    say('pin@cylinder:1', { way: 'rear', basedOn: 0, reason: 'x' }),
    'AS_FOUND_SAID_ANEW',
  ],
  ['of turning without a word', { type: 'sayTurning', effort: ' ', remark: '' }, 'REASON_MISSING'],
])('nothing is put down %s', (_what, draft, code) => {
  const story = strip().do(say('pin@cylinder:1', { way: 'front' }));
  const before = story.entries.length;
  expect([story.attempt(draft, IVO)?.code, story.entries.length]).toEqual([code, before]);
});
test('a job whose route asks for no map has none', () => {
  const story = new Story('required', V).arrive();
  expect(story.attempt(say('pin@cylinder:1', { way: 'front' }), IVO)?.code).toBe('MAP_NOT_ASKED');
});
test('a run-in part that goes elsewhere is a finding until it is back, taken out, or an inspector who did not move it agrees', () => {
  const story = whole(strip());
  const [one, two] = ['rod@cylinder:1', 'rod@cylinder:2'];
  const swap = (): Story =>
    story.do({
      type: 'moveParts',
      moves: [
        { part: `${one}#1`, to: story.job.parts.get(`${one}#1`)?.slot === one ? two : one },
        { part: `${two}#1`, to: story.job.parts.get(`${two}#1`)?.slot === two ? one : two },
      ],
      reason: 'weights',
    });
  const doubts = () => mapDoubts(story.job).map(({ kind, slot, now }) => `${kind} ${slot} ${now}`);
  swap();
  expect(doubts()).toEqual([`notAsFound ${one} ${two}`, `notAsFound ${two} ${one}`]);
  expect(openMatters(story.job).findings.filter(({ kind }) => kind === 'asFound')).toHaveLength(2);
  swap();
  expect(doubts()).toEqual([]);
  swap();
  for (const { id } of mapDoubts(story.job))
    story.do({ type: 'decideOdd', finding: id, keep: true, reason: 'both are new bushes' }, PERRIN);
  expect(doubts()).toEqual([]);
  // What was decided is of where they lie: elsewhere again is asked about again.
  story.do({ type: 'replacePart', part: `${two}#1`, reason: 'cracked', instead: null });
  expect(doubts()).toEqual([]);
  expect(remarks(story)).toEqual([]);
});
test('how the engine turned is said once, and again', () => {
  const story = strip().do({ type: 'sayTurning', effort: '42 N.m at the flywheel', remark: 'even' });
  story.do({ type: 'sayTurning', effort: '45 N.m', remark: '' }, SANNA);
  expect([story.job.turned?.effort, story.job.turned?.by.name]).toEqual(['45 N.m', 'Sanna']);
});

/** The same, and what ran in is asked for again before the last gate. */
function stripAndRefit(model: EngineModel = V, rules?: number): Story {
  const story = new Story('required', model);
  if (rules !== undefined) story.rules = rules;
  const [arrival, rings, release] = ROUTE.gates;
  const gate = { sheets: [], signedBy: ['technician' as const, 'inspector' as const], independent: false };
  story.route = {
    ...ROUTE,
    gates: [
      arrival!,
      { ...gate, stage: 'strip', label: 'Strip', conditions: ['gatesBefore', 'mapComplete'] },
      {
        ...gate,
        stage: 'build',
        label: 'Build',
        conditions: ['gatesBefore', 'partsRefitted'],
        independent: true,
      },
      rings!,
      release!,
    ],
  };
  return whole(story.arrive()).sign('strip', IVO);
}
const refit = (slot: string, way: Way, more: object = {}): JobDraft => ({
  type: 'sayRefit',
  slot,
  way,
  reason: '',
  ...more,
});
const renew = (story: Story): Story => {
  for (const { slot } of toReplace(story.job)) {
    const part = story.job.slots.get(slot) ?? '';
    story.do({
      ...{ type: 'replacePart', part, reason: 'used up' },
      instead: { state: 'new', partNumber: null, lot: null },
    });
  }
  return story;
};
test('what ran in goes back the way it was found, and what is used up is new, before the gate can be signed', () => {
  const story = stripAndRefit();
  expect(waits(story, 'build')).toEqual(['refit', 'replace']);
  for (const { slot, entry } of refitParts(story.job)) story.do(refit(slot, entry.way!));
  expect(waits(story, 'build')).toEqual(['replace']);
  expect(toReplace(story.job).every(({ kind }) => kind === 'clip')).toBe(true);
  // An old one in its place is none.
  const [clip] = toReplace(story.job);
  story.do({
    ...{ type: 'replacePart', part: story.job.slots.get(clip!.slot)!, reason: 'lost' },
    instead: { state: 'reused', partNumber: null, lot: null },
  });
  expect(toReplace(story.job)).toContainEqual(clip);
  renew(story);
  expect(waits(story, 'build')).toEqual([]);
  // Who put it back does not sign for it.
  expect(() => story.sign('build', IVO)).toThrow('SECOND_PERSON_NEEDED');
  story.sign('build', PERRIN);
  expect(story.attempt(refit('rod@cylinder:1', 'rear', { reason: 'x' }), IVO)?.code).toBe(
    'BEHIND_SIGNED_GATE',
  );
  expect(remarks(story)).toEqual([]);
});
test('the other way round is a finding, until it is turned or an inspector who did not fit it agrees', () => {
  const story = stripAndRefit();
  const rod = 'rod@cylinder:1';
  const found = story.job.asFound.get(rod)!.way;
  const other: Way = found === 'rear' ? 'front' : 'rear';
  story.do(refit(rod, other), SANNA);
  const [doubt] = mapDoubts(story.job);
  expect([doubt?.kind, doubt?.slot]).toEqual(['otherWay', rod]);
  const keep: JobDraft = { type: 'decideOdd', finding: doubt!.id, keep: true, reason: 'marks agree' };
  expect([story.attempt(keep, SANNA)?.code, story.attempt(keep, IVO)?.code]).toEqual(['MAY_NOT', 'MAY_NOT']);
  expect(story.attempt(refit(rod, found!), SANNA)?.code).toBe('REASON_MISSING');
  expect(story.attempt(refit(rod, found!, { basedOn: 0, reason: 'x' }), SANNA)?.code).toBe(
    'AS_FOUND_SAID_ANEW',
  );
  story.do(refit(rod, found!, { reason: 'turned' }), SANNA);
  expect(mapDoubts(story.job)).toEqual([]);
  story.do(refit(rod, other, { reason: 'turned back' }));
  story.do({ ...keep, finding: mapDoubts(story.job)[0]!.id }, PERRIN);
  expect(mapDoubts(story.job)).toEqual([]);
  expect(remarks(story)).toEqual([]);
});
test('a decision on what was odd is followed: put right, no way is held against it; kept, the found one is', () => {
  for (const keep of [true, false]) {
    const story = stripAndRefit();
    story.do({ type: 'reopenGate', gate: 'strip', reason: 'looked again' }, PERRIN);
    story.do(say('rod@cylinder:1', { way: 'rear', odd: 'faces the other way', reason: 'seen' }));
    story.sign('strip', IVO);
    story.do({ type: 'decideOdd', finding: mapDoubts(story.job)[0]!.id, keep, reason: 'x' }, PERRIN);
    const [asked] = refitParts(story.job).filter(({ slot }) => slot === 'rod@cylinder:1');
    expect([asked?.expected, asked?.decided?.keep]).toEqual([keep ? 'rear' : undefined, keep]);
    story.do(refit('rod@cylinder:1', 'front'));
    expect(mapDoubts(story.job)).toHaveLength(keep ? 1 : 0);
  }
});
test('taken out and put elsewhere, what was said of how it was put back is of before', () => {
  const story = stripAndRefit();
  const [one, two] = ['rod@cylinder:1', 'rod@cylinder:2'];
  story.do(refit(one, story.job.asFound.get(one)!.way!));
  const swap: JobDraft = {
    ...{ type: 'moveParts', reason: 'weights' },
    moves: [
      { part: `${one}#1`, to: two },
      { part: `${two}#1`, to: one },
    ],
  };
  story.do(swap);
  expect(refitParts(story.job).find(({ part }) => part === `${one}#1`)?.said).toBeUndefined();
  story.do({ ...swap, moves: swap.moves.map(({ part }) => ({ part, to: part.slice(0, -2) })) });
  expect(refitParts(story.job).find(({ part }) => part === `${one}#1`)?.said).toBeUndefined();
  story.do(refit(one, story.job.asFound.get(one)!.way!));
  story.do({ type: 'replacePart', part: `${two}#1`, reason: 'bent', instead: null });
  expect(refitParts(story.job).some(({ part }) => part === `${two}#1`)).toBe(false);
  expect(story.attempt(refit(two, 'rear'), IVO)?.code).toBe('SLOT_UNKNOWN');
  expect(remarks(story)).toEqual([]);
});
test('kinds that a model says are new at every overhaul are used up like clips', () => {
  const layout: Layout = { ...LAYOUT, singleUse: ['bolt'] };
  expect(
    mapSlots(layout)
      .filter(({ usedUp }) => usedUp)
      .map(({ kind }) => kind),
  ).toEqual(expect.arrayContaining(['bolt', 'clip']));
  expect(mapSlots({ ...LAYOUT, nozzles: true }).some(({ tag }) => tag === '1-N')).toBe(true);
});

const LIFED: EngineModel = {
  ...V,
  layout: { ...LAYOUT, lives: [{ kind: 'rod', counts: 'hours', limit: 16_000, untilNext: 4000 }] },
};
test('Build waits for what has a life that is over, or that nobody knows; what was said at strip counts', () => {
  const story = stripAndRefit(LIFED);
  for (const { slot, entry } of refitParts(story.job)) story.do(refit(slot, entry.way!));
  renew(story);
  expect(waits(story, 'build')).toEqual(['life']);
  // By a route that asks at Build it is no finding before that: the old ones may lie there until then.
  expect(openMatters(story.job).findings.some(({ kind }) => kind === 'lifeDue')).toBe(false);
  const hours = (part: string, count: number): JobDraft => ({
    ...{ type: 'sayPartFacts', parts: [part], facts: { hours: count }, reason: 'log book' },
  });
  story.do(hours('rod@cylinder:1#1', 12_000)).do(hours('rod@cylinder:2#1', 12_001));
  expect(waits(story, 'build')).toEqual(['life']);
  const instead = { state: 'new', partNumber: 'R-9', lot: null } as const;
  story.do({ type: 'replacePart', part: 'rod@cylinder:2#1', reason: 'of its life', instead });
  expect(waits(story, 'build')).toEqual([]);
  expect(remarks(story)).toEqual([]);
  const older = stripAndRefit(LIFED, 12);
  expect(waits(older, 'build')).toEqual(['refit', 'replace']);
});
test('the hours that a part was found with are its life until somebody says others', () => {
  const story = stripAndRefit(LIFED);
  story.do({ type: 'reopenGate', gate: 'strip', reason: 'the log book came' }, PERRIN);
  for (const [rod, hours] of [
    ['rod@cylinder:1', 11_000],
    ['rod@cylinder:2', 17_000],
  ] as const)
    story.do(say(rod, { way: 'rear', hours, reason: 'log book' }));
  expect(livesDue(story.job).map(({ slot, life }) => [slot, life.verdict])).toEqual([
    ['rod@cylinder:2', 'expired'],
  ]);
});

const RUNNING = { ...RING_GAP, running: true } as const;
test('what it ran with is put down beside the map, is never spent, and keeps what was said before', () => {
  const story = new Story('required', V);
  story.characteristics = [RUNNING];
  story.route = {
    ...ROUTE,
    gates: [...ROUTE.gates, ...strip().route.gates.filter(({ stage }) => stage === 'strip')],
  };
  story.arrive();
  const [first] = runningPlaces(story.job);
  const ran = (text: string, more: object = {}): JobDraft => ({
    ...{ type: 'sayRunning', place: first!.key, text, unit: 'thou', remark: '' },
    ...more,
  });
  expect(story.attempt(ran('a bit'), IVO)?.code).toBe('ENTRY_NOT_A_READING');
  expect(story.attempt(ran(''), IVO)?.code).toBe('REASON_MISSING');
  expect(story.attempt(ran('45', { place: 'endFloat' }), IVO)?.code).toBe('PLACE_UNKNOWN');
  story.do(ran('45'));
  // What may go on running is what is shown and what it is held against.
  expect(runningPlaces(story.job)[0]?.limit).toEqual({ min: 40 * 25_400, max: 52 * 25_400 });
  expect([runningPlaces(story.job)[0]?.word, runningPlaces(story.job)[0]?.entry?.size]).toEqual([
    'in',
    45 * 25_400,
  ]);
  expect(story.attempt(ran('60', { basedOn: 0 }), SANNA)?.code).toBe('STALE');
  story.do(ran('60,5'), SANNA);
  const now = runningPlaces(story.job)[0];
  expect([now?.word, now?.entry?.before?.text]).toEqual(['loose', '45']);
  // It is no reading: no gate waits for it, and nothing that is done spends it.
  story.fit();
  expect(openMatters(story.job).findings.some(({ id }) => id.startsWith('outOfLimits'))).toBe(false);
  story.do(ran('', { remark: 'the flange is in the way' }));
  expect(runningPlaces(story.job)[0]?.word).toBeUndefined();
  expect(remarks(story)).toEqual([]);
});
