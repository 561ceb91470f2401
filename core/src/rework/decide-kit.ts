import { holdsOneOf } from '../kernel/actor';
import type { Actor, Role } from '../kernel/actor';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import type { PinState } from '../library/limit-in-force';
import { kitRules } from './kits';
import type { KitEvent, KitsState, UnpackedKit } from './kits';

export type KitCommand = {
  readonly type: 'unpackKit';
  /** The entry of what was counted before of this number; 0 where it is the first time. */
  readonly basedOn: number;
} & Pick<UnpackedKit, 'kit' | 'number' | 'box' | 'ticks' | 'remark'>;

const WRITERS: readonly Role[] = ['technician', 'inspector'];

/**
 * Decides what somebody found in a kit: every thing of the model's list is counted, also what is missing.
 * @problems MAY_NOT, KIT_UNKNOWN, KIT_NOT_COUNTED where a thing of the list was not, STALE, REASON_MISSING where nothing is said of
 * why it is counted again
 */
export function decideKit(
  state: KitsState & PinState,
  command: KitCommand,
  by: Actor,
): Result<readonly KitEvent[], Problem> {
  if (!holdsOneOf(by, WRITERS))
    return refuse('MAY_NOT', { action: 'unpack a kit', needs: WRITERS, person: by.name });
  const rule = kitRules(state).find(({ id }) => id === command.kit);
  const number = command.number.trim();
  if (rule === undefined) return refuse('KIT_UNKNOWN', { kit: command.kit });
  if (number === '') return refuse('REASON_MISSING', { action: 'unpack a kit without its number' });
  const uncounted = rule.contents.find(({ id }) => !command.ticks.some(({ item }) => item === id));
  if (uncounted !== undefined) return refuse('KIT_NOT_COUNTED', { kit: rule.name, item: uncounted.name });
  const before = state.kits.find((each) => each.kit === rule.id && each.number === number);
  if ((before?.seq ?? 0) !== command.basedOn)
    return refuse('STALE', { what: `kit ${number}`, basedOn: command.basedOn, now: before?.seq ?? 0 });
  const remark = command.remark.trim();
  if (before !== undefined && remark === '') return refuse('REASON_MISSING', { action: 'count a kit again' });
  const ticks = rule.contents.map(({ id }) => {
    const { found = 0, lot = '' } = command.ticks.find(({ item }) => item === id) ?? {};
    return { item: id, found, lot: lot.trim() };
  });
  return ok([
    { type: 'kitUnpacked', v: 1, data: { kit: rule.id, number, box: command.box.trim(), ticks, remark } },
  ]);
}
