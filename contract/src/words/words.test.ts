import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { JOB_EVENTS, nanometres, problem } from '@oak-gate/core';
import type { Limit, Reading, SizeReading } from '@oak-gate/core';
import {
  boundText,
  cellWords,
  faultWords,
  figureWords,
  isProblemCode,
  jobCommand,
  marginWords,
  PROBLEM_WORDS,
  remarkWords,
  schemaOfJobEvent,
  problemWords,
  serialExpected,
  serialLike,
  shortReading,
  showBound,
  text,
  understoodWords,
  wordsOf,
} from '../index';

const thou = (count: number) => nanometres(count * 25_400);

test('docs/PROBLEMS.md describes exactly the codes that exist', () => {
  const page = readFileSync(join(__dirname, '../../../docs/PROBLEMS.md'), 'utf8');
  const described = [...page.matchAll(/^### (\w+)$/gm)].map((match) => match[1]);
  expect(described.sort()).toEqual(Object.keys(PROBLEM_WORDS).sort());
});
test('words say what, where and what next', () => {
  const words = wordsOf(problem('STALE', { what: 'ringGap@cylinder:1', basedOn: 4, now: 7 }));
  expect(words).toEqual({
    what: 'Somebody changed this meanwhile',
    where: 'you saw it at entry 4, it now stands at entry 7',
    next: 'Look at what is there now, then decide again.',
  });
  expect([isProblemCode('STALE'), isProblemCode('NOPE')]).toEqual([true, false]);
});
test('every version of every event that core can read crosses the border, and no other', () => {
  for (const [type, { v: newest }] of Object.entries(JOB_EVENTS)) {
    for (let v = 1; v <= newest; v++) expect([type, v, schemaOfJobEvent(type, v)]).not.toContain(undefined);
    expect(schemaOfJobEvent(type, newest + 1)).toBeUndefined();
    expect(schemaOfJobEvent(type, 0)).toBeUndefined();
  }
  for (const type of ['constructor', '__proto__', 'toString', 'ringPolished'])
    expect(schemaOfJobEvent(type, 1)).toBeUndefined();
});
test('a command with a field too many is refused', () => {
  const command = { type: 'resumePlace', place: 'ringGap@cylinder:1', basedOn: 1 };
  expect([
    jobCommand.safeParse(command).success,
    jobCommand.safeParse({ ...command, at: 'now' }).success,
  ]).toEqual([true, false]);
});
test('text is composed, and half a character is refused', () => {
  expect(text(10).parse('A\u030a')).toBe('Å');
  expect(text(10).safeParse('\ud800').success).toBe(false);
  expect(text(3).safeParse('abcd').success).toBe(false);
});

test.each<[Reading, 'thou' | 'mm', string, string]>([
  [
    { kind: 'between', goes: thou(19), stops: thou(21) },
    'thou',
    '19/21',
    '19 goes, 21 stops: 0.483, not 0.533 mm',
  ],
  [{ kind: 'atLeast', goes: thou(22) }, 'thou', '22+', '22 goes, nothing thicker tried: at least 0.559 mm'],
  [{ kind: 'under', stops: thou(4) }, 'thou', '<4', '4 stops, nothing thinner tried: under 0.102 mm'],
  [{ kind: 'spread', low: thou(10), high: thou(15) }, 'thou', '10-15', 'from 10 to 15: 0.254 to 0.381 mm'],
  [{ kind: 'exact', value: nanometres(500_000) }, 'mm', '0.50', '0.50 mm: 19.7 thou'],
  [
    { kind: 'between', goes: nanometres(1_000_000), stops: nanometres(1_050_000) },
    'mm',
    '1.00/1.05',
    '1.00 goes, 1.05 stops: 39.4, not 41.3 thou',
  ],
])('%j in %s', (reading, unit, short, words) => {
  expect([shortReading(reading, unit), understoodWords(reading, unit)]).toEqual([short, words]);
});

const um = (count: number) => nanometres(count * 1000);
test.each<[string, Limit, string]>([
  ['both ends', { min: um(-70), max: um(-30) }, 'interference 0.03 to 0.07'],
  ['at least', { max: um(-30) }, 'interference at least 0.03'],
  ['at most', { min: um(-70) }, 'interference at most 0.07'],
  ['from nothing on', { min: um(-70), max: um(0) }, 'interference 0.00 to 0.07'],
  ['some of it is a clearance', { min: um(-70), max: um(10) }, '-0.07 to 0.01'],
  ['nothing', {}, 'no limit'],
])('an interference is said as one: %s', (_what, limit, words) => {
  expect(showBound(limit, 'mm', 'interference').replace('\u2212', '-')).toBe(words);
  // Where a size is no fit of two parts, below nothing is below nothing.
  expect(showBound(limit, 'mm')).not.toContain('interference');
});
test.each<[string, SizeReading, string]>([
  ['exact', { kind: 'exact', value: um(-50) }, 'interference 0.05 mm'],
  [
    'a spread, the smaller first',
    { kind: 'spread', low: um(-60), high: um(-40) },
    'interference 0.04-0.06 mm',
  ],
  ['a bracket', { kind: 'between', goes: um(-60), stops: um(-40) }, 'interference 0.04/0.06 mm'],
  ['a clearance', { kind: 'exact', value: um(50) }, '0.05 mm'],
  ['nothing', { kind: 'exact', value: um(0) }, '0.00 mm'],
  ['from one to the other', { kind: 'spread', low: um(-10), high: um(20) }, '-0.01..0.02 mm'],
])('a size of a fit, %s', (_what, reading, words) => {
  const plain = (text: string) => text.replaceAll('\u2212', '-');
  expect(plain(figureWords(reading, 'mm', { below: 'interference' }))).toBe(words);
  expect(figureWords(reading, 'mm')).not.toContain('interference');
});

test('a converted bound rounds inward', () => {
  const limit = { min: thou(9), max: thou(52) };
  expect(showBound(limit, 'thou')).toBe('9.0 to 52.0');
  expect(showBound(limit, 'mm')).toBe('0.229 to 1.320');
  expect([showBound({ min: thou(9) }, 'mm'), showBound({ max: thou(9) }, 'mm'), showBound({}, 'mm')]).toEqual(
    ['at least 0.229', 'at most 0.228', 'no limit'],
  );
  expect(boundText(nanometres(9_500 * 25.4), 'thou', 'up')).toBe('9.5');
});

test('how much is missing is said as far as it is known', () => {
  const fact = {
    acceptable: false,
    limit: {},
    sources: {},
    partState: 'new',
    rule: 'simple',
    ruleVersion: 1,
    pin: 1,
  } as const;
  const bracket: Reading = { kind: 'between', goes: thou(8), stops: thou(9) };
  expect(marginWords({ ...fact, verdict: 'tight', shortBy: thou(1) }, bracket, 'thou')).toBe(
    'by up to 1 thou',
  );
  expect(
    marginWords({ ...fact, verdict: 'loose', overBy: thou(3) }, { kind: 'atLeast', goes: thou(55) }, 'thou'),
  ).toBe('by at least 3 thou');
  expect(
    marginWords({ ...fact, verdict: 'tight', shortBy: thou(2) }, { kind: 'exact', value: thou(7) }, 'thou'),
  ).toBe('by 2 thou');
  expect(marginWords({ ...fact, verdict: 'in' }, bracket, 'thou')).toBe('');
});
test('cells, faults and remarks have words with what was found', () => {
  expect(cellWords({ code: 'MIN_ABOVE_MAX', min: '2', max: '1' })).toContain('2');
  expect(cellWords({ code: 'NOT_IN_MODEL', axis: 'groove', found: '9', model: 'VA', known: [] })).toContain(
    'none',
  );
  expect(faultWords({ kind: 'entryDoesNotFollow', entry: 7, type: 'readingTaken' })).toContain('Entry 7');
  expect(remarkWords({ kind: 'newerProgram', entry: 3, type: 'x', version: 2 })).toContain('newer program');
});

test.each([
  ['^4330-(\\d{5})$', '4330-00000'],
  ['^AX-(\\d{4})$', 'AX-0000'],
  ['^M8-([0-9]{5})$', 'M8-00000'],
  ['^V\\.(\\d{2})-[A-Z]$', 'V.00-A'],
  ['^(?:A|B)\\d+$', 'what the maker stamps'],
])('a pattern of serials %s is shown as one, and never as a pattern', (pattern, shown) => {
  expect(serialLike(pattern)).toBe(shown);
});
test.each([
  ['^4330-(\\d{5})$', '4330-12345: the last five digits count'],
  ['^(\\d{4})-X$', '1234-X: the first four digits count'],
  ['^A(\\d{1})B$', 'A1B: from place 2 on one digit counts'],
  ['^(\\d{6})$', '123456: all of its digits count'],
  ['^V\\.(\\d{2})-[A-Z]$', 'V.00-A'],
])('what a serial of %s should look like is an example', (pattern, shown) => {
  expect(serialExpected(pattern)).toBe(shown);
});
test('whoever reads the plate is never told what the job says', () => {
  const words = problemWords('SERIAL_DIFFERS', { seen: '4330-00009', pattern: '^4330-(\\d{5})$' });
  expect(Object.values(words).join(' ')).toContain('4330-12345');
});
