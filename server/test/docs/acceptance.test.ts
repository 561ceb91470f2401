import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '../../..');
const rows = readFileSync(join(root, 'docs/acceptance.md'), 'utf8')
  .split('\n')
  .flatMap((line) => {
    const [, number, , shown = ''] = line.split('|').map((cell) => cell.trim());
    const [, file = '', name = ''] = /^`([^`]+)`: (.+)$/.exec(shown) ?? [];
    return /^\d+$/.test(number ?? '') ? [{ number: Number(number), file, name }] : [];
  });

test('thirty cases, numbered from one', () => {
  expect(rows.map(({ number }) => number)).toEqual(Array.from({ length: 30 }, (_, i) => i + 1));
});
test.each(rows)('case $number is shown by a test that is there', ({ file, name }) => {
  expect(name).not.toBe('');
  // A title stands in a quoted string, on its own line or as the first thing of its call.
  expect(readFileSync(join(root, file), 'utf8')).toMatch(
    new RegExp(
      `(test|step|each)[^]*['\`][^'\`]*${name.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')}[^'\`]*['\`]`,
    ),
  );
});
