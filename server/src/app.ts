import { randomBytes, randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express from 'express';
import type { ErrorRequestHandler, Express, Response } from 'express';
import helmet from 'helmet';
import { floorRoutes } from './floor';
import { instrumentRoutes } from './instruments';
import { jobRoutes, Jobs, photographRoutes } from './jobs';
import { libraryRoutes } from './library';
import { guardRoutes, peopleRoutes } from './people';
import { guardContentType, guardHost, guardOrigin, JSON_TYPE, plainJson } from './platform/guard';
import { diskProblem } from './platform/disk-problem';
import { logRequests } from './platform/logger';
import { ProblemError } from './platform/problem-error';
import { releaseRoutes } from './release';
import type { Services } from './services';

const HSTS_SECONDS = 365 * 24 * 3600;

export interface AppOptions {
  /** The built application that is served; none of it where it is left out. */
  readonly webDir?: string | undefined;
  /** What the server is called on the shop's network, besides localhost and its machine's own name. */
  readonly names?: readonly string[];
  /** The address of the proxy that speaks HTTPS for this server: nobody else's word on that is believed. */
  readonly behind?: string | undefined;
}

/** The HTTP face of the shop: the API, and the built application beside it. */
export function createApp(services: Services, { webDir, names = [], behind }: AppOptions = {}): Express {
  const app = express();
  app.set('trust proxy', behind ?? false);
  app.disable('x-powered-by');
  app.use(guardHost(names));
  app.use(logRequests(services.logger));
  app.use((_req, res, next) => {
    res.locals['nonce'] = randomBytes(16).toString('base64');
    next();
  });
  const nonce = (_req: unknown, res: unknown): string =>
    `'nonce-${String((res as Response).locals['nonce'])}'`;
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", nonce],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false, // said below, where it is true
    }),
  );
  // A browser that came by HTTPS once is told to come by nothing else.
  app.use((req, res, next) => {
    if (req.secure) res.setHeader('Strict-Transport-Security', `max-age=${HSTS_SECONDS}`);
    next();
  });
  app.use(compression());
  app.use('/api', (_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.use('/api', guardOrigin, guardContentType);
  app.use('/api', guardRoutes(services.sessions));
  app.use('/api', express.json({ limit: '2mb', type: JSON_TYPE, reviver: plainJson }));

  const jobs = new Jobs(services);
  app.use('/api', peopleRoutes(services));
  app.use('/api/jobs', releaseRoutes(services, jobs));
  app.use('/api/jobs', jobRoutes(services, jobs));
  app.use('/api/jobs', photographRoutes(services, jobs));
  app.use('/api/library', libraryRoutes(services));
  app.use('/api/instruments', instrumentRoutes(services));
  app.use('/api', floorRoutes(services, jobs));
  if (webDir !== undefined && existsSync(webDir)) serveApplication(app, webDir);
  app.use(answerErrors(services.folder));
  return app;
}

const PART = /\.(js|css|map|woff2|svg|ico|json)$/;
function serveApplication(app: Express, webDir: string): void {
  const index = readFileSync(join(webDir, 'index.html'), 'utf8');
  app.use(
    express.static(webDir, {
      index: false,
      setHeaders: (res, path) => {
        if (/[-.][A-Z0-9]{8}\.\w+$/.test(path))
          res.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
      },
    }),
  );
  app.get('/{*path}', (req, res) => {
    // A page that is older than this server asks for parts that are gone: it must hear that, not get another page.
    if (PART.test(req.path)) throw ProblemError.of('NOT_FOUND', { path: req.path });
    res
      .type('html')
      .set('Cache-Control', 'no-store')
      .send(index.replaceAll('__CSP_NONCE__', String(res.locals['nonce'])));
  });
}

const answerErrors =
  (folder: string): ErrorRequestHandler =>
  (error: unknown, req, res, _next) => {
    const known = asProblem(error);
    const ofDisk = known === undefined ? diskProblem(error, folder) : undefined;
    if (known === undefined) {
      const reference = randomUUID().slice(0, 8);
      req.log.error({ err: error, reference }, ofDisk?.code ?? 'unexpected');
      send(res, ofDisk ?? ProblemError.of('INTERNAL', { reference }));
      return;
    }
    send(res, known);
  };
function send(res: Response, problem: ProblemError): void {
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem.details()));
}

/** Refusals of Express and of what reads bodies and addresses for it, in our words: what they blame the request for is its fault. */
function asProblem(error: unknown): ProblemError | undefined {
  if (error instanceof ProblemError) return error;
  const { type, message, status } = error as { type?: string; message?: string; status?: number };
  const because = (message ?? '').slice(0, 200);
  if (type === 'entity.too.large') return ProblemError.of('FILE_TOO_LARGE', { limit: 'what is taken here' });
  if (type === 'entity.parse.failed')
    return ProblemError.of('BODY_WRONG', { path: '', message: `The request is not JSON: ${because}` });
  return status !== undefined && status >= 400 && status < 500
    ? ProblemError.of('REQUEST_BROKEN', { because })
    : undefined;
}
