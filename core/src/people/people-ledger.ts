import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { holdsOneOf } from '../kernel/actor';
import type { Actor, Role } from '../kernel/actor';
import type { SecondPersonPolicy } from './second-person';

/** The seal key's public half, as other programs need it. */
export interface PublicKey {
  readonly alg: 'Ed25519';
  readonly keyId: string;
  /** SubjectPublicKeyInfo, base64. */
  readonly spki: string;
}
export interface PeopleState {
  readonly shop:
    { readonly name: string; readonly secondPerson: SecondPersonPolicy; readonly key: PublicKey } | undefined;
  readonly people: Readonly<Record<string, Actor & { readonly active: boolean }>>;
}
export const NOBODY: PeopleState = { shop: undefined, people: {} };

export interface PeopleEventData {
  shopSetUp: { readonly name: string; readonly secondPerson: SecondPersonPolicy; readonly key: PublicKey };
  personAdded: { readonly person: Actor };
  personChanged: { readonly person: Actor; readonly active: boolean };
}
export type PeopleEvent = {
  readonly [T in keyof PeopleEventData]: {
    readonly type: T;
    readonly v: 1;
    readonly data: PeopleEventData[T];
  };
}[keyof PeopleEventData];

export type PeopleCommand =
  | {
      readonly type: 'setUpShop';
      readonly name: string;
      readonly secondPerson: SecondPersonPolicy;
      readonly first: Actor;
      readonly key: PublicKey;
    }
  | { readonly type: 'addPerson'; readonly person: Actor }
  | { readonly type: 'changePerson'; readonly person: Actor; readonly active: boolean };

/** Decides who is in the shop. The first person is made with the shop; later ones by a manager. */
export function decidePeople(
  state: PeopleState,
  command: PeopleCommand,
  by: Actor,
): Result<readonly PeopleEvent[], Problem> {
  switch (command.type) {
    case 'setUpShop': {
      if (state.shop !== undefined) return refuse('ALREADY_SET_UP', { shop: state.shop.name });
      if (command.name.trim() === '') return refuse('NAME_MISSING', { field: 'shop' });
      const { name, secondPerson, key, first } = command;
      const fault = personFault(first);
      if (fault !== undefined) return fault;
      return ok([
        { type: 'shopSetUp', v: 1, data: { name: name.trim(), secondPerson, key } },
        { type: 'personAdded', v: 1, data: { person: first } },
      ]);
    }
    case 'addPerson': {
      const fault = managerFault(by, 'add a person') ?? personFault(command.person);
      if (fault !== undefined) return fault;
      if (command.person.id in state.people)
        return refuse('ALREADY_THERE', { what: 'person', id: command.person.id });
      return ok([{ type: 'personAdded', v: 1, data: { person: command.person } }]);
    }
    case 'changePerson': {
      const fault = managerFault(by, 'change a person') ?? personFault(command.person);
      if (fault !== undefined) return fault;
      if (!(command.person.id in state.people))
        return refuse('PERSON_UNKNOWN', { person: command.person.id });
      const others = Object.values(state.people).filter(
        ({ id, active }) => id !== command.person.id && active,
      );
      const staysManager = command.active && command.person.roles.includes('manager');
      if (!staysManager && !others.some(({ roles }) => roles.includes('manager'))) {
        return refuse('LAST_MANAGER', { person: command.person.name });
      }
      return ok([{ type: 'personChanged', v: 1, data: { person: command.person, active: command.active } }]);
    }
  }
}

const managerFault = (by: Actor, action: string): ReturnType<typeof refuse> | undefined =>
  holdsOneOf(by, ['manager'])
    ? undefined
    : refuse('MAY_NOT', { action, needs: ['manager'], person: by.name });

function personFault(person: Actor): ReturnType<typeof refuse> | undefined {
  if (person.name.trim() === '') return refuse('NAME_MISSING', { field: 'person' });
  return person.roles.length === 0 ? refuse('NO_ROLE', { person: person.name }) : undefined;
}

export function evolvePeople(state: PeopleState, event: PeopleEvent): PeopleState {
  switch (event.type) {
    case 'shopSetUp':
      return { ...state, shop: event.data };
    case 'personAdded':
      return withPerson(state, event.data.person, true);
    case 'personChanged':
      return withPerson(state, event.data.person, event.data.active);
  }
}
const withPerson = (state: PeopleState, person: Actor, active: boolean): PeopleState => ({
  ...state,
  people: { ...state.people, [person.id]: { ...person, active } },
});

/** The people who hold a role now, for sentences such as "who can do it". */
export const peopleWith = (state: PeopleState, roles: readonly Role[]): readonly Actor[] =>
  Object.values(state.people).filter((person) => person.active && holdsOneOf(person, roles));
