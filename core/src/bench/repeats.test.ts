import fc from 'fast-check';
import {
  currentReading,
  intervalOf,
  isSize,
  judgeAgain,
  knownBy,
  ownOf,
  parsePlaceKey,
  placeAt,
  standingAt,
  tellAgain,
} from '../index';
import type { Actor, Instrument, JobState, RecordedReading, VerdictFact } from '../index';
import { FEELERS, IVO, PERRIN, person, SANNA, thou } from '../../test/fixtures';
import { at, Story } from '../../test/story';

const SKIRT = at(1, 1, 'skirt'); // 40 to 52 thou
const ODA = person('Oda', 'technician');
const QUILL = person('Quill', 'inspector');
/** A gauge that shows a size, and may err by half a thou. */
const GAUGE: Instrument = {
  ...{ ...FEELERS, id: 'SG-1', name: 'Gap gauge', kind: 'sizeGauge', blades: [] },
  ...{ resolution: thou('0.1'), uncertainty: thou('0.5') },
};
function ready(): Story {
  const story = new Story().arrive().fit();
  story.do({ type: 'takeInstrument', instrument: 'SG-1' }, IVO, { instrument: GAUGE });
  return story;
}
/** Blades where a blade is meant, a size where one is. */
function take(story: Story, text: string, by: Actor = IVO, keepBoth?: true): string {
  const instrument = /[/+<]/.test(text) ? FEELERS : GAUGE;
  const draft = { ...story.reading(SKIRT, text), instrument: instrument.id };
  return (
    story.attempt({ ...draft, ...(keepBoth === undefined ? {} : { keepBoth }) }, by, { instrument })?.code ??
    'taken'
  );
}
const record = (story: Story) => placeAt(story.job, SKIRT);
const statuses = (story: Story) => record(story).readings.map(({ status }) => status);
/** What is known, in thou, and how it is judged. */
function known(story: Story): string {
  const now = currentReading(record(story));
  if (now === undefined || !isSize(now.reading)) return 'nothing';
  const { lo, hi } = intervalOf(now.reading);
  return `${lo / 25_400} ${hi / 25_400} ${now.verdict.verdict} by ${now.text}`;
}

test.each([
  // Blades agree where their intervals overlap, and then both are known; whoever takes them.
  ['42/46', '44/48', '44 46 in by 44/48'],
  ['42+', '<46', '42 46 in by <46'],
  ['42/46', '40+', '42 46 in by 40+'],
  // A size inside the blades says more than they do.
  ['42/46', '44.0', '44 44 in by 44.0'],
  ['44.0', '42/46', '44 44 in by 44.0'],
  // Sizes agree within what both may err, and the one nearer to its limit decides.
  ['44.0', '45.0', '44 44 in by 44.0'],
  ['45.0', '44.0', '44 44 in by 44.0'],
  ['50.0', '51.0', '51 51 in by 51.0'],
  ['39.8', '40.2', '39.8 39.8 tight by 39.8'],
  ['40.2', '39.8', '39.8 39.8 tight by 39.8'],
  // Past the blade that stops by no more than both may err: either could be true, and the worse decides.
  ['<40', '40.5', '0 40 tight by <40'],
  ['40.5', '<40', '0 40 tight by <40'],
  ['35/42', '42.7', '35 42 notProven by 35/42'],
  // Points around a ring that were all measured: a size is of one of them.
  ['44-46', '45.0', '44 46 in by 44-46'],
  ['44-46', '44.5-46.5', '44 46 in by 44-46'],
])('%s and then %s by somebody else: %s', (first, second, expected) => {
  const story = ready();
  expect([take(story, first), take(story, second, SANNA)]).toEqual(['taken', 'taken']);
  expect(known(story)).toBe(expected);
  expect(statuses(story).sort()).toEqual(['current', 'refined']);
  expect(record(story).readings.map(({ by }) => by.name)).toEqual(['Ivo', 'Sanna']);
});

test.each([
  ['42/44', '44/46'],
  ['42+', '<42'],
  ['44.0', '45.01'],
  ['35/42', '42.71'],
  ['44-46', '45.01-47.01'],
  ['44-46', '47.01'],
])('%s and then %s cannot both be true: it is asked about, and may stand contested', (first, second) => {
  const story = ready();
  expect([take(story, first), take(story, second, SANNA)]).toEqual(['taken', 'PLACE_HAS_READING']);
  expect(take(story, second, SANNA, true)).toBe('taken');
  expect([statuses(story), record(story).contested.length]).toEqual([['current', 'current'], 2]);
  expect(known(story)).toBe('nothing');
});

test('the shop may let sizes lie further apart than the gauges err, and blades too', () => {
  const story = ready();
  const [pin] = story.job.pins;
  const characteristics = pin!.characteristics.map((each) => ({
    ...each,
    tolerance: { text: '2', unit: 'thou' as const, nm: thou('2') },
  }));
  story.state = { ...story.job, pins: [{ ...pin!, characteristics }] };
  take(story, '44.0');
  expect([take(story, '46.01', SANNA), take(story, '46.0', SANNA)]).toEqual(['PLACE_HAS_READING', 'taken']);
  const other = ready();
  other.state = { ...other.job, pins: [{ ...pin!, characteristics }] };
  take(other, '35/40');
  expect([take(other, '44/46', SANNA), take(other, '42/44', SANNA)]).toEqual(['PLACE_HAS_READING', 'taken']);
  expect(known(other)).toBe('35 40 tight by 35/40');
});

describe('what is taken away leaves the rest standing', () => {
  test('the reading that narrowed it is taken back: the first one counts again, as it was', () => {
    const story = ready();
    take(story, '42/46');
    take(story, '44/48', SANNA);
    const [, second] = record(story).readings;
    story.do({
      type: 'correctReading',
      place: SKIRT,
      reading: second!.seq,
      reason: 'takenBack',
      instead: null,
    });
    expect([known(story), statuses(story)]).toEqual(['42 46 in by 42/46', ['current', 'corrected']]);
  });
  test('the first one was of another place: what is left is what the second one said by itself', () => {
    const story = ready();
    take(story, '42/46');
    take(story, '44/48', SANNA);
    const [first] = record(story).readings;
    story.do({
      type: 'correctReading',
      place: SKIRT,
      reading: first!.seq,
      reason: 'wrongPlace',
      instead: null,
    });
    expect([known(story), statuses(story)]).toEqual(['44 48 in by 44/48', ['corrected', 'current']]);
  });
  test('a figure that is put right is put beside what is left, and asked about where it cannot be', () => {
    const story = ready();
    take(story, '42/46');
    take(story, '44/48', SANNA);
    const [first] = record(story).readings;
    const { type: _, place: __, basedOn: ___, ...taken } = story.reading(SKIRT, '50/52');
    const correct = (text: string) =>
      story.attempt(
        {
          ...{ type: 'correctReading', place: SKIRT, reading: first!.seq, reason: 'typing' },
          instead: { ...taken, text },
        } as never,
        IVO,
      )?.code;
    expect(correct('50/52')).toBe('PLACE_HAS_READING');
    expect(correct('46/50')).toBeUndefined();
    expect(known(story)).toBe('46 48 in by 46/50');
    expect(statuses(story)).toEqual(['corrected', 'refined', 'current']);
  });
  test('the worse one is void: the other one decides', () => {
    const story = ready();
    take(story, '39.8');
    take(story, '40.2', SANNA);
    const [worse] = record(story).readings;
    story.do({ type: 'voidReading', place: SKIRT, reading: worse!.seq, reason: 'dirt' });
    expect(known(story)).toBe('40.2 40.2 in by 40.2');
  });
});

describe('a contest', () => {
  function contested(): Story {
    const story = ready();
    take(story, '42/46', QUILL);
    take(story, '44/48', SANNA);
    take(story, '50/52', IVO, true);
    return story;
  }
  const decide = (story: Story, text: string, by: Actor): string | undefined =>
    story.attempt(
      {
        ...{ type: 'decideContest', place: SKIRT, reason: 'looked' },
        keep: record(story).readings.find((each) => each.text === text)!.seq,
      },
      by,
    )?.code;
  test('a third person measures once more; neither of the two does, and nobody who took one of them decides', () => {
    const story = contested();
    expect([take(story, '44/46', SANNA), take(story, '44/46', IVO)]).toEqual([
      'PLACE_CONTESTED',
      'PLACE_CONTESTED',
    ]);
    expect(take(story, '44/46', ODA)).toBe('taken');
    expect(decide(story, '44/48', QUILL)).toBe('SECOND_PERSON_NEEDED');
    expect(decide(story, '44/48', PERRIN)).toBeUndefined();
    expect(known(story)).toBe('44 46 in by 44/46');
    expect(statuses(story)).toEqual(['refined', 'refined', 'void', 'current']);
  });
  test('the other one is kept: what contradicts it is void, whichever side had more', () => {
    const story = contested();
    expect(decide(story, '50/52', PERRIN)).toBeUndefined();
    expect([known(story), statuses(story)]).toEqual(['50 52 in by 50/52', ['void', 'void', 'current']]);
  });
  test('two readings of one person are not two people’s: they are asked about even from another tablet', () => {
    const story = ready();
    take(story, '42/44');
    expect(story.attempt(story.reading(SKIRT, '50/52', 0), IVO)?.code).toBe('PLACE_HAS_READING');
    expect(take(story, '50/52', IVO, true)).toBe('taken');
    expect(record(story).contested).toHaveLength(2);
  });
});

test('by another limit another reading is the worse one: what is worked out and judged follows', () => {
  const story = ready();
  take(story, '44.0');
  take(story, '45.0', SANNA);
  expect(known(story)).toBe('44 44 in by 44.0');
  const [revision] = story.revisions;
  const rows = revision!.rows.map((row) =>
    row.label === '1'
      ? { ...row, printed: { max: { text: '0.0448', unit: 'in' as const, nm: thou('44.8') } } }
      : row,
  );
  story.revisions = [{ ...revision!, rows }];
  const documents = story.pin(2).documents.map(({ id, digest }) => ({ id, digest }));
  story.do({ type: 'pinAgain', documents, reason: 'x' }, PERRIN);
  expect([known(story), statuses(story)]).toEqual(['45 45 loose by 45.0', ['refined', 'current']]);
});

/** What happens at one place, by three people, in any order. */
type Happening = readonly [
  what: 'take' | 'keepBoth' | 'correct' | 'void' | 'decide' | 'refit',
  text: number,
  who: number,
];
const TEXTS = [
  '42/46',
  '44/48',
  '<40',
  '35/42',
  '40+',
  '44.0',
  '44.6',
  '45.2',
  '39.8',
  '40.2',
  '44-46',
  '51.9',
];
const PEOPLE = [IVO, SANNA, ODA];
const happenings = fc.array(
  fc.tuple(
    fc.constantFrom(...(['take', 'take', 'take', 'keepBoth', 'correct', 'void', 'decide', 'refit'] as const)),
    fc.nat(TEXTS.length - 1),
    fc.nat(2),
  ),
  { minLength: 1, maxLength: 10 },
);
function happen(story: Story, [what, text, who]: Happening): void {
  const by = PEOPLE[who]!;
  const all = record(story).readings;
  const some = all[text % Math.max(1, all.length)]?.seq ?? 0;
  if (what === 'take' || what === 'keepBoth')
    take(story, TEXTS[text]!, by, what === 'take' ? undefined : true);
  else if (what === 'correct')
    story.attempt(
      { type: 'correctReading', place: SKIRT, reading: some, reason: 'typing', instead: null },
      by,
    );
  else if (what === 'void')
    story.attempt({ type: 'voidReading', place: SKIRT, reading: some, reason: 'x' }, by);
  else if (what === 'decide')
    story.attempt({ type: 'decideContest', place: SKIRT, keep: some, reason: 'x' }, PERRIN);
  else
    story.attempt(
      { type: 'reworkPart', ...story.part(SKIRT), what: 'filed', how: 'x', underSignature: null } as never,
      by,
    );
}
const judged =
  (state: JobState) =>
  (reading: Parameters<Parameters<typeof knownBy>[1]>[0]): VerdictFact =>
    judgeAgain(state, parsePlaceKey(SKIRT)!, reading);

test('no order of repeats, corrections and contests loses a reading, or lets anything else count than what stands', () => {
  const came = new Set<string>();
  fc.assert(
    fc.property(happenings, (all) => {
      const story = ready();
      let before: readonly RecordedReading[] = [];
      for (const each of all) {
        happen(story, each);
        const { readings, contested } = record(story);
        // Whatever was once taken is there ever after, by the same person, with the same figure.
        expect(readings.slice(0, before.length).map((r) => [r.seq, r.by.id, r.text, ownOf(r)])).toEqual(
          before.map((r) => [r.seq, r.by.id, r.text, ownOf(r)]),
        );
        before = readings;
        const stands = standingAt(record(story));
        const current = stands.filter(({ status }) => status === 'current');
        for (const { status } of readings) came.add(status);
        if (contested.length > 0) {
          came.add('contested');
          expect(currentReading(record(story))).toBeUndefined();
          expect(contested.length).toBeGreaterThan(1);
          continue;
        }
        expect(current).toHaveLength(Math.min(1, stands.length));
        const decides = knownBy(stands, judged(story.job));
        const [now] = current;
        expect(now === undefined ? undefined : [now.seq, now.reading, now.verdict.verdict]).toEqual(
          decides === undefined ? undefined : [decides.reading, decides.known, decides.verdict.verdict],
        );
      }
      // The verifier decides all of it again from what was written, and comes to the same.
      expect(tellAgain(story.entries.map(({ entry }) => entry) as never).remarks).toEqual([]);
    }),
    { numRuns: 250, seed: 20_261_127 },
  );
  expect([...came].sort()).toEqual(['contested', 'corrected', 'current', 'refined', 'spent', 'void']);
});

test('agreeing evidence never widens what is known, never turns out into in but by narrowing, and comes to the same in any order', () => {
  fc.assert(
    fc.property(fc.shuffledSubarray(TEXTS, { minLength: 2, maxLength: 6 }), (texts) => {
      const [one, other] = [ready(), ready()];
      const took = texts.filter((text) => {
        const before = currentReading(record(one));
        const isTaken = take(one, text) === 'taken';
        const after = currentReading(record(one));
        if (!isTaken || before === undefined || after === undefined) return isTaken;
        const [a, b] = [before, after].map(({ reading }) => intervalOf(reading as never));
        // A size that is as true as another may lie elsewhere, and several points are no uncertainty; brackets only narrow.
        if (before.reading.kind !== 'exact' && after.reading.kind !== 'spread')
          expect(b!.hi - b!.lo).toBeLessThanOrEqual(a!.hi - a!.lo);
        const isOut = (word: string) => word === 'tight' || word === 'loose';
        if (isOut(before.verdict.verdict) && !isOut(after.verdict.verdict))
          expect(b!.lo >= a!.lo && b!.hi <= a!.hi).toBe(true);
        return isTaken;
      });
      for (const text of [...took].reverse()) expect(take(other, text)).toBe('taken');
      const said = (story: Story) => {
        const now = currentReading(record(story))!;
        return [now.reading, now.verdict.verdict, now.verdict.limit];
      };
      expect(said(other)).toEqual(said(one));
    }),
    { numRuns: 400, seed: 20_261_127 },
  );
});
