import { randomUUID } from 'node:crypto';
import {
  addPersonRequest,
  changePersonRequest,
  changePolicyRequest,
  changeUnitRequest,
  changeZoneRequest,
  changeSealKeyRequest,
  choosePinRequest,
  confirmClockRequest,
  setUpRequest,
  signInRequest,
} from '@oak-gate/contract';
import type { SessionView } from '@oak-gate/contract';
import { decidePeople, invariant, NOBODY, own } from '@oak-gate/core';
import type { Actor, Envelope, PeopleCommand, PeopleEvent, PeopleState } from '@oak-gate/core';
import { Router } from 'express';
import type { Request } from 'express';
import type { Services } from '../services';
import { bodyOf } from '../platform/body';
import { limitTries } from '../platform/limit-tries';
import { orThrow, ProblemError } from '../platform/problem-error';
import { TOLERATED_MS } from '../platform/trusted-clock';
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

/** The person whom a command about people added or changed. */
function personIn(events: readonly PeopleEvent[]): Actor {
  const about = events.find(({ type }) => type === 'personAdded' || type === 'personChanged');
  invariant(about?.type === 'personAdded' || about?.type === 'personChanged', 'it names a person');
  return about.data.person;
}
/** The person who gets a PIN. */
function pinOf(events: readonly PeopleEvent[]): string {
  const set = events.find(({ type }) => type === 'pinSet');
  invariant(set?.type === 'pinSet', 'where a PIN is kept, the ledger says whose');
  return set.data.person;
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
    { hashed, chosenIn }: { readonly hashed?: string; readonly chosenIn?: Request } = {},
  ): Promise<readonly PeopleEvent[]> => {
    const { entries } = await ledger.execute({
      id,
      chain: PEOPLE,
      by,
      body,
      decide: async (now = NOBODY, _at, tx) => {
        const events = orThrow(decidePeople(now, commandOn(now), by));
        if (hashed !== undefined) {
          const person = pinOf(events);
          // A manager who set another one meanwhile has ended this sign-in: his is the last word.
          if (chosenIn !== undefined && !(await sessions.holds(tx, chosenIn)))
            throw ProblemError.of('NOT_SIGNED_IN', {});
          await pins.keep(tx, person, hashed, by.id);
          await sessions.endAllOf(tx, person, chosenIn);
        }
        return events;
      },
    });
    return entries.map(({ entry }) => entry as Envelope<PeopleEvent> & PeopleEvent);
  };

  router.get('/session', async (req, res) => {
    const { shop, people, keys } = await state();
    const person = await sessions.personOf(req);
    const view: SessionView = {
      shop: shop === undefined ? null : { ...shop, keys: keys.map(({ keyId }) => keyId) },
      person: person ?? null,
      people: Object.values(people),
      demoPin: demoPin ?? null,
      now: clock.now(),
      pinToChoose: person !== undefined && (await sessions.hasPinToChoose(person.id)),
      clockInDoubt: clock.doubt() ?? null,
    };
    res.json(view);
  });
  router.post('/setup', limitTries(), async (req, res) => {
    const { shop, secondPerson, zone, person, pin } = bodyOf(setUpRequest, req);
    const before = await state();
    if (before.shop !== undefined) throw ProblemError.of('ALREADY_SET_UP', { shop: before.shop.name });
    const roles = [...new Set([...person.roles, 'manager' as const])];
    const first: Actor = { ...person, roles, id: personId(before, person.name) };
    const hashed = await pins.hash(pin);
    const command: PeopleCommand = {
      type: 'setUpShop',
      name: shop,
      secondPerson,
      zone,
      first,
      key: sealKey.publicKey,
    };
    await execute(randomUUID(), command, first, () => command, { hashed });
    await sessions.start(req, res, first.id);
    res.status(201).json({ person: first });
  });
  router.post('/session', limitTries(), async (req, res) => {
    const { person, pin } = bodyOf(signInRequest, req);
    const known = own((await state()).people, person);
    if (known?.active !== true) throw ProblemError.of('PERSON_UNKNOWN', { person });
    let forOneSignIn = false;
    await pins.check(known, pin, 'signedIn', `address ${req.ip ?? ''}`, async () => {
      forOneSignIn = await sessions.hasPinToChoose(person);
      return forOneSignIn;
    });
    await sessions.end(req, res);
    await sessions.start(req, res, person);
    const { active: _, ...actor } = known;
    res.status(201).json({ person: actor, pinToChoose: forOneSignIn });
  });
  // Everybody's own PIN: the only one that signs. Whoever signed in elsewhere with the old one is out.
  router.post('/session/pin', async (req, res) => {
    const { id, pin, next } = bodyOf(choosePinRequest, req);
    const by = actorOf(res);
    const body = { choosePin: pins.fingerprint(next) };
    if (!(await ledger.wasCarriedOut(id))) {
      await pins.check(by, pin, 'choosing', `sign-in ${sessions.nameOf(req)}`);
      if (pin === next) throw ProblemError.of('PIN_THE_SAME', { person: by.name });
    }
    const hashed = await pins.hash(next);
    await execute(id, body, by, () => ({ type: 'choosePin' }), { hashed, chosenIn: req });
    sessions.closeAllOf(by.id, req);
    res.status(201).json({ person: by });
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
    const body = { add: person, pin: pins.fingerprint(pin) };
    const added = await execute(id, body, actorOf(res), add, { hashed });
    res.status(201).json({ person: personIn(added) });
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
  // The one thing that is written while the clock is in doubt; it is dated by the clock that it confirms.
  router.post('/shop/clock', async (req, res) => {
    const { id, clock: seen, reason, pin } = bodyOf(confirmClockRequest, req);
    const by = actorOf(res);
    await pins.check(by, pin, 'signed', `sign-in ${sessions.nameOf(req)}`);
    const steady = clock.steadyMs();
    const doubt = clock.doubt();
    const dated = clock.shown();
    const { repeated } = await ledger.execute({
      id,
      chain: PEOPLE,
      by,
      body: { confirmClock: seen, reason },
      dated,
      decide: (there = NOBODY) => {
        // Confirmed is what the manager saw: a clock that moved again meanwhile is another question.
        const hasMoved = doubt !== undefined && Math.abs(Date.parse(dated) - Date.parse(seen)) > TOLERATED_MS;
        if (doubt === undefined) throw ProblemError.of('CLOCK_NOT_IN_DOUBT', { clock: dated });
        if (hasMoved) throw ProblemError.of('CLOCK_IN_DOUBT', doubt);
        return orThrow(decidePeople(there, { type: 'confirmClock', ...doubt, reason }, by));
      },
    });
    if (!repeated) clock.confirmed(dated, steady);
    res.status(201).json({ now: clock.now() });
  });
  router.post('/people/change', async (req, res) => {
    const { id, person, active, pin, reason } = bodyOf(changePersonRequest, req);
    const hashed = pin === undefined ? undefined : await pins.hash(pin);
    const why = reason === undefined ? {} : { reason };
    const change = { type: 'changePerson' as const, person, active, ...why };
    const body = pin === undefined ? change : { ...change, pin: pins.fingerprint(pin) };
    const command: PeopleCommand = { ...change, withPin: pin !== undefined };
    await execute(id, body, actorOf(res), () => command, hashed === undefined ? {} : { hashed });
    if (pin !== undefined || !active) sessions.closeAllOf(person.id);
    res.status(201).json({ person });
  });
  router.post('/shop/policy', async (req, res) => {
    const { id, ...change } = bodyOf(changePolicyRequest, req);
    await execute(id, change, actorOf(res), () => ({ type: 'changePolicy', ...change }));
    res.status(201).json({ secondPerson: change.secondPerson });
  });
  router.post('/shop/zone', async (req, res) => {
    const { id, ...change } = bodyOf(changeZoneRequest, req);
    await execute(id, change, actorOf(res), () => ({ type: 'changeZone', ...change }));
    res.status(201).json({ zone: change.zone });
  });
  router.post('/shop/unit', async (req, res) => {
    const { id, unit } = bodyOf(changeUnitRequest, req);
    await execute(id, { unit }, actorOf(res), () => ({ type: 'changeUnit', unit }));
    res.status(201).json({ unit });
  });
  return router;
}
