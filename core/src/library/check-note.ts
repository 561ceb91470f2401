import type { Actor, Role } from '../kernel/actor';
import { holdsOneOf } from '../kernel/actor';
import { own } from '../kernel/own';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';

/**
 * What is noted of a check: why it is made, what it costs to leave it out, what other schools do, and what is only said. The first
 * two are worth what their document is worth; the others judge nothing, and have no document that could be cited.
 */
export const CHECK_NOTE_KINDS = ['why', 'skipping', 'practice', 'hearsay'] as const;
export type CheckNoteKind = (typeof CHECK_NOTE_KINDS)[number];
export interface CheckNote {
  readonly id: string;
  readonly characteristic: string;
  readonly kind: CheckNoteKind;
  readonly text: string;
  /** The revision that says so; null of what no document says. */
  readonly document: string | null;
  /** Where in the document; of what no document says, whose practice it is or who said it. */
  readonly from: string;
}
export interface KeptCheckNote extends CheckNote {
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
}
export type CheckNoteCommand =
  | { readonly type: 'noteCheck'; readonly note: CheckNote }
  | { readonly type: 'takeBackCheckNote'; readonly note: string; readonly reason: string };
export const isSourced = (kind: CheckNoteKind): boolean => kind === 'why' || kind === 'skipping';

const STEWARDS: readonly Role[] = ['steward'];
/** Whoever works at the bench hears things. */
const HEARERS: readonly Role[] = ['steward', 'inspector', 'technician'];

export type CheckNoteEvent =
  | { readonly type: 'checkNoted'; readonly v: 1; readonly data: { readonly note: CheckNote } }
  | {
      readonly type: 'checkNoteTakenBack';
      readonly v: 1;
      readonly data: { readonly note: string; readonly reason: string };
    };
/** Decides what is noted of a check; `known` are the characteristics that can be measured here. */
export function decideCheckNote(
  state: {
    readonly checkNotes: readonly KeptCheckNote[];
    readonly revisions: Readonly<
      Record<string, { readonly published: unknown; readonly withdrawn: unknown }>
    >;
  },
  command: CheckNoteCommand,
  by: Actor,
  known: readonly { readonly id: string }[],
): Result<readonly CheckNoteEvent[], Problem> {
  if (command.type === 'takeBackCheckNote') {
    const kept = state.checkNotes.find(({ id }) => id === command.note);
    if (kept === undefined) return refuse('CHECK_NOTE_UNKNOWN', { note: command.note });
    // One's own word, or the steward's library.
    if (kept.by.id !== by.id && !holdsOneOf(by, STEWARDS))
      return refuse('MAY_NOT', {
        action: 'take back what another person noted',
        needs: STEWARDS,
        person: by.name,
      });
    const reason = command.reason.trim();
    if (reason === '') return refuse('REASON_MISSING', { action: 'take back a note of a check' });
    return ok([{ type: 'checkNoteTakenBack', v: 1, data: { note: command.note, reason } }]);
  }
  const { id, characteristic, kind, document } = command.note;
  const needs = isSourced(kind) ? STEWARDS : HEARERS;
  if (!holdsOneOf(by, needs))
    return refuse('MAY_NOT', { action: 'note that of a check', needs, person: by.name });
  if (!known.some((each) => each.id === characteristic))
    return refuse('CHARACTERISTIC_UNKNOWN', { characteristic });
  if (state.checkNotes.some((each) => each.id === id)) return refuse('ALREADY_THERE', { what: 'note', id });
  const [text, from] = [command.note.text.trim(), command.note.from.trim()];
  if (text === '') return refuse('CHECK_NOTE_INCOMPLETE', { kind, missing: 'text' });
  if (!isSourced(kind)) {
    if (document !== null) return refuse('CHECK_NOTE_NOT_CITED', { kind });
    if (from === '') return refuse('CHECK_NOTE_INCOMPLETE', { kind, missing: 'from' });
  } else {
    if (document === null) return refuse('CHECK_NOTE_INCOMPLETE', { kind, missing: 'document' });
    const revision = own(state.revisions, document);
    if (revision === undefined) return refuse('REVISION_UNKNOWN', { revision: document });
    if (revision.published === undefined || revision.withdrawn !== undefined)
      return refuse('NOT_PUBLISHED', { revision: document });
  }
  return ok([{ type: 'checkNoted', v: 1, data: { note: { ...command.note, text, from } } }]);
}
