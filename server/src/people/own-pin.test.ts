import { randomUUID } from 'node:crypto';
import { NOBODY } from '@oak-gate/core';
import type { PeopleState } from '@oak-gate/core';
import { FIRST_PIN, PIN, reading, Shop, SKIRT } from '../../test/shop';
import type { Tablet } from '../../test/shop';
import { credentialsStore } from './credentials.store';
import { signInAudit } from './tables';

jest.setTimeout(60_000);
let shop: Shop;
let teo: Tablet;
let jobId: string;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
  teo = await shop.as('teo');
  ({ jobId } = await shop.readyJob());
});
afterAll(() => shop.remove());

const code = ({ status, body }: { status: number; body: { code?: string } }) => [status, body.code];
let people = 0;
/** Somebody whom the manager has just added. */
async function newcomer(): Promise<{
  id: string;
  name: string;
  tablet: Tablet;
  signIn: (pin: string) => Promise<unknown>;
}> {
  const name = `Newcomer ${++people}`;
  const { body } = await teo.post('/api/people', {
    id: randomUUID(),
    person: { name, roles: ['technician'], authorisation: null },
    pin: FIRST_PIN,
  });
  const tablet = shop.tablet();
  const { id } = body.person as { id: string };
  const signIn = async (pin: string) => code(await tablet.post('/api/session', { person: id, pin }));
  return { id, name, tablet, signIn };
}
const choose = (tablet: Tablet, pin: string, next: string, id: string = randomUUID()) =>
  tablet.post('/api/session/pin', { id, pin, next });
const setAnother = (person: { id: string; name: string }, pin: string, id: string = randomUUID()) =>
  teo.post('/api/people/change', {
    id,
    person: { id: person.id, name: person.name, roles: ['technician'], authorisation: null },
    active: true,
    pin,
  });
const told = async (): Promise<PeopleState> =>
  (await shop.services.ledger.state<PeopleState>('people')) ?? NOBODY;

test('a PIN that a manager set opens the door once, and does nothing until its owner has chosen another', async () => {
  const { id, tablet, signIn } = await newcomer();
  expect(await signIn(FIRST_PIN)).toEqual([201, undefined]);
  expect((await tablet.get('/api/session')).body).toMatchObject({ person: { id }, pinToChoose: true });
  expect(code(await tablet.get('/api/floor'))).toEqual([403, 'PIN_TO_CHOOSE']);
  const given = await tablet.post(`/api/jobs/${jobId}/commands`, {
    id: randomUUID(),
    command: await teo.seen(jobId, reading(SKIRT, '44/46') as never),
  });
  // Not the last word on the command: with a PIN of one's own it is taken.
  expect([...code(given), given.body.command]).toEqual([403, 'PIN_TO_CHOOSE', undefined]);
  // A second time it opens nothing, at any tablet.
  expect(code(await shop.tablet().post('/api/session', { person: id, pin: FIRST_PIN }))).toEqual([
    403,
    'PIN_SPENT',
  ]);
  expect(code(await shop.tablet().post('/api/session', { person: id, pin: '0000' }))).toEqual([
    403,
    'PIN_WRONG',
  ]);

  expect(code(await choose(tablet, '0000', PIN))).toEqual([403, 'PIN_WRONG']);
  expect(code(await choose(tablet, FIRST_PIN, FIRST_PIN))).toEqual([409, 'PIN_THE_SAME']);
  expect(code(await choose(tablet, FIRST_PIN, '1234'))).toEqual([400, 'BODY_WRONG']);
  expect(code(await choose(tablet, FIRST_PIN, PIN))).toEqual([201, undefined]);
  expect((await tablet.get('/api/session')).body).toMatchObject({ pinToChoose: false });
  expect((await tablet.get('/api/floor')).status).toBe(200);
  // One's own opens it as often as one likes.
  for (let turn = 0; turn < 2; turn++) expect(await signIn(PIN)).toEqual([201, undefined]);
});

test('the ledger and the audit name who set each PIN', async () => {
  const { id, name, tablet, signIn } = await newcomer();
  expect((await told()).pins[id]).toMatchObject({ by: 'Teo', forOneSignIn: true });
  await signIn(FIRST_PIN);
  await choose(tablet, FIRST_PIN, PIN);
  expect((await told()).pins[id]).toMatchObject({ by: name, forOneSignIn: false });
  expect((await told()).pins['teo']).toMatchObject({ by: 'Teo', forOneSignIn: false });
  const audit = await shop.services.db.read.select().from(signInAudit);
  expect(audit.filter(({ person }) => person === id).map(({ outcome, by }) => [outcome, by])).toEqual([
    ['pinSet', 'teo'],
    ['signedIn', null],
    ['choosing', null],
    ['pinSet', id],
  ]);
});

test('choosing twice by one command chooses once; by another body under its id it is refused', async () => {
  const { id, tablet, signIn } = await newcomer();
  await signIn(FIRST_PIN);
  const command = randomUUID();
  const length = () => shop.services.ledger.lengthOf('people');
  const before = await length();
  const [one, two] = await Promise.all([
    choose(tablet, FIRST_PIN, '5802', command),
    choose(tablet, FIRST_PIN, '5802', command),
  ]);
  // Side by side the second is the same again, or finds that the PIN is another one by now; it never sets anything anew.
  expect([one.status, two.status].sort()[0]).toBe(201);
  expect((await choose(tablet, FIRST_PIN, '5802', command)).status).toBe(201);
  expect(await length()).toBe(before + 1);
  expect(code(await choose(tablet, FIRST_PIN, '5803', command))).toEqual([409, 'COMMAND_ID_REUSED']);
  expect(code(await choose(teo, PIN, '5802', command))).toEqual([409, 'COMMAND_ID_REUSED']);
  expect((await told()).pins[id]?.forOneSignIn).toBe(false);
  expect(await signIn('5802')).toEqual([201, undefined]);
});

test('a new PIN of one’s own ends the other sign-ins and their streams, and not this one', async () => {
  const { id, tablet, signIn } = await newcomer();
  await signIn(FIRST_PIN);
  await choose(tablet, FIRST_PIN, PIN);
  const other = await shop.as(id);
  const otherStream = await other.stream(`/api/jobs/${jobId}/stream`);
  await tablet.stream(`/api/jobs/${jobId}/stream`);
  expect(shop.services.sessions.streams).toBe(2);
  expect((await choose(tablet, PIN, '5802')).status).toBe(201);
  // At once, and not when the next heartbeat finds it out.
  expect(shop.services.sessions.streams).toBe(1);
  await otherStream.ended;
  expect(code(await other.get('/api/floor'))).toEqual([401, 'NOT_SIGNED_IN']);
  expect((await tablet.get('/api/floor')).status).toBe(200);
  await tablet.send('/api/session', { method: 'DELETE' });
});

test('a manager’s second PIN wins over the first, whoever is at the door', async () => {
  const person = await newcomer();
  await person.signIn(FIRST_PIN);
  expect((await setAnother(person, '5804')).status).toBe(201);
  // The sign-in with the first one is over, and so is the choice that was under way.
  expect(code(await choose(person.tablet, FIRST_PIN, PIN))).toEqual([401, 'NOT_SIGNED_IN']);
  expect(await person.signIn(FIRST_PIN)).toEqual([403, 'PIN_WRONG']);
  expect(await person.signIn('5804')).toEqual([201, undefined]);
  expect((await choose(person.tablet, '5804', PIN)).status).toBe(201);
  // Reset once more after that: the owner's own is gone, and the gate asks for a PIN of one's own again.
  await setAnother(person, '5805');
  expect(await person.signIn(PIN)).toEqual([403, 'PIN_WRONG']);
  expect(await person.signIn('5805')).toEqual([201, undefined]);
  expect(code(await person.tablet.get('/api/floor'))).toEqual([403, 'PIN_TO_CHOOSE']);
});

test('the same command again with another PIN is refused, and sets nothing', async () => {
  const person = await newcomer();
  const id = randomUUID();
  expect((await setAnother(person, '5804', id)).status).toBe(201);
  expect(code(await setAnother(person, '5805', id))).toEqual([409, 'COMMAND_ID_REUSED']);
  expect(await person.signIn('5804')).toEqual([201, undefined]);
});

test('a manager’s PIN that comes while the owner’s is being kept is the last word', async () => {
  const person = await newcomer();
  await person.signIn(FIRST_PIN);
  const { pins } = shop.services;
  const hash = pins.hash.bind(pins);
  jest.spyOn(pins, 'hash').mockImplementationOnce(async (pin) => {
    expect((await setAnother(person, '5807')).status).toBe(201);
    return hash(pin);
  });
  // The PIN that he had was right when it was looked at, and is not his any more when the new one is written.
  expect(code(await choose(person.tablet, FIRST_PIN, PIN))).toEqual([401, 'NOT_SIGNED_IN']);
  expect((await told()).pins[person.id]).toMatchObject({ by: 'Teo', forOneSignIn: true });
  expect(await person.signIn('5807')).toEqual([201, undefined]);
});

test('two tablets that try the one sign-in at once: one is in', async () => {
  const { id } = await newcomer();
  const tries = await Promise.all(
    [1, 2, 3].map(() => shop.tablet().post('/api/session', { person: id, pin: FIRST_PIN })),
  );
  expect(tries.map(({ status }) => status).sort()).toEqual([201, 403, 403]);
});

test('nobody sets a PIN for himself at the managers’ door, and one’s own needs the one that one has', async () => {
  const own = {
    id: randomUUID(),
    person: { id: 'teo', name: 'Teo', roles: ['steward', 'manager'], authorisation: null },
    active: true,
    pin: '5806',
  };
  expect(code(await teo.post('/api/people/change', own))).toEqual([409, 'PIN_IS_OWN']);
  expect((await credentialsStore.find(shop.services.db.read, 'teo'))?.usedAt).toBeNull();
  expect(code(await choose(teo, '0000', '5806'))).toEqual([403, 'PIN_WRONG']);
  expect((await shop.tablet().post('/api/session', { person: 'teo', pin: PIN })).status).toBe(201);
});
