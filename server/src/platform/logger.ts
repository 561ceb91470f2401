import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import type { HttpLogger } from 'pino-http';
import type { DestinationStream, Logger } from 'pino';

/** A lookup in the database says in its message what it was asked with: that is no log's business. */
const messageOf = (message: string): string =>
  message.split('\n')[0]?.split('params:')[0]?.slice(0, 300) ?? '';

/** What a line tells of a request, an answer, an error. */
const SERIALIZERS = {
  req: ({ id, method, url }: { id?: unknown; method?: unknown; url?: unknown }) => ({
    id,
    method,
    path: String(url).split('?')[0],
  }),
  res: ({ statusCode }: { statusCode?: unknown }) => ({ statusCode }),
  err: errorOf,
};

/**
 * Lines of JSON that say what happened to which request, and nothing of what was in it: no header, no body, no PIN, no
 * cookie. Of an error its kind, the first line of what it says, and where it was thrown.
 */
export const makeLogger = (level: string, to?: DestinationStream): Logger =>
  pino({ level, serializers: SERIALIZERS }, ...(to === undefined ? [] : [to]));

/** A line for each request when it was answered. What logs requests has serializers of its own, so ours are given to it. */
export const logRequests = (logger: Logger): HttpLogger =>
  pinoHttp({
    logger,
    serializers: SERIALIZERS,
    wrapSerializers: false,
    genReqId: () => randomUUID(),
    // What goes well is told to who asks for it; a refusal may explain a complaint; a failure is looked into.
    customLogLevel: (_req, { statusCode }) =>
      statusCode >= 500 ? 'warn' : statusCode >= 400 ? 'info' : 'debug',
  });

function errorOf(error: unknown): object {
  if (!(error instanceof Error)) return { message: 'something that is no error' };
  const { name, message, stack = '', cause } = error;
  return {
    name,
    code: (error as { code?: unknown }).code,
    message: messageOf(message),
    at: stack
      .split('\n')
      .filter((line) => line.trimStart().startsWith('at '))
      .slice(0, 12),
    ...(cause instanceof Error ? { cause: errorOf(cause) } : {}),
  };
}
