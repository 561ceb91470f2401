import type { PartKind } from './characteristic';
import type { DraftLayout } from './model-draft';
import type { ModelFault } from './model-fault';
import { partKindsOf } from './part-kinds';
import { sameMark } from './size-class';

const isEmpty = (text: string): boolean => text.trim() === '';
const isCount = (count: number, most: number): boolean => count > 0 && count <= most;
/** How long a part may serve at most, and how many of a thing a kit can hold. */
const [MOST_LIFE, MOST_IN_KIT] = [1e9, 1000];

/** What is wrong with what a model says of its parts: lives, kits, designs, what is looked at. Paths begin in the layout. */
export function partRuleFaults(layout: DraftLayout): readonly ModelFault[] {
  return [
    ...kindListFaults(layout),
    ...lifeFaults(layout),
    ...kitFaults(layout),
    ...designFaults(layout),
    ...boreClassFaults(layout),
    ...faceFaults(layout),
  ];
}

const isKind = ({ partKinds }: DraftLayout, kind: PartKind): boolean =>
  partKindsOf(partKinds === undefined ? {} : { partKinds }).some((each) => each.kind === kind);
const unknownKind = (layout: DraftLayout, kind: PartKind, path: ModelFault['path']): readonly ModelFault[] =>
  isKind(layout, kind) ? [] : [{ path, fault: 'unknown', what: 'kind of part', id: kind }];

const kindListFaults = (layout: DraftLayout): readonly ModelFault[] =>
  (['singleUse', 'papers'] as const).flatMap((set) =>
    (layout[set] ?? []).flatMap((kind, i) => unknownKind(layout, kind, [set, i])),
  );

const lifeFaults = (layout: DraftLayout): readonly ModelFault[] =>
  (layout.lives ?? []).flatMap(({ kind, counts, limit, untilNext }, i, all): readonly ModelFault[] => [
    ...unknownKind(layout, kind, ['lives', i, 'kind']),
    ...(all.findIndex((each) => each.kind === kind && each.counts === counts) < i
      ? [{ path: ['lives', i], fault: 'lifeTwice' as const, counts }]
      : []),
    ...(isCount(limit, MOST_LIFE)
      ? []
      : [{ path: ['lives', i, 'limit'], fault: 'noCount' as const, most: MOST_LIFE }]),
    ...(untilNext === undefined || isCount(untilNext, MOST_LIFE)
      ? []
      : [{ path: ['lives', i, 'untilNext'], fault: 'noCount' as const, most: MOST_LIFE }]),
  ]);

/** Names that are missing, and those by which nobody could tell two things apart. */
function nameFaults(
  items: readonly { readonly name: string }[],
  path: ModelFault['path'],
): readonly ModelFault[] {
  const seen = new Set<string>();
  return items.flatMap(({ name }, i): readonly ModelFault[] => {
    const said = name.trim().toLowerCase();
    if (said === '') return [{ path: [...path, i, 'name'], fault: 'missing' }];
    if (seen.has(said)) return [{ path: [...path, i, 'name'], fault: 'nameTwice', name: name.trim() }];
    seen.add(said);
    return [];
  });
}
function idFaults(
  items: readonly { readonly id: string }[],
  path: ModelFault['path'],
): readonly ModelFault[] {
  const again = items.filter(({ id }, i) => items.findIndex((each) => each.id === id) < i);
  return again.map(({ id }) => ({ path, fault: 'idTwice', id }));
}
function kitFaults(layout: DraftLayout): readonly ModelFault[] {
  const { kits = [], grooves } = layout;
  return [
    ...idFaults(kits, ['kits']),
    ...nameFaults(kits, ['kits']),
    ...kits.flatMap(({ contents }, k): readonly ModelFault[] => {
      const path = ['kits', k, 'contents'];
      if (contents.length === 0) return [{ path, fault: 'none' }];
      return [
        ...idFaults(contents, path),
        ...nameFaults(contents, path),
        ...contents.flatMap(({ count, kind, groove }, i): readonly ModelFault[] => [
          ...(Number.isInteger(count) && isCount(count, MOST_IN_KIT)
            ? []
            : [{ path: [...path, i, 'count'], fault: 'noCount' as const, most: MOST_IN_KIT }]),
          ...(kind === undefined ? [] : unknownKind(layout, kind, [...path, i, 'kind'])),
          ...(groove === undefined || grooves.some(({ id }) => id === groove)
            ? []
            : [
                {
                  ...{ path: [...path, i, 'groove'], fault: 'unknown' as const },
                  ...{ what: 'ring' as const, id: groove },
                },
              ]),
        ]),
      ];
    }),
  ];
}

function designFaults(layout: DraftLayout): readonly ModelFault[] {
  const { designs = [] } = layout;
  return [
    ...nameFaults(designs, ['designs']),
    ...designs.flatMap(({ kind, partNumbers, asks, leavesOut }, i): readonly ModelFault[] => [
      ...unknownKind(layout, kind, ['designs', i, 'kind']),
      ...(partNumbers.some((each) => !isEmpty(each))
        ? []
        : [{ path: ['designs', i, 'partNumbers'], fault: 'missing' as const }]),
      ...(asks.length + leavesOut.length > 0
        ? []
        : [{ path: ['designs', i, 'asks'], fault: 'asksNothing' as const }]),
      ...asks
        .filter((each) => leavesOut.includes(each))
        .map((characteristic) => ({
          ...{ path: ['designs', i, 'asks'], fault: 'bothWays' as const, characteristic },
        })),
    ]),
  ];
}

const boreClassFaults = (layout: DraftLayout): readonly ModelFault[] =>
  (layout.boreClasses ?? []).flatMap(({ mark }, i, all): readonly ModelFault[] => {
    if (isEmpty(mark)) return [{ path: ['boreClasses', i, 'mark'], fault: 'missing' }];
    const isThere = all.findIndex((each) => sameMark(each.mark, mark)) < i;
    return isThere ? [{ path: ['boreClasses', i, 'mark'], fault: 'nameTwice', name: mark.trim() }] : [];
  });

function faceFaults(layout: DraftLayout): readonly ModelFault[] {
  const { faces = [] } = layout;
  return faces.flatMap(({ kind, id, name, how, reject }, i): readonly ModelFault[] => [
    ...unknownKind(layout, kind, ['faces', i, 'kind']),
    ...(faces.findIndex((each) => each.kind === kind && each.id === id) < i
      ? [{ path: ['faces'], fault: 'idTwice' as const, id: `${kind} ${id}` }]
      : []),
    ...Object.entries({ name, how, reject }).flatMap(([field, said]) =>
      isEmpty(said) ? [{ path: ['faces', i, field], fault: 'missing' as const }] : [],
    ),
  ]);
}
