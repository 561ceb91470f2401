import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { holdsOneOf } from '../kernel/actor';
import type { Actor, Role } from '../kernel/actor';
import { clockSteppedBack, event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';
import type { SecondPersonPolicy } from './second-person';

/** The seal key's public half, as other programs need it. */
export interface PublicKey {
  readonly alg: 'Ed25519';
  readonly keyId: string;
  /** SubjectPublicKeyInfo, base64. */
  readonly spki: string;
}
/** How the shop's key changed. */
export interface KeyChange {
  readonly from: string;
  readonly to: PublicKey;
  readonly reason: string;
  /** Both keys signed a rotation; a lost key could not, and the manager's word stands for it. */
  readonly signatures: { readonly old: string; readonly new: string } | null;
}
/** The text that both keys sign when one takes the other's place. */
export const keyChangeText = ({ from, to }: Pick<KeyChange, 'from' | 'to'>): string =>
  `oak-gate key\n${from}\n${to.keyId}\n${to.spki}`;

export interface PeopleState {
  readonly shop:
    { readonly name: string; readonly secondPerson: SecondPersonPolicy; readonly key: PublicKey } | undefined;
  readonly people: Readonly<Record<string, Actor & { readonly active: boolean }>>;
  /** Every key that the shop ever sealed with, the first one first. */
  readonly keys: readonly PublicKey[];
  readonly keyChanges: readonly (KeyChange & { readonly at: string; readonly by: string })[];
}
export const NOBODY: PeopleState = { shop: undefined, people: {}, keys: [], keyChanges: [] };

const people = <D>() => event<D, PeopleState>();
const withPerson = (
  { people: known }: PeopleState,
  person: Actor,
  active: boolean,
): Partial<PeopleState> => ({
  people: { ...known, [person.id]: { ...person, active } },
});
/** Everything that can stand in the chain of people and settings. */
export const PEOPLE_EVENTS = {
  shopSetUp: people<{
    readonly name: string;
    readonly secondPerson: SecondPersonPolicy;
    readonly key: PublicKey;
  }>()(1, (_state, shop) => ({ shop, keys: [shop.key] })),
  personAdded: people<{ readonly person: Actor }>()(1, (state, { person }) =>
    withPerson(state, person, true),
  ),
  personChanged: people<{ readonly person: Actor; readonly active: boolean }>()(
    1,
    (state, { person, active }) => withPerson(state, person, active),
  ),
  sealKeyChanged: people<KeyChange>()(1, ({ shop, keys, keyChanges }, change, { at, by }) => ({
    shop: shop === undefined ? undefined : { ...shop, key: change.to },
    keys: [...keys, change.to],
    keyChanges: [...keyChanges, { ...change, at, by: by.name }],
  })),
  clockSteppedBack: clockSteppedBack<PeopleState>(),
};
export type PeopleEventData = DataIn<typeof PEOPLE_EVENTS>;
export type PeopleEvent = EventIn<typeof PEOPLE_EVENTS>;

export type PeopleCommand =
  | {
      readonly type: 'setUpShop';
      readonly name: string;
      readonly secondPerson: SecondPersonPolicy;
      readonly first: Actor;
      readonly key: PublicKey;
    }
  | { readonly type: 'addPerson'; readonly person: Actor }
  | { readonly type: 'changePerson'; readonly person: Actor; readonly active: boolean }
  /** Another key takes the place of the shop's: signed by both, or, where the old one is lost, on the manager's word. */
  | ({ readonly type: 'changeSealKey' } & KeyChange);

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
      if (Object.hasOwn(state.people, command.person.id))
        return refuse('ALREADY_THERE', { what: 'person', id: command.person.id });
      return ok([{ type: 'personAdded', v: 1, data: { person: command.person } }]);
    }
    case 'changePerson': {
      const fault = managerFault(by, 'change a person') ?? personFault(command.person);
      if (fault !== undefined) return fault;
      if (!Object.hasOwn(state.people, command.person.id))
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
    case 'changeSealKey':
      return changeKey(state, command, by);
  }
}

function changeKey(state: PeopleState, { from, to, reason, signatures }: KeyChange, by: Actor) {
  const fault = managerFault(by, "change the shop's key");
  if (fault !== undefined) return fault;
  if (reason.trim() === '') return refuse('REASON_MISSING', { action: "change the shop's key" });
  const now = state.shop?.key.keyId ?? '';
  if (from !== now) return refuse('KEY_MOVED', { seen: from, now });
  if (state.keys.some(({ keyId }) => keyId === to.keyId))
    return refuse('ALREADY_THERE', { what: 'key', id: to.keyId });
  const data = { from, to, reason: reason.trim(), signatures };
  return ok([{ type: 'sealKeyChanged' as const, v: 1 as const, data }]);
}

const managerFault = (by: Actor, action: string): ReturnType<typeof refuse> | undefined =>
  holdsOneOf(by, ['manager'])
    ? undefined
    : refuse('MAY_NOT', { action, needs: ['manager'], person: by.name });

function personFault(person: Actor): ReturnType<typeof refuse> | undefined {
  if (person.name.trim() === '') return refuse('NAME_MISSING', { field: 'person' });
  return person.roles.length === 0 ? refuse('NO_ROLE', { person: person.name }) : undefined;
}

/** The people who hold a role now, for sentences such as "who can do it". */
export const peopleWith = (state: PeopleState, roles: readonly Role[]): readonly Actor[] =>
  Object.values(state.people).filter((person) => person.active && holdsOneOf(person, roles));
