import { NO_PART } from '@oak-gate/core';
import { parsePlaceKey, placesOf, placeKey, placeStatus, limitInForce } from '@oak-gate/core';
import { at, DemoJob, FEELERS } from '../../testing/demo-job';
import { alsoSays, sourcesOf } from './also-says';
import { againstFiling } from './filing-words';
import { moved } from './grid-moves';
import { nextStep } from './next-words';
import { understand } from './understanding';
import { planView } from '../ui/plan-view';
import { sheetViews } from '../ui/sheet-view';
import { middleCut } from '../ui/middle-cut';

const va = () => new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
const say = (demo: DemoJob, place: string) =>
  nextStep(demo.job, placeStatus(demo.job, parsePlaceKey(place)!), FEELERS, NO_PART);

test('a figure that is aimed for has its reason', () => {
  const demo = va()
    .take(at(1, 1, 'top'), '8/9')
    .take(at(1, 1, 'skirt'), '42/44');
  expect(say(demo, at(1, 1, 'top')).why).toBe(
    '2 suits both stations: the least, and 1 more, which the gauge can show.',
  );
});
describe('before a ring is filed', () => {
  const ringAt = (demo: DemoJob, place: string) =>
    placeStatus(demo.job, parsePlaceKey(place)!).reading!.parts.find(({ id }) => id.startsWith('ring'))!.id;
  test.each<[string, readonly (readonly [string, string])[], RegExp | undefined]>([
    [
      'all of it is in',
      [
        ['top', '10/11'],
        ['skirt', '44/46'],
      ],
      /nothing asks for it/,
    ],
    ['in where it was measured, and not everywhere', [['skirt', '44/46']], /nothing asks for it/],
    [
      'too large, and nowhere too small',
      [
        ['top', '10/11'],
        ['skirt', '55+'],
      ],
      /filing makes that worse/,
    ],
    [
      'too small at one station',
      [
        ['top', '8/9'],
        ['skirt', '42/44'],
      ],
      undefined,
    ],
  ])('%s', (_why, readings, against) => {
    const demo = readings.reduce((so, [station, text]) => so.take(at(1, 1, station), text), va());
    const said = againstFiling(demo.job, ringAt(demo, at(1, 1, 'skirt'))).join();
    if (against === undefined) expect(said).toBe('');
    else expect(said).toMatch(against);
  });
});
describe('what to do next', () => {
  test.each<[string, (demo: DemoJob) => DemoJob, string, string, string]>([
    ['nothing known', (d) => d, at(1, 1, 'skirt'), 'Try the 40: it must go, and the 52 must stop', 'none'],
    ['only a minimum', (d) => d, at(1, 1, 'top'), 'Try the 9: it must go.', 'none'],
    [
      'goes only',
      (d) => d.take(at(1, 1, 'skirt'), '50+'),
      at(1, 1, 'skirt'),
      'Not proven yet: try the 52: if it stops, the maximum holds',
      'none',
    ],
    [
      'the set cannot settle it',
      (d) => d.take(at(1, 1, 'skirt'), '52/55'),
      at(1, 1, 'skirt'),
      'Not proven yet: at or over its maximum, the 52 went, and no blade of any set proves it in',
      'gauge',
    ],
    [
      'the maximum itself went',
      (d) => d.take(at(1, 1, 'skirt'), '52+'),
      at(1, 1, 'skirt'),
      'Not proven yet: at or over its maximum, the 52 went: if the 55 goes as well, it is loose; no blade of any set proves it in',
      'none',
    ],
    [
      'one stopped, and none is known to go',
      (d) => d.take(at(1, 1, 'skirt'), '<42'),
      at(1, 1, 'skirt'),
      'Not proven yet: try the 40: it must go.',
      'none',
    ],
    [
      'tight for sure, and nobody knows by how much',
      (d) => d.take(at(1, 1, 'top'), '<9').take(at(1, 1, 'skirt'), '44/46'),
      at(1, 1, 'top'),
      'Find a blade that goes here first: without one nobody knows how much is missing',
      'none',
    ],
    [
      'tight for sure at the other station',
      (d) => d.take(at(1, 1, 'skirt'), '<40').take(at(1, 1, 'top'), '8/9'),
      at(1, 1, 'top'),
      'Find a blade that goes at its other station first',
      'none',
    ],
    [
      'tight, its other station open',
      (d) => d.take(at(1, 1, 'top'), '8/9'),
      at(1, 1, 'top'),
      'Measure its other stations before filing',
      'none',
    ],
    [
      'tight, to be filed',
      (d) => d.take(at(1, 1, 'top'), '8/9').take(at(1, 1, 'skirt'), '42/44'),
      at(1, 1, 'top'),
      'File at least 1, at most 8 thou off this ring; aim for 2. Then measure both stations again.',
      'file',
    ],
    [
      'the good place of a ring to be filed',
      (d) => d.take(at(1, 1, 'top'), '8/9').take(at(1, 1, 'skirt'), '42/44'),
      at(1, 1, 'skirt'),
      'the ring is tight at another station',
      'none',
    ],
    [
      'tight, the other side not proven',
      (d) => d.take(at(1, 1, 'top'), '8/9').take(at(1, 1, 'skirt'), '44+'),
      at(1, 1, 'top'),
      'Prove the other side at its other station first',
      'none',
    ],
    [
      'tight here, loose there',
      (d) => d.take(at(1, 1, 'top'), '8/9').take(at(1, 1, 'skirt'), '55+'),
      at(1, 1, 'top'),
      'nobody knows how much room is left',
      'none',
    ],
    [
      'loose',
      (d) => d.take(at(1, 1, 'skirt'), '55+'),
      at(1, 1, 'skirt'),
      'Metal cannot be put back',
      'replace',
    ],
    ['in', (d) => d.take(at(1, 1, 'skirt'), '44/46'), at(1, 1, 'skirt'), 'Nothing to do here', 'none'],
  ])('%s', (_why, tell, place, words, offers) => {
    const step = say(tell(va()), place);
    expect(step.words).toContain(words);
    expect(step.offers).toBe(offers);
  });
});

test('what the bar understands: reading, verdict, both units; or what is wrong', () => {
  const { job } = va();
  const place = parsePlaceKey(at(1, 1, 'top'))!;
  const characteristic = job.pins[0]!.characteristics[0]!;
  const read = (text: string) => understand(job, place, characteristic, FEELERS, NO_PART, text);
  expect(read('8/9')).toMatchObject({
    kind: 'read',
    verdict: 'tight',
    verdictWords: 'tight, by up to 1 thou',
    words: '8 goes, 9 stops: 0.203, not 0.229 mm.',
  });
  expect(read('0.010/0.011')).toMatchObject({ kind: 'read', inferred: 'inches', suspects: [] });
  expect(read('')).toMatchObject({ kind: 'empty' });
  // Not even the thinnest goes: a closed gap, and nobody is asked whether a point was moved.
  expect(read(`<${FEELERS.blades[0]!.text}`)).toMatchObject({ kind: 'read', verdict: 'tight', suspects: [] });
  expect(read('13')).toMatchObject({ kind: 'wrong' });
  expect(read('1000')).toMatchObject({ kind: 'wrong', suspects: [{ reason: 'decimal', text: '10' }] });
});

test.each<[string, readonly string[]]>([
  // Both ends of a bracket slip together: nobody moves the point of one of them alone.
  ['440/460', ['44/46']],
  ['440/46', ['44/46']],
  ['4.4/4.6', ['44/46']],
  ['<440', ['<44']],
  ['440+', ['44+']],
  ['440-460', ['44-46']],
  // What would be no blade of the set is not offered, at either end.
  ['440/470', []],
  ['44/46', []],
])('a slip is re-read as a whole: %s', (text, offered) => {
  const { job } = va();
  const place = parsePlaceKey(at(1, 1, 'skirt'))!;
  const found = understand(job, place, job.pins[0]!.characteristics[0]!, FEELERS, NO_PART, text);
  expect(found.suspects.map((each) => each.text)).toEqual(offered);
});

test('the sheet: limits, figures, spread; a wide engine splits by bank', () => {
  const demo = va()
    .take(at(1, 1, 'skirt'), '44/46')
    .take(at(2, 1, 'skirt'), '42/44');
  const [sheet] = sheetViews(demo.job);
  expect(sheet!.blocks).toHaveLength(1);
  expect(sheet!.blocks[0]!.groups[0]!.lines[0]).toMatchObject({
    label: '2.0 in from skirt',
    limit: '40.0 to 52.0',
    spread: '0 to 4',
  });
  expect(sheet!.blocks[0]!.groups[0]!.lines[0]!.cells.map((cell) => cell?.figure)).toEqual([
    '44/46',
    '42/44',
    '',
    '',
  ]);
  const v8 = new DemoJob('M8-52', 'SM-52-rev-4', 'M8-00001');
  expect(sheetViews(v8.job)[0]!.blocks.map(({ label, columns }) => [label, columns.length])).toEqual([
    ['port bank', 4],
    ['starboard bank', 4],
  ]);
});

test('the engine plan: every place has its mark, inside its cylinder, and no two cylinders overlap', () => {
  for (const demo of [
    va(),
    new DemoJob('M8-52', 'SM-52-rev-4', 'M8-00001'),
    new DemoJob('AX6-240', 'NI-240-rev-3', 'AX-0001'),
  ]) {
    const plan = planView(demo.job)!;
    const places = placesOf(demo.job.pins[0]!.model.layout, demo.job.pins[0]!.characteristics[0]!);
    expect(plan.cylinders.flatMap(({ marks }) => marks)).toHaveLength(places.length);
    for (const each of plan.cylinders) {
      for (const mark of each.marks) {
        expect(mark.x).toBeGreaterThanOrEqual(each.x);
        expect(mark.x + 18).toBeLessThanOrEqual(each.x + each.width);
        expect(mark.y + 18).toBeLessThanOrEqual(each.y + each.height);
      }
      const overlaps = plan.cylinders.some(
        (other) =>
          other.id !== each.id &&
          other.x < each.x + each.width &&
          each.x < other.x + other.width &&
          other.y < each.y + each.height &&
          each.y < other.y + other.height,
      );
      expect(overlaps).toBe(false);
    }
  }
});

test('sources are shown as printed, and every other pinned document says what it says', () => {
  const { job } = va();
  const place = parsePlaceKey(at(1, 1, 'top'))!;
  const inForce = limitInForce(job, place, NO_PART);
  expect(sourcesOf(job, place, NO_PART, inForce, 'thou')).toEqual([
    { row: 'SL-88 rev B row 4', printed: 'at least 0.009 in', worked: '' },
  ]);
  expect(alsoSays(job, place, NO_PART, inForce, 'thou')).toEqual([]);
});

test('the hand moves along the route and over the sheet, and stays at its ends', () => {
  const { job } = va();
  const { characteristics, model } = job.pins[0]!;
  const { layout } = model;
  const places = placesOf(layout, characteristics[0]!);
  const go = (from: string, ...moves: Parameters<typeof moved>[4][]) =>
    moves.reduce((key, move) => moved(layout, characteristics, places, key, move), from);
  expect(go(at(1, 1, 'skirt'), 'next', 'next')).toBe(at(1, 2, 'skirt'));
  expect(go(at(1, 3, 'topOil'), 'next')).toBe(at(2, 1, 'skirt'));
  expect(go(at(1, 1, 'skirt'), 'back', 'up', 'left')).toBe(at(1, 1, 'skirt'));
  expect(go(at(1, 1, 'skirt'), 'right', 'down', 'right')).toBe(at(3, 1, 'top'));
  expect(go(placeKey(places.at(-1)!), 'next', 'down')).toBe(placeKey(places.at(-1)!));
});

test('a long name is cut in its middle', () => {
  expect([middleCut('Veldane', 10), middleCut('Norrhaven AX6-240 special', 12)]).toEqual([
    'Veldane',
    'Norrha…ecial',
  ]);
});
