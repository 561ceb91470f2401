import { along } from './along-axes';
import { AXES } from './characteristic';
import type { Axis, Characteristic, PartKind, PartKindRule } from './characteristic';
import { onceFor } from '../kernel/once-for';
import type { Layout } from './layout';
import { partKindRule } from './part-kinds';

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
  return `${prefix}@${text === '' ? WHOLE : text}`;
}
/** What stands in a key where there is one place for the whole engine. */
const WHOLE = 'engine';

/** @example placeKey -> `ringGap@cylinder:3/groove:1/member:ring/station:top` */
export const placeKey: (place: Place) => PlaceKey = onceFor(({ characteristic, at }) =>
  join(characteristic, at, AXES),
);
const FIT_AXES = AXES.filter((axis) => axis !== 'cylinder');
export const fitKey: (place: Place) => FitKey = onceFor(({ characteristic, at }) =>
  join(characteristic, at, FIT_AXES),
);
export function slotKey({ kind, axes }: PartKindRule, at: Place['at']): SlotKey {
  const known = slotKeysOf(at);
  return (known[kind] ??= join(kind, at, axes));
}
const slotKeysOf = onceFor((_at: Place['at']): Record<PartKind, SlotKey> => ({}));

const AXIS_PAIR = new RegExp(`^(${AXES.join('|')}):([A-Za-z0-9-]+)$`);

/** The place that a key names; undefined where it is no such key. */
export function parsePlaceKey(key: PlaceKey): Place | undefined {
  const [characteristic, path, ...more] = key.split('@');
  if (characteristic === undefined || characteristic === '' || path === undefined || more.length > 0)
    return undefined;
  if (path === WHOLE) return { characteristic, at: {} };
  const pairs = path.split('/').map((pair) => AXIS_PAIR.exec(pair));
  if (pairs.some((pair) => pair === null)) return undefined;
  const at: Partial<Record<Axis, string>> = {};
  for (const pair of pairs)
    if (pair?.[1] !== undefined && pair[2] !== undefined) at[pair[1] as Axis] = pair[2];
  return { characteristic, at };
}

/** All places of a characteristic, by cylinder, then ring, then station: the order of the sheet. */
export const placesOf = (layout: Layout, characteristic: Characteristic): readonly Place[] =>
  along(layout, characteristic.axes, characteristic.along ?? {}).map((at) => ({
    characteristic: characteristic.id,
    at,
  }));

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
  const rule = partKindRule(layout, kind);
  return rule === undefined
    ? []
    : along(layout, rule.axes, rule.along ?? {}).map((at) => ({ key: slotKey(rule, at), at }));
}

/**
 * The slots of a kind on which a place depends: what of the slot's axes the place does not say is found in the layout, so
 * that the bearing of a rod depends on the crankpin that carries it and on both of its shells.
 */
export function slotsAt(layout: Layout, kind: PartKind, { at }: Place): readonly SlotKey[] {
  const rule = partKindRule(layout, kind);
  if (rule === undefined) return [];
  if (rule.axes.every((axis) => at[axis] !== undefined)) return [slotKey(rule, at)];
  return along(layout, rule.axes, rule.along ?? {}, at).map((each) => slotKey(rule, each));
}
