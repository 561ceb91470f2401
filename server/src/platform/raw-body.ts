import express from 'express';
import type { Request } from 'express';
import { BYTES } from './guard';

/** Takes a request's bytes as they are, up to a limit such as `5mb`; more is refused before it is read to its end. */
export const rawBody = (limit: string): ReturnType<typeof express.raw> => express.raw({ type: BYTES, limit });
export const bytesOf = (req: Request): Buffer => (Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0));
