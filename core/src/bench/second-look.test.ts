import {
  currentReading,
  gateRule,
  gateWaits,
  isHiddenFrom,
  parsePlaceKey,
  placeAt,
  placeStatus,
  secondTolerance,
  tellAgain,
} from '../index';
import type { Actor, JobDraft } from '../index';
import { IVO, PERRIN, person, ROUTE, SANNA, thou } from '../../test/fixtures';
import { at, Story } from '../../test/story';

const SKIRT = at(1, 1, 'skirt');
const PLACE = parsePlaceKey(SKIRT)!;
const ODA = person('Oda', 'technician');
const [ARRIVAL, RINGS, RELEASE] = ROUTE.gates;

/** The route asks for a second look at ring gaps; the shop lets two people lie two thou apart. */
function asked(tolerance: string | null = '2'): Story {
  const story = new Story();
  story.route = { ...ROUTE, gates: [ARRIVAL!, { ...RINGS!, secondLooks: ['ringGap'] }, RELEASE!] };
  if (tolerance !== null)
    story.characteristics = story.characteristics.map((each) => ({
      ...each,
      tolerance: { text: tolerance, unit: 'thou', nm: thou(tolerance) },
    }));
  return story.arrive().fit();
}
type Look = Partial<JobDraft & { type: 'takeReading' }>;
const take = (story: Story, text: string, by: Actor, more: Look = {}): string =>
  story.attempt({ ...story.reading(SKIRT, text), ...more }, by)?.code ?? 'taken';
const blind: Look = { blind: true };
const stateOf = (story: Story): string => placeStatus(story.job, PLACE).state;

test.each<[string, readonly (readonly [string, Actor, Look?])[], string]>([
  ['nobody else yet', [['44/46', IVO]], 'secondLook'],
  [
    'the same person again',
    [
      ['44/46', IVO],
      ['44/46', IVO, blind],
    ],
    'secondLook',
  ],
  [
    'another one who saw the first',
    [
      ['44/46', IVO],
      ['44/46', SANNA],
    ],
    'secondLook',
  ],
  [
    'another one, blind',
    [
      ['44/46', IVO],
      ['44/46', SANNA, blind],
    ],
    'in',
  ],
  [
    'ends that lie just the tolerance apart',
    [
      ['44/46', IVO],
      ['44/48', SANNA, blind],
    ],
    'in',
  ],
  [
    'and by a blade more',
    [
      ['44/46', IVO],
      ['44/50', SANNA, blind],
    ],
    'contested',
  ],
  [
    'one end alone, alike',
    [
      ['44/46', IVO],
      ['44+', SANNA, blind],
    ],
    'in',
  ],
  [
    'what says nothing about the other',
    [
      ['<46', IVO],
      ['42+', SANNA, blind],
    ],
    'secondLook',
  ],
  ['out of limits: that is decided first', [['35/40', IVO]], 'tight'],
  [
    'out by both',
    [
      ['35/40', IVO],
      ['35/40', SANNA, blind],
    ],
    'tight',
  ],
])('%s', (_what, looks, expected) => {
  const story = asked();
  for (const [text, by, more] of looks) expect(take(story, text, by, more)).toBe('taken');
  expect(stateOf(story)).toBe(expected);
  expect(tellAgain(story.entries.map(({ entry }) => entry) as never).remarks).toEqual([]);
});

test('the gate waits for the second look, and no longer', () => {
  const story = asked();
  const waits = () =>
    gateWaits(story.job, gateRule(story.job, 'rings')!, '2026-06-02').filter(
      (each) => each.kind === 'place' && each.place === SKIRT,
    );
  take(story, '44/46', IVO);
  expect(waits()).toEqual([{ kind: 'place', place: SKIRT, state: 'secondLook' }]);
  take(story, '44/46', SANNA, blind);
  expect(waits()).toEqual([]);
});

test('what the first one found is hidden from who has not measured, until two agree', () => {
  const story = asked();
  expect(isHiddenFrom(story.job, PLACE, SANNA)).toBe(false);
  take(story, '44/46', IVO);
  expect([IVO, SANNA, PERRIN].map((each) => isHiddenFrom(story.job, PLACE, each))).toEqual([
    false,
    true,
    true,
  ]);
  take(story, '44/46', SANNA);
  expect([SANNA, ODA].map((each) => isHiddenFrom(story.job, PLACE, each))).toEqual([false, true]);
  take(story, '44/46', ODA, blind);
  expect(isHiddenFrom(story.job, PLACE, PERRIN)).toBe(false);
});

test('two tablets at once: neither had seen the other, and that is two looks', () => {
  const story = asked();
  const before = story.version(SKIRT);
  take(story, '44/46', IVO);
  expect(take(story, '44/46', SANNA, { basedOn: before })).toBe('taken');
  expect(stateOf(story)).toBe('in');
  // What was taken on a place whose reading was there already is not unseen because something else happened since.
  const other = asked();
  take(other, '44/46', IVO);
  const seen = other.version(SKIRT);
  other.do({ type: 'deferPlace', place: SKIRT, reason: 'x' }, IVO);
  expect(take(other, '44/46', SANNA, { basedOn: seen })).toBe('taken');
  expect(stateOf(other)).toBe('secondLook');
});

describe('two people disagree', () => {
  function disagreed(): Story {
    const story = asked();
    take(story, '44/46', IVO);
    take(story, '44/50', SANNA, blind);
    return story;
  }
  test('a third looks, and the inspector goes by two of three', () => {
    const story = disagreed();
    expect([take(story, '44/46', SANNA, blind), take(story, '46/50', ODA, blind)]).toEqual([
      'PLACE_CONTESTED',
      'taken',
    ]);
    const keep = placeAt(story.job, SKIRT).readings[1]!.seq;
    story.do({ type: 'decideContest', place: SKIRT, keep, reason: 'the 48 goes' }, PERRIN);
    expect(placeAt(story.job, SKIRT).readings.map(({ status }) => status)).toEqual([
      'void',
      'refined',
      'current',
    ]);
    expect([stateOf(story), currentReading(placeAt(story.job, SKIRT))?.text]).toEqual(['in', '46/50']);
  });
  test('one of two is kept: nobody has confirmed it, and a second look is due again', () => {
    const story = disagreed();
    const keep = placeAt(story.job, SKIRT).readings[0]!.seq;
    story.do({ type: 'decideContest', place: SKIRT, keep, reason: 'x' }, PERRIN);
    expect(stateOf(story)).toBe('secondLook');
  });
});

test('the look that agreed is taken back, or the first one is: one look is left, and another is due', () => {
  for (const which of [0, 1]) {
    const story = asked();
    take(story, '44/46', IVO);
    take(story, '44/46', SANNA, blind);
    const { seq } = placeAt(story.job, SKIRT).readings[which]!;
    story.do({ type: 'correctReading', place: SKIRT, reading: seq, reason: 'takenBack', instead: null });
    expect(stateOf(story)).toBe('secondLook');
  }
});
test('who takes the own reading back has seen the other one: measured again it is no second look, and nothing is hidden', () => {
  const story = asked();
  take(story, '44/46', IVO);
  take(story, '44/46', SANNA, blind);
  const { seq } = placeAt(story.job, SKIRT).readings[1]!;
  story.do({ type: 'correctReading', place: SKIRT, reading: seq, reason: 'takenBack', instead: null }, SANNA);
  expect([SANNA, ODA].map((each) => isHiddenFrom(story.job, PLACE, each))).toEqual([false, true]);
  take(story, '44/46', SANNA, blind);
  expect(stateOf(story)).toBe('secondLook');
  take(story, '44/46', ODA, blind);
  expect(stateOf(story)).toBe('in');
});
test('the ring is filed: both looks were of the ring as it was', () => {
  const story = asked();
  take(story, '44/46', IVO);
  take(story, '44/46', SANNA, blind);
  story.do({
    type: 'reworkPart',
    ...story.part(SKIRT),
    what: 'filed',
    how: 'x',
    underSignature: null,
  } as never);
  take(story, '44/46', SANNA, blind);
  expect(stateOf(story)).toBe('secondLook');
});

test('where the shop says no tolerance it is what both gauges may err and one step of the coarser', () => {
  const story = asked(null);
  take(story, '44/46', IVO);
  const [first] = placeAt(story.job, SKIRT).readings;
  const [characteristic] = story.job.pins[0]!.characteristics;
  expect(secondTolerance(characteristic!, first!, first!)).toBe(thou('1.4'));
  expect(take(story, '44/48', SANNA, blind)).toBe('taken');
  expect(stateOf(story)).toBe('contested');
});
