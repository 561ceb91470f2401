import { TestBed } from '@angular/core/testing';
import { placeKey, sheetPlaces } from '@oak-gate/core';
import type { Instrument } from '@oak-gate/core';
import { plannedHow } from '../../testing/planned-how';
import { DemoJob, gauge } from '../../testing/demo-job';
import { SESSION } from '../../testing/page';
import { provideState, provideStore, Store } from '@ngrx/store';
import { jobFeature, JobActions } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { profileView } from '../ui/profile-view';
import { sheetViews } from '../ui/sheet-view';
import { BenchHand } from './bench-hand';
import { benchKeys } from './bench-keys';
import { BenchPlace } from './bench-place';
import { lastToolOn } from './last-tool';
import { RouteChoice } from './route-choice';

const GAUGES: Readonly<Record<string, Instrument>> = {
  'BG-3': gauge('BG-3', 10_000),
  'MC-7': gauge('MC-7', 10_000),
};
const bore = (cylinder: number, depth: number, direction: 'along' | 'across') =>
  `boreDiameter@cylinder:${cylinder}/station:d${depth}/direction:${direction}`;
const skirt = (cylinder: number) => `pistonSkirt@cylinder:${cylinder}`;

/** The demo's heavy diesel on the route of a short block, with pistons fitted and two gauges taken. */
function heavy(): DemoJob {
  const demo = new DemoJob('HD6-127', 'HD-OH-rev-5', 'HD6-540918', [], 'short-block');
  for (const id of Object.keys(GAUGES))
    demo.do({ type: 'takeInstrument', instrument: id }, undefined, GAUGES[id]);
  return demo.do({
    type: 'fitParts',
    slots: [1, 2, 3, 4, 5, 6].map((cylinder) => `piston@cylinder:${cylinder}`),
    ...{ state: 'new', partNumber: null, lot: null },
  });
}
function measure(demo: DemoJob, place: string, text: string, instrument = 'BG-3'): DemoJob {
  const taken = {
    type: 'takeReading',
    place,
    text,
    unit: 'mm',
    instrument,
    answers: [],
    slip: null,
  } as const;
  const setting = { text: '127.00', unit: 'mm', against: 'setting ring SR-127' } as const;
  const isSet = place.startsWith('boreDiameter');
  const conditions = [{ condition: 'height', is: 'document' }];
  return demo.do({ ...taken, ...(isSet ? { setting } : { conditions }) }, undefined, GAUGES[instrument]);
}
function bench(demo: DemoJob): BenchHand {
  TestBed.configureTestingModule({
    providers: [
      provideStore(),
      provideState(jobFeature),
      provideState(sessionFeature),
      { provide: JobDesk, useValue: {} },
      BenchHand,
      BenchPlace,
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(SessionActions.told({ view: SESSION }));
  store.dispatch(JobActions.open({ jobId: 'J' }));
  store.dispatch(JobActions.told(demo.told()));
  const hand = TestBed.inject(BenchHand);
  hand.at.stage.set('measure');
  return hand;
}
const press = (hand: BenchHand, key: string, more: KeyboardEventInit = {}): void => {
  const nothing = () => undefined;
  const event = new KeyboardEvent('keydown', { key, cancelable: true, ...more });
  benchKeys(event, {
    hand,
    focus: nothing,
    help: nothing,
    fit: nothing,
    pad: nothing,
    lookUp: nothing,
    draw: () => undefined,
    sayHow: nothing,
    hideLimits: () => undefined,
    raise: () => undefined,
    lookAtSet: () => undefined,
    turnRoute: () => {
      TestBed.inject(RouteChoice).turn();
    },
  });
};

test('the clipboards of a stage: how far each is, and the worst that it holds', () => {
  const demo = heavy();
  measure(demo, bore(1, 25, 'along'), '127.17');
  measure(demo, bore(1, 25, 'across'), '127.17');
  measure(demo, skirt(1), '126.84', 'MC-7');
  const hand = bench(demo);
  const clips = hand.at.clips().map(({ sheet, taken, of, worst }) => [sheet, taken, of, worst]);
  expect(clips.slice(0, 2)).toEqual([
    ['boreDiameter', 2, 60, 'loose'],
    ['pistonSkirt', 1, 6, 'notTaken'],
  ]);
  // What is worked out lies on the clipboard that it is worked out from, and on none of its own.
  expect(clips.map(([sheet]) => sheet)).toEqual([
    ...['boreDiameter', 'pistonSkirt', 'grooveWear', 'pinDiameter', 'pinBoss', 'rodBush'],
    ...['boltHours', 'crankpinDiameter', 'mainJournalDiameter'],
  ]);
});
test('a clipboard shows the worst of what is worked out below it, in the words of that', () => {
  const demo = heavy();
  measure(demo, bore(1, 25, 'along'), '127.01');
  measure(demo, bore(1, 25, 'across'), '127.10');
  const [clip] = bench(demo).at.clips();
  expect([clip?.sheet, clip?.worst, clip?.worstOf.id]).toEqual(['boreDiameter', 'loose', 'boreOutOfRound']);
  expect([clip?.taken, clip?.of]).toEqual([2, 60]);
});
test('the brackets go on to the next clipboard and round the end; the hand comes back to where it was', () => {
  const hand = bench(heavy());
  const sheet = () => hand.at.characteristic()?.id;
  hand.select(bore(2, 75, 'across'));
  press(hand, ']');
  expect(sheet()).toBe('pistonSkirt');
  for (let i = 0; i < 8; i += 1) press(hand, ']');
  expect([sheet(), hand.at.key()]).toEqual(['boreDiameter', bore(2, 75, 'across')]);
  // Where a keyboard has the bracket on another layer, its key is held with it.
  press(hand, '[', { altKey: true, ctrlKey: true });
  expect(sheet()).toBe('mainJournalDiameter');
  // From what is worked out the brackets go on from the clipboard that it lies on.
  hand.select('boreTaper@cylinder:3');
  press(hand, ']');
  expect([sheet(), hand.at.key()]).toEqual(['pistonSkirt', skirt(1)]);
  hand.toSheet('boreDiameter');
  expect(hand.at.key()).toBe(bore(2, 75, 'across'));
  hand.toSheet('nothingOfThisStage');
  expect(hand.at.key()).toBe(bore(2, 75, 'across'));
});
test('what is typed on one clipboard waits there', () => {
  const hand = bench(heavy());
  hand.select(bore(1, 25, 'along'));
  hand.type('127.0');
  press(hand, ']');
  expect(hand.text()).toBe('');
  press(hand, '[');
  expect(hand.text()).toBe('127.0');
});
test('the route goes past what is worked out, forwards and back', () => {
  const demo = heavy();
  const hand = bench(demo);
  const last = sheetPlaces(demo.job, 'boreDiameter').at(-1)!;
  hand.select(placeKey(last));
  hand.move('next');
  expect(hand.at.key()).toBe(skirt(1));
  hand.move('back');
  expect(hand.at.key()).toBe(placeKey(last));
});
test('one key goes to the next place that is not taken, another to the next that is wrong, round the end', () => {
  const demo = heavy();
  measure(demo, bore(1, 25, 'along'), '127.17');
  measure(demo, bore(1, 25, 'across'), '127.02');
  const hand = bench(demo);
  hand.select(bore(1, 25, 'along'));
  press(hand, 'PageDown');
  expect(hand.at.key()).toBe(bore(1, 75, 'along'));
  // From the last place it begins again; what is worked out is taken nowhere.
  hand.select(placeKey(sheetPlaces(demo.job, 'mainJournalDiameter').at(-1)!));
  press(hand, 'PageDown');
  expect(hand.at.key()).toBe(bore(1, 75, 'along'));
  press(hand, 'PageUp');
  // 0.15 apart at one station: that is wrong as well, and so is the size.
  expect(hand.at.key()).toBe('boreOutOfRound@cylinder:1/station:d25');
  press(hand, 'PageUp');
  expect(hand.at.key()).toBe(bore(1, 25, 'along'));
});
test('the route goes by cylinder, or by the lines of the sheet; the place in hand stays, and the tablet remembers it', () => {
  const demo = heavy();
  const hand = bench(demo);
  hand.select(bore(1, 25, 'along'));
  const next = (): string | undefined => {
    hand.move('next');
    return hand.at.key();
  };
  expect([hand.at.routeWords(), next(), next()]).toEqual([
    'by cylinder',
    bore(1, 25, 'across'),
    bore(1, 75, 'along'),
  ]);
  press(hand, 's');
  expect([hand.at.routeWords(), hand.at.key()]).toEqual(['by station', bore(1, 75, 'along')]);
  expect([next(), next()]).toEqual([bore(1, 75, 'across'), bore(2, 75, 'along')]);
  // Every place is on the route once, whichever way it goes.
  const keys = new Set<string | undefined>();
  hand.select(bore(1, 25, 'along'));
  for (let key = hand.at.key(); !keys.has(key); key = next()) keys.add(key);
  const measured = demo.job.pins[0]!.characteristics.flatMap(({ id, from }) =>
    from === undefined && demo.job.route.gates.find(({ stage }) => stage === 'measure')!.sheets.includes(id)
      ? sheetPlaces(demo.job, id).map(placeKey)
      : [],
  );
  expect([...keys].sort()).toEqual([...measured].sort());
  expect(localStorage.getItem('oak-gate-route')).toBe('line');
  // One line or one column has one way only.
  hand.select(skirt(2));
  expect(hand.at.routeWords()).toBeUndefined();
});
test('a hole that is smaller than its shaft is asked about where the fit is a clearance', () => {
  const demo = heavy();
  const parts = [1, 2, 3, 4, 5, 6].flatMap((n) => [`pin@cylinder:${n}`, `rod@cylinder:${n}`]);
  demo.do({ type: 'fitParts', slots: parts, state: 'new', partNumber: null, lot: null });
  const words = (pin: string, boss: string): string => {
    for (const [what, text] of [
      ['pinDiameter', pin],
      ['pinBoss', boss],
    ] as const)
      demo.do(
        {
          ...({ type: 'takeReading', unit: 'mm', instrument: 'MC-7', answers: [], slip: null } as const),
          place: `${what}@cylinder:1`,
          text,
        },
        undefined,
        GAUGES['MC-7'],
      );
    const hand = bench(demo);
    hand.select('pinBossClearance@cylinder:1');
    return hand.next()?.words ?? '';
  };
  expect(words('45.006', '44.998')).toContain('The hole is smaller than the shaft');
});
test('an interference is meant to be below nothing, and is asked about as any other size that is out', () => {
  const demo = new DemoJob('T3-29', 'WM-29-rev-2', 'T3-066120', [], 'short-block-dry');
  demo.do({ type: 'takeInstrument', instrument: 'BG-3' }, undefined, GAUGES['BG-3']);
  demo.do({ type: 'fitParts', slots: ['liner@cylinder:1'], state: 'new', partNumber: null, lot: null });
  for (const direction of ['along', 'across'])
    for (const [what, text] of [
      ['blockBore', '94.90'],
      ['linerOutside', '95.00'],
    ] as const) {
      const place = `${what}@cylinder:1/station:top/direction:${direction}`;
      const taken = { type: 'takeReading', unit: 'mm', instrument: 'BG-3', answers: [], slip: null } as const;
      demo.do({ ...taken, place, text }, undefined, GAUGES['BG-3']);
    }
  const hand = bench(demo);
  hand.select('linerFit@cylinder:1/station:top');
  expect([hand.at.status()?.state, hand.next()?.words]).toEqual(['tight', 'Tight: an inspector decides.']);
});
test('where nothing is wrong the hand stays', () => {
  const hand = bench(heavy());
  hand.select(bore(2, 25, 'along'));
  press(hand, 'PageUp');
  expect(hand.at.key()).toBe(bore(2, 25, 'along'));
});
test('each sheet keeps its gauge: that which it was measured with, or which was taken in hand for it', () => {
  const demo = heavy();
  measure(demo, skirt(1), '126.84', 'MC-7');
  expect([lastToolOn(demo.job, 'pistonSkirt'), lastToolOn(demo.job, 'boreDiameter')]).toEqual([
    'MC-7',
    undefined,
  ]);
  const hand = bench(demo);
  const inHand = () => hand.instrument()?.id;
  hand.toSheet('pistonSkirt');
  expect(inHand()).toBe('MC-7');
  hand.toSheet('boreDiameter');
  expect(inHand()).toBe('BG-3');
  hand.useInstrument('MC-7');
  hand.toSheet('pistonSkirt');
  hand.useInstrument('BG-3');
  hand.toSheet('boreDiameter');
  expect(inHand()).toBe('MC-7');
  hand.toSheet('pistonSkirt');
  expect(inHand()).toBe('BG-3');
});
test('a gauge that is taken for another sheet leaves the one in hand here as it was', () => {
  const hand = bench(heavy());
  hand.select(bore(1, 25, 'along'));
  expect(hand.instrument()?.id).toBe('BG-3');
  hand.toSheet('pistonSkirt');
  hand.useInstrument('MC-7');
  hand.toSheet('boreDiameter');
  expect(hand.instrument()?.id).toBe('BG-3');
});
test('a setting is of the gauge that was set: with another one in hand it is asked again', () => {
  const demo = heavy();
  const hand = bench(demo);
  hand.select(bore(1, 25, 'along'));
  const planned = plannedHow(demo.job, hand.at.characteristic()!);
  const setting = { text: '127.00', unit: 'mm', against: 'setting ring SR-127' } as const;
  expect([hand.unsaidHow(), hand.counts()]).toEqual([true, 'mm']);
  hand.sayHow('boreDiameter', { ...planned, setting });
  hand.type('+7');
  // A figure counts graduations now, and that is what stands beside it.
  expect([hand.unsaidHow(), hand.counts(), hand.understood()?.words]).toEqual([
    false,
    '0.01 mm',
    expect.stringContaining('127.07 mm'),
  ]);
  hand.useInstrument('MC-7');
  expect([hand.unsaidHow(), hand.setTo(), hand.counts()]).toEqual([true, undefined, 'mm']);
  hand.useInstrument('BG-3');
  expect([hand.unsaidHow(), hand.counts()]).toEqual([false, '0.01 mm']);
});
test('a gauge that somebody else uses on the sheet does not come into the hand', () => {
  const demo = heavy();
  measure(demo, skirt(1), '126.84', 'MC-7');
  const hand = bench(demo);
  hand.toSheet('pistonSkirt');
  expect(hand.instrument()?.id).toBe('MC-7');
  measure(demo, skirt(2), '126.85', 'BG-3');
  TestBed.inject(Store).dispatch(JobActions.told(demo.told()));
  expect(hand.instrument()?.id).toBe('MC-7');
});
test('sizes stand under each other with as many decimals as the finest', () => {
  const demo = heavy();
  measure(demo, skirt(1), '126.8', 'MC-7');
  measure(demo, skirt(2), '126.845', 'MC-7');
  const figures = sheetViews(demo.job, ['pistonSkirt'])[0]!.blocks[0]!.groups[0]!.lines[0]!.cells.map(
    (cell) => cell?.figure,
  );
  expect(figures.slice(0, 3)).toEqual(['126.800', '126.845', '']);
});

describe('a bore along its depth', () => {
  const view = (demo: DemoJob, place: string) =>
    profileView(
      demo.job,
      demo.job.pins[0]!.characteristics.find(({ id }) => id === 'boreDiameter')!,
      sheetPlaces(demo.job, 'boreDiameter').find((each) => placeKey(each) === place)!,
      'mm',
    )!;
  test('deeper is lower, larger is further right, and every point lies inside its drawing', () => {
    const demo = heavy();
    measure(demo, bore(4, 25, 'across'), '127.17');
    measure(demo, bore(4, 240, 'across'), '127.04');
    measure(demo, bore(3, 25, 'across'), '127.09');
    measure(demo, bore(3, 75, 'across'), '127.07');
    const { lines, stations, bounds, others, width, height, words } = view(demo, bore(4, 25, 'across'));
    const [along, across] = lines;
    expect([along?.points, along?.isDashed, across?.isDashed]).toEqual([[], false, true]);
    const [top, foot] = across!.points;
    expect(foot!.y).toBeGreaterThan(top!.y);
    expect(foot!.x).toBeLessThan(top!.x);
    expect([top!.isHere, foot!.isHere, top!.state]).toEqual([true, false, 'loose']);
    for (const { x, y } of across!.points)
      expect([x > 0 && x < width, y > 0 && y < height]).toEqual([true, true]);
    expect(stations.map(({ label }) => label)).toEqual(['25', '75', '130', '190', '240']);
    // New from 127.00 to 127.03, worn to 127.15: three lines from left to right.
    expect(bounds.map(({ label, isWear }) => [label, isWear])).toEqual([
      ['127.00', false],
      ['127.03', false],
      ['127.15', true],
    ]);
    expect([...bounds].sort((a, b) => a.x - b.x)).toEqual(bounds);
    // One line of the other bores has two points; a single one is no line.
    expect(others).toHaveLength(1);
    expect(words).toContain('25 mm deep, across, 127.17, large');
  });
});
