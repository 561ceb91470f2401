import type * as z from 'zod';

type Issue = z.core.$ZodRawIssue;
const FORMS: Readonly<Record<string, string>> = {
  date: 'not a date such as 2026-11-25',
  datetime: 'not a time such as 2026-11-25T08:30:00.000Z',
  uuid: 'not an id as this application makes them',
};
const KINDS: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'yes or no',
  array: 'a list',
  object: 'a group of fields',
};
const things = (count: number | bigint, of: string): string =>
  `${count} ${of}${Number(count) === 1 ? '' : 's'}`;
const ofOrigin = (origin: string): string | undefined =>
  origin === 'string' ? 'character' : origin === 'array' || origin === 'set' ? 'entry' : undefined;
const counted = (count: number | bigint, of: string): string =>
  of === 'entry' ? `${count} ${Number(count) === 1 ? 'entry' : 'entries'}` : things(count, of);

/**
 * What is wrong with a value, in words for whoever typed it: they come after the name of the field and a colon.
 * Where a schema has words of its own, those are used instead of these.
 */
export function issueWords(issue: Issue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined || issue.input === null
        ? 'nothing is there'
        : `not ${KINDS[issue.expected] ?? issue.expected}`;
    case 'too_small': {
      const of = ofOrigin(issue.origin);
      if (of === undefined)
        return `${issue.inclusive === false ? 'not more than' : 'less than'} ${issue.minimum}`;
      return Number(issue.minimum) === 1 ? 'nothing is there' : `fewer than ${counted(issue.minimum, of)}`;
    }
    case 'too_big': {
      const of = ofOrigin(issue.origin);
      if (of === undefined)
        return `${issue.inclusive === false ? 'not less than' : 'more than'} ${issue.maximum}`;
      return `more than ${counted(issue.maximum, of)}`;
    }
    case 'invalid_format':
      return FORMS[issue.format] ?? 'not written as it must be';
    case 'invalid_value':
      return `none of ${issue.values.map(String).join(', ')}`;
    case 'unrecognized_keys':
      return `not known here: ${issue.keys.join(', ')}`;
    case 'not_multiple_of':
      return `not a multiple of ${issue.divisor}`;
    default:
      return 'not as it must be';
  }
}
