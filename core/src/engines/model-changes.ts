import type { EngineModel } from './engine-model';
import type { Layout } from './layout';
import { sameData } from '../kernel/same-data';

/** Of what a layout has several, each known by its id. */
const SETS = [
  ...(['banks', 'cylinders', 'grooves', 'stations', 'heads'] as const),
  ...([
    'journals',
    'directions',
    'points',
    'fasteners',
    'regrind',
    'partKinds',
    'lives',
    'kits',
    'designs',
    'boreClasses',
    'faces',
    'notApplicable',
  ] as const),
] as const;
type Set_ = (typeof SETS)[number];
/** What is said once of a model. */
const FIELDS = [...(['maker', 'name', 'engineClass', 'serialPattern', 'bore', 'rebore'] as const)] as const;
const LAYOUT_FIELDS = [
  'arrangement',
  'frontLabel',
  'liners',
  'crown',
  'nozzles',
  'singleUse',
  'papers',
  'ringTravel',
] as const;

/** One thing in which two versions of a model differ. */
export type ModelChange =
  | { readonly kind: 'added' | 'removed'; readonly set: Set_; readonly id: string; readonly label: string }
  | {
      readonly kind: 'changed';
      readonly set: Set_;
      readonly id: string;
      readonly label: string;
      readonly before: string;
    }
  | {
      readonly kind: 'said';
      readonly field: (typeof FIELDS)[number] | (typeof LAYOUT_FIELDS)[number];
    };

interface Item {
  readonly id: string;
  readonly label: string;
  readonly data: unknown;
}
function itemsOf(layout: Layout, set: Set_): readonly Item[] {
  switch (set) {
    case 'regrind':
      return (layout.regrind ?? []).map((data) => ({ id: data.journals, label: data.journals, data }));
    case 'partKinds':
      return (layout.partKinds ?? []).map((data) => ({ id: data.kind, label: data.name, data }));
    case 'lives':
      return (layout.lives ?? []).map((data) => ({
        id: `${data.kind} ${data.counts}`,
        label: `${data.kind}, ${data.counts}`,
        data,
      }));
    case 'kits':
      return (layout.kits ?? []).map((data) => ({ id: data.id, label: data.name, data }));
    case 'boreClasses':
      return (layout.boreClasses ?? []).map((data) => ({ id: data.mark, label: data.mark, data }));
    case 'designs':
      return (layout.designs ?? []).map((data) => ({ id: data.name, label: data.name, data }));
    case 'faces':
      return (layout.faces ?? []).map((data) => ({
        id: `${data.kind} ${data.id}`,
        label: `${data.kind}: ${data.name}`,
        data,
      }));
    case 'notApplicable':
      return layout.notApplicable.map((data) => ({
        id: [data.characteristic, data.groove, data.member, data.station ?? ''].join(' '),
        label: data.reason,
        data,
      }));
    default:
      return (layout[set] ?? []).map((data) => ({ id: data.id, label: data.label, data }));
  }
}

/** In what a version of a model differs from another one, in the order of the layout. */
export function modelChanges(from: EngineModel, to: EngineModel): readonly ModelChange[] {
  const said = [
    ...FIELDS.filter((field) => !sameData(from[field] ?? null, to[field] ?? null)),
    ...LAYOUT_FIELDS.filter((field) => !sameData(from.layout[field] ?? null, to.layout[field] ?? null)),
  ];
  return [
    ...said.map((field): ModelChange => ({ kind: 'said', field })),
    ...SETS.flatMap((set) => {
      const [before, after] = [itemsOf(from.layout, set), itemsOf(to.layout, set)];
      const there = new Map(before.map((each) => [each.id, each]));
      const left = new Set(after.map(({ id }) => id));
      return [
        ...after.flatMap(({ id, label, data }): readonly ModelChange[] => {
          const old = there.get(id);
          if (old === undefined) return [{ kind: 'added', set, id, label }];
          return sameData(old.data, data) ? [] : [{ kind: 'changed', set, id, label, before: old.label }];
        }),
        ...before
          .filter(({ id }) => !left.has(id))
          .map(({ id, label }): ModelChange => ({ kind: 'removed', set, id, label })),
      ];
    }),
  ];
}
