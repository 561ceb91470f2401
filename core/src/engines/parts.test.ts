import { workOn } from '../index';
import type { Part, PartStep } from '../index';

const step = (seq: number, what: string): PartStep => ({
  ...{ seq, what, at: '2026-06-01T08:00:00.000Z', by: 'ivo', byName: 'Ivo', command: 'c', note: '' },
});
const part = (kind: string, id: string, ...what: string[]): Part => ({
  ...{ id, kind, state: 'new', condition: 1, slot: null, partNumber: null, lot: null },
  ...{ maker: null, material: null },
  history: what.map((each, i) => step(i + 1, each)),
});
test.each<[string, Part, number, string[]]>([
  ['a bore that the job began with', part('bore', 'bore@cylinder:1#1', 'fitted', 'honed'), 6, ['honed']],
  ['a bore that came later', part('bore', 'bore@cylinder:1#2', 'fitted'), 6, ['fitted']],
  ['a guide', part('guide', 'guide@cylinder:1/point:in#1', 'fitted'), 6, ['fitted']],
  ['a ring, by any rules', part('ring', 'ring@cylinder:1#1', 'fitted', 'removed'), 5, ['fitted', 'removed']],
  [
    'a guide, by older rules',
    part('guide', 'guide@cylinder:1/point:in#1', 'fitted', 'reamed'),
    5,
    ['reamed'],
  ],
  ['a bore that came later, by older rules', part('bore', 'bore@cylinder:1#2', 'fitted'), 5, []],
])('what was done to %s', (_what, given, rules, expected) => {
  expect(workOn(given, rules).map(({ what }) => what)).toEqual(expected);
});
