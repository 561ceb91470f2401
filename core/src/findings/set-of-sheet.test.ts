import { setsOf, waysOfSet } from '../index';
import type { SetBy, SetPanel } from '../index';
import { RING_GAP, thou } from '../../test/fixtures';
import { allGaps, gapAt, GAPS, takeGap, twoBanks, V8 } from '../../test/two-banks';
import { BLOCK, BORE, bore, rowOf, shortBlock, size } from '../../test/short-block';
import type { Story } from '../../test/story';

const panels = (story: Story, by: SetBy = 'bank', when: 'asFound' | 'asLeft' = 'asLeft') =>
  setsOf(story.job, RING_GAP, by, when);
const textsOf = ({ groups }: SetPanel) => groups.map(({ rows }) => rows.map(({ reading }) => reading?.text));
const inThou = (nm: number | undefined) => (nm === undefined ? undefined : Math.round(nm / 254) / 100);

test('by bank: one fit over the engine, a group for each bank, with what each comes to', () => {
  const [panel, ...others] = panels(allGaps(twoBanks()));
  expect(others).toEqual([]);
  expect(textsOf(panel!)).toEqual([
    ['15/16', '15/16', '14/15', '16/17'],
    ['19/20', '20/22', '19/20', '20/22'],
  ]);
  const [port, starboard] = panel!.groups;
  expect([port?.at, inThou(port?.mean), inThou(starboard?.mean)]).toEqual([{ bank: 'port' }, 15, 19.5]);
  expect([port, starboard].map((group) => [group?.spread?.least, group?.spread?.most].map(inThou))).toEqual([
    [1, 3],
    [0, 3],
  ]);
  expect(panel!.contrast).toMatchObject({ differs: true, p: 0.028571 });
  expect(inThou(panel!.spread?.most)).toBe(8);
});
test('too few are said to be too few, and not that they do not differ', () => {
  const { '7': _a, '8': _b, ...six } = GAPS;
  expect(panels(allGaps(twoBanks(), six))[0]?.contrast).toMatchObject({ tooFew: true, differs: false });
  expect(panels(twoBanks())[0]?.contrast).toBeUndefined();
});
test('what is known on one side only stands for nothing: it could be anything beyond', () => {
  const [panel] = panels(allGaps(twoBanks(), { ...GAPS, 1: '15+', 2: '<20' }));
  expect(panel!.groups.map(({ mean }) => inThou(mean))).toEqual([15, 19.67]);
  expect(panel!.contrast).toMatchObject({ tooFew: true });
});
test('the one that stands out is named, and only where enough are there to stand out of', () => {
  const alike = { 1: '20', 3: '20.2', 5: '20.1' };
  const three = allGaps(twoBanks(), { ...alike, 7: '28' });
  expect(panels(three)[0]?.odd).toEqual([gapAt('7')]);
  expect(panels(allGaps(twoBanks(), { ...alike, 7: '20.3' }))[0]?.odd).toEqual([]);
  expect(panels(allGaps(twoBanks(), { 1: '20', 3: '20', 5: '28' }))[0]?.odd).toEqual([]);
});
test('as found is the first that was true, as left what counts now', () => {
  const story = allGaps(twoBanks());
  story.do({
    ...{ type: 'reworkPart', ...story.part(gapAt('1')), what: 'filed', how: 'x' },
    underSignature: null,
  } as never);
  expect(panels(story)[0]?.groups[0]?.rows[0]?.size).toBeUndefined();
  takeGap(story, '1', '20/21');
  const first = (when: 'asFound' | 'asLeft') => panels(story, 'bank', when)[0]?.groups[0]?.rows[0];
  expect([first('asFound'), first('asLeft')].map((row) => [row?.reading?.text, row?.state])).toEqual([
    ['15/16', 'tight'],
    ['20/21', 'in'],
  ]);
});

test('the ways to look at a sheet are those that say something', () => {
  expect(waysOfSet(V8.layout, RING_GAP)).toEqual(['bank', 'cylinder']);
  expect(waysOfSet(BLOCK.layout, BORE)).toEqual(['bank', 'cylinder', 'station']);
  expect(waysOfSet(V8.layout, { ...RING_GAP, axes: ['cylinder'] })).toEqual(['bank']);
  expect(waysOfSet(V8.layout, { ...RING_GAP, axes: ['fastener'] })).toEqual([]);
});
describe('a bore at three stations', () => {
  const told = shortBlock([BORE], [rowOf('1', 'bore', ['', '101'])]);
  for (const cylinder of ['1', '2', '3', '4'])
    for (const [station, text] of [
      ['top', '100.20'],
      ['mid', '100.05'],
    ] as const)
      for (const direction of ['along', 'across']) size(told, bore(cylinder, station, direction), text);
  test('by station: the stations of all bores beside each other', () => {
    const [panel, ...others] = setsOf(told.job, BORE, 'station', 'asLeft');
    expect([others, panel?.groups.map(({ at }) => at.station)]).toEqual([[], ['mid', 'top', 'foot']]);
    expect(panel?.groups.map(({ mean }) => mean)).toEqual([100_050_000, 100_200_000, undefined]);
  });
  test('by cylinder: everything of one of them, in one group', () => {
    const all = setsOf(told.job, BORE, 'cylinder', 'asLeft');
    expect(all.map(({ at, groups }) => [at, groups.length, groups[0]?.rows.length])).toEqual(
      ['1', '2', '3', '4'].map((cylinder) => [{ cylinder }, 1, 6]),
    );
  });
});
test('a limit and a target are those of the place, for the part that lies there', () => {
  const [row] = panels(allGaps(twoBanks()))[0]!.groups[0]!.rows;
  expect([row?.limit.min, row?.limit.max, row?.partState]).toEqual([450_000, 560_000, 'new']);
  expect(thou('17.7')).toBeLessThan(450_000);
});
