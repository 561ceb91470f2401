import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { LOGS } from '../support/server';

/** Every PIN and secret that a test types. */
const SECRETS = [
  '4711',
  '5821',
  '5802',
  '5803',
  '5804',
  '5805',
  '5806',
  '5807',
  '8264',
  '8265',
  '8315',
  '8316',
  '8317',
  'two oars and a bucket',
];
const UUID = /[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/;
/** A sign-in's token is 32 bytes in base64url. */
const TOKEN = /(?<![\w-])[\w-]{43}(?![\w-])/;
const NAMES = /cookie|authorization|oak_gate_session|\$argon2|params:|"pin"|"body"|"headers"/i;

/** The texts in a line of a log, without what numbers requests and jobs. */
function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value.replaceAll(new RegExp(UUID, 'g'), '')];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, each]) => [`"${key}"`, ...textsIn(each)]);
}
/** What is told in a line that should not be; undefined of a line that is as it should be. */
function leakIn(line: string): string | undefined {
  let said: unknown;
  try {
    said = JSON.parse(line);
  } catch {
    return line.startsWith('Oak Gate is open at') ? undefined : 'no JSON';
  }
  const texts = textsIn(said);
  const secret = SECRETS.find((each) =>
    texts.some((text) => new RegExp(`(?<![\\w.])${each}(?!\\w)`).test(text)),
  );
  if (secret !== undefined) return `the PIN ${secret}`;
  const found = texts
    .flatMap((text) => [NAMES.exec(text)?.[0], TOKEN.exec(text)?.[0]])
    .find((each) => each !== undefined);
  if (found !== undefined) return found;
  const { req, level, time } = said as { req?: { id?: string }; level?: number; time?: number };
  if (level === undefined || time === undefined) return 'no level or time';
  return req !== undefined && !UUID.test(String(req.id)) ? 'a request without an id' : undefined;
}

test('the servers of the whole run told nothing of what was sent to them', () => {
  const files = existsSync(LOGS) ? readdirSync(LOGS) : [];
  const lines = files.flatMap((name) =>
    readFileSync(join(LOGS, name), 'utf8')
      .split('\n')
      .filter((line) => line !== ''),
  );
  expect(lines.filter((line) => line.includes('"req":{'))).not.toHaveLength(0);
  const leaks = lines.flatMap((line) => {
    const leak = leakIn(line);
    return leak === undefined ? [] : [`${leak}: ${line.slice(0, 300)}`];
  });
  expect(leaks.slice(0, 20)).toEqual([]);
});
for (const [what, line] of [
  ['a cookie', '{"level":50,"time":1,"req":{"id":"x","headers":{"cookie":"x"}}}'],
  ['a token', `{"level":50,"time":1,"msg":"for ${'a'.repeat(43)} it failed"}`],
  ['a PIN', '{"level":50,"time":1,"msg":"wrong PIN 5821"}'],
  ['a body', '{"level":50,"time":1,"body":{"id":1}}'],
  ['a query with its values', '{"level":50,"time":1,"err":{"message":"params: 44/46"}}'],
  ['a line that is no JSON', 'Error: something'],
] as const)
  test(`${what} would be noticed`, () => {
    expect(leakIn(line)).toBeDefined();
  });
test('numbers and names of requests are no secrets', () => {
  const id = '01234567-89ab-4711-8265-0123456789ab';
  expect(
    leakIn(
      `{"level":20,"time":5821,"pid":4711,"req":{"id":"${id}","method":"GET","path":"/api/jobs/${id}"},"responseTime":5821}`,
    ),
  ).toBeUndefined();
});
