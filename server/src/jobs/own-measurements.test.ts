import { randomUUID } from 'node:crypto';
import { charts } from '../release/print-chart';
import { sheetTable } from '../release/sheet-table';
import { checkSignature } from '../record';
import { jobRequest } from '../../test/shop';
import type { Shop, Tablet } from '../../test/shop';
import { headShop, openHeadJob, VALVE_SHEETS } from '../../test/head-shop';
import {
  currentPin,
  currentReading,
  openMatters,
  placeAt,
  placeKey,
  placesOf,
  placeStatus,
  sheetPlaces,
  slotsOf,
  tellAgain,
  verifyRecord,
} from '@oak-gate/core';
import type { Envelope, JobState, RecordFile } from '@oak-gate/core';

const IN_1 = 'cylinder:1/point:in';
const GUIDE = 'guideBore@cylinder:1/direction:along/point:in';
const GUIDE_ACROSS = 'guideBore@cylinder:1/direction:across/point:in';
const STEM = 'valveStem@cylinder:1/direction:along/point:in';
const CLEARANCE = `stemClearance@${IN_1}`;
const FREE = `rockerFree@${IN_1}`;
const FLOAT = 'camshaftEndFloat@engine';

const WAY = {
  guideBore: {
    unit: 'mm',
    instrument: 'BG-1',
    conditions: [{ condition: 'head', is: 'off' }],
    setting: { text: '8.000', unit: 'mm', against: 'ring gauge RG-8' },
  },
  valveStem: { unit: 'mm', instrument: 'MC-1' },
  camshaftEndFloat: { unit: 'thou', instrument: 'FS-2' },
  rockerFree: { unit: null, instrument: null },
} as const;
const GOOD = { guideBore: '8.01', valveStem: '7.96', camshaftEndFloat: '8/9', rockerFree: 'yes' } as const;
type Measured = keyof typeof WAY;
const take = (place: string, text: string, more: object = {}) => ({
  type: 'takeReading',
  place,
  text,
  answers: [],
  slip: null,
  ...WAY[place.slice(0, place.indexOf('@')) as Measured],
  ...more,
});

let shop: Shop;
let ivo: Tablet;
let sanna: Tablet;
let perrin: Tablet;
let jobId: string;
const setUp = async (): Promise<void> => {
  shop = await headShop();
  [ivo, sanna, perrin] = (await Promise.all(['ivo', 'sanna', 'perrin'].map((who) => shop.as(who)))) as [
    Tablet,
    Tablet,
    Tablet,
  ];
  jobId = await openHeadJob(shop, ivo);
  const { layout } = currentPin(await job())!.model;
  for (const kind of ['valve', 'guide', 'rocker', 'camshaft'])
    await give(ivo, {
      type: 'fitParts',
      slots: slotsOf(layout, kind).map(({ key }) => key),
      state: kind === 'guide' ? 'reused' : 'new',
      partNumber: null,
      lot: null,
    });
  for (const instrument of ['FS-2', 'BG-1', 'MC-1']) await give(ivo, { type: 'takeInstrument', instrument });
};
const remove = (): Promise<void> => shop.remove();

const job = (): Promise<JobState> => ivo.job(jobId);
async function give(who: Tablet, command: object): Promise<void> {
  const { status, body } = await who.command(jobId, command);
  expect([status, body]).toEqual([201, body]);
}
const codeOf = async (who: Tablet, command: object): Promise<string> =>
  ((await who.command(jobId, command)).body as { code?: string }).code ?? 'done';
const valueAt = (state: JobState, place: string) => currentReading(placeAt(state, place));

/** Everything is measured, good, in the order of the sheets. */
async function measureAll(): Promise<void> {
  for (const place of sheetPlaces(await job())) {
    const text = Object.entries(GOOD).find(([sheet]) => sheet === place.characteristic)?.[1];
    if (text !== undefined) await give(ivo, take(placeKey(place), text));
  }
}

describe('a job of a shop’s own', () => {
  beforeEach(setUp);
  afterEach(remove);
  test('from data alone: enumerated, measured, judged, worked out, gated, printed, exported, verified', async () => {
    const pin = currentPin(await job())!;
    const counts = pin.characteristics.map((each) => [each.id, placesOf(pin.model.layout, each).length]);
    // Four cylinders, two valves each, two directions where a diameter is measured.
    expect(Object.fromEntries(counts)).toEqual({
      guideBore: 16,
      valveStem: 16,
      stemClearance: 8,
      camshaftEndFloat: 1,
      rockerFree: 8,
    });
    await give(perrin, { type: 'confirmIdentity', serialSeen: 'H-0112' });
    await give(perrin, { type: 'checkDocuments' });
    expect((await perrin.sign(jobId, 'arrival')).status).toBe(201);
    await measureAll();

    const state = await job();
    expect(sheetPlaces(state).map((place) => placeStatus(state, place).state)).toEqual(
      Array.from({ length: 49 }, () => 'in'),
    );
    const worked = valueAt(state, CLEARANCE)!;
    expect(worked).toMatchObject({ reading: { kind: 'exact', value: 50_000 }, instrument: null, text: '' });
    expect(worked.inputs!.map(({ place }) => place)).toEqual([
      GUIDE,
      GUIDE_ACROSS,
      STEM,
      'valveStem@cylinder:1/direction:across/point:in',
    ]);
    // Everything that is needed to work the verdict out once more stands with it.
    expect(worked.verdict).toMatchObject({
      verdict: 'in',
      limit: { min: 30_000, max: 70_000, serviceMax: 120_000 },
      sources: { max: 'OH-112 rev 1 row 3' },
      partState: 'reused',
      rule: 'simple',
      ruleVersion: 1,
      // The worst of the guide and the worst of the stem, however many of each.
      uncertainty: 4_000,
      pin: 1,
    });
    expect(valueAt(state, GUIDE)).toMatchObject({
      setting: { size: { text: '8.000', unit: 'mm', nm: 8_000_000 }, against: 'ring gauge RG-8' },
      conditions: [{ condition: 'head', is: 'off' }],
    });
    expect(valueAt(state, FREE)).toMatchObject({
      reading: { kind: 'answer', answer: 'yes' },
      instrument: null,
      unit: null,
      by: { name: 'Ivo' },
      verdict: { verdict: 'in', asks: ['OH-112 rev 1 row 5'], limit: {} },
    });

    expect((await perrin.sign(jobId, 'measure')).status).toBe(201);
    expect((await (await shop.as('ghislaine')).sign(jobId, 'release')).status).toBe(201);
    const { body } = await ivo.get(`/api/jobs/${jobId}/record.json`);
    expect(verifyRecord(body as RecordFile, checkSignature)).toMatchObject({
      consistent: true,
      faults: [],
      remarks: [],
    });
    const said = (await job()).signatures.measure?.at(-1)?.words.join(' ');
    expect(said).toMatch(/49 of 49 places within limits/);
    expect((await ivo.get(`/api/jobs/${jobId}/record.pdf`)).status).toBe(200);
    const csv = String((await ivo.get(`/api/jobs/${jobId}/sheets.csv`)).body);
    // A line for each place; and, for each cylinder, the extreme one and how far they differ on three sheets.
    expect(csv.trim().split('\r\n')).toHaveLength(1 + 49 + 3 * 2 * 4);
    expect(csv).toContain('Guide inside diameter,,"Cylinder 1, largest",,,,8.01,mm,');
    expect(csv).toMatch(
      /Rocker free on its shaft,rockerFree@cylinder:1\/point:in,[^\n]*,yes,OH-112 rev 1 row 5,yes,yes,,in,,looked at by Ivo,Ivo,/,
    );
    expect(csv).toMatch(
      /Valve stem in guide,stemClearance@cylinder:1\/point:in,[^\n]*worked out from 4 readings of guide inside diameter and valve stem diameter/,
    );
    expect(csv).toContain('set to 8.000 mm with ring gauge RG-8');
    // What is on the sheet is in the table and in print, place by place.
    const sealed = await job();
    const all = sheetPlaces(sealed).map(placeKey).sort();
    const placed = sheetTable(sealed).lines.flatMap(([, place]) => (place === '' ? [] : [place]));
    expect(placed.sort()).toEqual(all);
    const printed = charts(sealed).flatMap(({ lines }) =>
      lines.flatMap(({ cells }) => cells.flatMap((cell) => cell?.status.key ?? [])),
    );
    expect(printed.sort()).toEqual(all);
  });

  test('a value that is worked out lives and dies with what it rests on, whatever happens in which order', async () => {
    await measureAll();
    const clearance = async () => {
      const record = placeAt(await job(), CLEARANCE);
      return record.readings.map(({ status, reading }) => [status, reading]);
    };
    // One direction was typed wrong: the value follows its correction, and was never true.
    const wrong = valueAt(await job(), GUIDE)!.seq;
    const { type: _type, place: _place, ...instead } = take(GUIDE, '8.05');
    await give(ivo, { type: 'correctReading', place: GUIDE, reading: wrong, reason: 'typing', instead });
    expect(await clearance()).toEqual([
      ['corrected', { kind: 'exact', value: 50_000 }],
      ['current', { kind: 'spread', low: 50_000, high: 90_000 }],
    ]);
    // 0.09 is over the new limit and within that for wear: the guide ran before.
    expect(valueAt(await job(), CLEARANCE)!.verdict.verdict).toBe('serviceable');

    // Two people disagree about one of them: nobody knows what it comes to before an inspector says so.
    const seen = placeAt(await job(), GUIDE).version - 1;
    await give(sanna, take(GUIDE, '8.20', { basedOn: seen }));
    expect((await clearance()).map(([status]) => status)).toEqual(['corrected', 'void']);
    const [first] = placeAt(await job(), GUIDE).contested;
    await give(perrin, { type: 'decideContest', place: GUIDE, keep: first, reason: 'gauged again' });
    expect((await clearance()).at(-1)).toEqual(['current', { kind: 'spread', low: 50_000, high: 90_000 }]);

    // The guide is reamed: what was measured of it, and worked out from it, was true of it as it was.
    const guide = (await job()).slots.get(`guide@${IN_1}`)!;
    await give(ivo, { type: 'reworkPart', part: guide, what: 'reamed', how: 'to 8.20, by hand' });
    const reamed = await job();
    const statusOf = (place: string) =>
      placeAt(reamed, place).readings.findLast(({ status }) => status !== 'void')?.status;
    expect([GUIDE, GUIDE_ACROSS, CLEARANCE, STEM, FREE, FLOAT].map(statusOf)).toEqual([
      'spent',
      'spent',
      'spent',
      'current',
      'current',
      'current',
    ]);
    expect(
      placeStatus(reamed, { characteristic: 'stemClearance', at: { cylinder: '1', point: 'in' } }).state,
    ).toBe('spent');
    // Half of it measured again is not enough; all of it is.
    await give(ivo, take(GUIDE, '8.10'));
    expect((await clearance()).at(-1)?.[0]).toBe('spent');
    await give(ivo, take(GUIDE_ACROSS, '8.11'));
    expect((await clearance()).at(-1)).toEqual(['current', { kind: 'spread', low: 140_000, high: 150_000 }]);
    const over = await job();
    expect(valueAt(over, CLEARANCE)!.verdict.verdict).toBe('loose');
    expect(openMatters(over, VALVE_SHEETS).findings.map(({ id }) => id)).toContain(
      `outOfLimits ${CLEARANCE}`,
    );

    // Taken back without another reading, nothing is left of it; and nobody types it in.
    const again = valueAt(over, GUIDE)!.seq;
    await give(ivo, { type: 'voidReading', place: GUIDE, reading: again, reason: 'gauge slipped' });
    expect((await clearance()).at(-1)?.[0]).toBe('void');
    expect(await codeOf(ivo, take(CLEARANCE, '0.05', WAY.valveStem))).toBe('PLACE_DERIVED');

    // Told once more from its entries, every command comes to what was written.
    const { body } = await ivo.get(`/api/jobs/${jobId}/entries`);
    const entries = (body.entries as { entry: Envelope }[]).map(({ entry }) => entry);
    expect(tellAgain(entries).remarks).toEqual([]);
  });

  test('a check that fails is a finding in the words of what is measured, and a second look is held to the first', async () => {
    await measureAll();
    const reading = valueAt(await job(), FREE)!.seq;
    await give(sanna, take(FREE, 'Y', { basedOn: placeAt(await job(), FREE).version }));
    // The same said twice agrees; what cannot be true together is never put together.
    expect(valueAt(await job(), FREE)!.reading).toEqual({ kind: 'answer', answer: 'yes' });
    expect(await codeOf(ivo, take(FREE, 'no'))).toBe('PLACE_HAS_READING');
    const { type: _type, place: _place, ...instead } = take(FREE, 'no');
    const now = valueAt(await job(), FREE)!.seq;
    expect(now).not.toBe(reading);
    // What somebody else found stands beside it: it has to be taken back as well.
    const right = { type: 'correctReading', place: FREE, reading: now, reason: 'typing', instead };
    expect(await codeOf(ivo, right)).toBe('PLACE_HAS_READING');
    await give(ivo, { ...right, reading, reason: 'takenBack', instead: null });
    await give(ivo, right);
    const state = await job();
    expect(openMatters(state, VALVE_SHEETS).findings).toMatchObject([
      { id: `outOfLimits ${FREE}`, kind: 'outOfLimits', word: 'tight' },
    ]);
    expect(String((await ivo.get(`/api/jobs/${jobId}/sheets.csv`)).body)).toMatch(/,no,,binds,/);
  });

  test('what was measured in another state is not put together with what is known', async () => {
    await give(ivo, take(GUIDE, '8.01'));
    const bolted = { conditions: [{ condition: 'head', is: 'bolted' }] };
    expect(await codeOf(ivo, take(GUIDE, '8.01', bolted))).toBe('PLACE_HAS_READING');
    expect(await codeOf(ivo, take(GUIDE, '8.01'))).toBe('done');
  });
});

describe('nothing of it is written', () => {
  beforeAll(setUp);
  afterAll(remove);
  test.each<[string, (state: JobState) => object, string]>([
    ['a size where yes or no is asked', () => take(FREE, '8.01'), 'ENTRY_NOT_YES_OR_NO'],
    ['nothing where yes or no is asked', () => take(FREE, ' '), 'ENTRY_EMPTY'],
    ['a gauge for what is looked at', () => take(FREE, 'yes', { instrument: 'FS-2' }), 'INSTRUMENT_UNFIT'],
    ['no gauge for a size', () => take(STEM, '7.96', { instrument: null }), 'INSTRUMENT_NOT_TAKEN'],
    ['yes for a size', () => take(STEM, 'yes'), 'ENTRY_NOT_A_READING'],
    ['no word of the state', () => take(GUIDE, '8.01', { conditions: [] }), 'CONDITION_OPEN'],
    [
      'a state that is no choice',
      () => take(GUIDE, '8.01', { conditions: [{ condition: 'head', is: 'x' }] }),
      'CONDITION_OPEN',
    ],
    ['no setting', () => take(GUIDE, '8.01', { setting: undefined }), 'SETTING_OPEN'],
    [
      'a setting that is no size',
      () => take(GUIDE, '8.01', { setting: { ...WAY.guideBore.setting, text: 'eight' } }),
      'SETTING_OPEN',
    ],
    [
      'a rework of another kind of part',
      (state) => ({ type: 'reworkPart', part: state.slots.get(`valve@${IN_1}`), what: 'honed', how: 'x' }),
      'PART_UNKNOWN',
    ],
  ])('%s is refused, with words', async (_what, command, code) => {
    expect(await codeOf(ivo, command(await job()))).toBe(code);
  });

  test.each([
    ['an input that nobody knows', { from: { rule: 'range', of: 'nobody' } }, 'INPUT_WRONG'],
    ['an input that is worked out itself', { from: { rule: 'range', of: 'stemClearance' } }, 'INPUT_WRONG'],
    ['an input that is no size', { from: { rule: 'range', of: 'rockerFree' } }, 'INPUT_WRONG'],
  ])('a characteristic with %s is refused', async (_what, more, code) => {
    const teo = await shop.as('teo');
    const characteristic = {
      ...{ id: 'another', name: 'Another', measures: 'x', usualTool: 'x', unitKind: 'length', axes: [] },
      ...{ wear: 'grows', words: { tight: 'small', loose: 'large' }, ...more },
    };
    const { body } = await teo.post('/api/library/characteristics', {
      id: randomUUID(),
      characteristic,
    });
    expect(body).toMatchObject({ code });
  });

  test('a route is not opened on an engine that does not say where such parts lie', async () => {
    const { body } = await ivo.post('/api/jobs', { ...jobRequest('J-2', '4330-00009'), route: 'valve-gear' });
    expect(body).toMatchObject({ code: 'PART_KIND_UNKNOWN', data: { kind: 'guide' } });
  });
});
