import { CHECK_NOTE_KINDS, REVISION_STATES } from '@oak-gate/core';
import type { CheckNoteKind } from '@oak-gate/core';
import * as z from 'zod';
import type { DeepReadonly } from '../common/values';
import { id, instant, name, reason } from '../common/values';

const said = z.string().max(2000);
export const checkNote = z.object({
  id: z.string().max(80),
  characteristic: id,
  kind: z.enum(CHECK_NOTE_KINDS),
  text: said,
  document: name.nullable(),
  from: said,
});
export const noteCheckRequest = z.strictObject({
  id: z.uuid(),
  note: z.strictObject(checkNote.omit({ id: true }).shape),
});
export const takeBackCheckNoteRequest = z.strictObject({ id: z.uuid(), note: z.string().max(80), reason });

/** What is noted of one check, each with what became of the document that says so. */
export const checkNotes = z.object({
  notes: z.array(
    checkNote.extend({
      by: z.object({ id: z.string(), name: z.string() }),
      at: instant,
      sourceState: z.enum(REVISION_STATES).nullable(),
    }),
  ),
});
export type CheckNotes = DeepReadonly<z.output<typeof checkNotes>>;

/** What stands over each kind: what is only said is never taken for a source. */
export const CHECK_NOTE_WORDS: Readonly<
  Record<CheckNoteKind, { readonly title: string; readonly says: string }>
> = {
  why: { title: 'Why this is checked', says: '' },
  skipping: { title: 'What leaving it out costs', says: '' },
  practice: { title: 'As others do it', says: 'Practice of another school: it judges nothing here.' },
  hearsay: { title: 'Only said', says: 'Nobody wrote it down: it is no source, and nothing can cite it.' },
};
