import { Shop, SKIRT } from '../../test/shop';

let shop: Shop;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
});
afterAll(() => shop.remove());

test('the next job of an engine knows how the last one left it, and never one that is not sealed', async () => {
  const { jobId } = await shop.sealed();
  const ivo = await shop.as('ivo');
  const first = await ivo.job(jobId);
  expect((await ivo.get(`/api/jobs/${jobId}/earlier`)).body).toEqual({ earlier: null });
  const { jobId: other } = await shop.readyJob('J-7', '4330-00077');
  expect((await ivo.get(`/api/jobs/${other}/earlier`)).body).toEqual({ earlier: null });
  const next = await shop.readyJob('J-8', first.engine.serial);
  const { status, body } = await ivo.get(`/api/jobs/${next.jobId}/earlier`);
  expect([status, body.earlier]).toMatchObject([200, { number: first.job.number, hours: 10 }]);
  const left = (body.earlier as { left: Record<string, unknown> }).left;
  expect(left[SKIRT]).toMatchObject({ kind: 'between' });
});
test('refused: a job that nobody knows', async () => {
  const { status, body } = await (await shop.as('ivo')).get('/api/jobs/none/earlier');
  expect([status, body.code]).toEqual([404, 'JOB_UNKNOWN']);
});
