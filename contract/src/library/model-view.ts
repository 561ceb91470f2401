import * as z from 'zod';
import { id, instant, name, reason, sha256 } from '../common/values';
import type { DeepReadonly } from '../common/values';
import { characteristic, engineModel } from '../engines/schemas';
import { samePerson } from '../people/schemas';

const version = z.object({ version: z.int().min(1), digest: sha256, model: engineModel });
/** A model with its versions, and what a next one would change for whom. */
export const modelView = version.extend({
  earlier: z.array(version),
  draft: z
    .object({
      digest: sha256,
      model: engineModel,
      by: z.string(),
      at: instant,
      writers: z.array(z.string()),
      checked: z.object({ by: z.string(), at: instant, samePerson: samePerson.nullable() }).nullable(),
      /** Rows of documents in force that name something which the draft does not have any more. */
      rowsLost: z.array(z.object({ document: name, row: name })),
    })
    .nullable(),
  /** Open jobs with the version that each of them keeps; null where it is none that is known. */
  jobs: z.array(z.object({ jobId: z.string(), number: name, version: z.int().nullable() })),
  /** What is measured: for counting the places. */
  characteristics: z.array(characteristic),
});
export type ModelView = DeepReadonly<z.output<typeof modelView>>;

const file = z.unknown();
/** A model that is not there yet: its id is made here. */
export const newModelRequest = z.strictObject({ id: z.uuid(), file });
export const importModelRequest = z.strictObject({ id: z.uuid(), file });
/** `seen`: the digest of the version, or of the draft, that it was made from. */
export const draftModelRequest = z.strictObject({ id: z.uuid(), file, seen: sha256 });
export const dropModelDraftRequest = z.strictObject({ id: z.uuid(), reason });
export const checkModelRequest = z.strictObject({ id: z.uuid(), digest: sha256 });
export const publishModelRequest = z.strictObject({ id: z.uuid() });
export const modelKept = z.object({ model: z.object({ id }) });
