import { randomUUID } from 'node:crypto';
import { currentPin } from '@oak-gate/core';
import { reading, Shop, SKIRT } from '../../test/shop';

const PATH = '/api/library/characteristics/temperatures';
let shop: Shop;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
});
afterAll(() => shop.remove());
const ask = async (who: string, characteristic: string, asked: boolean) => {
  const { status, body } = await (await shop.as(who)).post(PATH, { id: randomUUID(), characteristic, asked });
  return [status, status === 201 ? '' : (body.code as unknown)];
};
const isAsked = async (): Promise<boolean> => {
  const { body } = await (await shop.as('teo')).get('/api/library');
  const all = body.characteristics as { readonly id: string; readonly warm: boolean }[];
  return all.find(({ id }) => id === 'ringGap')!.warm;
};

test('the steward says of what temperatures are read; jobs that are opened then ask for them, those before do not', async () => {
  const before = await shop.readyJob('J-1', '4330-00001');
  expect(await ask('ivo', 'ringGap', true)).toEqual([403, 'MAY_NOT']);
  expect([await ask('teo', 'ringGap', true), await isAsked()]).toEqual([[201, ''], true]);
  // Said once more it is still so, and nothing is written twice.
  expect(await ask('teo', 'ringGap', true)).toEqual([201, '']);
  const after = await shop.readyJob('J-2', '4330-00002');
  const asksOf = async (jobId: string) =>
    currentPin(await after.ivo.job(jobId))!.characteristics.find(({ id }) => id === 'ringGap')?.temperatures;
  expect([await asksOf(before.jobId), await asksOf(after.jobId)]).toEqual([undefined, true]);
  const take = async (jobId: string, more: object) => {
    const { status, body } = await after.ivo.command(jobId, { ...reading(SKIRT, '44/46'), ...more });
    return [status, status === 201 ? '' : (body.code as unknown)];
  };
  expect(await take(before.jobId, {})).toEqual([201, '']);
  expect(await take(after.jobId, {})).toEqual([409, 'TEMPERATURE_OPEN']);
  expect(await take(after.jobId, { temperatures: { part: '27', gauge: '20' } })).toEqual([
    409,
    'TEMPERATURES_ASK',
  ]);
  const kept = { part: '27', gauge: '20', kept: 'the block stands in the sun' };
  expect(await take(after.jobId, { temperatures: kept })).toEqual([201, '']);
  expect([await ask('teo', 'ringGap', false), await isAsked()]).toEqual([[201, ''], false]);
});
test.each([
  ['what is looked at', 'boreRidgeFelt', 'NO_TEMPERATURES'],
  ['what is worked out', 'boreTaper', 'NO_TEMPERATURES'],
  ['what nobody knows', 'nothingHere', 'CHARACTERISTIC_UNKNOWN'],
  ['a name of the language', 'constructor', 'CHARACTERISTIC_UNKNOWN'],
])('of %s none are read', async (_what, characteristic, code) => {
  expect(await ask('teo', characteristic, true)).toEqual([409, code]);
});
