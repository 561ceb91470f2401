import { undeclaredAxes } from './along-axes';
import { depthOf } from './layout';
import { layoutOf, typedSize } from './model-draft';
import type { DraftLayout, Figure, ModelDraft } from './model-draft';
import type { ModelFault, ModelPath } from './model-fault';
import { partRuleFaults } from './part-rule-faults';
import { plateFault } from './serial-plate';

/**
 * Everything that is wrong with a model, in the order in which it is asked: the same for one that is made here and one that is read
 * from a file.
 */
export function modelFaults(draft: ModelDraft): readonly ModelFault[] {
  const { layout, plate } = draft;
  const faults: ModelFault[] = [];
  for (const field of ['maker', 'name'] as const)
    if (isEmpty(draft[field])) faults.push({ path: [field], fault: 'missing' });
  const wrongPlate = plate === null ? undefined : plateFault(plate);
  if (wrongPlate !== undefined) faults.push({ path: ['serialPattern'], fault: 'plate', plate: wrongPlate });
  if (isEmpty(layout.frontLabel)) faults.push({ path: ['layout', 'frontLabel'], fault: 'missing' });
  faults.push(...sizeFaults(draft, []));
  const { cylinders, grooves, stations } = layout;
  for (const [set, items] of Object.entries({ cylinders, grooves, stations }))
    if (items.length === 0) faults.push({ path: ['layout', set], fault: 'none' });
  const inLayout = [
    ...setFaults(layout),
    ...standFaults(layout),
    ...coverFaults(layout),
    ...stationFaults(layout),
    ...kindFaults(draft),
    ...partRuleFaults(layout),
  ];
  return [...faults, ...inLayout.map((each) => ({ ...each, path: ['layout', ...each.path] }))];
}
const isEmpty = (text: string): boolean => text.trim() === '';

/** Sizes that are none, wherever they stand. */
function sizeFaults(value: unknown, path: ModelPath): readonly ModelFault[] {
  if (Array.isArray(value)) return value.flatMap((each, i) => sizeFaults(each, [...path, i]));
  if (typeof value !== 'object' || value === null) return [];
  if ('text' in value && 'unit' in value) {
    const figure = value as Figure;
    return typedSize(figure) === undefined ? [{ path, fault: 'noSize', text: figure.text.trim() }] : [];
  }
  return Object.entries(value).flatMap(([key, each]) => sizeFaults(each, [...path, key]));
}

const SETS = [
  ...(['banks', 'cylinders', 'grooves', 'stations', 'heads'] as const),
  ...(['journals', 'directions', 'points', 'fasteners'] as const),
] as const;
/** Ids that are there twice, names that are missing, and names by which nobody could tell two things apart. */
function setFaults(layout: DraftLayout): readonly ModelFault[] {
  return SETS.flatMap((set) => {
    const items: readonly { readonly id: string; readonly label: string; readonly kind?: string }[] =
      layout[set] ?? [];
    const seen = { ids: new Set<string>(), names: new Set<string>() };
    return items.flatMap((each, i): readonly ModelFault[] => {
      const isAgain = seen.ids.has(each.id);
      const name = `${each.kind ?? ''} ${each.label.trim().toLowerCase()}`;
      const isNamedAgain = seen.names.has(name);
      seen.ids.add(each.id);
      seen.names.add(name);
      // A station is known by where it lies, and of an engine with one bank nobody names it.
      const isNamed = set !== 'stations' && (set !== 'banks' || items.length > 1);
      return [
        ...(isAgain ? [{ path: [set], fault: 'idTwice' as const, id: each.id }] : []),
        ...(isNamed && isEmpty(each.label)
          ? [{ path: [set, i, 'label'], fault: 'missing' as const }]
          : isNamed && isNamedAgain && !isAgain
            ? [{ path: [set, i, 'label'], fault: 'nameTwice' as const, name: each.label.trim() }]
            : []),
      ];
    });
  });
}

function standFaults({ arrangement, banks, cylinders }: DraftLayout): readonly ModelFault[] {
  return [
    ...(arrangement !== 'inline' && cylinders.length % 2 === 1
      ? [{ path: ['cylinders'], fault: 'notEven' as const }]
      : []),
    ...cylinders.flatMap(({ bank, row, label }, i): readonly ModelFault[] => [
      ...(banks.some(({ id }) => id === bank)
        ? []
        : [{ path: ['cylinders', i, 'bank'], fault: 'unknown' as const, what: 'bank' as const, id: bank }]),
      ...(cylinders.findIndex((each) => each.bank === bank && each.row === row) < i
        ? [{ path: ['cylinders', i], fault: 'samePlace' as const, name: label }]
        : []),
    ]),
  ];
}

/** Heads over cylinders, and crankpins with their rods: where there are any, each cylinder belongs to exactly one. */
function coverFaults({ cylinders, heads = [], journals = [] }: DraftLayout): readonly ModelFault[] {
  const faults: ModelFault[] = [];
  for (const [set, items] of [['heads', heads] as const, ['journals', journals] as const])
    items.forEach(({ cylinders: named }, i) => {
      for (const id of named)
        if (!cylinders.some((each) => each.id === id))
          faults.push({ path: [set, i, 'cylinders'], fault: 'unknown', what: 'cylinder', id });
    });
  const pins = journals.filter(({ kind }) => kind === 'crankpin');
  for (const [set, items, none, two] of [
    ['heads', heads, 'underNoHead', 'underTwoHeads'] as const,
    ['journals', pins, 'onNoPin', 'onTwoPins'] as const,
  ]) {
    if (items.length === 0) continue;
    for (const { id, label } of cylinders) {
      const covers = items.filter((each) => each.cylinders.includes(id)).length;
      if (covers !== 1) faults.push({ path: [set], fault: covers === 0 ? none : two, name: label });
    }
  }
  return faults;
}

function stationFaults(layout: DraftLayout): readonly ModelFault[] {
  const { grooves, stations, ringTravel, notApplicable } = layout;
  const faults: ModelFault[] = [];
  const isMember = (groove: string, member: string): boolean =>
    grooves.some((each) => each.id === groove && each.members.some(({ id }) => id === member));
  const exact = layoutOf({ layout }).stations;
  stations.forEach((station, i) => {
    const { members, for: purposes = [] } = station;
    if (members.length === 0 && purposes.length === 0)
      faults.push({ path: ['stations', i], fault: 'forNothing' });
    for (const { groove, member } of members)
      if (!isMember(groove, member))
        faults.push({ path: ['stations', i, 'members'], fault: 'noMember', groove, member });
    // Two at one height are one, unless they are for different things.
    const mine = exact[i];
    const isAgain = stations.slice(0, i).some((other, j) => {
      const there = exact[j];
      if (mine === undefined || there === undefined || typedSize(station.distance) === undefined)
        return false;
      const isSameHeight = other.datum === station.datum && there.distance.nm === mine.distance.nm;
      const isSameUse =
        purposes.some((purpose) => other.for?.includes(purpose) === true) ||
        members.some(({ groove }) => other.members.some((one) => one.groove === groove));
      return isSameHeight && isSameUse;
    });
    if (isAgain) faults.push({ path: ['stations', i, 'distance'], fault: 'stationTwice' });
  });
  grooves.forEach(({ id, label }, i) => {
    if (!stations.some(({ members }) => members.some(({ groove }) => groove === id)))
      faults.push({ path: ['grooves', i], fault: 'noStation', name: label.trim() });
  });
  for (const id of Object.values(ringTravel ?? {}))
    if (!stations.some((each) => each.id === id))
      faults.push({ path: ['ringTravel'], fault: 'unknown', what: 'station', id });
  const [upper, lower] = (['upper', 'lower'] as const).map((end) =>
    exact.find(({ id }) => id === ringTravel?.[end]),
  );
  if (upper !== undefined && lower !== undefined && depthOf(upper) >= depthOf(lower))
    faults.push({ path: ['ringTravel'], fault: 'travelTurned' });
  notApplicable.forEach(({ groove, member }, i) => {
    if (!isMember(groove, member))
      faults.push({ path: ['notApplicable', i], fault: 'noMember', groove, member });
  });
  return faults;
}

function kindFaults(draft: ModelDraft): readonly ModelFault[] {
  const { partKinds = [] } = draft.layout;
  const layout = layoutOf(draft);
  return partKinds.flatMap(({ kind, axes, along = {} }, i): readonly ModelFault[] => [
    ...(partKinds.findIndex((each) => each.kind === kind) < i
      ? [{ path: ['partKinds', i, 'kind'], fault: 'kindTwice' as const, kind }]
      : []),
    ...undeclaredAxes(layout, { axes, along }).map((axis) => ({
      path: ['partKinds', i, 'axes'],
      fault: 'noAxis' as const,
      kind,
      axis,
    })),
  ]);
}
