import { nanometres } from '@oak-gate/core';
import type { ClassClaim, LimitsPin } from '@oak-gate/core';
import { mm } from '../../../core/test/gauged';
import { BLOCK } from '../../../core/test/short-block';
import { mismatchWords } from './set-words';

const boreClasses = [
  { mark: 'A', size: mm('100.00') },
  { mark: 'B', size: mm('100.01') },
];
const pin = { model: { ...BLOCK, layout: { ...BLOCK.layout, boreClasses } } } as unknown as LimitsPin;
const claim = (kind: string, off: number, more: Partial<ClassClaim>): ClassClaim => ({
  ...{ slot: `${kind}@cylinder:2`, kind, off: nanometres(off), by: 'marked' },
  ...more,
});
test.each<[string, readonly ClassClaim[], number, 'clearance' | 'gap', string]>([
  [
    'letters by their marks, and what they come to in the unit of the classes',
    [claim('bore', 0, { mark: 'A' }), claim('piston', 10_000, { mark: 'B' })],
    ...([-10_000, 'clearance'] as const),
    'Cyl 2: bore marked A, piston marked B; together 0.01 mm tighter than meant',
  ],
  [
    'sizes by how much they are over, and who says so',
    [claim('bore', 0, { by: 'measured' }), claim('piston', 500_000, {})],
    ...([-500_000, 'clearance'] as const),
    'Cyl 2: bore is by its size standard, piston marked 0.5 mm over; together 0.5 mm tighter than meant',
  ],
])('parts whose classes do not agree: %s', (_, claims, shift, of, words) => {
  const mismatch = { about: 'bore@cylinder:2' as const, claims, places: [], shift: nanometres(shift), of };
  expect(mismatchWords(pin, mismatch)).toBe(words);
});
