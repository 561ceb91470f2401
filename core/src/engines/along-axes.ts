import { AXES } from './characteristic';
import type { Axis, Purposes } from './characteristic';
import type { Layout } from './layout';

type At = Readonly<Partial<Record<Axis, string>>>;
interface Named {
  readonly id: string;
}

/**
 * Everything along some axes of an engine, in the order in which its layout has it: the one way in which places and slots
 * are found. An axis narrows the ones after it: a groove its members, a crankpin its cylinders.
 * @param fixed what is known already; only what agrees with it is found
 * @returns nothing where the layout has nothing along one of the axes: see `undeclaredAxes`
 */
export function along(
  layout: Layout,
  axes: readonly Axis[],
  purposes: Purposes,
  fixed: At = {},
): readonly At[] {
  let found: readonly At[] = [{}];
  for (const axis of AXES) {
    if (!axes.includes(axis)) continue;
    found = found.flatMap((at) =>
      idsOn(layout, axis, purposes, { ...fixed, ...at })
        .filter(({ id }) => fixed[axis] === undefined || fixed[axis] === id)
        .map(({ id }) => ({ ...at, [axis]: id })),
    );
  }
  return found;
}

/** The axes along which an engine's layout has nothing, so that nobody takes a place that is not there for one that is done. */
export const undeclaredAxes = (
  layout: Layout,
  { axes, along: purposes = {} }: { readonly axes: readonly Axis[]; readonly along?: Purposes },
): readonly Axis[] => axes.filter((axis) => idsOn(layout, axis, purposes, {}).length === 0);

function idsOn(layout: Layout, axis: Axis, purposes: Purposes, at: At): readonly Named[] {
  switch (axis) {
    case 'cylinder':
      return cylindersAt(layout, at);
    case 'bank':
      return layout.banks;
    case 'head':
      return (layout.heads ?? []).filter(
        ({ cylinders }) => at.cylinder === undefined || cylinders.includes(at.cylinder),
      );
    case 'journal':
      return journalsAt(layout, purposes.journal, at.cylinder);
    case 'groove':
      return layout.grooves;
    case 'member':
      return layout.grooves
        .filter(({ id }) => at.groove === undefined || id === at.groove)
        .flatMap(({ members }) => members);
    case 'station':
      return stationsAt(layout, purposes.station, at);
    case 'direction':
      return forPurpose(layout.directions, purposes.direction);
    case 'point':
      return forPurpose(layout.points, purposes.point);
    case 'fastener':
      return forPurpose(layout.fasteners, purposes.fastener);
  }
}

function cylindersAt(layout: Layout, { bank, head, journal }: At): readonly Named[] {
  const headed = layout.heads?.find(({ id }) => id === head)?.cylinders;
  const carried = layout.journals?.find(({ id }) => id === journal)?.cylinders ?? [];
  return layout.cylinders.filter(
    (each) =>
      (bank === undefined || each.bank === bank) &&
      (headed === undefined || headed.includes(each.id)) &&
      (carried.length === 0 || carried.includes(each.id)),
  );
}
/** Journals of a kind; with a cylinder in hand, the crankpin that carries its rod. */
const journalsAt = (
  layout: Layout,
  kind: string | undefined,
  cylinder: string | undefined,
): readonly Named[] =>
  (layout.journals ?? []).filter(
    (each) =>
      (kind === undefined || each.kind === kind) &&
      (cylinder === undefined || each.cylinders.includes(cylinder)),
  );
/** Stations of a ring where nothing else is said, and those for a purpose where it is. */
const stationsAt = (layout: Layout, purpose: string | undefined, { groove, member }: At): readonly Named[] =>
  layout.stations.filter(({ members, for: purposes }) =>
    purpose === undefined
      ? members.some(
          (each) =>
            (groove === undefined || each.groove === groove) &&
            (member === undefined || each.member === member),
        )
      : purposes?.includes(purpose) === true,
  );
const forPurpose = (
  set: readonly (Named & { readonly for: readonly string[] })[] | undefined,
  purpose: string | undefined,
): readonly Named[] =>
  (set ?? []).filter(({ for: purposes }) => purpose === undefined || purposes.includes(purpose));
