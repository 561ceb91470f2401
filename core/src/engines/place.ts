import { AXES, SLOT_AXES } from './characteristic';
import type { Axis, Characteristic, PartKind } from './characteristic';
import { onceFor } from '../kernel/once-for';
import type { Layout } from './layout';

/** Where one reading is due. The key is the same in events, addresses, files and the page. */
export interface Place {
  readonly characteristic: string;
  readonly at: Readonly<Partial<Record<Axis, string>>>;
}
export type PlaceKey = string;
/** A place without its cylinder: what a limit row speaks about. */
export type FitKey = string;
export type SlotKey = string;

/** Keys are asked for at every look at a place, many thousand times in a long story: each is made once for its object. */
function join(prefix: string, at: Place['at'], axes: readonly Axis[]): string {
  let text = '';
  for (const axis of axes) {
    const id = at[axis];
    if (id !== undefined) text += `${text === '' ? '' : '/'}${axis}:${id}`;
  }
  return `${prefix}@${text}`;
}

/** @example placeKey -> `ringGap@cylinder:3/groove:1/member:ring/station:top` */
export const placeKey: (place: Place) => PlaceKey = onceFor(({ characteristic, at }) =>
  join(characteristic, at, AXES),
);
const FIT_AXES = AXES.filter((axis) => axis !== 'cylinder');
export const fitKey: (place: Place) => FitKey = onceFor(({ characteristic, at }) =>
  join(characteristic, at, FIT_AXES),
);
export function slotKey(kind: PartKind, at: Place['at']): SlotKey {
  const known = slotKeysOf(at);
  return (known[kind] ??= join(kind, at, SLOT_AXES[kind]));
}
const slotKeysOf = onceFor((_at: Place['at']): Partial<Record<PartKind, SlotKey>> => ({}));

const AXIS_PAIR = new RegExp(`^(${AXES.join('|')}):([A-Za-z0-9-]+)$`);

/** The place that a key names; undefined where it is no such key. */
export function parsePlaceKey(key: PlaceKey): Place | undefined {
  const [characteristic, path, ...more] = key.split('@');
  if (characteristic === undefined || characteristic === '' || path === undefined || more.length > 0)
    return undefined;
  const pairs = path.split('/').map((pair) => AXIS_PAIR.exec(pair));
  if (pairs.some((pair) => pair === null)) return undefined;
  const at: Partial<Record<Axis, string>> = {};
  for (const pair of pairs)
    if (pair?.[1] !== undefined && pair[2] !== undefined) at[pair[1] as Axis] = pair[2];
  return { characteristic, at };
}

/** All places of a characteristic, by cylinder, then ring, then station: the order of the sheet. */
export function placesOf(layout: Layout, characteristic: Characteristic): readonly Place[] {
  const has = (axis: Axis): boolean => characteristic.axes.includes(axis);
  const fits = has('groove') ? ringPlaces(layout, has('station')) : [{}];
  const cylinders = has('cylinder') ? layout.cylinders.map(({ id }) => ({ cylinder: id })) : [{}];
  return cylinders.flatMap((cylinder) =>
    fits.map((fit) => ({ characteristic: characteristic.id, at: { ...cylinder, ...fit } })),
  );
}

function ringPlaces(layout: Layout, withStations: boolean): Place['at'][] {
  return layout.grooves.flatMap((groove) =>
    groove.members.flatMap((member): Place['at'][] => {
      const at = { groove: groove.id, member: member.id };
      if (!withStations) return [at];
      return layout.stations
        .filter(({ members }) =>
          members.some((each) => each.groove === groove.id && each.member === member.id),
        )
        .map(({ id }) => ({ ...at, station: id }));
    }),
  );
}

/** The layout's own reason why a place is not measured, if it has one. */
export const layoutReason = (layout: Layout, { characteristic, at }: Place): string | undefined =>
  layout.notApplicable.find(
    (rule) =>
      rule.characteristic === characteristic &&
      rule.groove === at.groove &&
      rule.member === at.member &&
      (rule.station === undefined || rule.station === at.station),
  )?.reason;

/** All slots for parts of a kind that a layout has. */
export function slotsOf(
  layout: Layout,
  kind: PartKind,
): readonly { readonly key: SlotKey; readonly at: Place['at'] }[] {
  const axes = SLOT_AXES[kind];
  if (axes.some((axis) => axis === 'journal' || axis === 'point')) return []; // no layout declares these yet
  return layout.cylinders.flatMap(({ id: cylinder }) => {
    const ats = axes.includes('groove')
      ? ringPlaces(layout, false).map((at) => ({ cylinder, ...at }))
      : [{ cylinder }];
    return ats.map((at) => ({ key: slotKey(kind, at), at }));
  });
}
