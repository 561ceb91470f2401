import { nanometres, parsePlaceKey } from '@oak-gate/core';
import { DemoJob, gauge } from '../../testing/demo-job';
import { countsText, deviationLimit, deviationsOf, deviationText } from './deviations';
import { deckView } from './deck-view';
import { planView } from './plan-view';
import { mostAcross, sheetViews } from './sheet-view';

const DG = gauge('DG-2');
const BG = gauge('BG-3', 10_000);
const OTHER = gauge('BG-9', 1_000);
function heavy(): DemoJob {
  const demo = new DemoJob('HD6-127', 'HD-OH-rev-5', 'HD6-540918', [], 'short-block');
  for (const each of [DG, BG, OTHER])
    demo.do({ type: 'takeInstrument', instrument: each.id }, undefined, each);
  const slots = [1, 2, 3, 4, 5, 6].map((cylinder) => `liner@cylinder:${cylinder}`);
  return demo.do({ type: 'fitParts', slots, state: 'new', partNumber: null, lot: null });
}
const at = (cylinder: number, clock: number) => `linerProtrusion@cylinder:${cylinder}/point:h${clock}`;
function stands(demo: DemoJob, cylinder: number, ...heights: readonly string[]): DemoJob {
  heights.forEach((text, i) => {
    const taken = {
      type: 'takeReading',
      place: at(cylinder, [12, 3, 6, 9][i]!),
      text,
      unit: 'mm',
      slip: null,
    } as const;
    const how = {
      conditions: [{ condition: 'clamped', is: 'yes' }],
      answers: [{ question: 'zeroed', answer: 'yes' as const }],
    };
    demo.do({ ...taken, ...how, instrument: DG.id }, undefined, DG);
  });
  return demo;
}
const characteristic = (demo: DemoJob, id: string) =>
  demo.job.pins[0]!.characteristics.find((each) => each.id === id)!;
const deck = (demo: DemoJob, place = at(1, 12)) =>
  deckView(demo.job, characteristic(demo, 'linerProtrusion'), parsePlaceKey(place)!, 'mm');

describe('the deck', () => {
  test('is drawn when something stands over it', () => {
    expect(deck(heavy())).toBeUndefined();
    expect(deck(stands(heavy(), 1, '0.1'))?.liners).toHaveLength(6);
  });
  test('higher is higher, and every top lies inside the drawing', () => {
    const demo = stands(heavy(), 1, '0.112', '0.110', '0.109', '0.111');
    stands(demo, 2, '0.073', '0.074', '0.072', '0.071');
    const view = deck(demo, at(2, 9))!;
    const [one, two, three] = view.liners;
    expect(one!.top).toBeLessThan(two!.top);
    expect(three!.top).toBe(view.deck);
    expect([one!.isHere, two!.isHere]).toEqual([false, true]);
    for (const { top } of view.liners) expect(top > 0 && top <= view.deck).toBe(true);
    // What is wrong stands at the liner, in its own words, and a press leads to the first such point.
    expect([one!.said, two!.said, two!.state, two!.key]).toEqual(['', 'low by 0.014', 'tight', at(2, 12)]);
    expect([one!.tilt, two!.tilt, three!.tilt]).toEqual(['tilt 0.003', 'tilt 0.003', '']);
    expect(view.words).toContain('Cyl 2 low by 0.014');
  });
  test('below the deck a liner hangs, and is drawn no higher than nothing', () => {
    const demo = stands(heavy(), 1, '-0.020');
    const [one] = deck(demo)!.liners;
    expect(one!.top).toBeGreaterThanOrEqual(deck(demo)!.deck);
    expect(one!.said).toBe('low by 0.105');
  });
  test('each head says how far its liners are apart, and whether all of them fit into the window', () => {
    const demo = stands(heavy(), 1, '0.112', '0.110', '0.109', '0.111');
    stands(demo, 2, '0.100', '0.100', '0.100', '0.100');
    const heads = () => deck(demo)!.heads.map(({ said, state }) => [said, state]);
    expect(heads()).toEqual([
      ['0.0105 apart', 'notTaken'],
      ['', 'notTaken'],
    ]);
    stands(demo, 3, '0.100', '0.100', '0.100', '0.100');
    expect(heads()[0]).toEqual(['0.0105 apart', 'in']);
    // One point of a liner that is still open leaves it open.
    const open = stands(heavy(), 1, '0.112', '0.110', '0.109', '0.111');
    stands(stands(open, 2, '0.110', '0.110', '0.110', '0.110'), 3, '0.110', '0.110', '0.110');
    expect(deck(open)!.heads[0]!.state).toBe('notTaken');
    const wide = stands(stands(heavy(), 4, '0.09', '0.09'), 5, '0.13', '0.13');
    // More liners can only widen it: too much is said before all of them are measured.
    expect(deck(wide)!.heads[1]).toMatchObject({ said: '0.04 apart', state: 'loose' });
    expect(deck(wide)!.heads[1]!.window).toMatchObject({ label: '0.025' });
  });
  test('a sheet that is no heights under heads is none', () => {
    const demo = stands(heavy(), 1, '0.1');
    expect(
      deckView(
        demo.job,
        characteristic(demo, 'linerTilt'),
        { characteristic: 'linerTilt', at: { cylinder: '1' } },
        'mm',
      ),
    ).toBeUndefined();
  });
});

describe('a sheet of deviations', () => {
  const bore = (cylinder: number, direction: 'along' | 'across') =>
    `boreDiameter@cylinder:${cylinder}/station:d25/direction:${direction}`;
  const setTo = (text: string, against = 'SR-127') => ({ text, unit: 'mm' as const, against });
  const take = (demo: DemoJob, place: string, text: string, setting = setTo('127.00'), tool = BG) =>
    demo.do(
      { type: 'takeReading', place, text, unit: 'mm', instrument: tool.id, answers: [], slip: null, setting },
      undefined,
      tool,
    );
  const from = (demo: DemoJob) => deviationsOf(demo.job, characteristic(demo, 'boreDiameter'));
  const cells = (demo: DemoJob) =>
    sheetViews(demo.job, ['boreDiameter'])[0]!.blocks[0]!.groups[0]!.lines[0]!.cells.map(
      (cell) => cell?.figure,
    );

  test('shows what the gauge showed where it was set once for all of it', () => {
    const demo = take(take(heavy(), bore(1, 'along'), '+5'), bore(1, 'across'), '127.17');
    expect(cells(demo).slice(0, 3)).toEqual(['+5', '+17', '']);
    const [view] = sheetViews(demo.job, ['boreDiameter']);
    expect([view!.counts, view!.blocks[0]!.each]).toEqual([
      '0.01 mm from 127.00 mm, set with SR-127',
      '0 to +3, worn at most +15',
    ]);
    expect(view!.blocks.map(({ columns }) => columns.length)).toEqual([12]);
    expect(view!.blocks[0]!.computed[0]!.cells[0]).toEqual({ figure: '+17', span: 2 });
    // How far they lie apart is a size by itself.
    expect(view!.blocks[0]!.computed[1]!.cells[0]!.figure).toBe('0.12');
  });
  test.each<[string, (demo: DemoJob) => DemoJob]>([
    ['nothing was measured', (demo) => demo],
    [
      'the gauge was set to another size',
      (demo) => take(take(demo, bore(1, 'along'), '+5'), bore(2, 'along'), '+5', setTo('127.01')),
    ],
    [
      'or with another ring',
      (demo) =>
        take(take(demo, bore(1, 'along'), '+5'), bore(2, 'along'), '+5', setTo('127.00', 'a micrometer')),
    ],
    [
      'or another gauge counts otherwise',
      (demo) => take(take(demo, bore(1, 'along'), '+5'), bore(2, 'along'), '+5', setTo('127.00'), OTHER),
    ],
  ])('shows sizes where %s', (_what, told) => {
    const demo = told(heavy());
    expect([from(demo), mostAcross(demo.job, characteristic(demo, 'boreDiameter'))]).toEqual([undefined, 6]);
  });
  test('a limit is rounded inward to what can be read', () => {
    const demo = take(heavy(), bore(1, 'along'), '0');
    const mm = (size: number) => nanometres(Math.round(size * 1e6));
    const say = (limit: object) => deviationLimit(from(demo)!, limit);
    expect(say({ min: mm(126.999), max: mm(127.0304) })).toBe('-0.1 to +3');
    expect(say({ max: mm(127.03), serviceMax: mm(127.15) })).toBe('at most +3, worn at most +15');
    expect(say({ min: mm(127.0) })).toBe('at least 0');
    expect([say({}), say({ serviceMin: mm(126.9) })]).toEqual(['no limit', 'at least -10']);
    expect(deviationText(from(demo)!, { kind: 'spread', low: mm(126.98), high: mm(127.015) })).toBe(
      '-2..+1.5',
    );
    expect(countsText(from(demo)!)).toContain('0.01 mm from 127.00');
  });
  test('what is worked out stands below, of each cylinder the worst, and says that it is not all', () => {
    const demo = take(take(heavy(), bore(1, 'along'), '+1'), bore(1, 'across'), '+9');
    const worked = sheetViews(demo.job, ['boreDiameter'])[0]!.blocks[0]!.worked;
    expect(worked.map(({ label, limit }) => [label, limit])).toEqual([
      ['Bore out-of-round', 'at most 0.05'],
      ['Bore taper', 'at most 0.06'],
      ['Bore wear', 'at most 0.03'],
    ]);
    const [round] = worked;
    expect(round!.cells[0]).toMatchObject({ figure: '0.08+', state: 'loose', span: 2 });
    expect(round!.cells[1]).toMatchObject({ figure: '', state: 'notTaken' });
    const good = take(take(heavy(), bore(1, 'along'), '+1'), bore(1, 'across'), '+2');
    // One station in five is no verdict over the bore.
    expect(sheetViews(good.job, ['boreDiameter'])[0]!.blocks[0]!.worked[0]!.cells[0]).toMatchObject({
      figure: '0.01+',
      state: 'notTaken',
    });
  });
});

describe('the crank line', () => {
  const plan = (sheets: readonly string[]) => planView(heavy().job, sheets)!;
  test('is drawn for what is measured on journals, with the block turned over and its mains and crankpins in their order', () => {
    const view = plan(['crankpinDiameter']);
    expect(view.pose).toBe('below');
    expect(view.cylinders.map(({ label }) => label).slice(0, 5)).toEqual([
      ...['main 1', 'crankpin 1', 'main 2', 'crankpin 2', 'main 3'],
    ]);
    expect(view.cylinders).toHaveLength(13);
    // The sheet in hand is marked, the others only say where these lie.
    expect(view.cylinders.map(({ marks }) => marks.length).slice(0, 3)).toEqual([0, 4, 0]);
    const ends = view.cylinders.map(({ y, height }) => [y, y + height] as const);
    for (const [i, [top]] of ends.entries()) if (i > 0) expect(top).toBeGreaterThanOrEqual(ends[i - 1]![1]);
    for (const { x, width } of view.cylinders) expect([x >= 0, x + width <= 212]).toEqual([true, true]);
  });
  test('every place of the sheet is in one box', () => {
    const keys = plan(['mainJournalDiameter']).cylinders.flatMap(({ places }) =>
      places.map(({ key }) => key),
    );
    expect([keys.length, new Set(keys).size]).toEqual([28, 28]);
  });
  test('what lies on a camshaft is no part of it', () => {
    const demo = heavy();
    const pin = demo.job.pins[0]!;
    const journals = pin.model.layout.journals!.map((each) => ({ ...each, kind: 'camshaft' as const }));
    const along = { journal: 'camshaft', direction: 'journal', point: 'plane' };
    const characteristics = pin.characteristics.map((each) =>
      each.id === 'mainJournalDiameter' ? { ...each, along } : each,
    );
    const model = { ...pin.model, layout: { ...pin.model.layout, journals } };
    const job = { ...demo.job, pins: [{ ...pin, model, characteristics }] };
    const view = planView(job, ['mainJournalDiameter'])!;
    expect([view.pose, view.rest?.places.length]).toEqual(['above', 52]);
  });
  test('what is measured on cylinders is seen from above', () => {
    expect(plan(['boreDiameter']).pose).toBe('above');
    expect(plan(['bigEndBore']).pose).toBe('above');
  });
});
