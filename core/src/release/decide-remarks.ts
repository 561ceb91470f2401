import type { Actor, Role } from '../kernel/actor';
import { holdsOneOf } from '../kernel/actor';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { isPlaceOfSheet } from '../bench/places';
import { lookKey } from '../inspection/inspection';
import { inspectionOf } from '../inspection/inspection-stand';
import { mapOf } from '../strip/as-found';
import { openMatters } from './open-matters';
import type { MattersSlice } from './open-matters';
import { evidenceSince, orderStand } from './orders';
import type { OrderRemark } from './orders';
import type { Order, OrderSettled, Paper, Photographed, RemarkEvent, RemarksState } from './remarks';

export type RemarkCommand =
  | { readonly type: 'noteFinding'; readonly finding: string; readonly text: string }
  /** The file lies on the server's disk before the command comes to be decided. */
  | ({ readonly type: 'addPhotograph'; readonly finding: string } & Photographed)
  | ({ readonly type: 'addPaper'; readonly finding: string } & Paper)
  | ({ readonly type: 'placeOrder'; readonly finding: string } & Order)
  /** `order`: the number of the entry that placed it. */
  | {
      readonly type: 'settleOrder';
      readonly order: number;
      readonly as: OrderSettled;
      readonly note: string;
      readonly certificate: string;
    }
  | {
      readonly type: 'receiveOrder';
      readonly order: number;
      readonly accepted: boolean;
      readonly check: string;
    };

const WRITERS: readonly Role[] = ['technician', 'inspector'];

/**
 * Decides what is added to a finding: one that waits for a decision, or that something was added to before.
 * @problems FINDING_UNKNOWN, ORDER_UNKNOWN, ORDER_NOT_MEASURED, REASON_MISSING where nothing is said
 */
export function decideRemarks(
  state: MattersSlice & RemarksState,
  command: RemarkCommand,
  by: Actor,
): Result<readonly RemarkEvent[], Problem> {
  if (!holdsOneOf(by, WRITERS))
    return refuse('MAY_NOT', { action: 'add to a finding', needs: WRITERS, person: by.name });
  if (command.type === 'settleOrder') {
    const { order, as } = command;
    const placed = orderIn(state, order);
    const said = { note: command.note.trim(), certificate: command.certificate.trim() };
    return placed === undefined || placed.settled !== undefined
      ? refuse('ORDER_UNKNOWN', { order })
      : ok([{ type: 'orderSettled', v: 2, data: { order, as, ...said } }]);
  }
  if (command.type === 'receiveOrder') return receive(state, command);
  const { finding } = command;
  const isKnown =
    openMatters(state).findings.some(({ id }) => id === finding) ||
    state.remarks.some((each) => each.finding === finding) ||
    isThere(state, finding);
  if (!isKnown) return refuse('FINDING_UNKNOWN', { finding });
  switch (command.type) {
    case 'noteFinding': {
      const text = command.text.trim();
      return text === ''
        ? refuse('REASON_MISSING', { action: 'note something' })
        : ok([{ type: 'findingNoted', v: 1, data: { finding, text } }]);
    }
    case 'addPhotograph': {
      const { file, caption, when } = command;
      const data = { finding, file, caption: caption.trim(), ...(when === undefined ? {} : { when }) };
      return ok([{ type: 'photographAdded', v: 2, data }]);
    }
    case 'addPaper': {
      const title = command.title.trim();
      return title === ''
        ? refuse('REASON_MISSING', { action: 'keep a paper that has no name' })
        : ok([{ type: 'paperAdded', v: 1, data: { finding, file: command.file, title } }]);
    }
    case 'placeOrder': {
      const [what, supplier] = [command.what.trim(), command.supplier.trim()];
      if (what === '' || supplier === '') return refuse('REASON_MISSING', { action: 'order something' });
      const { number, expectedOn, sort, asked } = command;
      const said = { what, supplier, sort, asked: asked.trim(), number: number.trim(), expectedOn };
      return ok([{ type: 'orderPlaced', v: 2, data: { finding, ...said } }]);
    }
  }
}

const orderIn = ({ remarks }: RemarksState, order: number): OrderRemark | undefined =>
  remarks.flatMap((each) => (each.kind === 'order' && each.seq === order ? [each] : []))[0];
/** What came is never taken on trust: what was done elsewhere is measured here, and a part at least checked, in words. */
function receive(
  state: MattersSlice & RemarksState,
  { order, accepted, check }: Extract<RemarkCommand, { type: 'receiveOrder' }>,
): Result<readonly RemarkEvent[], Problem> {
  const placed = orderIn(state, order);
  if (placed === undefined || orderStand(placed) !== 'toReceive') return refuse('ORDER_UNKNOWN', { order });
  const evidence = evidenceSince(state, placed);
  if (accepted && placed.sort === 'work' && evidence.length === 0)
    return refuse('ORDER_NOT_MEASURED', { what: placed.what });
  if (check.trim() === '') return refuse('REASON_MISSING', { action: 'receive what was ordered' });
  return ok([{ type: 'orderReceived', v: 1, data: { order, accepted, check: check.trim(), evidence } }]);
}

/** What is said of a place or a part is said of one that this engine has. */
export function isThere(state: MattersSlice, about: string): boolean {
  const [what, key = ''] = about.split(' ');
  if (what === 'place') return isPlaceOfSheet(state, key);
  if (what === 'part') return state.parts.get(key) !== undefined;
  if (what === 'face') return isFaceThere(state, key);
  return what === 'slot' && mapOf(state).some(({ slot }) => slot === key);
}
/** A face of a part that lies there, or one that somebody said something of. */
function isFaceThere(state: MattersSlice, key: string): boolean {
  const [part = '', item = ''] = key.split('/');
  if (state.looks.get(lookKey({ part: part.replaceAll('|', '/'), item })) !== undefined) return true;
  return inspectionOf(state).some(
    (each) => each.part?.id === part.replaceAll('|', '/') && each.faces.some((face) => face.item === item),
  );
}
