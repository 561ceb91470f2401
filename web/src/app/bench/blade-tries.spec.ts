import { nanometres } from '@oak-gate/core';
import type { Reading } from '@oak-gate/core';
import { entryOf, triesSoFar, typedTries } from './blade-tries';
import type { Tries } from './blade-tries';

const thou = (count: number) => nanometres(count * 25_400);

test.each<[string, Tries | undefined]>([
  ['44/46', { goes: thou(44), stops: thou(46) }],
  ['44+', { goes: thou(44) }],
  ['<44', { stops: thou(44) }],
  ['44', { goes: thou(44) }],
  ['40-44', undefined],
  ['goes', undefined],
  ['', undefined],
])('typed %j names the blades %j', (text, tries) => expect(typedTries(text, 'thou')).toEqual(tries));

test.each<[Tries, string]>([
  [{}, ''],
  [{ goes: thou(44) }, '44+'],
  [{ stops: thou(44) }, '<44'],
  [{ goes: thou(44), stops: thou(46) }, '44/46'],
])('the blades %j are typed %j, and read back as they were', (tries, text) => {
  expect(entryOf(tries, 'thou')).toBe(text);
  if (text !== '') expect(typedTries(text, 'thou')).toEqual(tries);
});

const BETWEEN: Reading = { kind: 'between', goes: thou(40), stops: thou(55) };
test.each<[string, Parameters<typeof triesSoFar>[0], Tries]>([
  ['no reading', undefined, {}],
  [
    'a bracket that proves nothing',
    { reading: BETWEEN, verdict: { verdict: 'notProven' } },
    { goes: thou(40), stops: thou(55) },
  ],
  ['a bracket that is proven', { reading: BETWEEN, verdict: { verdict: 'in' } }, {}],
  [
    'only what goes',
    { reading: { kind: 'atLeast', goes: thou(40) }, verdict: { verdict: 'notProven' } },
    { goes: thou(40) },
  ],
  [
    'only what stops',
    { reading: { kind: 'under', stops: thou(55) }, verdict: { verdict: 'notProven' } },
    { stops: thou(55) },
  ],
  ['an exact figure', { reading: { kind: 'exact', value: thou(44) }, verdict: { verdict: 'notProven' } }, {}],
])('%s leaves the tries %j', (_what, reading, tries) => expect(triesSoFar(reading)).toEqual(tries));
