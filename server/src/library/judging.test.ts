import { randomUUID } from 'node:crypto';
import { currentPin } from '@oak-gate/core';
import { reading, Shop, SKIRT } from '../../test/shop';

const PATH = '/api/library/judging';
let shop: Shop;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
});
afterAll(() => shop.remove());
const say = async (who: string, said: object) => {
  const { status, body } = await (await shop.as(who)).post(PATH, { id: randomUUID(), reason: 'x', ...said });
  return [status, status === 201 ? '' : (body.code as unknown)];
};

test('the steward says how readings near a limit are decided; jobs pinned from then on keep it', async () => {
  const before = await shop.readyJob('J-1', '4330-00001');
  const guarded = { of: 'aircraft', rule: 'guarded', coarse: null };
  expect(await say('ivo', guarded)).toEqual([403, 'MAY_NOT']);
  expect(await say('teo', { ...guarded, reason: ' ' })).toEqual([422, 'REASON_MISSING']);
  expect(await say('teo', guarded)).toEqual([201, '']);
  expect(await say('teo', { of: 'shop', rule: null, coarse: 'refuse' })).toEqual([201, '']);
  const { body } = await (await shop.as('teo')).get('/api/library');
  const holds = new Map(
    (body.judging as { readonly of: string; readonly holds: object }[]).map((each) => [each.of, each.holds]),
  );
  expect([holds.get('shop'), holds.get('aircraft'), holds.get('marine')]).toEqual([
    { rule: 'simple', coarse: 'refuse' },
    { rule: 'guarded', coarse: 'refuse' },
    { rule: 'simple', coarse: 'refuse' },
  ]);
  const after = await shop.readyJob('J-2', '4330-00002');
  const pinned = async (jobId: string) => currentPin(await after.ivo.job(jobId))?.judging;
  expect([await pinned(before.jobId), await pinned(after.jobId)]).toEqual([
    { rule: 'simple', coarse: 'warn' },
    { rule: 'guarded', coarse: 'refuse' },
  ]);
  const wordOf = async (jobId: string) => {
    await after.ivo.command(jobId, reading(SKIRT, '40/50'));
    const { places } = await after.ivo.job(jobId);
    return places.get(SKIRT)?.readings[0]?.verdict.verdict;
  };
  expect([await wordOf(before.jobId), await wordOf(after.jobId)]).toEqual(['in', 'notProven']);
});
test.each([
  ['a class that nobody builds', { of: 'balloon', rule: 'simple', coarse: null }],
  ['a rule of its own', { of: 'shop', rule: 'lucky', coarse: null }],
])('refused: %s', async (_what, said) => {
  expect((await say('teo', said))[0]).toBe(400);
});
