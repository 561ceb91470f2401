import type { Point, Purposed } from './layout';
import type { ModelDraft } from './model-draft';
import { unusedId } from './model-shape';

/** What an engine has of places that lie along no cylinder and no ring, and how many of them there can be. */
export const COUNTED_SETS = [
  { set: 'points', purpose: 'liner', most: 12 },
  { set: 'points', purpose: 'plane', most: 6 },
  { set: 'points', purpose: 'valve', most: 6 },
  { set: 'points', purpose: 'shell', most: 2 },
  { set: 'directions', purpose: 'bore', most: 6 },
  { set: 'directions', purpose: 'journal', most: 6 },
  { set: 'fasteners', purpose: 'rod', most: 8 },
  { set: 'fasteners', purpose: 'main', most: 8 },
  { set: 'fasteners', purpose: 'head', most: 30 },
] as const;
export type CountedSet = (typeof COUNTED_SETS)[number];

type Wanted = Pick<Point, 'id' | 'label' | 'clock'>;
const numbered = (id: string, label: string, count: number): readonly Wanted[] =>
  Array.from({ length: count }, (_, i) => ({ id: `${id}-${i + 1}`, label: `${label} ${i + 1}` }));

/** What is put there where nothing is yet; somebody gives them other names. */
function usual({ purpose }: CountedSet, count: number): readonly Wanted[] {
  switch (purpose) {
    case 'liner':
      return Array.from({ length: count }, (_, i) => {
        const clock = ((i * 12) / count) % 12 || 12;
        return { id: `h${String(clock).replace(/\D.*$/, '')}`, label: clockWords(clock), clock };
      });
    case 'plane':
      return count === 1
        ? [{ id: 'middle', label: 'middle plane' }]
        : [
            { id: 'front', label: 'front plane' },
            { id: 'rear', label: 'rear plane' },
            ...(count > 2 ? [{ id: 'middle', label: 'middle plane' }] : []),
            ...numbered('plane', 'plane', Math.max(0, count - 3)),
          ].slice(0, count);
    case 'valve':
      return count <= 2
        ? [
            { id: 'inlet', label: 'inlet valve' },
            { id: 'exhaust', label: 'exhaust valve' },
          ].slice(0, count)
        : [
            ...numbered('inlet', 'inlet valve', Math.ceil(count / 2)),
            ...numbered('exhaust', 'exhaust valve', Math.floor(count / 2)),
          ];
    case 'shell':
      return [
        { id: 'upper', label: 'upper half' },
        { id: 'lower', label: 'lower half' },
      ].slice(0, count);
    case 'bore':
    case 'journal':
      return [
        { id: 'along', label: 'along the crank' },
        { id: 'across', label: 'across the crank' },
        { id: 'd45', label: 'at 45°' },
        { id: 'd135', label: 'at 135°' },
        ...numbered('way', 'way', Math.max(0, count - 4)),
      ].slice(0, count);
    case 'rod':
      return numbered('rod', 'rod bolt', count);
    case 'main':
      return numbered('main', 'main bolt', count);
    case 'head':
      return numbered('head', 'head bolt', count);
  }
}
function clockWords(clock: number): string {
  const minutes = Math.round((clock % 1) * 60);
  return minutes === 0 ? `${clock} o’clock` : `${Math.floor(clock)}:${String(minutes).padStart(2, '0')}`;
}

export const countOf = (
  { layout }: Pick<ModelDraft, 'layout'>,
  { set, purpose }: Pick<CountedSet, 'set' | 'purpose'>,
): number => (layout[set] ?? []).filter((each) => each.for.includes(purpose)).length;

/**
 * As many of a set for a purpose as are asked for. Those that are there stay, in their order and with their names, the last ones go
 * first; what another purpose uses stays for that one. One that another purpose has already, by its usual id, is shared with it, as
 * two directions are of bores and journals.
 */
export function withCount(draft: ModelDraft, counted: CountedSet, count: number): ModelDraft {
  const { set, purpose, most } = counted;
  const wanted = Math.max(0, Math.min(most, Math.floor(count)));
  const items: readonly Point[] = draft.layout[set] ?? [];
  const mine = items.filter((each) => each.for.includes(purpose));
  const spare = new Set(mine.slice(wanted).map(({ id }) => id));
  let next: readonly Point[] = items.flatMap((each) => {
    if (!spare.has(each.id)) return [each];
    const others = each.for.filter((one) => one !== purpose);
    return others.length === 0 ? [] : [{ ...each, for: others }];
  });
  // Around a liner they stand evenly: another number is another set of clock hours, unless somebody named them himself.
  const isEven = purpose === 'liner' && mine.every(({ label, clock }) => label === clockWords(clock ?? 0));
  if (isEven && mine.length !== wanted) {
    const rest = next.filter((each) => !each.for.includes(purpose));
    return withSet(draft, set, [...rest, ...fresh(rest, usual(counted, wanted), purpose)]);
  }
  const missing = wanted - Math.min(mine.length, wanted);
  const toAdd = usual(counted, wanted).filter(({ id }) => !mine.some((each) => each.id === id));
  for (const each of toAdd.slice(0, missing)) {
    const shared = next.find(
      ({ id, for: of }) => id === each.id && set === 'directions' && !of.includes(purpose),
    );
    next =
      shared === undefined
        ? [...next, ...fresh(next, [each], purpose)]
        : next.map((one) => (one === shared ? { ...one, for: [...one.for, purpose] } : one));
  }
  return withSet(draft, set, next);
}
const fresh = (taken: readonly Purposed[], wanted: readonly Wanted[], purpose: string): readonly Point[] =>
  wanted.reduce<readonly Point[]>(
    (made, each) => [...made, { ...each, id: unusedId([...taken, ...made], each.id), for: [purpose] }],
    [],
  );
const withSet = (draft: ModelDraft, set: CountedSet['set'], items: readonly Point[]): ModelDraft => ({
  ...draft,
  layout: { ...draft.layout, [set]: items },
});
