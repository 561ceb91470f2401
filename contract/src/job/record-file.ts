import { canonical, RECORD_FORMAT, sameKeysOnce } from '@oak-gate/core';
import type { RecordFile, TextFault } from '@oak-gate/core';
import * as z from 'zod';
import { keyChange, publicKey } from '../people/schemas';
import { seal } from '../release/schemas';
import { envelope, schemaOfJobEvent } from './schemas';

/** What keeps a text from being a record at all, before anything in it is looked at. */
export type NotARecord =
  | { readonly kind: 'byteOrderMark' }
  | { readonly kind: 'empty' }
  | { readonly kind: 'notJson'; readonly message: string }
  | ({ readonly kind: 'keys' } & TextFault)
  | { readonly kind: 'form'; readonly path: string; readonly message: string }
  /** A key or a form that its kind of entry does not have: nothing of it would be looked at, so it is not let in. */
  | { readonly kind: 'entryForm'; readonly entry: number; readonly type: string; readonly path: string };

const strict = <T extends z.ZodRawShape>(shape: z.ZodObject<T>) => z.strictObject(shape.shape);
const file = z.strictObject({
  format: z.literal(RECORD_FORMAT),
  version: z.int().min(1),
  title: z.string(),
  job: z.string(),
  seal: seal.extend({ signature: strict(seal.shape.signature) }).strict(),
  key: strict(publicKey),
  keyChanges: z.exactOptional(z.array(keyChange.extend({ to: strict(publicKey) }).strict())),
  entries: z.array(z.strictObject({ entry: z.unknown(), hash: z.string().regex(/^[0-9a-f]{64}$/) })).min(1),
});

/**
 * Reads a record from the text of its file, and believes nothing: no byte-order mark, no key twice, no key that is not of
 * the format at any depth, no entry that would read otherwise than it is written.
 */
export function readRecordFile(
  text: string,
): { readonly ok: true; readonly file: RecordFile } | { readonly ok: false; readonly fault: NotARecord } {
  const no = (fault: NotARecord) => ({ ok: false as const, fault });
  if (text.startsWith('\ufeff')) return no({ kind: 'byteOrderMark' });
  if (text.trim() === '') return no({ kind: 'empty' });
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return no({ kind: 'notJson', message: error instanceof Error ? error.message : '' });
  }
  const doubled = sameKeysOnce(text);
  if (doubled !== undefined) return no({ kind: 'keys', ...doubled });
  const parsed = file.safeParse(raw);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return no({ kind: 'form', path: issue?.path.join('.') ?? '', message: issue?.message ?? '' });
  }
  for (const [index, { entry }] of parsed.data.entries.entries()) {
    const fault = entryFault(entry);
    if (fault !== undefined) return no({ kind: 'entryForm', entry: index + 1, ...fault });
  }
  return { ok: true, file: parsed.data as unknown as RecordFile };
}

/** An entry is exactly what its schema reads from it: anything beside that is nobody's word. */
function entryFault(entry: unknown): { readonly type: string; readonly path: string } | undefined {
  const frame = envelope.strict().safeParse(entry);
  if (!frame.success) {
    const typed = z.object({ type: z.string() }).safeParse(entry);
    return {
      type: typed.success ? typed.data.type : '?',
      path: pathOf(frame.error),
    };
  }
  const { type, v, data, ...rest } = frame.data;
  const schema = schemaOfJobEvent(type, v);
  // What a newer program made is not read, and the verifier says so.
  if (schema === undefined) return undefined;
  const read = schema.safeParse(data);
  if (!read.success) return { type, path: ['data', pathOf(read.error)].filter(Boolean).join('.') };
  const same = canonical({ ...rest, type, v, data: read.data }) === canonical(entry);
  return same ? undefined : { type, path: `data: ${differenceOf(data, read.data)}` };
}
const pathOf = (error: z.ZodError): string => {
  const [issue] = error.issues;
  const keys = issue?.code === 'unrecognized_keys' ? issue.keys.join(', ') : '';
  return [...(issue?.path ?? []), keys].filter((each) => each !== '').join('.');
};
/** Where something stands that the schema does not read. */
function differenceOf(given: unknown, read: unknown): string {
  if (typeof given !== 'object' || given === null || typeof read !== 'object' || read === null) return '';
  for (const [key, value] of Object.entries(given)) {
    const other = (read as Record<string, unknown>)[key];
    if (!Object.hasOwn(read, key)) return key;
    if (canonical(value) !== canonical(other))
      return [key, differenceOf(value, other)].filter((each) => each !== '').join('.');
  }
  return '';
}
