import * as z from 'zod';
import { documentWord, id, isoDate, revisionWord } from '../common/values';
import { revisionStatement } from '../library/schemas';
import { issueWords } from './issue-words';
import { problemWords } from './problem-words';

const said = (schema: z.ZodType, value: unknown): string | undefined =>
  schema.safeParse(value, { error: issueWords }).error?.issues[0]?.message;

test.each<[z.ZodType, unknown, string | undefined]>([
  [z.string(), undefined, 'nothing is there'],
  [z.string(), null, 'nothing is there'],
  [z.string(), 7, 'not a text'],
  [z.int(), 'x', 'not a number'],
  [z.int(), 1.5, 'not a whole number'],
  [z.number(), Number.NaN, 'not a number'],
  [z.boolean(), 'yes', 'not yes or no'],
  [z.array(z.string()), {}, 'not a list'],
  [z.object({}), [], 'not a group of fields'],
  [z.string().min(1), '', 'nothing is there'],
  [z.string().min(1), 'x', undefined],
  [z.string().min(4), 'abc', 'fewer than 4 characters'],
  [z.string().max(3), 'abcd', 'more than 3 characters'],
  [z.string().max(1), 'ab', 'more than 1 character'],
  [z.array(z.int()).min(1), [], 'nothing is there'],
  [z.array(z.int()).max(1), [1, 2], 'more than 1 entry'],
  [z.array(z.int()).max(2), [1, 2, 3], 'more than 2 entries'],
  [z.number().min(0), -1, 'less than 0'],
  [z.number().min(0), 0, undefined],
  [z.number().gt(0), 0, 'not more than 0'],
  [z.number().max(9), 10, 'more than 9'],
  [z.number().lt(9), 9, 'not less than 9'],
  [z.number().multipleOf(100), 150, 'not a multiple of 100'],
  [isoDate, '25.11.2026', 'not a date such as 2026-11-25'],
  [isoDate, '2026-02-30', 'not a date such as 2026-11-25'],
  [z.iso.datetime(), 'noon', 'not a time such as 2026-11-25T08:30:00.000Z'],
  [z.uuid(), 'x', 'not an id as this application makes them'],
  [z.string().regex(/^a$/), 'b', 'not written as it must be'],
  [z.string().regex(/^a$/, { error: 'an a' }), 'b', 'an a'],
  [z.enum(['letter', 'manual']), 'book', 'none of letter, manual'],
  [z.strictObject({}), { extra: 1 }, 'not known here: extra'],
  [z.union([z.int(), z.boolean()]), 'x', 'not as it must be'],
])('%#: what is wrong with %p', (schema, value, words) => expect(said(schema, value)).toBe(words));

test.each([
  ['SL-88', true],
  ['2026/0417-B', true],
  ['No. 14 (supplement)', true],
  ["Åsa's letter & table+", true],
  ['ТУ 38.101', true],
  ['a'.repeat(80), true],
  ['a'.repeat(81), false],
  ['', false],
  [' SL', false],
  ['SL ', false],
  ['-88', false],
  ['A, B', false],
  ['A; B', false],
  ['A | B', false],
  ['A row 1', false],
  ['A rows 1', true],
  ['A\nB', false],
])('%j as a number of a document: %s', (word, fits) =>
  expect(documentWord.safeParse(word).success).toBe(fits),
);
test.each([
  ['a'.repeat(30), true],
  ['a'.repeat(31), false],
])('a revision %j: %s', (word, fits) => expect(revisionWord.safeParse(word).success).toBe(fits));
test('ids of what the shop names itself stay plain', () => {
  expect([id.safeParse('FS-2').success, id.safeParse('FS/2').success]).toEqual([true, false]);
});

test.each([
  ['revision.number', 'nothing is there', '“number”: nothing is there', 'revision.number'],
  ['revision.models.0', 'not a text', '“models 1”: not a text', 'revision.models.0'],
  ['', 'not known here: extra', 'not known here: extra', 'the request'],
])('a request that is wrong at %j', (path, message, what, where) =>
  expect(problemWords('BODY_WRONG', { path, message })).toMatchObject({ what, where }),
);

test('whatever is wrong with a form, the words speak of no pattern and of no type of a program', () => {
  const form = {
    number: 'SL-1',
    revision: 'A',
    title: 't',
    kind: 'letter',
    issued: '2026-01-01',
    effective: '2026-01-02',
    models: ['VA-4-330'],
  };
  const broken = [undefined, null, 7, '', 'x'.repeat(5000), [], {}, true, [null], { a: 1 }];
  for (const field of Object.keys(revisionStatement.shape)) {
    for (const value of broken) {
      const found = revisionStatement.safeParse({ ...form, [field]: value }, { error: issueWords });
      for (const { message } of found.error?.issues ?? [])
        expect(message).not.toMatch(/expected|received|pattern|invalid|undefined|\bNaN\b|\^|\$$/i);
    }
  }
});
