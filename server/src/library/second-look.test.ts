import { randomUUID } from 'node:crypto';
import { currentPin, parsePlaceKey, placeStatus } from '@oak-gate/core';
import { reading, Shop, SKIRT } from '../../test/shop';

const PATH = '/api/library/characteristics/second-look';
let shop: Shop;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
});
afterAll(() => shop.remove());
const ask = async (
  who: string,
  characteristic: string,
  asked: boolean,
  tolerance: { readonly text: string; readonly unit: string } | null = null,
) => {
  const sent = { id: randomUUID(), characteristic, asked, tolerance };
  const { status, body } = await (await shop.as(who)).post(PATH, sent);
  return [status, status === 201 ? '' : (body.code as unknown)];
};
const looks = async (): Promise<unknown> => {
  const { body } = await (await shop.as('teo')).get('/api/library');
  const all = body.characteristics as { readonly id: string; readonly looks: unknown }[];
  return all.find(({ id }) => id === 'ringGap')!.looks;
};

test('the steward says what is measured by two people, and jobs that are opened then wait for the second', async () => {
  const tolerance = { text: '1', unit: 'thou' };
  expect(await ask('ivo', 'ringGap', true)).toEqual([403, 'MAY_NOT']);
  expect(await looks()).toEqual({ asked: false, tolerance: null });
  expect(await ask('teo', 'ringGap', true, tolerance)).toEqual([201, '']);
  expect(await ask('teo', 'ringGap', true, tolerance)).toEqual([201, '']);
  expect(await looks()).toEqual({ asked: true, tolerance: { ...tolerance, nm: 25_400 } });
  const { ivo, jobId } = await shop.readyJob('J-1', '4330-00001');
  const stateNow = async () => placeStatus(await ivo.job(jobId), parsePlaceKey(SKIRT)!).state;
  const [characteristic] = currentPin(await ivo.job(jobId))!.characteristics;
  expect([characteristic?.secondLook, characteristic?.tolerance?.nm]).toEqual([true, 25_400]);
  expect((await ivo.command(jobId, reading(SKIRT, '44/46'))).status).toBe(201);
  expect(await stateNow()).toBe('secondLook');
  const sanna = await shop.as('sanna');
  const seen = { ...reading(SKIRT, '44/46'), blind: true, basedOn: 1 };
  expect((await sanna.command(jobId, seen)).status).toBe(201);
  expect(await stateNow()).toBe('in');
  expect(await ask('teo', 'ringGap', false)).toEqual([201, '']);
});
test.each([
  ['what is worked out', 'boreTaper', null, 'NO_SECOND_LOOK'],
  ['what nobody knows', 'nothingHere', null, 'CHARACTERISTIC_UNKNOWN'],
  ['a name of the language', 'constructor', null, 'CHARACTERISTIC_UNKNOWN'],
  ['a tolerance of nothing', 'ringGap', { text: '0', unit: 'mm' }, 'TOLERANCE_WRONG'],
  ['a tolerance that is a word', 'ringGap', { text: 'a hair', unit: 'mm' }, 'TOLERANCE_WRONG'],
  ['a tolerance of a yes or no', 'boreRidgeFelt', { text: '1', unit: 'mm' }, 'TOLERANCE_WRONG'],
])('refused: %s', async (_what, characteristic, tolerance, code) => {
  expect(await ask('teo', characteristic, true, tolerance)).toEqual([409, code]);
});
