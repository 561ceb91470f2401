import { randomUUID } from 'node:crypto';
import type { ModelView } from '@oak-gate/contract';
import { currentPin } from '@oak-gate/core';
import { demoFile, Shop } from '../../test/shop';
import type { Tablet } from '../../test/shop';

interface ModelFile {
  readonly format: string;
  readonly version: number;
  readonly model: {
    readonly id: string;
    readonly maker: string;
    readonly name: string;
    readonly layout: { readonly grooves: { readonly id: string; readonly label: string }[] };
  };
}
const ID = 'VA-4-330';
const PATH = `/api/library/models/${ID}`;
const VA = JSON.parse(demoFile('models/VA-4-330.json')) as ModelFile;
/** The same model with a ring called otherwise. */
const called = (label: string): ModelFile => {
  const file = structuredClone(VA);
  file.model.layout.grooves[0] = { ...file.model.layout.grooves[0]!, label };
  return file;
};
let shop: Shop;
let teo: Tablet;
let sanna: Tablet;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
  teo = await shop.as('teo');
  sanna = await shop.as('sanna');
});
afterAll(() => shop.remove());

const view = async () => (await teo.get(`${PATH}/versions`)).body as ModelView;
const seen = async (): Promise<string> => {
  const { digest, draft } = await view();
  return draft === null ? digest : draft.digest;
};
const send = async (tablet: Tablet, path: string, body: object) => {
  const { status, body: answer } = await tablet.post(path, { id: randomUUID(), ...body });
  return [status, status === 201 ? '' : (answer.code as string)];
};
const draft = async (file: ModelFile, from?: string) =>
  send(teo, `${PATH}/draft`, { file, seen: from ?? (await seen()) });
const check = async (tablet: Tablet, digest?: string) =>
  send(tablet, `${PATH}/check`, { digest: digest ?? (await seen()) });
const publish = () => send(teo, `${PATH}/publish`, {});
const drop = (reason = 'of no use') => send(teo, `${PATH}/draft/drop`, { reason });

test('a version is drafted, looked at by a second person and published; a job keeps its own and is told', async () => {
  const { ivo, jobId } = await shop.readyJob('J-1', '4330-00001');
  const before = await seen();
  expect(await draft(called('Fire ring'))).toEqual([201, '']);
  // Nobody opens a job on a draft.
  expect((await teo.get(PATH)).body.layout.grooves[0].label).toBe('Top compression ring');
  expect(await publish()).toEqual([409, 'MODEL_NOT_CHECKED']);
  expect(await check(teo)).toEqual([403, 'SECOND_PERSON_NEEDED']);
  expect(await check(sanna, before)).toEqual([409, 'DRAFT_CHANGED']);
  expect(await check(sanna)).toEqual([201, '']);
  // Changed after the look: what was looked at is not what would be published.
  expect(await draft(called('Top ring'))).toEqual([201, '']);
  expect(await publish()).toEqual([409, 'MODEL_NOT_CHECKED']);
  expect(await check(sanna)).toEqual([201, '']);
  expect(await publish()).toEqual([201, '']);
  const now = await view();
  expect([now.version, now.earlier.length, now.draft]).toEqual([2, 1, null]);
  expect(now.jobs).toEqual([{ jobId, number: 'J-1', version: 1 }]);
  // The job in hand is not changed under anybody's fingers, whatever else it takes over.
  const { body: news } = await ivo.get(`/api/jobs/${jobId}/news`);
  expect(news.model).toEqual({
    ...{ mine: 1, now: 2 },
    changes: ['ring “Top compression ring” is now “Top ring”'],
  });
  expect(news.moved).toEqual([]);
  const pin = currentPin(await ivo.job(jobId))!;
  expect(pin.model.layout.grooves[0]?.label).toBe('Top compression ring');
  const other = await shop.readyJob('J-2', '4330-00002');
  expect((await ivo.get(`/api/jobs/${other.jobId}/news`)).body.model).toBeNull();
  expect(currentPin(await ivo.job(other.jobId))!.model.layout.grooves[0]?.label).toBe('Top ring');
});
test('a job that takes its documents anew still keeps its version', async () => {
  const { jobId } = (await view()).jobs.find((each) => each.version === 1)!;
  const ivo = await shop.as('ivo');
  const { services } = shop;
  const { freshPin } = await import('../jobs/job-facts');
  const state = await ivo.job(jobId);
  expect(freshPin(services, state, '2026-06-02').model.layout.grooves[0]?.label).toBe('Top compression ring');
});
test('two who change one model do not write over each other', async () => {
  const from = await seen();
  expect(await draft(called('First'), from)).toEqual([201, '']);
  expect(await draft(called('Other'), from)).toEqual([409, 'MODEL_MOVED']);
  // A file of a model that somebody else is changing does not write over that either.
  expect(await send(teo, '/api/library/models', { file: called('From a file') })).toEqual([
    409,
    'MODEL_MOVED',
  ]);
  expect(await draft(called('First'))).toEqual([201, '']);
  expect((await view()).draft?.model.layout.grooves[0]?.label).toBe('First');
  expect(await draft(called('Top ring'))).toEqual([409, 'MODEL_SAME']);
  expect(await drop(' ')).toEqual([422, 'REASON_MISSING']);
  expect(await drop()).toEqual([201, '']);
  expect(await drop()).toEqual([409, 'NO_MODEL_DRAFT']);
  expect(await publish()).toEqual([409, 'NO_MODEL_DRAFT']);
  expect(await check(sanna, '0'.repeat(64))).toEqual([409, 'NO_MODEL_DRAFT']);
});
test('a file of a model that is there is its next version, and no more than a draft', async () => {
  expect(await send(teo, '/api/library/models', { file: called('From a file') })).toEqual([201, '']);
  const { version, draft: made } = await view();
  expect([version, made?.model.layout.grooves[0]?.label, made?.by]).toEqual([2, 'From a file', 'Teo']);
  expect(await drop()).toEqual([201, '']);
});
test('a draft says which rows of documents would name nothing any more', async () => {
  const without = structuredClone(VA) as unknown as {
    model: { layout: { grooves: unknown[]; stations: { members: { groove: string }[] }[] } };
  };
  without.model.layout.grooves.pop();
  for (const station of without.model.layout.stations)
    station.members = station.members.filter(({ groove }) => groove !== '3');
  without.model.layout.stations = without.model.layout.stations.filter(({ members }) => members.length > 0);
  expect(await draft(without as unknown as ModelFile)).toEqual([201, '']);
  const { rowsLost } = (await view()).draft!;
  expect(rowsLost.length).toBeGreaterThan(0);
  expect(rowsLost[0]?.document).toMatch(/rev/);
  expect(await drop()).toEqual([201, '']);
});
test('a model that is made here gets an id of its name, and no two have one name', async () => {
  const made = (name: string, maker = 'Harrow') => ({
    ...VA,
    model: { ...VA.model, id: '', maker, name },
  });
  const post = async (file: object) => {
    const { status, body } = await teo.post('/api/library/models/new', { id: randomUUID(), file });
    return status === 201 ? (body.model.id as string) : (body.code as string);
  };
  expect(await post({ ...made('H3 95'), model: { ...made('H3 95').model, id: 'x' } })).toBe('H3-95');
  expect(await post({ ...made('H3-95'), model: { ...made('H3-95').model, id: 'x' } })).toBe('H3-95-2');
  expect(await post({ ...made('H3 95'), model: { ...made('H3 95').model, id: 'x' } })).toBe('ALREADY_THERE');
  expect(await send(await shop.as('ivo'), '/api/library/models/new', { file: VA })).toEqual([403, 'MAY_NOT']);
});
test.each([
  ['a version of a model that is not there', `/api/library/models/NONE/draft`, 400, 'BODY_WRONG'],
  ['a version that would be another model', `${PATH}/draft`, 400, 'BODY_WRONG'],
])('refused: %s', async (_, path, status, code) => {
  const file = { ...VA, model: { ...VA.model, id: 'OTHER' } };
  expect(await send(teo, path, { file, seen: '0'.repeat(64) })).toEqual([status, code]);
});
test('nothing is shown of a model that is not there', async () => {
  expect((await teo.get('/api/library/models/NONE/versions')).body.code).toBe('MODEL_UNKNOWN');
});
