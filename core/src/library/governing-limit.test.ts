import fc from 'fast-check';
import { governingLimit, nanometres, rowsHeldBack } from '../index';
import type { LimitStatement } from '../index';

const policy = { order: ['mandatory', 'letter', 'manual'] as const };
const context = { model: 'A', serial: 100 };
const bound = fc.option(fc.integer({ min: 10, max: 60 }).map(nanometres), { nil: undefined });
const statement = (kind: fc.Arbitrary<LimitStatement['kind']>): fc.Arbitrary<LimitStatement> =>
  fc
    .record({
      n: fc.nat(),
      kind,
      issued: fc.constantFrom('2024-01-01', '2025-01-01', '2026-01-01'),
      min: bound,
      max: bound,
      narrow: fc.boolean(),
    })
    .map(({ n, kind: kindOf, issued, min, max, narrow }) => ({
      id: `r${n}`,
      document: `d${n % 5}`,
      kind: kindOf,
      issued,
      appliesTo: narrow ? { models: ['A'] } : {},
      ...(min === undefined ? {} : { min }),
      ...(max === undefined ? {} : { max }),
    }));
const rows = fc.uniqueArray(
  statement(fc.constantFrom('mandatory', 'letter', 'manual', 'shop', 'partMaker')),
  { selector: ({ id }) => id, maxLength: 7 },
);

test('an advisory row never changes the limit', () => {
  fc.assert(
    fc.property(rows, statement(fc.constant('partMaker')), (given, advisory) => {
      const without = governingLimit({ rows: given, context, policy });
      const with_ = governingLimit({ rows: [...given, { ...advisory, id: 'advisory' }], context, policy });
      expect([with_.limit, with_.undecided, with_.target]).toEqual([
        without.limit,
        without.undecided,
        without.target,
      ]);
    }),
  );
});
test('a shop row never widens: its target lies inside the limit', () => {
  fc.assert(
    fc.property(rows, (given) => {
      const { limit, target } = governingLimit({ rows: given, context, policy });
      if (target?.min !== undefined) expect(target.min).toBeGreaterThanOrEqual(limit.min ?? -Infinity);
      if (target?.max !== undefined) expect(target.max).toBeLessThanOrEqual(limit.max ?? Infinity);
    }),
  );
});
test('the order of the rows does not matter to the figures', () => {
  fc.assert(
    fc.property(
      rows.chain((given) =>
        fc.tuple(fc.constant(given), fc.shuffledSubarray(given, { minLength: given.length })),
      ),
      ([given, shuffled]) => {
        const a = governingLimit({ rows: given, context, policy });
        const b = governingLimit({ rows: shuffled, context, policy });
        expect([b.limit, b.undecided, b.contradiction, b.target]).toEqual([
          a.limit,
          a.undecided,
          a.contradiction,
          a.target,
        ]);
      },
    ),
  );
});
test('with everything known, nothing is held back', () => {
  fc.assert(
    fc.property(rows, (given) => expect(rowsHeldBack({ rows: given, context, policy }).held).toEqual([])),
  );
});
