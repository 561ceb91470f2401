import fc from 'fast-check';
import { filingBoard, movesOf, nanometres, orderLoad, proposedOrder, ringSets, showExact } from '../index';
import type { FilingSchool, JobDraft, RingNext } from '../index';
import { IVO, RING_GAP, SANNA } from '../../test/fixtures';
import { allGaps, gapAt, GAPS, STARBOARD, takeBore, takeGap, twoBanks } from '../../test/two-banks';
import type { Story } from '../../test/story';

const TOOL = 'hand-cranked grinder';
const slot = (cylinder: string) => `ring@cylinder:${cylinder}/groove:1/member:ring`;
const ring = (cylinder: string) => `${slot(cylinder)}#1`;
const board = (story: Story, school: FilingSchool = { kind: 'tight' }, who = 'ivo') =>
  filingBoard(story.job, RING_GAP, { school, who, tool: TOOL, stopShort: 2 });
const nextOf = (story: Story, cylinder: string, school?: FilingSchool): RingNext | undefined =>
  board(story, school).rings.find((each) => each.slot === slot(cylinder))?.next;
const inThou = (nm: number) => showExact(nanometres(nm), 'thou');
const file = (cylinder: string, strokes: number, minutes: number | null = null): JobDraft => ({
  ...{ type: 'reworkPart', part: ring(cylinder), what: 'filed', how: 'one end' },
  round: { strokes, tool: TOOL, minutes },
});

// The gap is 0.45 to 0.56 mm here: 17.72 to 22.04 thou.
test('rings to file stand by what they need, the largest first; behind them what no filing helps', () => {
  const story = allGaps(twoBanks(), { ...GAPS, '3': '<13', '5': '10/11', '8': '23/24' });
  const rings = board(story).rings.map(({ slot: at, next }) => `${at[14]} ${next.kind}`);
  expect(rings).toEqual(['3 noBlade', '5 file', '1 file', '7 file', '8 tooLoose']);
});
test('a cut is aimed as the school says, and never past the maximum', () => {
  const story = allGaps(twoBanks(), { '1': '15/16' });
  const cut = (school: FilingSchool) => {
    const next = nextOf(story, '1', school);
    return next?.kind === 'file' ? inThou(next.plan.remove) : next?.kind;
  };
  expect([cut({ kind: 'tight' }), cut({ kind: 'middle' }), cut({ kind: 'loose' })]).toEqual([
    '3.716535433',
    '4.381889764',
    '5.047244094',
  ]);
  expect(cut({ kind: 'gap', value: nanometres(20 * 25_400) })).toBe('5');
  expect(cut({ kind: 'gap', value: nanometres(40 * 25_400) })).toBe('5.047244094');
});
test('a stroke is learnt of the person and the tool, and every station is due after a round', () => {
  const story = allGaps(twoBanks(), { '1': '10/11', '3': '10/11' });
  expect(nextOf(story, '1')).toMatchObject({ kind: 'file', strokes: null });
  story.do(file('1', 4, 3));
  expect(nextOf(story, '1')).toEqual({ kind: 'measure', places: [gapAt('1')] });
  takeGap(story, '1', '12/13');
  const { learnt, rings } = board(story);
  expect([learnt.gaps, learnt.minutesARound, learnt.rate && inThou(learnt.rate.high)]).toEqual([
    1,
    3,
    '0.75',
  ]);
  // 8.7 thou at 0.75 the fastest: eleven strokes, two of them kept back.
  expect(nextOf(story, '3')).toMatchObject({ kind: 'file', strokes: 9 });
  const [told] = rings.find((each) => each.slot === slot('1'))!.rounds;
  expect(told).toMatchObject({
    step: { round: { strokes: 4 } },
    at: [{ before: { goes: nanometres(254_000) }, after: { goes: nanometres(304_800) } }],
  });
  // What Sanna's strokes take off nobody knows.
  expect(board(story, undefined, 'sanna').learnt).toEqual({ rate: null, gaps: 0, minutesARound: null });
});
test('a round that was filed and never measured again teaches nothing, nor one of a ring that was corrected away', () => {
  const story = allGaps(twoBanks(), { '1': '10/11' });
  story.do(file('1', 4)).do(file('1', 4));
  takeGap(story, '1', '14/15');
  expect(board(story).learnt.gaps).toBe(0);
});

describe('which ring in which bore', () => {
  const gauged = (story: Story) => {
    for (const cylinder of Object.keys(GAPS))
      takeBore(story, cylinder, STARBOARD.includes(cylinder) ? '100.036' : '100.000');
    return story;
  };
  const free = (story: Story, locked?: ReadonlySet<string>) => ringSets(story.job, RING_GAP, locked)[0]!;
  test('new rings of one number change places before they are filed, and what moves is said', () => {
    const story = gauged(allGaps(twoBanks(), { ...GAPS, '1': '14/15', '2': '22/23', '4': '21/22' }));
    const set = free(story);
    const { asBoxed, ringForBore, ...load } = proposedOrder(set);
    expect(set.free).toHaveLength(8);
    expect([asBoxed.toFile, asBoxed.loose]).toEqual([4, 1]);
    expect(load.loose).toBe(0);
    expect(load.toFile).toBeLessThanOrEqual(4);
    const moves = movesOf(set, ringForBore);
    expect(new Set(moves.map(({ to }) => to)).size).toBe(moves.length);
    expect(orderLoad(set, ringForBore)).toEqual({ ...load, ringForBore });
    story.do({ type: 'moveParts', moves, reason: 'as drawn' });
    expect(free(story).rings.filter(({ stays }) => stays === 'notMeasured')).toHaveLength(moves.length);
  });
  test('a ring that was filed stays', () => {
    const story = gauged(allGaps(twoBanks())).do(file('1', 2));
    expect(free(story).rings[0]?.stays).toBe('filed');
  });
  test('a run-in ring stays, one beside a bore that nobody gauged, one that is open on a side, and one that is locked', () => {
    const runIn = gauged(allGaps(twoBanks({ rings: 'reused' })));
    expect(new Set(free(runIn).rings.map(({ stays }) => stays))).toEqual(new Set(['runIn']));
    const story = allGaps(twoBanks(), { ...GAPS, '3': '15+' });
    takeBore(story, '1', '100.00');
    const stays = (locked?: ReadonlySet<string>) =>
      Object.fromEntries(free(story, locked).rings.map((each) => [each.cylinder, each.stays]));
    expect(stays()).toMatchObject({ '1': null, '2': 'boreUnknown', '3': 'openEnd' });
    expect(stays(new Set([slot('1')]))).toMatchObject({ '1': 'locked' });
  });
  test('what is proposed is never worse than as they came, whatever the rings and bores are', () => {
    const cylinders = Object.keys(GAPS);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 12, max: 24 }), { minLength: 8, maxLength: 8 }),
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 8, maxLength: 8 }),
        (gaps, wider) => {
          const story = twoBanks();
          cylinders.forEach((cylinder, i) => {
            takeGap(story, cylinder, `${gaps[i]}/${(gaps[i] ?? 0) + 1}`);
            takeBore(story, cylinder, `100.0${String(wider[i]).padStart(2, '0')}`);
          });
          const set = free(story);
          const { asBoxed, ...found } = proposedOrder(set);
          const better = [
            found.loose - asBoxed.loose,
            found.toFile - asBoxed.toFile,
            found.totalRemoval - asBoxed.totalRemoval,
          ];
          expect(better.find((each) => each !== 0) ?? 0).toBeLessThanOrEqual(0);
          // Where nothing is gained nothing moves.
          if (better.every((each) => each === 0)) expect(movesOf(set, found.ringForBore)).toEqual([]);
          // Each gap that is promised to be in lies in its limits wherever in its bracket it is.
          set.fits.forEach((row, bore) => {
            const fit = row[found.ringForBore[bore] ?? -1];
            if (fit === undefined || fit.isLoose) return;
            for (const { low, high, lower, upper } of fit.at) {
              expect(low + fit.removal).toBeGreaterThanOrEqual(lower - 1e-6);
              expect(high + fit.removal).toBeLessThanOrEqual(upper + 1e-6);
            }
          });
        },
      ),
      { numRuns: 12 },
    );
  });
  test('somebody else may say that the rings have moved', () => {
    const story = gauged(allGaps(twoBanks()));
    const moves = [
      { part: ring('1'), to: slot('2') },
      { part: ring('2'), to: slot('1') },
    ];
    const seen = moves.map(({ part: id }) => ({ id, condition: 1 }));
    story.do(
      { type: 'planWork', work: { kind: 'move', moves, seen, reason: 'x' }, about: [], reason: '' },
      IVO,
    );
    story.do({ type: 'moveParts', moves, reason: 'as planned' }, SANNA);
    expect(free(story).rings.find(({ cylinder }) => cylinder === '1')?.part.id).toBe(ring('2'));
  });
});
