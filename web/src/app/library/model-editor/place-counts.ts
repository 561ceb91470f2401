import { evidenceOf, layoutOf, placesOf } from '@oak-gate/core';
import type { Axis, Characteristic, ModelDraft } from '@oak-gate/core';

export interface PlaceCount {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  /** "3 × 5 × 2", where the places are every combination of what they lie along. */
  readonly factors: string;
}
/** What is told first of a model. */
const FIRST: readonly string[] = [
  ...['ringGap', 'boreDiameter', 'linerProtrusion', 'mainJournalDiameter', 'crankpinDiameter'],
];

/** How many places of each kind a model has, those first that say most of it; what it has none of is left out. */
export function placeCounts(
  draft: Pick<ModelDraft, 'layout'>,
  characteristics: readonly Characteristic[],
): readonly PlaceCount[] {
  const layout = layoutOf(draft);
  const rank = ({ id }: PlaceCount): number => (FIRST.indexOf(id) + FIRST.length + 1) % (FIRST.length + 1);
  return characteristics
    .filter((each) => evidenceOf(each) !== undefined && each.from === undefined)
    .flatMap((each): readonly PlaceCount[] => {
      const places = placesOf(layout, each);
      if (places.length === 0) return [];
      const along = each.axes.map((axis: Axis) => new Set(places.map(({ at }) => at[axis])).size);
      // A member of a groove is its ring: said once.
      const said = along.filter((n, i) => n > 1 || each.axes[i] === 'cylinder');
      const isEvery = said.reduce((product, n) => product * n, 1) === places.length;
      return [
        {
          ...{ id: each.id, name: each.name, count: places.length },
          factors: isEvery && said.length > 1 ? said.join(' × ') : '',
        },
      ];
    })
    .sort((a, b) => rank(a) - rank(b));
}
