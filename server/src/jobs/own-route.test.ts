import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { currentPin, placeKey, placesOf, verifyRecord } from '@oak-gate/core';
import type { RecordFile } from '@oak-gate/core';
import { checkSignature } from '../record';
import { jobRequest, reading, Shop } from '../../test/shop';
import type { Tablet } from '../../test/shop';

/** What a shop lays into its data folder: a stage of its own before the rings, on which they do not rest. */
const ROUTE = {
  id: 'camshaft-and-rings',
  covers: 'camshaft end float and ring end gaps',
  gates: [
    gate('arrival', 'Arrival', ['identityConfirmed', 'documentsCurrent'], [], 'inspector'),
    {
      ...gate('measure', 'Measure', WORK(), ['camshaftEndFloat', 'oilRingStep'], 'inspector'),
      after: ['arrival'],
    },
    { ...gate('rings', 'Rings', WORK(), ['ringGap'], 'inspector'), after: ['arrival'] },
    gate('release', 'Release', WORK(), [], 'releaser'),
  ],
};
function WORK(): readonly string[] {
  return ['gatesBefore', 'findingsDecided', 'placesAccepted'];
}
function gate(
  stage: string,
  label: string,
  conditions: readonly string[],
  sheets: readonly string[],
  signer: string,
) {
  return { stage, label, conditions, sheets, signedBy: [signer], independent: true };
}
const MEASURED = {
  measures: 'with a feeler',
  usualTool: 'feeler set',
  unitKind: 'length',
  wear: 'grows',
  words: { tight: 'small', loose: 'large' },
  tools: ['feeler'],
};
const CAMSHAFT = { ...MEASURED, id: 'camshaftEndFloat', name: 'Camshaft end float', axes: [] };
/** One for each ring of a cylinder, and of the ring that lies there. */
const STEP = {
  ...MEASURED,
  id: 'oilRingStep',
  name: 'Step of the ring',
  axes: ['cylinder', 'groove', 'member'],
  parts: ['ring'],
  stateOf: 'ring',
};
const FLOAT = 'camshaftEndFloat@engine';

let shop: Shop;
afterEach(() => shop.remove());
const folderWith = (text: string): string => {
  const folder = mkdtempSync(join(tmpdir(), 'oak-gate-route-'));
  mkdirSync(join(folder, 'routes'));
  writeFileSync(join(folder, 'routes/camshaft.json'), text);
  return folder;
};

test('a stage and what is measured in it are data: enumerated, measured, judged, signed, printed, exported, verified', async () => {
  shop = await new Shop(folderWith(JSON.stringify(ROUTE))).open();
  await shop.furnish();
  const [teo, ivo, perrin, ghislaine] = (await Promise.all(
    ['teo', 'ivo', 'perrin', 'ghislaine'].map((who) => shop.as(who)),
  )) as [Tablet, Tablet, Tablet, Tablet];
  for (const characteristic of [CAMSHAFT, STEP])
    expect(
      (await teo.post('/api/library/characteristics', { id: randomUUID(), characteristic })).status,
    ).toBe(201);
  await shop.publish(
    { number: 'OM-9', revision: '1', kind: 'manual' },
    'row,characteristic,groove,member,station,min,max,unit\n1,camshaftEndFloat,,,,,0.012,in\n2,oilRingStep,1,ring,,,0.012,in\n3,oilRingStep,2,ring,,,0.012,in\n4,oilRingStep,3,ring,,,0.012,in',
  );
  const { routes } = (await teo.get('/api/library')).body as { routes: { id: string; classes?: string[] }[] };
  // The first is what is taken where nobody says: it is for every engine, as the shop's own is.
  expect(routes.filter(({ classes }) => classes === undefined)).toMatchObject([
    { id: 'ring-gaps' },
    { id: ROUTE.id },
  ]);
  expect(routes.slice(0, 2).map(({ id }) => id)).toEqual(['ring-gaps', ROUTE.id]);
  expect(routes.find(({ id }) => id === 'short-block-dry')?.classes).toEqual(['tractor']);
  const unknown = { ...jobRequest('J-0', '4330-00009'), route: 'nobody-has-it' };
  expect((await ivo.post('/api/jobs', unknown)).body).toMatchObject({
    code: 'ROUTE_UNKNOWN',
    data: { known: routes.map(({ id }) => id) },
  });
  const opened = await ivo.post('/api/jobs', { ...jobRequest('J-1', '4330-00009'), route: ROUTE.id });
  const jobId = opened.body.jobId as string;
  const give = async (who: Tablet, command: object): Promise<void> => {
    const { status, body } = await who.command(jobId, command);
    expect([status, body.title]).toEqual([201, body.title]);
  };
  const signs = async (who: Tablet, stage: 'arrival' | 'measure' | 'rings' | 'release'): Promise<void> => {
    const { status, body } = await who.sign(jobId, stage);
    expect([stage, status, body.title]).toEqual([stage, 201, body.title]);
  };

  const { layout } = currentPin(await ivo.job(jobId))!.model;
  const { characteristics } = currentPin(await ivo.job(jobId))!;
  const counts = characteristics.map((each) => [each.id, placesOf(layout, each).length]);
  expect(Object.fromEntries(counts)).toEqual({ ringGap: 24, camshaftEndFloat: 1, oilRingStep: 12 });

  await give(perrin, { type: 'confirmIdentity', serialSeen: '4330-00009' });
  await give(perrin, { type: 'checkDocuments' });
  await signs(perrin, 'arrival');
  const slots = ['1', '2', '3', '4'].flatMap((cylinder) =>
    ['1', '2', '3'].map((groove) => `ring@cylinder:${cylinder}/groove:${groove}/member:ring`),
  );
  await give(ivo, { type: 'fitParts', slots, state: 'new', partNumber: null, lot: null });
  await give(ivo, { type: 'takeInstrument', instrument: 'FS-2' });
  await give(ivo, { ...reading(FLOAT, '8/9'), answers: [] });
  for (const each of characteristics.filter(({ id }) => id === 'oilRingStep'))
    for (const place of placesOf(layout, each))
      await give(ivo, { ...reading(placeKey(place), '10/11'), answers: [] });
  // The stage is signed before a ring gap was taken, and locks none of them.
  await signs(perrin, 'measure');
  for (const each of characteristics.filter(({ id }) => id === 'ringGap'))
    for (const place of placesOf(layout, each)) {
      const text = place.at.station === 'skirt' ? (place.at.groove === '3' ? '18/20' : '44/46') : '11/12';
      await give(ivo, reading(placeKey(place), text));
    }
  await signs(perrin, 'rings');
  await signs(ghislaine, 'release');

  const { body } = await ivo.get(`/api/jobs/${jobId}/record.json`);
  const report = verifyRecord(body as RecordFile, checkSignature);
  expect(report).toMatchObject({ consistent: true, faults: [], remarks: [] });
  expect(report.title).toContain(ROUTE.covers);
  expect((await ivo.get(`/api/jobs/${jobId}/record.pdf`)).status).toBe(200);
  const csv = String((await ivo.get(`/api/jobs/${jobId}/sheets.csv`)).body);
  expect(csv).toMatch(
    /Camshaft end float,camshaftEndFloat@engine,[^\n]*at most 12\.0,OM-9 rev 1 row 1,8\/9,8\/9,thou,in,,FS-2,Ivo,/,
  );
  expect(csv.trim().split('\r\n')).toHaveLength(1 + 24 + 1 + 12);
  // What was signed says what it covers in its own words.
  const signed = (await ivo.job(jobId)).signatures.measure?.at(-1)?.words.join(' ');
  expect(signed).toMatch(/Camshaft end float and step of the ring: 13 of 13 places within limits/);
});
test('what is done to a ring spends what was measured of it, behind both gates', async () => {
  shop = await new Shop(folderWith(JSON.stringify(ROUTE))).open();
  await shop.furnish();
  const [teo, ivo] = (await Promise.all(['teo', 'ivo'].map((who) => shop.as(who)))) as [Tablet, Tablet];
  for (const characteristic of [CAMSHAFT, STEP])
    await teo.post('/api/library/characteristics', { id: randomUUID(), characteristic });
  const opened = await ivo.post('/api/jobs', { ...jobRequest('J-1', '4330-00009'), route: ROUTE.id });
  const jobId = opened.body.jobId as string;
  const ring = 'ring@cylinder:1/groove:1/member:ring';
  await ivo.command(jobId, { type: 'fitParts', slots: [ring], state: 'new', partNumber: null, lot: null });
  await ivo.command(jobId, { type: 'takeInstrument', instrument: 'FS-2' });
  const step = 'oilRingStep@cylinder:1/groove:1/member:ring';
  for (const place of [FLOAT, step])
    expect((await ivo.command(jobId, { ...reading(place, '8/9'), answers: [] })).status).toBe(201);
  const part = (await ivo.job(jobId)).slots.get(ring)!;
  expect((await ivo.command(jobId, { type: 'reworkPart', part, what: 'filed', how: 'x' })).status).toBe(201);
  const statusOf = async (place: string) => (await ivo.job(jobId)).places.get(place)?.readings[0]?.status;
  expect([await statusOf(step), await statusOf(FLOAT)]).toEqual(['spent', 'current']);
});
test.each([
  ['no JSON', '{', /JSON/],
  ['a field that is missing', JSON.stringify({ ...ROUTE, covers: undefined }), /covers/],
  [
    'a gate on a later one',
    JSON.stringify({ ...ROUTE, gates: [{ ...ROUTE.gates[0], after: ['release'] }, ...ROUTE.gates.slice(1)] }),
    /arrival rests on release/,
  ],
])('a route with %s keeps the server from starting, and says which file', async (_what, text, said) => {
  const folder = folderWith(text);
  await expect(new Shop(folder).open()).rejects.toMatchObject({
    code: 'ROUTE_WRONG',
    data: { file: join(folder, 'routes/camshaft.json'), because: expect.stringMatching(said) },
  });
  rmSync(join(folder, 'routes'), { recursive: true });
  // Nothing was made or locked meanwhile: taken away, it starts.
  shop = await new Shop(folder).open();
});
