import { randomUUID } from 'node:crypto';
import {
  addPersonRequest,
  changePersonRequest,
  changeSealKeyRequest,
  setUpRequest,
  signInRequest,
} from '@oak-gate/contract';
import type { SessionView } from '@oak-gate/contract';
import { decidePeople, invariant, NOBODY, own } from '@oak-gate/core';
import type { Actor, Envelope, PeopleCommand, PeopleEvent, PeopleState } from '@oak-gate/core';
import { Router } from 'express';
import type { Services } from '../services';
import { bodyOf } from '../platform/body';
import { limitTries } from '../platform/limit-tries';
import { orThrow, ProblemError } from '../platform/problem-error';
import { PEOPLE } from '../record';
import { actorOf } from './sessions';

/** An id that is readable in a record: the name's letters, and a number where two people share them. */
function personId(state: PeopleState, name: string): string {
  const base =
    name
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .toLowerCase()
      .slice(0, 40) || 'person';
  for (let count = 1; ; count++) {
    const id = count === 1 ? base : `${base}-${count}`;
    if (!Object.hasOwn(state.people, id)) return id;
  }
}

/** The person that a people's event is about. */
function personIn(events: readonly PeopleEvent[]): Actor {
  const about = events.flatMap((event) => ('person' in event.data ? [event.data.person] : []))[0];
  invariant(about !== undefined, 'a command about people names a person');
  return about;
}

export function peopleRoutes({ ledger, pins, sessions, sealKey, clock, demoPin }: Services): Router {
  const router = Router();
  const state = async (): Promise<PeopleState> => (await ledger.state(PEOPLE)) ?? NOBODY;
  /** Who is added or changed, and the PIN, are written together or not at all; a repeated command touches neither. */
  const execute = async (
    id: string,
    body: unknown,
    by: Actor,
    commandOn: (now: PeopleState) => PeopleCommand,
    hashed?: string,
  ): Promise<Actor> => {
    const { entries } = await ledger.execute({
      id,
      chain: PEOPLE,
      by,
      body,
      decide: async (now = NOBODY, _at, tx) => {
        const events = orThrow(decidePeople(now, commandOn(now), by));
        if (hashed !== undefined) {
          await pins.keep(tx, personIn(events).id, hashed);
          await sessions.endAllOf(tx, personIn(events).id);
        }
        return events;
      },
    });
    return personIn(entries.map(({ entry }) => entry as Envelope<PeopleEvent> & PeopleEvent));
  };

  router.get('/session', async (req, res) => {
    const { shop, people } = await state();
    const view: SessionView = {
      shop: shop ?? null,
      person: (await sessions.personOf(req)) ?? null,
      people: Object.values(people),
      demoPin: demoPin ?? null,
      now: clock.now(),
    };
    res.json(view);
  });
  router.post('/setup', limitTries(), async (req, res) => {
    const { shop, secondPerson, person, pin } = bodyOf(setUpRequest, req);
    const before = await state();
    if (before.shop !== undefined) throw ProblemError.of('ALREADY_SET_UP', { shop: before.shop.name });
    const roles = [...new Set([...person.roles, 'manager' as const])];
    const first: Actor = { ...person, roles, id: personId(before, person.name) };
    const hashed = await pins.hash(pin);
    const command: PeopleCommand = {
      type: 'setUpShop',
      name: shop,
      secondPerson,
      first,
      key: sealKey.publicKey,
    };
    await execute(randomUUID(), command, first, () => command, hashed);
    await sessions.start(req, res, first.id);
    res.status(201).json({ person: first });
  });
  router.post('/session', limitTries(), async (req, res) => {
    const { person, pin } = bodyOf(signInRequest, req);
    const known = own((await state()).people, person);
    if (known?.active !== true) throw ProblemError.of('PERSON_UNKNOWN', { person });
    await pins.check(known, pin, 'signedIn', `address ${req.ip ?? ''}`);
    await sessions.end(req, res);
    await sessions.start(req, res, person);
    const { active: _, ...actor } = known;
    res.status(201).json({ person: actor });
  });
  router.delete('/session', async (req, res) => {
    await sessions.end(req, res);
    res.status(204).end();
  });
  router.post('/people', async (req, res) => {
    const { id, person, pin } = bodyOf(addPersonRequest, req);
    const hashed = await pins.hash(pin);
    const add = (now: PeopleState): PeopleCommand => ({
      type: 'addPerson',
      person: { ...person, id: personId(now, person.name) },
    });
    const added = await execute(id, { add: person, pin: pins.fingerprint(pin) }, actorOf(res), add, hashed);
    res.status(201).json({ person: added });
  });
  // Another key takes the place of the shop's, signed by both; the ledger knows it before the file is the shop's.
  router.post('/shop/key', async (req, res) => {
    const { id, reason, pin } = bodyOf(changeSealKeyRequest, req);
    const by = actorOf(res);
    await pins.check(by, pin, 'signed', `sign-in ${sessions.nameOf(req)}`);
    const now = await state();
    orThrow(decidePeople(now, { type: 'changeSealKey', ...sealKey.wouldChange(reason) }, by));
    await sealKey.change(reason, async (change) => {
      const command: PeopleCommand = { type: 'changeSealKey', ...change };
      const { repeated } = await ledger.execute({
        id,
        chain: PEOPLE,
        by,
        body: { changeSealKey: reason },
        decide: (there = NOBODY) => orThrow(decidePeople(there, command, by)),
      });
      return !repeated;
    });
    res.status(201).json({ key: sealKey.publicKey });
  });
  router.post('/people/change', async (req, res) => {
    const { id, person, active, pin } = bodyOf(changePersonRequest, req);
    const hashed = pin === undefined ? undefined : await pins.hash(pin);
    const command: PeopleCommand = { type: 'changePerson', person, active };
    const body = pin === undefined ? command : { ...command, pin: pins.fingerprint(pin) };
    await execute(id, body, actorOf(res), () => command, hashed);
    if (pin !== undefined || !active) sessions.closeAllOf(person.id);
    res.status(201).json({ person });
  });
  return router;
}
