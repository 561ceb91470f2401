import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app';
import { readArguments } from './platform/arguments';
import { systemClock } from './platform/clock';
import { ProblemError } from './platform/problem-error';
import { openServices } from './services';

const serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), '..'); // src/ under tsx, dist/ when built
const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });

async function main(): Promise<void> {
  const { folder, port, host, demoPin } = readArguments(
    process.argv.slice(2),
    resolve(serverRoot, '../data'),
  );
  const services = await openServices({ folder, serverRoot, clock: systemClock, logger, demoPin });
  const app = createApp(services, resolve(serverRoot, '../web/dist/browser'));
  const server = app.listen(port, host, (error?: Error) => {
    if (error !== undefined) {
      fail(error);
      return;
    }
    const address = server.address();
    const used = typeof address === 'object' && address !== null ? address.port : port;
    console.log(`Oak Gate is open at http://${host}:${used}/`);
  });
  const stop = (): void => {
    server.close(() => {
      void services.close().then(() => process.exit(0));
    });
    server.closeAllConnections();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
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
