import { nanometres } from '@oak-gate/core';
import type { SinceLast } from '@oak-gate/core';
import { sinceLastWords } from './earlier-job';

const EARLIER = { number: 'J-1', sealedAt: '2020-01-01T00:00:00.000Z', hours: 1000, left: {}, errs: {} };
const thou = (count: number) => nanometres(Math.round(count * 25_400));
const size = { kind: 'exact', value: thou(18) } as const;
const say = (since: Partial<SinceLast>): readonly string[] =>
  sinceLastWords({ then: size, now: size, grew: {}, ...since }, EARLIER, 'thou');

test('what it grew by, of that the bore and the ring, and how long it lasts', () => {
  const since = {
    grew: { least: thou(2.8), most: thou(5.2) },
    split: { fromBore: thou(3), fromRing: { low: thou(-0.25), high: thou(2.25) } },
    ...{ hours: 2000, lasts: 800 },
  };
  expect(say(since)).toEqual([
    'Since J-1 in 2000 h it grew by 2.8 to 5.2 thou.',
    expect.stringContaining('the bore is about 3 thou, and the ring'),
    expect.stringContaining('in 800 h at the earliest. This judges nothing.'),
  ]);
});
test.each<[string, SinceLast['grew'], string]>([
  ['only its least', { least: thou(3) }, 'at least 3 thou'],
  ['only its most', { most: thou(3) }, 'at most 3 thou'],
  ['nothing', {}, 'an amount that nobody knows, in thou'],
])('where %s is known', (_, grew, words) => {
  expect(say({ grew })[0]).toContain(words);
});
