import type { RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { ProblemError } from './problem-error';

/** Keeps one address from guessing at many doors; the person's own limit is in `Pins`. */
export const limitTries = (): RequestHandler =>
  rateLimit({
    windowMs: 60_000,
    limit: 60,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    handler: () => {
      throw ProblemError.of('TOO_MANY_REQUESTS', {});
    },
  });
