import { targetsBeyond } from '../index';
import type { DocumentKind, LimitRow } from '../index';
import { kept, MODEL, printed, REVISION, RING_GAP, ROWS } from '../../test/fixtures';

const target = (printedBounds: LimitRow['printed'], more: Partial<LimitRow> = {}): LimitRow => ({
  ...ROWS[0]!,
  id: 'TQ-1 rev 1 row 1',
  label: '1',
  printed: printedBounds,
  ...more,
});
const inch = (text: string) => printed(text, 'in');
function beyond(row: LimitRow, kind: DocumentKind = 'shop', published = [kept(REVISION, ROWS)]) {
  const draft = {
    ...kept({ ...REVISION, id: 'TQ-1 rev 1', number: 'TQ-1', kind }, [row]),
    published: undefined,
  };
  return targetsBeyond(draft, {
    on: '2026-06-01',
    model: MODEL,
    characteristics: [RING_GAP],
    revisions: published,
    policy: { order: ['mandatory', 'letter', 'manual'] },
  }).map(({ bound, fit }) => `${bound} ${fit}`);
}
const FIT = 'ringGap@groove:1/member:ring/station:skirt';

// The manual says 0.040 to 0.052 there.
test.each<[string, LimitRow['printed'], string[]]>([
  ['inside', { min: inch('0.044'), max: inch('0.048') }, []],
  ['on both ends', { min: inch('0.040'), max: inch('0.052') }, []],
  ['a minimum below the minimum', { min: inch('0.0399') }, [`min ${FIT}`]],
  ['a maximum above the maximum', { max: inch('0.0521') }, [`max ${FIT}`]],
  ['a minimum above the maximum', { min: inch('0.053') }, [`min ${FIT}`]],
  ['both outside', { min: inch('0.030'), max: inch('0.060') }, [`min ${FIT}`, `max ${FIT}`]],
])('a target %s', (_what, bounds, found) => {
  expect(beyond(target(bounds))).toEqual(found);
});
test('where no limit is published nothing lies beyond it, and a bound that nobody states is no bound', () => {
  const wide = { min: inch('0.001'), max: inch('0.900') };
  expect(beyond(target(wide), 'shop', [])).toEqual([]);
  expect(beyond(target(wide, { station: 'top' }))).toEqual(['min ringGap@groove:1/member:ring/station:top']); // at least 0.009
});
test('what governs is no target, and a revision of the same targets is held against the limits and not against itself', () => {
  expect(beyond(target({ max: inch('0.060') }), 'manual')).toEqual([]);
  const before = kept({ ...REVISION, id: 'TQ-1 rev 0', number: 'TQ-1', kind: 'shop' }, [
    target({ min: inch('0.046') }, { id: 'TQ-1 rev 0 row 1' }),
  ]);
  expect(beyond(target({ min: inch('0.044') }), 'shop', [kept(REVISION, ROWS), before])).toEqual([]);
});
