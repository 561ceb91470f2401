import type { Characteristic, JobDraft } from '../index';
import { openMatters, setRules, tellAgain } from '../index';
import type { Envelope } from '../index';
import { BLOCK, bore, BORE, JOURNALS, keyOf, PLAY, rowOf, shortBlock, size } from '../../test/short-block';
import { IVO, PERRIN } from '../../test/fixtures';
import { mm } from '../../test/gauged';
import type { Story } from '../../test/story';

const FIT: Characteristic = { ...PLAY, parts: ['piston', 'bore'] };
const BEARING: Characteristic = { ...PLAY, id: 'rodPlay', name: 'rodPlay', parts: ['rodShell', 'journal'] };
const ROWS = [
  rowOf('1', 'bore', ['100.00', '100.02']),
  rowOf('2', 'play', ['0.05', '0.15']),
  rowOf('3', 'journals', ['59.98', '60.00']),
  rowOf('4', 'rodPlay', ['0.03', '0.09']),
];
const begun = (rules?: number): Story => shortBlock([BORE, FIT, JOURNALS, BEARING], ROWS, rules);
const marked = (told: Story, parts: readonly string[], sizeClass: string | null): Story =>
  told.do({ type: 'sayPartFacts', parts, facts: { sizeClass }, reason: 'as stamped' } satisfies JobDraft);
const PISTON = 'piston@cylinder:2#1';
const SHELLS = ['rodShell@cylinder:3/point:upper#1', 'rodShell@cylinder:3/point:lower#1'];
const mismatches = (told: Story, sheets?: readonly string[]) =>
  setRules(told.job, sheets).flatMap(({ mismatch }) => mismatch ?? []);
const gauged = (told: Story, diameter: string): Story =>
  ['along', 'across'].reduce(
    (so, direction) =>
      ['top', 'mid', 'foot'].reduce((all, at) => size(all, bore('2', at, direction), diameter), so),
    told,
  );
const pin = (told: Story, text: string): Story =>
  ['along', 'across'].reduce(
    (so, direction) => size(so, keyOf('journals', { journal: 'p1', direction }), text),
    told,
  );

test.each<[string, string, number | undefined]>([
  // Diameter, what the piston is marked, and by how much the fit would be wider than it is meant to be.
  ['100.01', 'STD', undefined],
  ['100.01', '0.50 over', -500_000],
  ['100.12', '0.50', -500_000],
  // Worn as far as half way to the next class: nobody can tell which it was.
  ['100.26', '0.50', undefined],
  ['100.51', '0.50', undefined],
  ['100.51', 'STD', 500_000],
])('a bore of %s with a piston that is marked %s', (diameter, mark, shift) => {
  const told = marked(gauged(begun(), diameter), [PISTON], mark);
  expect(mismatches(told).map((each) => each.shift)).toEqual(shift === undefined ? [] : [shift]);
});
test('letters that the model does not name are not compared, and a part that was taken out says nothing more', () => {
  const told = marked(gauged(begun(), '100.01'), [PISTON], 'B');
  expect(mismatches(told)).toEqual([]);
  marked(told, [PISTON], '0.50 over');
  expect(mismatches(told)).toHaveLength(1);
  told.do({ type: 'replacePart', part: PISTON, reason: 'of another class', instead: null });
  expect(mismatches(told)).toEqual([]);
});

const SORTED = {
  ...BLOCK,
  layout: {
    ...BLOCK.layout,
    boreClasses: [
      { mark: 'A', size: mm('100.00') },
      { mark: 'B', size: mm('100.01') },
      { mark: 'red', size: mm('100.02') },
    ],
  },
};
const BORE_2 = 'bore@cylinder:2#1';
test.each<[string, string | null, string | null, number | undefined]>([
  // What is stamped on the block and on the piston, and by how much their fit would be wider than it is meant to be.
  ['A', 'A', null, undefined],
  ['a', ' A ', null, undefined],
  ['A', 'B', null, -10_000],
  ['red', 'A', null, 20_000],
  ['B', 'Red', null, -10_000],
  // One of them is not stamped, or stamped with what is no class of this model.
  ['A', null, null, undefined],
  ['A', 'C', null, undefined],
  // Bored over and sorted: sorted parts are held against each other, and an oversize against what was measured.
  ['A', '0.50 over', '100.51', undefined],
  ['A', '0.50 over', '100.01', -500_000],
])('a bore marked %s, a piston marked %s, gauged %s', (onBore, onPiston, diameter, shift) => {
  const told = shortBlock([BORE, FIT, JOURNALS, BEARING], ROWS, undefined, SORTED);
  if (diameter !== null) gauged(told, diameter);
  marked(told, [BORE_2], onBore);
  if (onPiston !== null) marked(told, [PISTON], onPiston);
  expect(mismatches(told).map((each) => each.shift)).toEqual(shift === undefined ? [] : [shift]);
});
test('letters that do not agree hide no oversize that does not: what was conceded of one is asked anew with the other', () => {
  const told = gauged(shortBlock([BORE, FIT, JOURNALS, BEARING], ROWS, undefined, SORTED), '100.01');
  const ring = 'ring@cylinder:2/groove:1/member:ring' as const;
  const said = { state: 'new', partNumber: null, lot: null } as const;
  told.do({ type: 'fitParts', slots: [ring], ...said });
  marked(told, [BORE_2], 'A');
  marked(told, [PISTON], 'B');
  const rule = () => setRules(told.job).find(({ kind }) => kind === 'classes');
  const approval = { number: 'A-1', date: '2026-06-01', issuer: 'Quay' };
  told.do({ type: 'acceptLimitNote', note: rule()!.id, reason: 'as the maker allows', approval }, PERRIN);
  const isOpen = () =>
    openMatters(told.job).findings.some(({ id }) => id.startsWith('rule classes bore@cylinder:2'));
  expect(isOpen()).toBe(false);
  marked(told, [`${ring}#1`], '0.50 over');
  expect(isOpen()).toBe(true);
  expect(rule()?.mismatch?.claims.map(({ kind, by, mark }) => mark ?? `${kind} ${by}`)).toEqual([
    ...['A', 'B', 'bore measured', 'ring marked'],
  ]);
  expect([rule()?.mismatch?.of, rule()?.mismatch?.shift]).toEqual(['gap', Math.round(-Math.PI * 500_000)]);
});
test('what is marked otherwise, or lies there instead, is another question: nothing that was conceded holds for it', () => {
  const told = shortBlock([BORE, FIT, JOURNALS, BEARING], ROWS, undefined, SORTED);
  marked(told, [BORE_2], 'A');
  marked(told, [PISTON], 'B');
  const rule = () => setRules(told.job).find(({ kind }) => kind === 'classes');
  const first = rule();
  marked(told, [PISTON], 'red');
  expect(rule()?.mismatch?.claims.map(({ mark }) => mark)).toEqual(['A', 'red']);
  expect(rule()?.mismatch).not.toEqual(first?.mismatch);
  marked(told, [PISTON], 'a');
  expect(rule()).toBeUndefined();
});

test.each<[string, string, string, number | undefined]>([
  // The journal, the upper half and the lower half.
  ['59.99', 'STD', 'STD', undefined],
  ['59.74', '0.25', '0.25', undefined],
  ['59.74', 'STD', 'STD', 250_000],
  ['59.99', '0.25', '0.25', -250_000],
  // Half of each comes half way to the other class: that is another bearing.
  ['59.99', 'STD', '0.25', -125_000],
])('a crankpin of %s with halves %s and %s', (diameter, upper, lower, shift) => {
  const told = pin(begun(), diameter);
  marked(told, [SHELLS[0]!], upper);
  marked(told, [SHELLS[1]!], lower);
  const found = mismatches(told);
  expect(found.map((each) => [each.about, each.shift])).toEqual(
    shift === undefined ? [] : [['rodShell@cylinder:3', shift]],
  );
});
test('it is a finding of the sheets whose fit it is, conceded by who measured nothing of it, and told again alike', () => {
  const told = marked(pin(begun(), '59.74'), SHELLS, 'STD');
  const [one] = setRules(told.job).filter(({ kind }) => kind === 'classes');
  expect([mismatches(told, ['rodPlay']).length, mismatches(told, ['bore']).length]).toEqual([1, 0]);
  const findings = openMatters(told.job).findings.map(({ id }) => id);
  expect(findings).toContain('rule classes rodShell@cylinder:3');
  const accept = (number: string): JobDraft => ({
    ...{ type: 'acceptLimitNote', note: one!.id, reason: 'as the maker allows' },
    approval: { number, date: '2026-06-01', issuer: 'Quay' },
  });
  expect([told.attempt(accept('A-1'), IVO)?.code, told.attempt(accept(''), PERRIN)?.code]).toEqual([
    'MAY_NOT',
    'APPROVAL_INCOMPLETE',
  ]);
  told.do(accept('A-1'), PERRIN);
  expect(openMatters(told.job).findings.map(({ id }) => id)).not.toContain(
    'rule classes rodShell@cylinder:3',
  );
  // What was accepted is of these parts: others of the same place are asked about anew.
  marked(told, SHELLS, '0.50');
  expect(openMatters(told.job).findings.map(({ id }) => id)).toContain('rule classes rodShell@cylinder:3');
  expect(tellAgain(told.entries.map(({ entry }) => entry as Envelope)).remarks).toEqual([]);
});
test.each([
  [14, true],
  [13, false],
])(
  'what was conceded holds for the very parts: by rules %i another shell marked alike is asked about: %s',
  (rules, isAsked) => {
    const told = marked(pin(begun(rules), '59.74'), SHELLS, 'STD');
    const asked = () => setRules(told.job).filter(({ kind }) => kind === 'classes');
    const note = asked()[0]!.id;
    const approval = { number: 'A-1', date: '2026-06-01', issuer: 'Quay' };
    told.do({ type: 'acceptLimitNote', note, reason: 'as the maker allows', approval }, PERRIN);
    const isOpen = () =>
      openMatters(told.job).findings.some(({ id }) => id.startsWith('rule classes rodShell'));
    expect(isOpen()).toBe(false);
    const instead = { state: 'new', partNumber: null, lot: null } as const;
    told.do({ type: 'replacePart', part: SHELLS[0]!, reason: 'dropped', instead });
    marked(told, [SHELLS[0]!.replace('#1', '#2')], 'STD');
    expect([asked().length, isOpen()]).toEqual([1, isAsked]);
    expect(tellAgain(told.entries.map(({ entry }) => entry as Envelope)).remarks).toEqual([]);
  },
);
test('by the rules before, it was a sentence and no finding', () => {
  expect(mismatches(marked(pin(begun(12), '59.74'), SHELLS, 'STD'))).toEqual([]);
});
