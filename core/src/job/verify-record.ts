import { sealText } from '../release/gates';
import type { Seal, SealSignature } from '../release/gates';
import { canonical } from '../record/canonical';
import type { Envelope } from '../record/envelope';
import { verifyChain } from '../record/verify-chain';
import type { PublicKey } from '../people/people-ledger';
import type { JobState } from './job-state';
import { recordTitle, RECORD_VERSION } from './record-file';
import type { RecordFile } from './record-file';
import { tellAgain } from './tell-again';
import type { RecordRemark } from './tell-again';

/** What does not follow in a record. `entry` counts from 1, as the record prints it. */
export type RecordFault =
  | { readonly kind: 'otherKey'; readonly keyId: string; readonly expected: string }
  | { readonly kind: 'newerFormat'; readonly version: number }
  | { readonly kind: 'entryDoesNotFollow'; readonly entry: number; readonly type: string }
  | { readonly kind: 'endsElsewhere'; readonly entries: number; readonly sealed: number }
  | { readonly kind: 'sealEntryMissing'; readonly entries: number; readonly expected: number }
  | { readonly kind: 'sealEntryDiffers' }
  | { readonly kind: 'supplementNotSealed'; readonly entry: number }
  /** Behind the seal stand supplements and their seals, and nothing else. */
  | { readonly kind: 'behindSeal'; readonly entry: number; readonly type: string }
  | { readonly kind: 'numberingBroken'; readonly entry: number; readonly found: number }
  | { readonly kind: 'otherChain'; readonly entry: number; readonly chain: string }
  | { readonly kind: 'timeRunsBack'; readonly entry: number }
  | { readonly kind: 'titleDiffers'; readonly title: string; readonly derived: string }
  | { readonly kind: 'signatureWrong'; readonly keyId: string }
  | { readonly kind: 'doesNotReplay'; readonly entry: number; readonly type: string };

export interface RecordReport {
  readonly consistent: boolean;
  readonly faults: readonly RecordFault[];
  readonly remarks: readonly RecordRemark[];
  /** What the entries say that the record is of; undefined where they cannot be told. */
  readonly title: string | undefined;
  readonly seal: Seal;
  readonly entries: number;
  /** The story as far as it could be told. */
  readonly state: JobState | undefined;
}
export type SignatureCheck = (text: string, signature: SealSignature, key: PublicKey) => boolean;

/**
 * Whether a record follows from its first entry to its seal and its last supplement, and whether everything in it is as the
 * rules of its day give it. It believes nothing that it can work out. It can show consistency, not authorship: whoever holds
 * the shop's key could have made another one, so the digest is to be compared with a signed print.
 * @param expectedKey the key that the print or the shop names: a record that another key sealed says so first of all
 */
export function verifyRecord(
  file: RecordFile,
  checkSignature: SignatureCheck,
  expectedKey?: string,
): RecordReport {
  const faults: RecordFault[] = [];
  const { seal, entries, key } = file;
  if (expectedKey !== undefined && key.keyId !== expectedKey)
    faults.push({ kind: 'otherKey', keyId: key.keyId, expected: expectedKey });
  if (file.version > RECORD_VERSION) faults.push({ kind: 'newerFormat', version: file.version });

  const chain = verifyChain({ entries });
  if (!chain.intact && 'firstBad' in chain) {
    faults.push({
      kind: 'entryDoesNotFollow',
      entry: chain.firstBad + 1,
      type: typeOf(entries[chain.firstBad]?.entry),
    });
  }
  faults.push(...frameFaults(file));
  if (entries[seal.length - 1]?.hash !== seal.hash)
    faults.push({ kind: 'endsElsewhere', entries: entries.length, sealed: seal.length });
  faults.push(...sealEntryFaults(file));
  if (!checkSignature(sealText(file.job, seal), seal.signature, key))
    faults.push({ kind: 'signatureWrong', keyId: seal.signature.keyId });
  faults.push(...supplementFaults(file, checkSignature));

  const told = tellAgain(entries.map(({ entry }) => entry as Envelope));
  if (told.stuck !== undefined) faults.push({ kind: 'doesNotReplay', ...told.stuck });
  const title = told.state === undefined ? undefined : recordTitle(told.state);
  if (title !== undefined && title !== file.title)
    faults.push({ kind: 'titleDiffers', title: file.title, derived: title });
  return {
    consistent: faults.length === 0,
    faults,
    remarks: told.remarks,
    title,
    seal,
    entries: entries.length,
    state: told.state,
  };
}

/** Numbers from 1 without a gap, one chain, one job, and a time that runs back only where an entry says why. */
function frameFaults({ entries, job }: RecordFile): RecordFault[] {
  let last = '';
  for (const [index, each] of entries.entries()) {
    const entry = each.entry as Partial<Envelope>;
    if (entry.seq !== index + 1)
      return [{ kind: 'numberingBroken', entry: index + 1, found: Number(entry.seq) }];
    if (entry.chain !== `job:${job}` || entry.job !== job)
      return [{ kind: 'otherChain', entry: index + 1, chain: String(entry.chain) }];
    const mayRunBack = entry.type === 'clockPutRight';
    if (typeof entry.at !== 'string' || (entry.at < last && !mayRunBack))
      return [{ kind: 'timeRunsBack', entry: index + 1 }];
    last = entry.at;
  }
  return [];
}

/** The entry that holds the seal says the same as the file, and came in one go with the last thing that it closes. */
function sealEntryFaults({ entries, seal }: RecordFile): RecordFault[] {
  const own = entries[seal.length]?.entry as Partial<Envelope> | undefined;
  if (own?.type !== 'recordSealed')
    return [{ kind: 'sealEntryMissing', entries: entries.length, expected: seal.length + 1 }];
  const isSame = sameText(own.data, seal) && own.v === 1 && cameWith(own, entries[seal.length - 1]?.entry);
  return isSame ? [] : [{ kind: 'sealEntryDiffers' }];
}
/** A sealing entry stands behind what is hashed: by whom, when and by which command can only be as in the entry before. */
function cameWith(own: Partial<Envelope>, before: unknown): boolean {
  const { at, by, command } = (before ?? {}) as Partial<Envelope>;
  return own.at === at && own.command === command && sameText(own.by, by);
}
function sameText(a: unknown, b: unknown): boolean {
  try {
    return canonical(a ?? null) === canonical(b ?? null);
  } catch {
    return false;
  }
}

/** Each supplement is closed by a seal over everything before it, up to the record's first entry. */
function supplementFaults(
  { entries, seal, job, key }: RecordFile,
  checkSignature: SignatureCheck,
): RecordFault[] {
  const faults: RecordFault[] = [];
  const entryAt = (index: number) => entries[index]?.entry as Partial<Envelope> | undefined;
  let index = seal.length + 1;
  while (index < entries.length) {
    const noted = CLOCK_NOTES.has(typeOf(entryAt(index))) ? 1 : 0;
    const added = index + noted;
    if (entryAt(added)?.type !== 'supplementAdded') {
      faults.push({ kind: 'behindSeal', entry: index + 1, type: typeOf(entryAt(index)) });
      index += 1;
      continue;
    }
    const next = entryAt(added + 1);
    const own = next?.type === 'supplementSealed' ? (next.data as Seal) : undefined;
    const closes =
      own?.length === added + 1 && own.hash === entries[added]?.hash && cameWith(next ?? {}, entryAt(added));
    if (!closes || !checkSignature(sealText(job, own), own.signature, key))
      faults.push({ kind: 'supplementNotSealed', entry: added + 1 });
    index = added + (own === undefined ? 1 : 2);
  }
  return faults;
}

const CLOCK_NOTES: ReadonlySet<string> = new Set(['clockSteppedBack', 'clockPutRight']);
const typeOf = (entry: unknown): string => (entry as { type?: string } | undefined)?.type ?? '?';
