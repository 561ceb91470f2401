import { bothTogether, judgeEvidence, nanometres, readEvidence, saysNoMore } from '../../index';
import type { Reading, VerdictWord } from '../../index';

const typed = (text: string) =>
  readEvidence('yesNo', { text, unit: 'mm', allowNegative: false, blades: [nanometres(1)] });
test.each<[string, string]>([
  ['yes', 'yes'],
  [' Y ', 'yes'],
  ['NO', 'no'],
  ['n', 'no'],
  ['', 'empty'],
  ['  ', 'empty'],
  ['ye', 'notYesOrNo'],
  ['19/21', 'notYesOrNo'],
  ['constructor', 'notYesOrNo'],
])('"%s" is read as %s', (text, expected) => {
  const read = typed(text);
  const found = read.ok ? (read.reading as { answer: string }).answer : read.code;
  expect(found).toBe(expected);
  if (read.ok) expect(read.unit).toBeNull();
});

const answer = (is: 'yes' | 'no'): Reading => ({ kind: 'answer', answer: is });
test.each<[string, 'yes' | 'no', 'yes' | 'no', readonly string[], VerdictWord]>([
  ['the right answer is in', 'yes', 'yes', ['row'], 'in'],
  ['the wrong one is not', 'no', 'yes', ['row'], 'tight'],
  ['where no is right', 'no', 'no', ['row'], 'in'],
  ['and yes is wrong', 'yes', 'no', ['row'], 'tight'],
  ['without a row nothing is good, whatever is answered', 'yes', 'yes', [], 'noLimit'],
])('%s', (_what, is, passes, asks, verdict) => {
  const rest = { limit: {}, partState: 'new', uncertainty: nanometres(0), rule: 'simple' } as const;
  const found = judgeEvidence({ reading: answer(is), asks, passes, ...rest });
  expect([found.verdict, found.acceptable]).toEqual([verdict, verdict === 'in']);
});

test('a second answer agrees or contradicts, and no size is ever held against an answer', () => {
  const size: Reading = { kind: 'exact', value: nanometres(5) };
  expect(saysNoMore(answer('yes'), answer('yes'))).toBe(true);
  expect(saysNoMore(answer('yes'), answer('no'))).toBe(false);
  expect(bothTogether(answer('no'), answer('no'))).toEqual(answer('no'));
  expect(bothTogether(answer('no'), answer('yes'))).toBeUndefined();
  expect([saysNoMore(answer('yes'), size), bothTogether(size, answer('yes'))]).toEqual([false, undefined]);
});
