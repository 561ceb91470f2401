import { bankDifferences, gateRule, gateWaits, openMatters, setRules, tellAgain } from '../index';
import { IVO, PERRIN, RING_GAP } from '../../test/fixtures';
import { allGaps, boreAt, gapAt, GAPS, STARBOARD, takeBore, takeGap, twoBanks } from '../../test/two-banks';
import type { Story } from '../../test/story';

const found = (story: Story) => bankDifferences(story.job, RING_GAP);
const findings = (story: Story) =>
  openMatters(story.job, ['ringGap']).findings.filter(
    (each) => each.kind === 'setRule' && each.rule.kind === 'banks',
  );
const holds = (story: Story) =>
  gateWaits(story.job, gateRule(story.job, 'rings')!, '2026-06-02').some(
    (each) =>
      each.kind === 'finding' && each.finding.kind === 'setRule' && each.finding.rule.kind === 'banks',
  );
const inThou = (nm: number | undefined) => Math.round((nm ?? NaN) / 2_540) / 10;

test('gaps of two banks that differ say by how much their bores may differ, and hold the gate', () => {
  const story = allGaps(twoBanks());
  const [banks] = found(story);
  expect([banks?.smaller, banks?.larger, banks?.rings.length]).toEqual(['port', 'starboard', 1]);
  const [ring] = banks!.rings;
  expect([inThou(ring?.gap), ring?.p, ring?.lots]).toEqual([4.5, 0.028571, ['5512']]);
  expect([ring?.bore.difference, ring?.bore.least, ring?.bore.most].map(inThou)).toEqual([1.4, 1.1, 1.9]);
  expect(banks?.toGauge).toHaveLength(16);
  expect([holds(story), banks?.bores]).toEqual([true, undefined]);
});
test('it is raised at the reading that tells, and not by one fewer', () => {
  const { '7': seventh, '8': last, ...others } = GAPS;
  const story = allGaps(twoBanks(), others);
  // Three against three could not tell however far apart they lay.
  expect([found(story), seventh]).toEqual([[], '16/17']);
  takeGap(story, '8', last!);
  expect(found(story)).toHaveLength(1);
});
test.each([
  ['no further apart than chance', { '1': '20/22' }],
  [
    'wholly apart by no more than the gauge shows',
    { 1: '19', 3: '19', 5: '19', 7: '19', 2: '20', 4: '20', 6: '20', 8: '20' },
  ],
])('nothing is said of gaps that are %s', (_what, more) => {
  expect(found(allGaps(twoBanks(), { ...GAPS, ...(more as Record<string, string>) }))).toEqual([]);
});
test('rings of two lots may differ by themselves; where nobody said the lot, it is asked all the same', () => {
  const byBank = (cylinder: string) => (STARBOARD.includes(cylinder) ? '5512' : '5513');
  expect(found(allGaps(twoBanks({ lots: byBank })))).toEqual([]);
  const unsaid = found(allGaps(twoBanks({ lots: () => null })));
  expect([unsaid.length, unsaid[0]?.rings[0]?.lots]).toEqual([1, []]);
});

describe('the bores', () => {
  const gauge = (story: Story, port: string, starboard: string) => {
    for (const cylinder of Object.keys(GAPS))
      takeBore(story, cylinder, STARBOARD.includes(cylinder) ? starboard : port);
  };
  test('hold the gate until the last of them is measured, and then say that they agree', () => {
    const story = allGaps(twoBanks());
    for (const cylinder of ['1', '2', '3', '4', '5', '6', '7'])
      takeBore(story, cylinder, STARBOARD.includes(cylinder) ? '100.04' : '100.00');
    expect([holds(story), found(story)[0]?.toGauge]).toEqual([
      true,
      [boreAt('8', 'along'), boreAt('8', 'across')],
    ]);
    takeBore(story, '8', '100.04');
    expect(holds(story)).toBe(false);
    expect(found(story)[0]?.bores).toEqual({ difference: 40_000, agrees: true, by: 'gauge' });
    expect(setRules(story.job).find(({ kind }) => kind === 'banks')?.state).toBe('holds');
  });
  test.each([
    ['are alike', '100.00', '100.00', 0, false],
    ['differ the other way', '100.04', '100.00', -40_000, false],
    // 3.5 thou of gap is 28.3 um of bore; bores are read in hundredths here
    ['differ by just the least', '100.00', '100.03', 30_000, true],
    ['differ by less than the least', '100.00', '100.02', 20_000, false],
    ['differ by more than the most', '100.00', '100.05', 50_000, false],
  ])('%s: that is said, and holds nothing any more', (_what, port, starboard, difference, agrees) => {
    const story = allGaps(twoBanks());
    gauge(story, port, starboard);
    expect(found(story)[0]?.bores).toEqual({ difference, agrees, by: 'gauge' });
    expect(holds(story)).toBe(false);
  });
  test('a bore that is honed is another bore: what was measured in it says nothing more', () => {
    const story = allGaps(twoBanks());
    gauge(story, '100.00', '100.04');
    for (const cylinder of ['1', '3'])
      story.do({
        ...{ type: 'reworkPart', ...story.part(gapAt(cylinder), 'bore'), what: 'honed', how: 'x' },
        underSignature: null,
      } as never);
    expect(found(story)).toEqual([]);
    takeGap(story, '1', '15/16');
    expect([found(story).length, holds(story)]).toEqual([1, true]);
  });
  test('a job without a sheet for them says so, and an inspector sets it aside', () => {
    const story = allGaps(twoBanks({ withBores: false }));
    expect([found(story)[0]?.toGauge, holds(story)]).toEqual([undefined, true]);
  });
});

test('filing takes the difference out of sight and not out of the bores: the gate is held all the same', () => {
  const story = allGaps(twoBanks());
  for (const cylinder of ['1', '3', '5', '7']) {
    story.do({
      type: 'reworkPart',
      ...story.part(gapAt(cylinder)),
      what: 'filed',
      how: 'x',
      underSignature: null,
    } as never);
    takeGap(story, cylinder, '20/21');
  }
  expect([found(story).length, holds(story)]).toEqual([1, true]);
  // Another ring in the place of one of them is as it came: there are too few of the old ones left to tell.
  for (const cylinder of ['1', '3'])
    story.do({
      ...{ type: 'replacePart', ...story.part(gapAt(cylinder)), reason: 'x', underSignature: null },
      instead: { state: 'new', partNumber: null, lot: '5512' },
    } as never);
  expect(found(story)).toEqual([]);
  takeGap(story, '1', '15/16');
  expect(holds(story)).toBe(true);
});

test('an inspector who took none of the readings sets it aside with a reason; it is of these readings', () => {
  const story = allGaps(twoBanks());
  const [finding] = findings(story);
  if (finding?.kind !== 'setRule') throw new Error('no finding');
  const accept = {
    type: 'acceptLimitNote',
    note: finding.rule.id,
    pin: 1,
    approval: null,
    reason: 'sleeves',
  } as const;
  expect(story.attempt(accept, { ...PERRIN, id: IVO.id })?.code).toBe('SECOND_PERSON_NEEDED');
  story.do(accept, PERRIN);
  expect(holds(story)).toBe(false);
  const { seq } = story.job.places.get(gapAt('1'))!.readings[0]!;
  story.do({ type: 'correctReading', place: gapAt('1'), reading: seq, reason: 'takenBack', instead: null });
  expect(holds(story)).toBe(true);
  takeGap(story, '1', '15/16');
  expect(holds(story)).toBe(true);
  expect(tellAgain(story.entries.map(({ entry }) => entry) as never).remarks).toEqual([]);
});

describe('a ring of another class', () => {
  const doubts = (story: Story) =>
    setRules(story.job).flatMap(({ kind, doubt }) =>
      kind === 'ringClass' && doubt !== undefined ? [doubt] : [],
    );
  // Gaps of 0.45 to 0.56 mm, 17.7 to 22.0 thou; a quarter of a millimetre of bore is 30.9 thou of gap.
  test.each([
    ['no gauge goes: the ends touch', '<1.5', 'larger', true],
    ['tight, as rings are', '12/13', undefined, false],
    ['wide, and no more than that', '30/31', undefined, false],
    ['wide by a class', '49/50', 'smaller', false],
    ['at the least of what a class does', '48.7', 'smaller', false],
    ['short of it', '48.6', undefined, false],
    ['at its most', '52.9', 'smaller', false],
    ['beyond it', '53.0', undefined, false],
    ['by two classes', '80/81', 'smaller', false],
  ])('%s', (_what, text, ring, isClosed) => {
    const story = takeGap(twoBanks(), '1', text);
    const [doubt, ...others] = doubts(story);
    expect([doubt?.ring, doubt?.isClosed ?? false, others.length]).toEqual([ring, isClosed, 0]);
    if (ring !== undefined)
      expect(openMatters(story.job, ['ringGap']).tasks.some(({ kind }) => kind === 'file')).toBe(false);
  });
  test('what was filed has the gap that somebody gave it; an accepted doubt lets the file be offered', () => {
    const story = takeGap(twoBanks(), '1', '<1.5');
    const [rule] = setRules(story.job);
    story.do(
      { type: 'acceptLimitNote', note: rule!.id, pin: 1, approval: null, reason: 'marked STD' },
      PERRIN,
    );
    expect(openMatters(story.job, ['ringGap']).findings.filter(({ kind }) => kind === 'setRule')).toEqual([]);
    story.do({
      type: 'reworkPart',
      ...story.part(gapAt('1')),
      what: 'filed',
      how: 'x',
      underSignature: null,
    } as never);
    takeGap(story, '1', '49/50');
    expect(doubts(story)).toEqual([]);
  });
});
