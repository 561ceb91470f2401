import { randomUUID } from 'node:crypto';
import type { SamplesView } from '@oak-gate/contract';
import { digestOf } from '@oak-gate/core';
import type { Instrument, Route } from '@oak-gate/core';
import { demoFile, jobRequest, Shop } from '../../test/shop';
import type { Tablet } from '../../test/shop';

let shop: Shop;
let teo: Tablet;
let ivo: Tablet;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
  teo = await shop.as('teo');
  ivo = await shop.as('ivo');
});
afterAll(() => shop.remove());
const send = async (tablet: Tablet, path: string, body: object) => {
  const { status, body: answer } = await tablet.post(path, { id: randomUUID(), ...body });
  return [status, status === 201 ? '' : (answer.code as string)];
};

describe('routes of a shop', () => {
  const PATH = '/api/library/routes';
  const routes = async () =>
    (await teo.get(PATH)).body.routes as { route: Route; digest: string; ours: boolean; ships: boolean }[];
  const of = async (id: string) => (await routes()).find(({ route }) => route.id === id)!;
  const keep = async (route: Route, seen: string | null, reason = 'the yard wants it so') =>
    send(teo, PATH, { route, seen, reason });
  const called = (route: Route, covers: string): Route => ({ ...route, covers });

  test('one that ships is copied and changed, a job is opened on it, and it is put away again', async () => {
    const { route } = await of('ring-gaps');
    const mine = called({ ...route, id: 'ring-gaps-2' }, 'ring end gaps, our way');
    expect(await send(ivo, PATH, { route: mine, seen: null, reason: 'x' })).toEqual([403, 'MAY_NOT']);
    expect(await keep(mine, null)).toEqual([201, '']);
    expect((await of('ring-gaps-2')).ours).toBe(true);
    const request = { ...jobRequest('J-1', '4330-00001'), route: 'ring-gaps-2' };
    const { jobId } = (await ivo.post('/api/jobs', request)).body as { jobId: string };
    expect((await ivo.job(jobId)).route.covers).toBe('ring end gaps, our way');
    expect(await send(teo, `${PATH}/put-away`, { route: 'ring-gaps-2', reason: 'no more' })).toEqual([
      201,
      '',
    ]);
    expect(await of('ring-gaps-2')).toBeUndefined();
    // The open job goes on as it was opened.
    expect((await ivo.job(jobId)).route.id).toBe('ring-gaps-2');
  });
  test('the shop’s own stands in the place of one that ships, until it is put away', async () => {
    const { route, digest } = await of('ring-gaps');
    expect(await keep(called(route, 'ring end gaps, twice'), digest)).toEqual([201, '']);
    const now = await of('ring-gaps');
    expect([now.route.covers, now.ours, now.ships]).toEqual(['ring end gaps, twice', true, true]);
    // Somebody else who saw what was there before.
    expect(await keep(called(route, 'ring end gaps, thrice'), digest)).toEqual([409, 'ROUTE_MOVED']);
    expect(await send(teo, `${PATH}/put-away`, { route: 'ring-gaps', reason: 'as it was' })).toEqual([
      201,
      '',
    ]);
    expect((await of('ring-gaps')).route).toEqual(route);
    expect(await send(teo, `${PATH}/put-away`, { route: 'ring-gaps', reason: 'x' })).toEqual([
      409,
      'ROUTE_NOT_OURS',
    ]);
  });
  test.each<[string, (route: Route) => Route, string]>([
    ['without reading the serial', (r) => without(r, 0, 'identityConfirmed'), 'ROUTE_CANNOT'],
    ['without deciding findings', (r) => without(r, 1, 'findingsDecided'), 'ROUTE_CANNOT'],
    ['without accepting places', (r) => without(r, 1, 'placesAccepted'), 'ROUTE_CANNOT'],
    ['with an unknown sheet', (r) => sheets(r, ['nothing']), 'ROUTE_CANNOT'],
    ['with a sheet twice', (r) => sheets(r, ['ringGap', 'ringGap']), 'ROUTE_CANNOT'],
    ['with the name of another', (r) => called(r, 'bores and ring end gaps'), 'ALREADY_THERE'],
  ])('refused: a route %s', async (_, change, code) => {
    const { route } = await of('ring-gaps');
    const copy = called({ ...route, id: 'ring-gaps-9' }, 'another way');
    expect(await keep(change(copy), null)).toEqual([409, code]);
  });
  const without = (route: Route, index: number, condition: string): Route => ({
    ...route,
    gates: route.gates.map((gate, i) =>
      i === index ? { ...gate, conditions: gate.conditions.filter((each) => each !== condition) } : gate,
    ),
  });
  const sheets = (route: Route, of_: readonly string[]): Route => ({
    ...route,
    gates: route.gates.map((gate, i) => (i === 1 ? { ...gate, sheets: of_ } : gate)),
  });
});

describe('pieces of the sample shop', () => {
  const samples = async () => (await teo.get('/api/library/samples')).body as SamplesView;
  test('a model and its document are taken one by one; the document is a draft', async () => {
    const before = await samples();
    const of = (id: string, all: readonly { readonly id: string }[]) => all.find((each) => each.id === id);
    expect(of('T3-29', before.models)).toMatchObject({ taken: false, cylinders: 3 });
    expect(of('VA-4-330', before.models)).toMatchObject({ taken: true });
    expect(of('WM-29 rev 2', before.documents)).toMatchObject({ missing: ['T3-29'], taken: false });
    const path = '/api/library/samples/documents/WM-29 rev 2/take';
    expect(await send(teo, path, {})).toEqual([409, 'MODEL_UNKNOWN']);
    const { body: file } = await teo.get('/api/library/samples/models/T3-29');
    expect(await send(teo, '/api/library/models/new', { file })).toEqual([201, '']);
    expect(await send(ivo, path, {})).toEqual([403, 'MAY_NOT']);
    expect(await send(teo, path, {})).toEqual([201, '']);
    expect(await send(teo, path, {})).toEqual([409, 'ALREADY_THERE']);
    const { body: draft } = await teo.get('/api/library/revisions/WM-29 rev 2');
    expect(draft.state).toBe('draft');
    expect(draft.rows.length).toBeGreaterThan(5);
    expect(of('WM-29 rev 2', (await samples()).documents)).toMatchObject({ taken: true });
  });
  test('what is no sample is none', async () => {
    expect((await teo.get('/api/library/samples/models/NONE')).body.code).toBe('MODEL_UNKNOWN');
    expect(await send(teo, '/api/library/samples/documents/NONE/take', {})).toEqual([
      404,
      'REVISION_UNKNOWN',
    ]);
  });
});

describe('a gauge that is changed', () => {
  const gauge = async () =>
    ((await teo.get('/api/instruments')).body as Instrument[]).find(({ id }) => id === 'FS-2')!;
  const change = async (blades: readonly string[], more: object = {}) => {
    const now = await gauge();
    const {
      calibratedOn: _,
      dueOn: __,
      ...instrument
    } = { ...now, resolution: '1', uncertainty: '0.2', blades };
    return send(teo, '/api/instruments/changes', {
      instrument,
      seen: digestOf(now),
      reason: 'one broke',
      ...more,
    });
  };
  test('its blades are what it has from now on, and its check is as it was', async () => {
    const { dueOn, blades } = await gauge();
    const left = blades.slice(1).map(({ text }) => text);
    expect(await change(left, { seen: '0'.repeat(64) })).toEqual([409, 'GAUGE_MOVED']);
    expect(await change(['thick'])).toEqual([400, 'BODY_WRONG']);
    expect(await change([])).toEqual([409, 'BLADES_WRONG']);
    expect(await change(left)).toEqual([201, '']);
    const now = await gauge();
    expect([now.blades.length, now.dueOn]).toEqual([left.length, dueOn]);
  });
});
test('a sample file is the same as the one in the folder', async () => {
  const { body } = await teo.get('/api/library/samples/models/M8-52');
  expect(body).toEqual(JSON.parse(demoFile('models/M8-52.json')));
});
