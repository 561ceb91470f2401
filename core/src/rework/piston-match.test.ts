import type { Characteristic } from '../index';
import { movesOf, pistonSets, proposedOrder } from '../index';
import { bore, BORE, keyOf, PLAY, PLAY_PARTS, rowOf, shortBlock, size, SKIRT } from '../../test/short-block';
import type { Story } from '../../test/story';

const FIT: Characteristic = { ...PLAY_PARTS, parts: ['piston', 'bore'], stateOf: 'piston' };
const ROWS = [
  rowOf('1', 'bore', ['99.90', '100.20']),
  rowOf('2', 'skirt', ['99.80', '100.00']),
  rowOf('3', 'play', ['0.06', '0.10']),
  rowOf('4', 'playParts', ['0.06', '0.10']),
];
/** Bores and skirts of the four cylinders; what is not said is not measured. */
function measured(bores: readonly string[], skirts: readonly string[]): Story {
  const told = shortBlock([BORE, SKIRT, PLAY, FIT], ROWS);
  for (const [i, diameter] of bores.entries())
    for (const at of ['top', 'mid', 'foot'])
      for (const direction of ['along', 'across']) size(told, bore(`${i + 1}`, at, direction), diameter);
  for (const [i, diameter] of skirts.entries())
    size(told, keyOf('skirt', { cylinder: `${i + 1}` }), diameter);
  return told;
}
const BORES = ['100.00', '100.04', '100.00', '100.00'];

test('two pistons change places where both are in by it, and nothing else moves', () => {
  const told = measured(BORES, ['99.96', '99.92', '99.92', '99.92']);
  const [set] = pistonSets(told.job, FIT);
  const order = proposedOrder(set!);
  expect([order.asBoxed.loose, order.loose]).toEqual([2, 0]);
  expect(movesOf(set!, order.ringForBore)).toEqual([
    { part: 'piston@cylinder:2#1', to: 'piston@cylinder:1' },
    { part: 'piston@cylinder:1#1', to: 'piston@cylinder:2' },
  ]);
  const fit = set!.fits[0]![1]!.at[0]!;
  expect([fit.low, fit.high]).toEqual([80_000, 80_000]);
});
test('one that ran in, one that somebody keeps there and one that is not measured stay', () => {
  const told = measured(BORES, ['99.96', '99.92', '99.92']);
  const instead = { state: 'reused', partNumber: null, lot: null } as const;
  told.do({ type: 'replacePart', part: 'piston@cylinder:3#1', reason: 'the old one', instead });
  size(told, keyOf('skirt', { cylinder: '3' }), '99.92');
  const stays = (locked = new Set<string>()) =>
    pistonSets(told.job, FIT, locked).flatMap(({ rings }) => rings.map((each) => each.stays));
  expect(stays()).toEqual([null, null, 'runIn', 'notMeasured']);
  expect(stays(new Set(['piston@cylinder:1']))).toEqual(['locked', null, 'runIn', 'notMeasured']);
});
test('of another number or class they do not change places', () => {
  const told = measured(BORES, ['99.96', '99.92', '99.92', '99.92']);
  told.do({
    ...{ type: 'sayPartFacts', parts: ['piston@cylinder:2#1'], facts: { partNumber: 'P-2' } },
    reason: 'box',
  });
  expect(pistonSets(told.job, FIT).map(({ rings }) => rings.length)).toEqual([3, 1]);
});
test('as they came is never bettered by something worse', () => {
  const told = measured(BORES, ['99.92', '99.96', '99.92', '99.92']);
  const [set] = pistonSets(told.job, FIT);
  expect(movesOf(set!, proposedOrder(set!).ringForBore)).toEqual([]);
});

test('where no sheet has the clearance, skirt and bore say it: what documents allow of a new bore less that of a new piston', () => {
  const rows = [rowOf('1', 'bore', ['100.00', '100.03']), rowOf('2', 'skirt', ['99.90', '99.94'])];
  const told = shortBlock([BORE, SKIRT], rows);
  for (const cylinder of ['1', '2'])
    for (const at of ['top', 'mid', 'foot'])
      for (const direction of ['along', 'across'])
        size(told, bore(cylinder, at, direction), cylinder === '1' ? '100.00' : '100.04');
  size(told, keyOf('skirt', { cylinder: '1' }), '99.95');
  size(told, keyOf('skirt', { cylinder: '2' }), '99.90');
  const [set] = pistonSets(told.job, SKIRT);
  const order = proposedOrder(set!);
  const { lower, upper } = set!.fits[0]![0]!.at[0]!;
  // 0.05 in its own bore, where at least 0.06 is allowed, and 0.14 in the other, where at most 0.13 is.
  expect([lower, upper, order.asBoxed.loose, order.loose]).toEqual([60_000, 130_000, 2, 0]);
  expect(set!.rings.map(({ stays }) => stays)).toEqual([null, null, 'notMeasured', 'notMeasured']);
});
