import { currentReading, planStand, placeAt, tellAgain } from '../index';
import type { Characteristic, JobDraft, PartMove } from '../index';
import { IVO, PERRIN, RING_GAP, SANNA } from '../../test/fixtures';
import { allGaps, boreAt, gapAt, takeBore, takeGap, twoBanks } from '../../test/two-banks';
import type { Story } from '../../test/story';

const slot = (cylinder: string) => `ring@cylinder:${cylinder}/groove:1/member:ring`;
const ring = (cylinder: string) => `${slot(cylinder)}#1`;
const lies = (story: Story, cylinder: string) => story.job.slots.get(slot(cylinder));
const stands = (story: Story, place: string) => {
  const record = placeAt(story.job, place);
  return currentReading(record)?.text ?? record.readings.at(-1)?.status;
};
const swap = (a: string, b: string): readonly PartMove[] => [
  { part: ring(a), to: slot(b) },
  { part: ring(b), to: slot(a) },
];
const move = (moves: readonly PartMove[], reason = 'fits better there'): JobDraft => ({
  type: 'moveParts',
  moves,
  reason,
});
const remarks = (story: Story) => tellAgain(story.entries.map(({ entry }) => entry as never)).remarks;

describe('parts that change places', () => {
  test('keep what they are, and spend what was measured of them where they lay, and of nothing else', () => {
    const story = allGaps(twoBanks());
    takeBore(story, '1', '100.00');
    story.do(move(swap('1', '2')));
    expect([lies(story, '1'), lies(story, '2')]).toEqual([ring('2'), ring('1')]);
    expect([stands(story, gapAt('1')), stands(story, gapAt('2'))]).toEqual(['spent', 'spent']);
    expect([stands(story, gapAt('3')), stands(story, boreAt('1', 'along'))]).toEqual(['15/16', '100.00']);
    takeGap(story, '1', '20/22');
    const [found, now] = placeAt(story.job, gapAt('1')).readings.map(({ parts }) => parts[0]?.id);
    expect([found, now]).toEqual([ring('1'), ring('2')]);
    expect(remarks(story)).toEqual([]);
  });
  test('one that was taken out can be put in elsewhere, and comes back with its story', () => {
    const story = allGaps(twoBanks());
    for (const cylinder of ['1', '2'])
      story.do({ type: 'replacePart', part: ring(cylinder), reason: 'tried', instead: null });
    story.do(move([{ part: ring('1'), to: slot('2') }]));
    expect(story.job.parts.get(ring('1'))?.history.map(({ what }) => what)).toEqual([
      'fitted',
      'removed',
      'moved',
    ]);
    expect(lies(story, '2')).toBe(ring('1'));
    expect(remarks(story)).toEqual([]);
  });
  test.each<[string, readonly PartMove[], string]>([
    ['to a slot of another kind', [{ part: ring('1'), to: 'bore@cylinder:2' }], 'MOVE_NOT_POSSIBLE'],
    ['to a slot that is not there', [{ part: ring('1'), to: slot('9') }], 'SLOT_UNKNOWN'],
    ['that nobody fitted', [{ part: ring('9'), to: slot('1') }], 'PART_UNKNOWN'],
    [
      'both to one slot',
      [
        { part: ring('1'), to: slot('3') },
        { part: ring('2'), to: slot('3') },
      ],
      'MOVE_NOT_POSSIBLE',
    ],
    ['to where it lies', [{ part: ring('1'), to: slot('1') }], 'NOTHING_SAID'],
  ])('a part does not go %s', (_what, moves, code) => {
    const story = allGaps(twoBanks());
    expect(story.attempt(move(moves), IVO)?.code).toBe(code);
  });
  test('where something lies that does not go itself, it stands as a report until it is settled', () => {
    const story = allGaps(twoBanks());
    story.do(move([{ part: ring('1'), to: slot('2') }]));
    const [report] = story.job.reports;
    expect([report?.because, lies(story, '1'), stands(story, gapAt('1'))]).toEqual([
      'slotTaken',
      ring('1'),
      '15/16',
    ]);
    story.do({ type: 'settleFact', report: report!.seq, as: 'happened', reason: 'seen' }, PERRIN);
    expect([lies(story, '1'), lies(story, '2')]).toEqual(['', ring('1')]);
    // Ring 2 is out, and was before ring 1 came.
    expect(story.job.parts.get(ring('2'))?.slot).toBeNull();
    // It is the work of who reported it.
    expect(story.job.parts.get(ring('1'))?.history.at(-1)?.byName).toBe('Ivo');
    expect(remarks(story)).toEqual([]);
  });
  test('a swap that was drawn before one of them was filed at another tablet is a report', () => {
    const story = allGaps(twoBanks());
    const seen = [ring('1'), ring('2')].map((id) => ({ id, condition: 1 }));
    story.do({ type: 'reworkPart', part: ring('2'), what: 'filed', how: 'x' }, SANNA);
    story.do({ type: 'moveParts', moves: swap('1', '2'), seen, reason: 'x' });
    expect(story.job.reports.map(({ because }) => because)).toEqual(['partChanged']);
    expect(lies(story, '1')).toBe(ring('1'));
    expect(remarks(story)).toEqual([]);
  });
  test('a gap that was taken before the swap and comes after it is kept as of the ring as it lay', () => {
    const story = allGaps(twoBanks(), { '1': '15/16' });
    const parts = placeAt(story.job, gapAt('1')).readings[0]!.parts;
    story.do(move(swap('1', '2')));
    story.do(
      { ...story.reading(gapAt('1'), '16/17'), unit: 'thou', instrument: 'GG-1', seen: parts },
      SANNA,
      {
        instrument: story.job.instruments['GG-1']!,
      },
    );
    const late = placeAt(story.job, gapAt('1')).readings.map(({ status, text }) => `${text} ${status}`);
    expect(late).toEqual(['15/16 spent', '16/17 spent']);
  });
});

describe('what is done to a part', () => {
  const SIDES: Characteristic = {
    ...RING_GAP,
    ...{ id: 'sides', name: 'Side clearance', axes: ['cylinder', 'groove', 'member'], parts: ['ring'] },
    ...{ questions: [], aspects: { ring: ['sides'] } },
  };
  const ENDS: Characteristic = { ...RING_GAP, aspects: { ring: ['ends'], bore: ['wall'] } };
  const sideAt = (cylinder: string) => `sides@cylinder:${cylinder}/groove:1/member:ring`;
  const measured = (rules?: number) => {
    const story = twoBanks({ characteristics: [SIDES, ENDS], ...(rules === undefined ? {} : { rules }) });
    allGaps(story);
    for (const cylinder of ['1', '2']) {
      const reading = { ...story.reading(sideAt(cylinder), '3'), instrument: 'GG-1', answers: [] };
      story.do({ ...reading, unit: 'thou' }, IVO, { instrument: story.job.instruments['GG-1']! });
    }
    return story;
  };
  const file = (cylinder: string): JobDraft => ({
    type: 'reworkPart',
    part: ring(cylinder),
    what: 'filed',
    how: 'one end',
    round: { strokes: 3, tool: 'hand-cranked grinder', minutes: 4 },
  });
  test('spends exactly what depended on what it changed', () => {
    const story = measured();
    story.do(file('1'));
    expect([stands(story, gapAt('1')), stands(story, sideAt('1'))]).toEqual(['spent', '3']);
    expect(stands(story, gapAt('2'))).toBe('19/20');
    // Its sides are measured of the ring as it was, and count.
    story.do({ ...story.reading(sideAt('1'), '3'), unit: 'thou', instrument: 'GG-1', answers: [] }, SANNA, {
      instrument: story.job.instruments['GG-1']!,
    });
    expect(placeAt(story.job, sideAt('1')).readings.map(({ status }) => status)).not.toContain('spent');
    // And one of the ring before it was filed is not late for them.
    const seen = [{ id: ring('1'), condition: 1 }];
    story.do(
      { ...story.reading(sideAt('1'), '3'), unit: 'thou', instrument: 'GG-1', answers: [], seen },
      SANNA,
      { instrument: story.job.instruments['GG-1']! },
    );
    expect(placeAt(story.job, sideAt('1')).readings.at(-1)?.late).toBeNull();
    expect(remarks(story)).toEqual([]);
  });
  test('takes everything with it that a move or a replacement ends', () => {
    const story = measured();
    story.do(move(swap('1', '2')));
    expect([stands(story, sideAt('1')), stands(story, gapAt('1'))]).toEqual(['spent', 'spent']);
  });
  test('a plan spends nothing, is open until it is done, and is overtaken by something else', () => {
    const story = measured();
    const plan = (work: Extract<JobDraft, { type: 'planWork' }>['work']) => {
      story.do({ type: 'planWork', work, about: [], reason: 'to gain a ring' });
      return story.job.plans.at(-1)!.seq;
    };
    const stand = (seq: number) =>
      planStand(
        story.job,
        story.job.plans.find((each) => each.seq === seq)!,
      );
    const seen = ['3', '4'].map((cylinder) => ({ id: ring(cylinder), condition: 1 }));
    const swapped = plan({ kind: 'move', moves: swap('3', '4'), seen, reason: 'x' });
    const filed = plan({ kind: 'rework', part: ring('1'), what: 'filed', how: '2 thou' });
    const given = plan({ kind: 'rework', part: ring('2'), what: 'filed', how: '2 thou' });
    expect([stands(story, gapAt('1')), stands(story, gapAt('3'))]).toEqual(['15/16', '15/16']);
    story.do({ type: 'dropPlan', plan: given, reason: 'in as it is' });
    expect([swapped, filed, given].map(stand)).toEqual(['open', 'open', 'dropped']);
    story.do(file('1'));
    story.do(move(swap('3', '4')));
    expect([swapped, filed].map(stand)).toEqual(['done', 'done']);
    const other = plan({ kind: 'rework', part: ring('5'), what: 'filed', how: '2 thou' });
    story.do({ type: 'replacePart', part: ring('5'), reason: 'broken', instead: null });
    expect(stand(other)).toBe('overtaken');
    expect(story.attempt({ type: 'dropPlan', plan: other, reason: 'x' }, IVO)?.code).toBe('PLAN_UNKNOWN');
    expect(remarks(story)).toEqual([]);
  });
  test.each<[string, JobDraft, string]>([
    [
      'a swap with a part that stays',
      {
        type: 'planWork',
        work: { kind: 'move', moves: [swap('1', '2')[0]!], seen: [], reason: 'x' },
        about: [],
        reason: '',
      },
      'MOVE_NOT_POSSIBLE',
    ],
    [
      'what is not done to such parts',
      {
        type: 'planWork',
        work: { kind: 'rework', part: ring('1'), what: 'bored', how: 'x' },
        about: [],
        reason: '',
      },
      'PART_UNKNOWN',
    ],
    [
      'of a part that changed meanwhile',
      {
        ...{ type: 'planWork', about: [], reason: '', seen: [{ id: ring('1'), condition: 2 }] },
        work: { kind: 'rework', part: ring('1'), what: 'filed', how: 'x' },
      },
      'PART_CHANGED',
    ],
  ])('nothing is planned that could not be done: %s', (_what, draft, code) => {
    const story = measured();
    const before = story.entries.length;
    expect([story.attempt(draft, IVO)?.code, story.entries.length]).toEqual([code, before]);
  });
  test('a story that began under older rules goes on spending everything', () => {
    const story = measured(10);
    story.do({ ...file('1') });
    expect([stands(story, gapAt('1')), stands(story, sideAt('1'))]).toEqual(['spent', 'spent']);
    expect(remarks(story)).toEqual([]);
  });
});
