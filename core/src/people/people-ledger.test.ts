import { decidePeople, evolveBy, NOBODY, PEOPLE_EVENTS } from '../index';
import type { PeopleCommand, PeopleState } from '../index';
import { IVO, person, stamped, TEO } from '../../test/fixtures';

const key = { alg: 'Ed25519' as const, keyId: 'k', spki: 's' };
const setUp: PeopleCommand = { type: 'setUpShop', name: 'Quay', secondPerson: 'required', first: TEO, key };
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
])('%s', (_why, state, command, by, code) => {
  const decided = decidePeople(state, command, by);
  expect(decided.ok ? 'allowed' : decided.problem.code).toBe(code);
});
test('with a second manager the first may leave', () => {
  const state = after(
    setUp,
    { type: 'addPerson', person: person('Ann', 'manager') },
    { type: 'changePerson', person: TEO, active: false, withPin: false },
  );
  expect([state.people['teo']?.active, state.people['ann']?.active]).toEqual([false, true]);
});
