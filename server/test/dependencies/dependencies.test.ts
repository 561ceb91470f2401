import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gone, installedIn, licenceFaults } from './faults';
import type { Installed, KeptAdvisory, KeptLicence } from './faults';

const json = (path: string): unknown => JSON.parse(readFileSync(join(__dirname, path), 'utf8'));
const lock = json('../../../package-lock.json') as Parameters<typeof installedIn>[0];
const kept = json('kept.json') as { licences: KeptLicence[]; advisories: KeptAdvisory[] };

test('everything that is installed has a licence under which it may be', () => {
  const installed = installedIn(lock);
  expect(installed.length).toBeGreaterThan(500);
  expect(licenceFaults(installed, kept.licences)).toEqual([]);
});
test('what is known against a package is kept for the version that is installed, with a reason', () => {
  expect(gone(installedIn(lock), kept.advisories)).toEqual([]);
  for (const { why, advisory } of kept.advisories)
    expect([why.length > 20, advisory.length > 10]).toEqual([true, true]);
});
test('the lock file names no registry', () => {
  expect(JSON.stringify(lock)).not.toMatch(/https?:\/\/[^"]*\.tgz/);
});

const one = (licence: string | undefined, dev = false): Installed => ({
  name: 'x',
  version: '1.0.0',
  licence,
  dev,
});
const keptX: KeptLicence = { package: 'x', version: '1.0.0', licence: 'GPL-3.0', why: 'asked' };
test.each<[string, Installed, readonly KeptLicence[], boolean]>([
  ['MIT', one('MIT'), [], true],
  ['none', one(undefined), [], false],
  ['none, kept', one(undefined), [keptX], true],
  ['GPL', one('GPL-3.0'), [], false],
  ['GPL, kept', one('GPL-3.0'), [keptX], true],
  ['GPL, kept under another licence', one('GPL-2.0'), [keptX], false],
  ['GPL, kept for another version', { ...one('GPL-3.0'), version: '1.0.1' }, [keptX], false],
  ['MPL that ships', one('MPL-2.0'), [], false],
  ['MPL for developing', one('MPL-2.0', true), [], true],
])('a package under %s', (_what, installed, list, free) => {
  expect(licenceFaults([installed], list).length === 0).toBe(free);
});
