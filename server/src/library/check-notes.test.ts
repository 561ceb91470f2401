import { randomUUID } from 'node:crypto';
import { Shop } from '../../test/shop';

const PATH = '/api/library/characteristics/notes';
const WHY = {
  kind: 'why',
  text: 'A gap that closes scores the bore.',
  document: 'SL-88 rev B',
  from: 'page 2',
};
const HEARSAY = { kind: 'hearsay', text: 'A thou for every inch.', document: null, from: 'the harbour' };
const why = randomUUID();
let shop: Shop;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
});
afterAll(() => shop.remove());
const note = async (who: string, said: object, id = randomUUID(), characteristic = 'ringGap') => {
  const { status, body } = await (await shop.as(who)).post(PATH, { id, note: { characteristic, ...said } });
  return [status, status < 300 ? '' : (body.code as unknown)];
};
const takeBack = async (who: string, id: string, reason = 'printed wrongly') => {
  const { status, body } = await (
    await shop.as(who)
  ).post(`${PATH}/taken-back`, { id: randomUUID(), note: id, reason });
  return [status, status < 300 ? '' : (body.code as unknown)];
};
const notes = async () => {
  const { body } = await (await shop.as('sanna')).get('/api/library/characteristics/ringGap/notes');
  return body.notes as readonly {
    readonly id: string;
    readonly kind: string;
    readonly sourceState: unknown;
  }[];
};

test('a check has its reason from a document; what is only said stands apart, and has none', async () => {
  const said = randomUUID();
  expect(await note('teo', WHY, why)).toEqual([201, '']);
  expect(await note('ivo', HEARSAY, said)).toEqual([201, '']);
  expect(await notes()).toMatchObject([
    { id: why, kind: 'why', document: 'SL-88 rev B', sourceState: 'current', by: { name: 'Teo' } },
    { id: said, kind: 'hearsay', document: null, sourceState: null, by: { name: 'Ivo' } },
  ]);
  // One's own word is taken back by oneself, and by who keeps the library.
  expect(await takeBack('sanna', said)).toEqual([403, 'MAY_NOT']);
  expect(await takeBack('ivo', said, ' ')).toEqual([422, expect.anything()]);
  expect(await takeBack('ivo', said)).toEqual([201, '']);
  expect(await takeBack('ivo', said)).toEqual([409, 'CHECK_NOTE_UNKNOWN']);
  expect((await notes()).map(({ id }) => id)).toEqual([why]);
  const { body } = await (await shop.as('teo')).get('/api/library');
  const all = body.characteristics as { readonly id: string; readonly notes: readonly unknown[] }[];
  expect(all.find(({ id }) => id === 'ringGap')?.notes).toHaveLength(1);
});
test.each<[string, string, object, string]>([
  ['why, by who does not keep the library', 'ivo', WHY, 'MAY_NOT'],
  ['why, with no document', 'teo', { ...WHY, document: null }, 'CHECK_NOTE_INCOMPLETE'],
  ['why, by a document that nobody has', 'teo', { ...WHY, document: 'XX-1 rev 1' }, 'REVISION_UNKNOWN'],
  ['hearsay with a document', 'teo', { ...HEARSAY, document: 'SL-88 rev B' }, 'CHECK_NOTE_NOT_CITED'],
  ['practice of nobody', 'ivo', { ...HEARSAY, kind: 'practice', from: ' ' }, 'CHECK_NOTE_INCOMPLETE'],
  ['no words', 'ivo', { ...HEARSAY, text: ' ' }, 'CHECK_NOTE_INCOMPLETE'],
])('refused: %s', async (_, who, said, code) => {
  const [status, found] = await note(who, said);
  expect([Number(status) >= 400 && Number(status) < 500, found]).toEqual([true, code]);
});
test('refused: a check that nobody makes', async () => {
  expect(await note('teo', WHY, randomUUID(), 'nothingHere')).toEqual([409, 'CHARACTERISTIC_UNKNOWN']);
});
test('a note says when its document was withdrawn', async () => {
  const teo = await shop.as('teo');
  const withdrawn = await teo.post('/api/library/revisions/SL-88%20rev%20B/withdraw', {
    ...{ id: randomUUID(), reason: 'printed wrongly', then: 'nothing' },
  });
  expect(withdrawn.status).toBeLessThan(300);
  expect(await notes()).toMatchObject([{ id: why, sourceState: 'withdrawn' }]);
  expect(await note('teo', WHY)).toEqual([409, 'NOT_PUBLISHED']);
});
