import { decidePeople, evolveBy, missingForSeal, NOBODY, PEOPLE_EVENTS } from '../index';
import type { PeopleCommand, PeopleState, Role } from '../index';
import { IVO, person, stamped, TEO } from '../../test/fixtures';

const key = { alg: 'Ed25519' as const, keyId: 'k', spki: 's' };
const setUp = {
  ...{ type: 'setUpShop', name: 'Quay', secondPerson: 'required', zone: 'UTC' },
  ...{ first: TEO, key },
} as const satisfies PeopleCommand;
const after = (...commands: PeopleCommand[]): PeopleState =>
  commands.reduce((state, command) => {
    const decided = decidePeople(state, command, TEO);
    return decided.ok
      ? decided.value.reduce((so, event) => evolveBy(PEOPLE_EVENTS, so, stamped(event, TEO)), state)
      : state;
  }, NOBODY);

test.each<[string, PeopleState, PeopleCommand, typeof TEO, string]>([
  ['a shop is set up once', after(setUp), setUp, TEO, 'ALREADY_SET_UP'],
  ['a shop has a name', NOBODY, { ...setUp, name: ' ' }, TEO, 'NAME_MISSING'],
  ['a shop is somewhere', NOBODY, { ...setUp, zone: 'Europe/Nowhere' }, TEO, 'ZONE_UNKNOWN'],
  [
    'a manager says where it is',
    after(setUp),
    { type: 'changeZone', zone: 'Europe/Oslo', reason: 'moved' },
    IVO,
    'MAY_NOT',
  ],
  [
    'a zone is changed with a reason',
    after(setUp),
    { type: 'changeZone', zone: 'Europe/Oslo', reason: ' ' },
    TEO,
    'REASON_MISSING',
  ],
  [
    'the same zone is no change',
    after(setUp),
    { type: 'changeZone', zone: 'UTC', reason: 'moved' },
    TEO,
    'NOTHING_CHANGED',
  ],
  ['a manager says the unit', after(setUp), { type: 'changeUnit', unit: 'mm' }, IVO, 'MAY_NOT'],
  ['no unit is none', after(setUp), { type: 'changeUnit', unit: null }, TEO, 'NOTHING_CHANGED'],
  ['only a manager adds people', after(setUp), { type: 'addPerson', person: IVO }, IVO, 'MAY_NOT'],
  ['nobody is added twice', after(setUp), { type: 'addPerson', person: TEO }, TEO, 'ALREADY_THERE'],
  ['everybody has a role', after(setUp), { type: 'addPerson', person: person('Nil') }, TEO, 'NO_ROLE'],
  [
    'nobody unknown is changed',
    after(setUp),
    { type: 'changePerson', person: IVO, active: false, withPin: false },
    TEO,
    'PERSON_UNKNOWN',
  ],
  [
    'the last manager stays',
    after(setUp),
    { type: 'changePerson', person: TEO, active: false, withPin: false },
    TEO,
    'LAST_MANAGER',
  ],
  [
    'the last manager keeps the role',
    after(setUp),
    { type: 'changePerson', person: { ...TEO, roles: ['steward'] }, active: true, withPin: false },
    TEO,
    'LAST_MANAGER',
  ],
  [
    'roles are given with a reason',
    after(setUp, { type: 'addPerson', person: IVO }),
    { type: 'changePerson', person: { ...IVO, roles: ['inspector'] }, active: true, withPin: false },
    TEO,
    'REASON_MISSING',
  ],
  [
    'who leaves leaves with a reason',
    after(setUp, { type: 'addPerson', person: IVO }),
    { type: 'changePerson', person: IVO, active: false, withPin: false, reason: ' ' },
    TEO,
    'REASON_MISSING',
  ],
  [
    'a PIN alone needs none',
    after(setUp, { type: 'addPerson', person: IVO }),
    { type: 'changePerson', person: IVO, active: true, withPin: true },
    TEO,
    'allowed',
  ],
  [
    'only a manager changes who looks at whose work',
    after(setUp),
    { type: 'changePolicy', secondPerson: 'sameSaid', reason: 'alone' },
    IVO,
    'MAY_NOT',
  ],
  [
    'and not without a reason',
    after(setUp),
    { type: 'changePolicy', secondPerson: 'sameSaid', reason: '' },
    TEO,
    'REASON_MISSING',
  ],
  [
    'and not to what it is',
    after(setUp),
    { type: 'changePolicy', secondPerson: 'required', reason: 'x' },
    TEO,
    'NOTHING_CHANGED',
  ],
])('%s', (_why, state, command, by, code) => {
  const decided = decidePeople(state, command, by);
  expect(decided.ok ? 'allowed' : decided.problem.code).toBe(code);
});
test('with a second manager the first may leave', () => {
  const state = after(
    setUp,
    { type: 'addPerson', person: person('Ann', 'manager') },
    { type: 'changePerson', person: TEO, active: false, withPin: false, reason: 'retired' },
  );
  expect([state.people['teo']?.active, state.people['ann']?.active]).toEqual([false, true]);
});

test('what was changed holds from then on, and the last word counts', () => {
  const change = (secondPerson: 'required' | 'sameSaid'): PeopleCommand => ({
    type: 'changePolicy',
    secondPerson,
    reason: 'x',
  });
  const state = after(
    setUp,
    { type: 'addPerson', person: IVO },
    {
      type: 'changePerson',
      person: { ...IVO, roles: ['inspector'] },
      active: true,
      withPin: false,
      reason: 'licensed',
    },
    change('sameSaid'),
    change('required'),
  );
  expect([state.people['ivo']?.roles, state.shop?.secondPerson]).toEqual([['inspector'], 'required']);
});

describe('what a shop lacks before its first seal', () => {
  const here = (...all: (readonly [string, ...Role[]])[]) =>
    all.map(([name, ...roles]) => ({ ...person(name), roles, active: true }));
  test.each<[string, ReturnType<typeof here>, 'required' | 'sameSaid', string[]]>([
    ['nobody', [], 'required', ['steward', 'technician', 'inspector', 'releaser']],
    ['a manager', here(['Asta', 'manager']), 'required', ['steward', 'technician', 'inspector', 'releaser']],
    [
      'everything in one',
      here(['Asta', 'steward', 'technician', 'inspector', 'releaser']),
      'required',
      ['secondPerson'],
    ],
    [
      'everything in one, who may look again',
      here(['Asta', 'steward', 'technician', 'inspector', 'releaser']),
      'sameSaid',
      [],
    ],
    ['two', here(['Asta', 'steward', 'inspector', 'releaser'], ['Bo', 'technician']), 'required', []],
    ['no releaser', here(['Asta', 'steward', 'inspector'], ['Bo', 'technician']), 'required', ['releaser']],
  ])('%s', (_why, people, policy, missing) => {
    expect(
      missingForSeal(people, policy).map((each) => (each.kind === 'role' ? each.role : each.kind)),
    ).toEqual(missing);
  });
  test('who left does not count', () => {
    const people = here(['Asta', 'steward', 'inspector', 'releaser'], ['Bo', 'technician']);
    const left = people.map((each) => (each.name === 'Bo' ? { ...each, active: false } : each));
    expect(missingForSeal(left, 'sameSaid')).toEqual([{ kind: 'role', role: 'technician' }]);
  });
});

test('a shop that moved has another zone from then on, and everything else as it was', () => {
  const { shop: before } = after(setUp);
  const { shop } = after(setUp, { type: 'changeZone', zone: 'Europe/Oslo', reason: 'moved' });
  expect(shop).toEqual({ ...before, zone: 'Europe/Oslo' });
});

test('the unit in which a shop reads first is said, changed and taken back, and nothing else with it', () => {
  const { shop: before } = after(setUp);
  const inMm = after(setUp, { type: 'changeUnit', unit: 'mm' });
  expect(inMm.shop).toEqual({ ...before, unit: 'mm' });
  expect(after(setUp, { type: 'changeUnit', unit: 'mm' }, { type: 'changeUnit', unit: null }).shop).toEqual(
    before,
  );
  // Another zone, and another key, leave it as it is.
  expect(
    after(
      setUp,
      { type: 'changeUnit', unit: 'in' },
      { type: 'changeZone', zone: 'Europe/Oslo', reason: 'moved' },
    ).shop,
  ).toEqual({ ...before, unit: 'in', zone: 'Europe/Oslo' });
});
