import { judge, JUDGE_RULE_VERSION } from '../bench/judge';
import type { VerdictFact } from '../bench/places';
import type { Reading } from '../bench/reading';
import { gateRule } from '../release/gate-waits';
import { gateStatement } from '../release/gate-statement';
import { sealText } from '../release/gates';
import type { Seal, SealSignature } from '../release/gates';
import { canonical } from '../record/canonical';
import { verifyChain } from '../record/verify-chain';
import type { PublicKey } from '../people/people-ledger';
import { evolveJob } from './evolve-job';
import { JOB_EVENT_VERSIONS } from './job-events';
import type { JobEntry } from './job-events';
import type { JobState } from './job-state';
import { RECORD_VERSION } from './record-file';
import type { RecordFile } from './record-file';

/** What does not follow in a record. `entry` counts from 1, as the record prints it. */
export type RecordFault =
  | { readonly kind: 'newerFormat'; readonly version: number }
  | { readonly kind: 'entryDoesNotFollow'; readonly entry: number; readonly type: string }
  | { readonly kind: 'endsElsewhere'; readonly entries: number; readonly sealed: number }
  | { readonly kind: 'sealEntryMissing'; readonly entries: number; readonly expected: number }
  | { readonly kind: 'sealEntryDiffers' }
  | { readonly kind: 'supplementNotSealed'; readonly entry: number }
  | { readonly kind: 'numberingBroken'; readonly entry: number; readonly found: number }
  | { readonly kind: 'signatureWrong'; readonly keyId: string }
  | { readonly kind: 'doesNotReplay'; readonly entry: number; readonly type: string };

/** What is no sign of tampering, and yet worth a look. */
export type RecordRemark =
  | { readonly kind: 'newerProgram'; readonly entry: number; readonly type: string; readonly version: number }
  | {
      readonly kind: 'verdictDiffers';
      readonly entry: number;
      readonly place: string;
      readonly recorded: string;
      readonly recomputed: string;
      readonly ruleVersion: number;
    }
  | { readonly kind: 'gateDigestDiffers'; readonly entry: number; readonly gate: string };

export interface RecordReport {
  readonly consistent: boolean;
  readonly faults: readonly RecordFault[];
  readonly remarks: readonly RecordRemark[];
  readonly seal: Seal;
  readonly entries: number;
  /** The story as far as it could be told. */
  readonly state: JobState | undefined;
}
export type SignatureCheck = (text: string, signature: SealSignature, key: PublicKey) => boolean;

/**
 * Whether a record follows from its first entry to its seal. It can show consistency, not authorship: whoever holds the
 * shop's key could have made another one, so the digest is to be compared with a signed print.
 */
export function verifyRecord(file: RecordFile, checkSignature: SignatureCheck): RecordReport {
  const faults: RecordFault[] = [];
  const remarks: RecordRemark[] = [];
  const { seal, entries, key } = file;
  if (file.version > RECORD_VERSION) faults.push({ kind: 'newerFormat', version: file.version });

  const chain = verifyChain({ entries });
  if (!chain.intact && 'firstBad' in chain) {
    faults.push({
      kind: 'entryDoesNotFollow',
      entry: chain.firstBad + 1,
      type: typeOf(entries[chain.firstBad]?.entry),
    });
  }
  for (const [index, { entry }] of entries.entries()) {
    const found = (entry as Partial<JobEntry>).seq;
    if (found !== index + 1) {
      faults.push({ kind: 'numberingBroken', entry: index + 1, found: Number(found) });
      break;
    }
  }
  const sealed = verifyChain({ entries: entries.slice(0, seal.length), expected: seal });
  if (!sealed.intact && 'endsAt' in sealed)
    faults.push({ kind: 'endsElsewhere', entries: entries.length, sealed: seal.length });
  const last = entries[seal.length]?.entry as Partial<JobEntry> | undefined;
  if (last?.type !== 'recordSealed') {
    faults.push({ kind: 'sealEntryMissing', entries: entries.length, expected: seal.length + 1 });
  } else if (canonical(last.data) !== canonical(seal)) faults.push({ kind: 'sealEntryDiffers' });
  if (!checkSignature(sealText(file.job, seal), seal.signature, key))
    faults.push({ kind: 'signatureWrong', keyId: seal.signature.keyId });

  faults.push(...supplementFaults(file, checkSignature));

  const state = tellAgain(
    entries.map(({ entry }) => entry as JobEntry),
    faults,
    remarks,
  );
  return { consistent: faults.length === 0, faults, remarks, seal, entries: entries.length, state };
}

/** Each supplement is closed by a seal over everything before it, up to the record's first entry. */
function supplementFaults(
  { entries, seal, job, key }: RecordFile,
  checkSignature: SignatureCheck,
): RecordFault[] {
  const faults: RecordFault[] = [];
  for (let index = seal.length + 1; index < entries.length; index++) {
    if (typeOf(entries[index]?.entry) !== 'supplementAdded') continue;
    const next = entries[index + 1]?.entry as Partial<JobEntry> | undefined;
    const own = next?.type === 'supplementSealed' ? (next.data as Seal) : undefined;
    const closes = own?.length === index + 1 && own.hash === entries[index]?.hash;
    if (!closes || !checkSignature(sealText(job, own), own.signature, key)) {
      faults.push({ kind: 'supplementNotSealed', entry: index + 1 });
    }
  }
  return faults;
}

const typeOf = (entry: unknown): string => (entry as { type?: string } | undefined)?.type ?? '?';

function tellAgain(
  entries: readonly JobEntry[],
  faults: RecordFault[],
  remarks: RecordRemark[],
): JobState | undefined {
  let state: JobState | undefined;
  for (const [index, entry] of entries.entries()) {
    const version = (JOB_EVENT_VERSIONS as Readonly<Record<string, number | undefined>>)[entry.type];
    if (version === undefined || entry.v > version) {
      remarks.push({ kind: 'newerProgram', entry: index + 1, type: entry.type, version: entry.v });
      continue;
    }
    try {
      remark(state, entry, index + 1, remarks);
      state = evolveJob(state, entry);
    } catch {
      faults.push({ kind: 'doesNotReplay', entry: index + 1, type: entry.type });
      return state;
    }
  }
  return state;
}

function remark(state: JobState | undefined, entry: JobEntry, number: number, remarks: RecordRemark[]): void {
  const verdictsOf = (): { place: string; verdict: VerdictFact; reading: Reading | undefined }[] => {
    switch (entry.type) {
      case 'readingTaken':
        return [entry.data];
      case 'limitsPinned':
      case 'limitDecided':
        return entry.data.rejudged.map(({ place, reading, verdict }) => ({
          place,
          verdict,
          reading: state?.places[place]?.readings.find(({ seq }) => seq === reading)?.reading,
        }));
      default:
        return [];
    }
  };
  for (const { place, verdict, reading } of verdictsOf()) {
    if (verdict.verdict === 'withheld' || reading === undefined) continue;
    const again = judge({ limit: verdict.limit, reading, partState: verdict.partState, rule: verdict.rule });
    const same =
      again.verdict === verdict.verdict &&
      again.acceptable === verdict.acceptable &&
      again.shortBy === verdict.shortBy &&
      again.overBy === verdict.overBy;
    if (!same || verdict.ruleVersion > JUDGE_RULE_VERSION) {
      remarks.push({
        kind: 'verdictDiffers',
        entry: number,
        place,
        recorded: verdict.verdict,
        recomputed: again.verdict,
        ruleVersion: verdict.ruleVersion,
      });
    }
  }
  if (entry.type === 'gateSigned' && state !== undefined) {
    const gate = gateRule(state, entry.data.gate);
    if (gate !== undefined && gateStatement(state, gate).digest !== entry.data.digest) {
      remarks.push({ kind: 'gateDigestDiffers', entry: number, gate: gate.label });
    }
  }
}
