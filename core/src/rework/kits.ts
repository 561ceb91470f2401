import type { KitRule } from '../engines/layout';
import { event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';

/** What lay in a kit of one thing of its list, as somebody counted it. */
export interface KitTick {
  /** Of the model's list. */
  readonly item: string;
  readonly found: number;
  /** Of its bag or box; empty where nothing is printed on it. */
  readonly lot: string;
}
/** A kit as it was unpacked: it keeps its number, whatever becomes of its parts. */
export interface UnpackedKit {
  readonly kit: string;
  /** As it stands on the box. */
  readonly number: string;
  readonly box: string;
  readonly ticks: readonly KitTick[];
  readonly remark: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly seq: number;
  /** Counted before, and why it is counted again. */
  readonly before?: UnpackedKit;
}
export interface KitsState {
  readonly kits: readonly UnpackedKit[];
}
export const NO_KITS: KitsState = { kits: [] };

/** Kits that are unpacked, as events: the last word on a kit of a number is what it held. */
export const KIT_EVENTS = {
  kitUnpacked: event<Pick<UnpackedKit, 'kit' | 'number' | 'box' | 'ticks' | 'remark'>, KitsState>()(
    1,
    ({ kits }, data, { seq, at, by }) => {
      const before = kits.find((each) => isSameKit(each, data));
      const now: UnpackedKit = { ...data, seq, at, by: { id: by.id, name: by.name } };
      return {
        kits: [...kits.filter((each) => each !== before), before === undefined ? now : { ...now, before }],
      };
    },
  ),
};
export type KitEventData = DataIn<typeof KIT_EVENTS>;
export type KitEvent = EventIn<typeof KIT_EVENTS>;

const isSameKit = (a: Pick<UnpackedKit, 'kit' | 'number'>, b: Pick<UnpackedKit, 'kit' | 'number'>): boolean =>
  a.kit === b.kit && a.number === b.number;
/** The kits of the model's list. */
export const kitRules = (state: PinState): readonly KitRule[] => currentPin(state)?.model.layout.kits ?? [];

/** Of what a kit has too few. More than its list says is no harm. */
export interface KitDifference {
  readonly item: string;
  readonly found: number;
  readonly wanted: number;
}
export interface KitStand {
  readonly unpacked: UnpackedKit;
  readonly rule: KitRule;
  readonly differs: readonly KitDifference[];
}
/** How every kit that was unpacked stands against the model's list. */
export function kitStands(state: KitsState & PinState): readonly KitStand[] {
  const rules = kitRules(state);
  return state.kits.flatMap((unpacked): readonly KitStand[] => {
    const rule = rules.find(({ id }) => id === unpacked.kit);
    if (rule === undefined) return [];
    // Of one that goes back whole nothing is used.
    if (unpacked.ticks.every(({ found }) => found === 0)) return [{ unpacked, rule, differs: [] }];
    const differs = rule.contents.flatMap(({ id, count }) => {
      const found = unpacked.ticks.find(({ item }) => item === id)?.found ?? 0;
      return found >= count ? [] : [{ item: id, found, wanted: count }];
    });
    return [{ unpacked, rule, differs }];
  });
}
/**
 * Out of which kits a part of a kind can be: the lots that were read when they were unpacked, so that nobody types them again.
 * @param groove of a ring
 */
export function lotsInKits(
  state: KitsState & PinState,
  kind: string,
  groove?: string,
): readonly { readonly kit: UnpackedKit; readonly lot: string; readonly partNumber: string | undefined }[] {
  return kitStands(state).flatMap(({ unpacked, rule }) =>
    rule.contents
      .filter((each) => each.kind === kind && (each.groove === undefined || each.groove === groove))
      .flatMap(({ id, partNumber }) => {
        const lot = unpacked.ticks.find(({ item, found }) => item === id && found > 0)?.lot;
        return lot === undefined || lot === '' ? [] : [{ kit: unpacked, lot, partNumber }];
      }),
  );
}
