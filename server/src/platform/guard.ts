import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { Request, RequestHandler } from 'express';
import { ProblemError } from './problem-error';

const READS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS']);
export const BYTES = 'application/octet-stream';
export const JSON_TYPE = 'application/json';

/**
 * Lets in only what was asked of this server by its own name. A page elsewhere can give its own name this server's address,
 * and then asks in that name; an address in figures cannot be taken that way.
 * @param names what the shop calls the server, besides localhost and the machine's own name
 * @throws ProblemError HOST_UNKNOWN
 */
export function guardHost(names: readonly string[]): RequestHandler {
  const known = new Set(
    ['localhost', hostname(), `${hostname()}.local`, ...names].map((each) => each.toLowerCase()),
  );
  return (req, _res, next) => {
    const host = hostOf(req.headers.host);
    if (host === undefined || (!known.has(host) && isIP(host.replace(/^\[|\]$/g, '')) === 0))
      throw ProblemError.of('HOST_UNKNOWN', { host: (req.headers.host ?? '').slice(0, 200) });
    next();
  };
}
function hostOf(header: string | undefined): string | undefined {
  if (header === undefined || !/^[A-Za-z0-9.:[\]-]+$/.test(header)) return undefined;
  return urlOf(`http://${header}`)?.hostname.toLowerCase();
}

const urlOf = (text: string): URL | undefined => (URL.canParse(text) ? new URL(text) : undefined);

/**
 * Refuses what changes something and was asked by a page that is not this server's: another site, another port of this
 * machine, a page without an origin. Cookies know no ports, so the browser's own word on where a request comes from counts.
 * Programs that are no browser say nothing of it, and carry nobody's cookie but their own.
 * @throws ProblemError CROSS_SITE
 */
export const guardOrigin: RequestHandler = (req, _res, next) => {
  if (!READS.has(req.method)) {
    const site = req.headers['sec-fetch-site'];
    if (site !== undefined && site !== 'same-origin')
      throw ProblemError.of('CROSS_SITE', { from: `a page that is ${[site].flat().join().slice(0, 40)}` });
    const { origin } = req.headers;
    if (origin !== undefined && urlOf(origin)?.host !== req.headers.host)
      throw ProblemError.of('CROSS_SITE', { from: origin.slice(0, 200) });
  }
  next();
};

/**
 * A body is taken as JSON in UTF-8 or as plain bytes, and as nothing else: whatever a form of a strange page can send is none
 * of them.
 * @throws ProblemError CONTENT_TYPE_WRONG
 */
export const guardContentType: RequestHandler = (req, _res, next) => {
  if (!READS.has(req.method) && hasBody(req)) {
    const found = (req.headers['content-type'] ?? '').toLowerCase().replaceAll(' ', '');
    const taken = [JSON_TYPE, `${JSON_TYPE};charset=utf-8`, BYTES];
    if (!taken.includes(found))
      throw ProblemError.of('CONTENT_TYPE_WRONG', {
        wanted: `${JSON_TYPE} in UTF-8, or a file as ${BYTES}`,
        found: found.slice(0, 100),
      });
  }
  next();
};
const hasBody = ({ headers }: Request): boolean =>
  headers['transfer-encoding'] !== undefined || Number(headers['content-length'] ?? 0) > 0;

/** What a JSON text may not hold anywhere, whatever else it says: it would be written as something else than was sent. */
export function plainJson(key: string, value: unknown): unknown {
  if (key === '__proto__') throw new SyntaxError('it names __proto__');
  if (HALF.test(key) || (typeof value === 'string' && HALF.test(value)))
    throw new SyntaxError('it holds half a character');
  return value;
}
const HALF = /\p{Surrogate}/u;
