import { own } from '@oak-gate/core';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { loadCatalogue } from './catalogue';
import type { Catalogue } from './catalogue';
import { openDb } from './db/open';
import type { Db } from './db/open';
import { Pins } from './people/pins';
import { Sessions } from './people/sessions';
import type { Clock } from './platform/clock';
import { TrustedClock } from './platform/trusted-clock';
import { diskProblem } from './platform/disk-problem';
import { DiskWatch } from './platform/disk-watch';
import { lockFolder } from './platform/folder-lock';
import { FolderKey } from './platform/folder-key';
import { FOLDER_VERSION, folderVersion, markFolder } from './platform/folder-version';
import { ProblemError } from './platform/problem-error';
import {
  Acknowledged,
  adoptHeads,
  bringProjectionsUpToDate,
  chainKinds,
  checkFolder,
  hasHeads,
  INSTRUMENTS,
  jobChain,
  Ledger,
  ledgerStore,
  LIBRARY,
  PEOPLE,
  projectChain,
  SealKey,
} from './record';
import type { ChainKinds } from './record';

/** What the routes of every topic work with. */
export interface Services {
  readonly db: Db;
  readonly clock: TrustedClock;
  readonly ledger: Ledger;
  readonly pins: Pins;
  readonly sessions: Sessions;
  readonly sealKey: SealKey;
  readonly folderKey: FolderKey;
  /** What was found to be changed behind the program's back when the folder was opened. */
  readonly notices: readonly string[];
  /** What keeps the shop from working as it should now, as each part that can fail says it; for everybody to see. */
  readonly troubles: Set<() => ProblemError | undefined>;
  readonly catalogue: Catalogue;
  /** The data folder: attached files and uploads lie in it. */
  readonly folder: string;
  /** The sample shop that ships: its pieces are taken one by one. */
  readonly samples: string;
  readonly logger: Logger;
  /** The demo's PIN, shown on its sign-in page; undefined in real use. */
  readonly demoPin: string | undefined;
  /** What is brought to its end before the folder is closed. */
  readonly beforeClose: Set<() => Promise<void>>;
  readonly close: () => Promise<void>;
}

/**
 * Opens a data folder for this process alone. What must not be worked with is refused before anything in it is touched.
 * @throws ProblemError FOLDER_IN_USE, FOLDER_NEWER, DATABASE_MISSING, SEAL_KEY_MISSING, SEAL_KEY_FOREIGN, and CHAIN_DAMAGED or
 * CHAIN_NEWER where that is a chain of the whole shop
 */
export async function openServices(options: {
  readonly folder: string;
  readonly serverRoot: string;
  readonly clock: Clock;
  readonly logger: Logger;
  readonly demoPin?: string | undefined;
}): Promise<Services> {
  const { folder, logger, demoPin } = options;
  const opened = await openLedger(options);
  const { ledger, db, disk, clock, folderKey, catalogue } = opened;
  try {
    const shop = (await ledger.state(PEOPLE))?.shop;
    const sealKey = SealKey.inFolder(folder, shop?.key);
    markFolder(folder);
    const beforeClose = new Set<() => Promise<void>>();
    return {
      db,
      clock,
      ledger,
      logger,
      demoPin,
      pins: opened.pins,
      sessions: new Sessions(db, clock, ledger),
      sealKey,
      folderKey,
      notices: opened.notices,
      troubles: new Set([() => disk.trouble(), () => clockTrouble(clock)]),
      catalogue,
      folder,
      samples: join(options.serverRoot, '../demo'),
      beforeClose,
      close: async () => {
        for (const end of beforeClose) await end();
        await opened.close();
      },
    };
  } catch (error) {
    await opened.close();
    throw error;
  }
}

/** The folder without its seal key: what a manager needs who replaces a lost one. */
export async function openLedger({
  folder,
  serverRoot,
  clock: machine,
  logger,
}: {
  readonly folder: string;
  readonly serverRoot: string;
  readonly clock: Clock;
  readonly logger: Logger;
}) {
  const version = folderVersion(folder);
  if (version === FOLDER_VERSION && !existsSync(FolderKey.fileIn(folder)))
    throw ProblemError.of('SEAL_KEY_MISSING', { keyId: 'of the folder', folder });
  const unlock = await lockFolder(folder);
  const disk = new DiskWatch(folder, machine);
  const db = await openDb(folder, join(serverRoot, 'migrations'), disk).catch((error: unknown) => {
    unlock();
    throw diskProblem(error, folder) ?? error;
  });
  try {
    const folderKey = FolderKey.inFolder(folder);
    const catalogue = loadCatalogue(join(serverRoot, 'data'), folder);
    const nameOf = (id: string): string =>
      catalogue.characteristics.find((each) => each.id === id)?.name ?? id;
    const kinds = chainKinds(nameOf, folderKey);
    const clock = new TrustedClock(machine, await ledgerStore.lastCommandAt(db.read));
    const pins = new Pins(db, clock, folderKey);
    // Heads that are there already were noted by this program: nobody's removal of the version makes them anew.
    if (version === 1 && !(await hasHeads(db))) {
      await pins.adopt();
      await adoptHeads(db, folderKey);
    }
    const rebuilt = await bringProjectionsUpToDate(db, kinds);
    if (rebuilt.length > 0) logger.info({ rebuilt }, 'projections made again');
    const acknowledged = Acknowledged.inFolder(folder, folderKey);
    const ledger = new Ledger(db, clock, Object.values(kinds), folderKey, logger, acknowledged);
    const notices = await lookAtFolder({ db, ledger, folderKey, pins, kinds, acknowledged });
    for (const notice of notices) logger.warn(notice);
    const close = async (): Promise<void> => {
      await db.close();
      acknowledged.close();
      unlock();
    };
    return { db, disk, clock, ledger, folderKey, catalogue, pins, notices, close };
  } catch (error) {
    await db.close();
    unlock();
    throw error;
  }
}

const clockTrouble = (clock: TrustedClock): ProblemError | undefined => {
  const doubt = clock.doubt();
  return doubt === undefined ? undefined : ProblemError.of('CLOCK_IN_DOUBT', doubt);
};

/** What was changed behind the program's back, in words; lists are made again, and what cannot be is marked as damaged. */
async function lookAtFolder({
  db,
  ledger,
  folderKey,
  pins,
  kinds,
  acknowledged,
}: {
  readonly db: Db;
  readonly ledger: Ledger;
  readonly folderKey: FolderKey;
  readonly pins: Pins;
  readonly kinds: ChainKinds;
  readonly acknowledged: Acknowledged;
}): Promise<readonly string[]> {
  const notices: string[] = [];
  const { lists, lost } = await checkFolder(db, ledger, folderKey, acknowledged.all);
  for (const chain of lost) {
    const count = acknowledged.all.get(chain)?.length ?? 0;
    notices.push(
      `Of ${chain} nothing is left, and ${count} entries of it were written: the database was cut. Restore the newest backup into another folder and compare.`,
    );
  }
  // Without these nothing in the shop can be trusted: who may sign, which gauge is in date, what governs.
  for (const chain of [PEOPLE, LIBRARY, INSTRUMENTS]) {
    const newer = await ledger.newerIn(chain);
    if (newer === undefined) continue;
    const { seq, type, v } = newer;
    throw ProblemError.of('CHAIN_NEWER', { chain, entry: seq, type, version: v });
  }
  for (const chain of lists.filter((each) => ledger.damageOf(each) === undefined)) {
    const number = await numberIn(ledger, chain);
    if (number === undefined) continue; // damaged, and it says so itself
    await db.write((tx) => projectChain(tx, kinds.jobs, chain));
    notices.push(
      `What the shop's list said of ${number} was changed behind the program's back: it was made again from the ledger.`,
    );
  }
  const people = await ledger.state(PEOPLE);
  for (const person of await pins.foreign())
    notices.push(
      `The PIN of ${own(people?.people ?? {}, person)?.name ?? person} was changed behind the program's back: a manager sets a new one.`,
    );
  return notices;
}

/** The number of a job as its chain tells it; undefined where the chain does not hold. */
async function numberIn(ledger: Ledger, chain: string): Promise<string | undefined> {
  try {
    return (await ledger.state(jobChain(chain.slice('job:'.length))))?.job.number;
  } catch (error) {
    if (error instanceof ProblemError && error.code === 'CHAIN_DAMAGED') return undefined;
    throw error;
  }
}
