import { sameKeysOnce } from './same-keys-once';

test.each<[string, string, object | undefined]>([
  ['each key once', '{"a":1,"b":{"a":2},"c":[{"a":3},{"a":4}]}', undefined],
  ['a key twice', '{"a":1,"a":2}', { because: 'twice', key: 'a' }],
  ['a key twice far apart', '{"a":1,"b":{"x":[1,2,{"a":0}]},"a":2}', { because: 'twice', key: 'a' }],
  ['a key twice, once with an escape', '{"a":1,"\\u0061":2}', { because: 'twice', key: 'a' }],
  ['a key twice, with a space before the colon', '{"a" :1,"a"\n:2}', { because: 'twice', key: 'a' }],
  ['twice, deep in a list', '[[{"b":{"a":1,"a":1}}]]', { because: 'twice', key: 'a' }],
  ['a value that looks like keys', '{"a":"{\\"b\\":1,\\"b\\":2}"}', undefined],
  ['a value with braces and an escaped backslash', '{"a":"\\\\","b":"}{\\""}', undefined],
  [
    'a key that reaches into the program',
    '{"a":{"__proto__":1}}',
    { because: 'forbidden', key: '__proto__' },
  ],
  ['the same, with an escape', '{"\\u005f_proto__":1}', { because: 'forbidden', key: '__proto__' }],
  ['a value of that name', '{"a":"__proto__"}', undefined],
  ['sixty levels', `${'['.repeat(60)}${']'.repeat(60)}`, undefined],
  ['sixty-one levels', `${'['.repeat(61)}${']'.repeat(61)}`, { because: 'tooDeep' }],
])('%s', (_, text, fault) => {
  JSON.parse(text); // each of them is JSON
  if (fault === undefined) expect(sameKeysOnce(text)).toBeUndefined();
  else expect(sameKeysOnce(text)).toMatchObject(fault);
});
