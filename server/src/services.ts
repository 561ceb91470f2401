import { join } from 'node:path';
import type { Logger } from 'pino';
import { loadCatalogue } from './catalogue';
import type { Catalogue } from './catalogue';
import { openDb } from './db/open';
import type { Db } from './db/open';
import { Pins } from './people/pins';
import { Sessions } from './people/sessions';
import type { Clock } from './platform/clock';
import { lockFolder } from './platform/folder-lock';
import { bringProjectionsUpToDate, chainKinds, Ledger, SealKey } from './record';

/** What the routes of every topic work with. */
export interface Services {
  readonly db: Db;
  readonly clock: Clock;
  readonly ledger: Ledger;
  readonly pins: Pins;
  readonly sessions: Sessions;
  readonly sealKey: SealKey;
  readonly catalogue: Catalogue;
  /** The data folder: attached files and uploads lie in it. */
  readonly folder: string;
  readonly logger: Logger;
  /** The demo's PIN, shown on its sign-in page; undefined in real use. */
  readonly demoPin: string | undefined;
  readonly close: () => Promise<void>;
}

/** Opens a data folder for this process alone. @throws ProblemError FOLDER_IN_USE */
export async function openServices(options: {
  readonly folder: string;
  readonly serverRoot: string;
  readonly clock: Clock;
  readonly logger: Logger;
  readonly demoPin?: string | undefined;
}): Promise<Services> {
  const { folder, serverRoot, clock, logger, demoPin } = options;
  const unlock = await lockFolder(folder);
  const db = await openDb(folder, join(serverRoot, 'migrations'));
  const catalogue = loadCatalogue(join(serverRoot, 'data'));
  const kinds = chainKinds((id) => catalogue.characteristics.find((each) => each.id === id)?.name ?? id);
  const rebuilt = await bringProjectionsUpToDate(db, kinds);
  if (rebuilt.length > 0) logger.info({ rebuilt }, 'projections made again');
  const ledger = new Ledger(db, clock, Object.values(kinds));
  return {
    db,
    clock,
    ledger,
    logger,
    demoPin,
    pins: new Pins(db, clock),
    sessions: new Sessions(db, clock, ledger),
    sealKey: SealKey.inFolder(folder),
    catalogue,
    folder,
    close: async () => {
      await db.close();
      unlock();
    },
  };
}
