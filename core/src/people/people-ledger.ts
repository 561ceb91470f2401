import type { Problem } from '../kernel/problem-data';
import { own } from '../kernel/own';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { holdsOneOf } from '../kernel/actor';
import type { Actor, Role } from '../kernel/actor';
import { clockSteppedBack, event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';
import type { SecondPersonPolicy } from './second-person';
import type { LengthUnit } from '../quantity/length-unit';
import { isZone, ZONE_BEFORE } from './zone';

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

/**
 * Why the clock cannot be believed: it jumped against the time that really passed, or it began before the last entry, or more
 * than a year behind it.
 */
export const CLOCK_DOUBTS = ['jumped', 'beforeLast', 'longAfter'] as const;
export interface ClockInDoubt {
  readonly clock: string;
  /** What the time should be, by the last entry or by what passed since the start. */
  readonly expected: string;
  readonly because: (typeof CLOCK_DOUBTS)[number];
}
/** A manager's word that the clock is right now, whatever the dates of the entries before say. */
export interface ClockConfirmed extends ClockInDoubt {
  readonly reason: string;
}
/** Who set the PIN that a person has. */
export interface PinSet {
  readonly at: string;
  readonly by: string;
  /** Somebody else knows it: it opens the door once, for its owner to choose another one. */
  readonly forOneSignIn: boolean;
}

export interface PeopleState {
  readonly shop:
    | {
        readonly name: string;
        readonly secondPerson: SecondPersonPolicy;
        /** Name of the time zone that the shop's clocks show. */
        readonly zone: string;
        /** The unit in which the shop reads sheets first; missing where each is read as it was measured. */
        readonly unit?: LengthUnit;
        readonly key: PublicKey;
      }
    | undefined;
  readonly people: Readonly<Record<string, Actor & { readonly active: boolean }>>;
  /** Every key that the shop ever sealed with, the first one first. */
  readonly keys: readonly PublicKey[];
  readonly keyChanges: readonly (KeyChange & { readonly at: string; readonly by: string })[];
  /** Nobody is in it whose PIN was set before it was written down who sets one. */
  readonly pins: Readonly<Record<string, PinSet>>;
  readonly clockConfirmed: readonly (ClockConfirmed & { readonly by: string })[];
}
export const NOBODY: PeopleState = {
  shop: undefined,
  people: {},
  keys: [],
  keyChanges: [],
  pins: {},
  clockConfirmed: [],
};

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
    readonly zone: string;
    readonly key: PublicKey;
  }>()(
    2,
    (_state, shop) => ({ shop, keys: [shop.key] }),
    (data) => ({ ...data, zone: ZONE_BEFORE }),
  ),
  personAdded: people<{ readonly person: Actor }>()(1, (state, { person }) =>
    withPerson(state, person, true),
  ),
  personChanged: people<{
    readonly person: Actor;
    readonly active: boolean;
    /** Why roles were given or taken, or somebody left; null where nothing of it changed. */
    readonly reason: string | null;
  }>()(
    2,
    (state, { person, active }) => withPerson(state, person, active),
    (data) => ({ ...data, reason: null }),
  ),
  policyChanged: people<{ readonly secondPerson: SecondPersonPolicy; readonly reason: string }>()(
    1,
    ({ shop }, { secondPerson }) => ({ shop: shop === undefined ? undefined : { ...shop, secondPerson } }),
  ),
  zoneChanged: people<{ readonly zone: string; readonly reason: string }>()(1, ({ shop }, { zone }) => ({
    shop: shop === undefined ? undefined : { ...shop, zone },
  })),
  /** The unit in which sheets are read first; null where each is read as it was measured. */
  unitChanged: people<{ readonly unit: LengthUnit | null }>()(1, ({ shop }, { unit }) => {
    if (shop === undefined) return {};
    const { unit: _, ...rest } = shop;
    return { shop: { ...rest, ...(unit === null ? {} : { unit }) } };
  }),
  sealKeyChanged: people<KeyChange>()(1, ({ shop, keys, keyChanges }, change, { at, by }) => ({
    shop: shop === undefined ? undefined : { ...shop, key: change.to },
    keys: [...keys, change.to],
    keyChanges: [...keyChanges, { ...change, at, by: by.name }],
  })),
  pinSet: people<{ readonly person: string; readonly forOneSignIn: boolean }>()(
    1,
    ({ pins }, { person, forOneSignIn }, { at, by }) => ({
      pins: { ...pins, [person]: { at, by: by.name, forOneSignIn } },
    }),
  ),
  clockConfirmed: people<ClockConfirmed>()(1, ({ clockConfirmed }, data, { by }) => ({
    clockConfirmed: [...clockConfirmed, { ...data, by: by.name }],
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
      readonly zone: string;
      readonly first: Actor;
      readonly key: PublicKey;
    }
  | { readonly type: 'addPerson'; readonly person: Actor }
  | {
      readonly type: 'changePerson';
      readonly person: Actor;
      readonly active: boolean;
      /** With a PIN for one sign-in. */
      readonly withPin: boolean;
      readonly reason?: string;
    }
  /** Jobs that are open keep the policy that they were opened under. */
  | {
      readonly type: 'changePolicy';
      readonly secondPerson: SecondPersonPolicy;
      readonly reason: string;
    }
  /** Jobs that are open keep the zone that they were opened in. */
  | { readonly type: 'changeZone'; readonly zone: string; readonly reason: string }
  /** What is recorded and printed stays in the unit of its gauge. */
  | { readonly type: 'changeUnit'; readonly unit: LengthUnit | null }
  | { readonly type: 'choosePin' }
  | ({ readonly type: 'confirmClock' } & ClockConfirmed)
  /** Another key takes the place of the shop's: signed by both, or, where the old one is lost, on the manager's word. */
  | ({ readonly type: 'changeSealKey' } & KeyChange);

const zoneFault = (zone: string): ReturnType<typeof refuse> | undefined =>
  isZone(zone) ? undefined : refuse('ZONE_UNKNOWN', { zone });
const sameRoles = (a: Actor, b: Actor): boolean =>
  a.authorisation === b.authorisation &&
  a.roles.length === b.roles.length &&
  a.roles.every((role) => b.roles.includes(role));

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
      const { name, secondPerson, zone, key, first } = command;
      const fault = personFault(first) ?? zoneFault(zone);
      if (fault !== undefined) return fault;
      return ok([
        { type: 'shopSetUp', v: 2, data: { name: name.trim(), secondPerson, zone, key } },
        { type: 'personAdded', v: 1, data: { person: first } },
        pinSet(first.id, false),
      ]);
    }
    case 'addPerson': {
      const fault = managerFault(by, 'add a person') ?? personFault(command.person);
      if (fault !== undefined) return fault;
      if (Object.hasOwn(state.people, command.person.id))
        return refuse('ALREADY_THERE', { what: 'person', id: command.person.id });
      return ok([
        { type: 'personAdded', v: 1, data: { person: command.person } },
        pinSet(command.person.id, true),
      ]);
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
      // Who stands before a tablet that a manager left open is not to take his name.
      if (command.withPin && command.person.id === by.id) return refuse('PIN_IS_OWN', { person: by.name });
      const { person, active } = command;
      const reason = (command.reason ?? '').trim();
      const known = own(state.people, person.id);
      const isMore = known?.active !== active || !sameRoles(known, person);
      if (isMore && reason === '') return refuse('REASON_MISSING', { action: 'change what a person may do' });
      return ok([
        { type: 'personChanged', v: 2, data: { person, active, reason: reason === '' ? null : reason } },
        ...(command.withPin ? [pinSet(command.person.id, true)] : []),
      ]);
    }
    case 'changePolicy': {
      const fault = managerFault(by, 'change who must look at whose work');
      if (fault !== undefined) return fault;
      const { secondPerson } = command;
      const reason = command.reason.trim();
      if (reason === '') return refuse('REASON_MISSING', { action: 'change who must look at whose work' });
      if (state.shop?.secondPerson === secondPerson)
        return refuse('NOTHING_CHANGED', { what: 'who looks at whose work' });
      return ok([{ type: 'policyChanged', v: 1, data: { secondPerson, reason } }]);
    }
    case 'changeZone': {
      const { zone } = command;
      const fault = managerFault(by, 'change the time zone') ?? zoneFault(zone);
      if (fault !== undefined) return fault;
      const reason = command.reason.trim();
      if (reason === '') return refuse('REASON_MISSING', { action: 'change the time zone' });
      if (state.shop?.zone === zone) return refuse('NOTHING_CHANGED', { what: 'the time zone' });
      return ok([{ type: 'zoneChanged', v: 1, data: { zone, reason } }]);
    }
    case 'changeUnit': {
      const { unit } = command;
      const fault = managerFault(by, 'change the unit of sheets');
      if (fault !== undefined) return fault;
      if ((state.shop?.unit ?? null) === unit)
        return refuse('NOTHING_CHANGED', { what: 'the unit of sheets' });
      return ok([{ type: 'unitChanged', v: 1, data: { unit } }]);
    }
    case 'choosePin':
      return own(state.people, by.id)?.active === true
        ? ok([pinSet(by.id, false)])
        : refuse('PERSON_UNKNOWN', { person: by.id });
    case 'confirmClock': {
      const { type: _, ...data } = command;
      const fault = managerFault(by, 'confirm the clock');
      if (fault !== undefined) return fault;
      if (data.reason.trim() === '') return refuse('REASON_MISSING', { action: 'confirm the clock' });
      return ok([{ type: 'clockConfirmed', v: 1, data: { ...data, reason: data.reason.trim() } }]);
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

const pinSet = (person: string, forOneSignIn: boolean) =>
  ({ type: 'pinSet', v: 1, data: { person, forOneSignIn } }) as const;

/**
 * The confirmation by which an entry's date may lie before the one of the entry before it: what was confirmed is earlier than
 * that date, and that date belongs to the time that was found to be wrong.
 */
export const confirmationFor = (
  { clockConfirmed }: Pick<PeopleState, 'clockConfirmed'>,
  lastDate: string,
): PeopleState['clockConfirmed'][number] | undefined =>
  clockConfirmed.findLast(({ clock, expected }) => clock < lastDate && lastDate <= expected);

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
