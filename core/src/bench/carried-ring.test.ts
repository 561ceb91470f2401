import fc from 'fast-check';
import { bankDifferences, boresByRing, nanometres, setRules, stillTrue, tellAgain } from '../index';
import type { JobDraft, RingInBore } from '../index';
import { GHISLAINE, IVO, RING_GAP, SANNA, thou } from '../../test/fixtures';
import { allGaps, takeBore, takeGap, twoBanks } from '../../test/two-banks';
import type { Story } from '../../test/story';

type Carry = Partial<JobDraft & { type: 'carryRing' }>;
const ALL: Readonly<Record<string, string>> = {
  ...{ '1': '15/16', '3': '15/16', '5': '15/16', '7': '15/16' },
  ...{ '2': '19/20', '4': '19/20', '6': '19/20', '8': '19/20' },
};
const gapsOf = (gaps: Readonly<Record<string, string>>) =>
  Object.entries(gaps).map(([cylinder, text]) => ({ cylinder, text }));
const carry = (story: Story, gaps = ALL, more: Carry = {}, by = IVO): string =>
  story.attempt(
    {
      ...{ type: 'carryRing', characteristic: 'ringGap', station: 'mid', ring: 'lot 5512, marked 5' },
      ...{ instrument: 'GG-1', gaps: gapsOf(gaps), ...more },
    },
    by,
  )?.code ?? 'carried';
const differing = (): Story => allGaps(twoBanks());
const bores = (story: Story) => bankDifferences(story.job, RING_GAP)[0]?.bores;

test('banks that differ are settled by one ring that was carried through all of their bores', () => {
  const story = differing();
  expect(bores(story)).toBeUndefined();
  expect(carry(story)).toBe('carried');
  expect(bores(story)).toMatchObject({ agrees: true, by: 'ring' });
  expect(setRules(story.job).find(({ kind }) => kind === 'banks')?.state).toBe('holds');
  expect(tellAgain(story.entries.map(({ entry }) => entry as never)).remarks).toEqual([]);
});
test('where its gaps are alike, the bores are, and it is the rings that differ', () => {
  const story = differing();
  expect(carry(story, Object.fromEntries(Object.keys(ALL).map((each) => [each, '17/18'])))).toBe('carried');
  expect(bores(story)).toMatchObject({ difference: 0, agrees: false, by: 'ring' });
});
test.each<[string, (story: Story) => unknown]>([
  ['not through every bore', (s) => carry(s, { '1': '15/16', '2': '19/20' })],
  ['with an end that nobody knows', (s) => carry(s, { ...ALL, '8': '19+' })],
  [
    'and a bore was honed since, and its gap taken again',
    (s) => {
      carry(s);
      s.do({ type: 'reworkPart', ...s.part('ringGap@cylinder:4', 'bore'), what: 'honed', how: 'stone' }, IVO);
      takeGap(s, '4', '20/22');
    },
  ],
])('it does not settle them %s', (_, then) => {
  const story = differing();
  then(story);
  expect(bores(story)).toBeUndefined();
});
test('a gauge that was out of date settles nothing', () => {
  const story = differing();
  carry(story);
  const [carried] = story.job.carried!;
  const dueOn = (day: string) => ({
    ...story.job,
    carried: [{ ...carried!, instrument: { ...carried!.instrument, dueOn: day } }],
  });
  const dayAfter = (days: number): string =>
    new Date(Date.parse(carried!.at) + days * 86_400_000).toISOString().slice(0, 10);
  // The day on which it is due is the first on which it may not be used.
  expect(bankDifferences(dueOn(dayAfter(1)), RING_GAP)[0]?.bores?.by).toBe('ring');
  expect(bankDifferences(dueOn(dayAfter(0)), RING_GAP)[0]?.bores).toBeUndefined();
});
test('what its gauge may err does not contradict', () => {
  const story = differing();
  carry(story, Object.fromEntries(Object.keys(ALL).map((each) => [each, '17/18'])));
  const [carried] = story.job.carried!;
  const by = (uncertainty: ReturnType<typeof thou>) =>
    bankDifferences(
      { ...story.job, carried: [{ ...carried!, instrument: { ...carried!.instrument, uncertainty } }] },
      RING_GAP,
    )[0]?.bores?.agrees;
  expect([by(thou('0.1')), by(thou('5'))]).toEqual([false, true]);
});
test('what was gauged goes before what a ring says', () => {
  const story = differing();
  carry(story);
  for (const cylinder of Object.keys(ALL)) takeBore(story, cylinder, '100.000');
  expect(bores(story)).toMatchObject({ by: 'gauge', agrees: false });
});
test('of a bore that changed nothing is said any more; the others stay', () => {
  const story = differing();
  carry(story);
  const [carried] = story.job.carried!;
  story.do(
    { type: 'reworkPart', ...story.part('ringGap@cylinder:4', 'bore'), what: 'honed', how: 'stone' },
    IVO,
  );
  expect(stillTrue(story.job, carried!).map(({ cylinder }) => cylinder)).toEqual(
    Object.keys(ALL).filter((each) => each !== '4'),
  );
});
test.each<[string, Readonly<Record<string, string>>, Carry, string]>([
  ['nobody said which ring', ALL, { ring: ' ' }, 'RING_NOT_CARRIED'],
  ['one bore alone', { '1': '15/16' }, {}, 'RING_NOT_CARRIED'],
  ['a cylinder that is not there', { '1': '15/16', '9': '15/16' }, {}, 'RING_NOT_CARRIED'],
  ['a bore twice', ALL, { gaps: [...gapsOf(ALL), { cylinder: '1', text: '15/16' }] }, 'RING_NOT_CARRIED'],
  ['a station that is not there', ALL, { station: 'top' }, 'RING_NOT_CARRIED'],
  ['a sheet without rings', ALL, { characteristic: 'bore' }, 'RING_NOT_CARRIED'],
  ['a gauge that nobody took', ALL, { instrument: 'GG-9' }, 'INSTRUMENT_NOT_TAKEN'],
  ['no figure', { ...ALL, '5': 'wide' }, {}, 'ENTRY_NOT_A_READING'],
  ['a bore as it is no more', ALL, { seen: [] }, 'RING_NOT_CARRIED'],
])('refused: %s', (_, gaps, more, code) => {
  expect(carry(differing(), gaps, more)).toBe(code);
});
test('refused: who measures nothing', () => {
  expect([carry(differing(), ALL, {}, GHISLAINE), carry(differing(), ALL, {}, SANNA)]).toEqual([
    'MAY_NOT',
    'carried',
  ]);
});
test('whatever the bores really are, they lie within what the ring says', () => {
  const um = fc.integer({ min: 0, max: 200 }).map((each) => each * 1000);
  fc.assert(
    fc.property(fc.array(um, { minLength: 2, maxLength: 8 }), (larger) => {
      const gaps = larger.map((by, i): RingInBore => {
        const gap = thou('15') + Math.PI * by;
        const low = Math.floor(gap / 25_400) * 25_400;
        return {
          ...{ cylinder: `${i + 1}`, text: '', bore: { id: 'b', condition: 1 } },
          reading: { kind: 'between', goes: nanometres(low), stops: nanometres(low + 25_400) },
        };
      });
      const said = boresByRing(gaps);
      const at = said.findIndex(({ least, most }) => least === 0 && most === 0);
      for (const [i, { least, most }] of said.entries()) {
        const truly = larger[i]! - larger[at]!;
        if (i === at) continue;
        expect(least!).toBeLessThanOrEqual(truly + 1);
        expect(most!).toBeGreaterThanOrEqual(truly - 1);
      }
    }),
    { seed: 20_261_127 },
  );
});
