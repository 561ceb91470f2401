import { readFileSync } from 'node:fs';
import { createServer as createHttpServer } from 'node:http';
import { createServer as createHttpsServer } from 'node:https';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createApp } from './app';
import { scheduleBackups } from './backup';
import { readArguments } from './platform/arguments';
import { systemClock } from './platform/clock';
import { makeLogger } from './platform/logger';
import { ProblemError } from './platform/problem-error';
import { openServices } from './services';

const serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), '..'); // src/ under tsx, dist/ when built
const logger = makeLogger(process.env['LOG_LEVEL'] ?? 'warn');

const BACKUPS_KEPT = 14;
const KEPT_ALIVE_MS = 75_000;

async function main(): Promise<void> {
  const { folder, port, host, names, backups, certificate, behind, demoPin } = readArguments(
    process.argv.slice(2),
    resolve(serverRoot, '../data'),
  );
  const secured = certificate === undefined ? undefined : readCertificate(certificate);
  const services = await openServices({ folder, serverRoot, clock: systemClock, logger, demoPin });
  const app = createApp(services, { webDir: resolve(serverRoot, '../web/dist/browser'), names, behind });
  const server = secured === undefined ? createHttpServer(app) : createHttpsServer(secured, app);
  // A tablet asks again after a pause at the engine: its connection is not closed under its next request.
  server.keepAliveTimeout = KEPT_ALIVE_MS;
  server.headersTimeout = KEPT_ALIVE_MS + 5_000;
  server.once('error', fail);
  server.listen(port, host, () => {
    const address = server.address();
    const used = typeof address === 'object' && address !== null ? address.port : port;
    console.log(`Oak Gate is open at http${secured === undefined ? '' : 's'}://${host}:${used}/`);
  });
  const backing =
    backups === undefined
      ? undefined
      : scheduleBackups({
          ...backups,
          program: join(serverRoot, 'dist/backup.mjs'),
          folder,
          kept: BACKUPS_KEPT,
          clock: systemClock,
          logger,
        });
  if (backing !== undefined) services.troubles.add(backing.trouble);
  const stop = (): void => {
    backing?.stop();
    server.close(() => {
      void services.close().then(() => process.exit(0));
    });
    server.closeAllConnections();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
}

function readCertificate({ cert, key }: { readonly cert: string; readonly key: string }) {
  const read = (path: string): Buffer => {
    try {
      return readFileSync(path);
    } catch {
      throw new Error(
        `${path} cannot be read: --cert and --cert-key name the certificate and its key, in PEM.`,
      );
    }
  };
  return { cert: read(cert), key: read(key) };
}

function fail(error: unknown): void {
  if (error instanceof ProblemError) {
    const { title, where, next } = error.details();
    console.error(`${title} (${where}). ${next}`);
  } else if ((error as { code?: string }).code === 'EADDRINUSE') {
    console.error('The port is in use. Stop the other program, or start with --port and another number.');
  } else console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}

main().catch(fail);
