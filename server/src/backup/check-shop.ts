import { NOBODY, sealText, verifyChain } from '@oak-gate/core';
import type { JobState, LibraryState, PeopleState } from '@oak-gate/core';
import { Attachments } from '../platform/attachments';
import { ProblemError } from '../platform/problem-error';
import { checkSignature, LIBRARY, ledgerStore, PEOPLE, SealKey } from '../record';
import type { openLedger } from '../services';

/** What a data folder holds, and what in it is not as it should be, in words. */
export interface ShopCheck {
  readonly chains: number;
  readonly entries: number;
  readonly seals: number;
  readonly files: number;
  readonly faults: readonly string[];
}

/**
 * Reads a whole shop as nobody does at work: every chain from its first entry to its last, every seal, every attached file,
 * and the keys. What the opening of the folder has noticed is part of it.
 */
export async function checkShop(
  { ledger, db, notices }: Awaited<ReturnType<typeof openLedger>>,
  folder: string,
): Promise<ShopCheck> {
  const faults: string[] = [...notices];
  const trying = async <T>(what: string, act: () => Promise<T> | T): Promise<T | undefined> => {
    try {
      return await act();
    } catch (error) {
      const words = error instanceof ProblemError ? error.details() : undefined;
      faults.push(
        words === undefined ? `${what}: ${String(error)}` : `${what}: ${words.title} (${words.where})`,
      );
      return undefined;
    }
  };
  const people = (await trying('people', () => ledger.state<PeopleState>(PEOPLE))) ?? NOBODY;
  await trying('keys', () => SealKey.inFolder(folder, people.shop?.key));

  const pictured: KeptFile[] = [];
  const chains = await ledgerStore.ends(db.read);
  let [entries, seals] = [0, 0];
  for (const { chain } of chains) {
    const told = await trying(chain, () => ledger.entries(chain));
    if (told === undefined) continue;
    entries += told.length;
    if (!verifyChain({ entries: told }).intact)
      faults.push(`${chain}: an entry does not follow from the one before it`);
    if (!chain.startsWith('job:')) continue;
    const job = await trying(chain, () => ledger.state<JobState>(chain));
    pictured.push(...photographsOf(job));
    const seal = job?.seal;
    if (seal === undefined) continue;
    seals++;
    const key = people.keys.find(({ keyId }) => keyId === seal.signature.keyId);
    if (key === undefined || !checkSignature(sealText(chain.slice('job:'.length), seal), seal.signature, key))
      faults.push(`${chain}: its seal does not verify`);
  }

  const attachments = new Attachments(`${folder}/files`);
  const library = await trying('library', () => ledger.state<LibraryState>(LIBRARY));
  const attached = Object.values(library?.revisions ?? {}).flatMap(({ revision, attachments: files }) =>
    files.map(({ sha256, name }) => ({ sha256, what: `${revision.id}, ${name}` })),
  );
  for (const { sha256, what } of [...attached, ...pictured])
    await trying(what, () => attachments.read(sha256));
  const files = new Set([...attached, ...pictured].map(({ sha256 }) => sha256)).size;
  return { chains: chains.length, entries, seals, files, faults };
}

interface KeptFile {
  readonly sha256: string;
  readonly what: string;
}
/** Photographs and papers. */
const photographsOf = (state: JobState | undefined): readonly KeptFile[] =>
  (state?.remarks ?? []).flatMap((each) =>
    each.kind === 'photograph' || each.kind === 'paper'
      ? [{ sha256: each.file.sha256, what: `job ${state?.job.number ?? ''}, ${each.file.name}` }]
      : [],
  );
