import {
  ARCHIVES_PATH,
  MAX_ARCHIVE_BYTES,
  MAX_BODY_BYTES,
  MAX_PRICES_BYTES,
  PRICES_IN_PATH,
} from '@ripe-pick/contract';
import type { Hono, MiddlewareHandler } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { ApiError, errorResponse } from '../routes/errors.ts';
import { headers } from '../security.ts';

const MB = 1024 * 1024;

/** Refuses a body of more bytes, with words. */
export const upTo = (maxSize: number, words: string): MiddlewareHandler =>
  bodyLimit({ maxSize, onError: (c) => errorResponse(c, new ApiError('too-large', words)) });

const archiveLimit = upTo(
  MAX_ARCHIVE_BYTES,
  `An archive has at most ${MAX_ARCHIVE_BYTES / MB} MB. Nothing was changed.`,
);
const callLimit = upTo(
  MAX_BODY_BYTES,
  `What was sent is larger than ${Math.round(MAX_BODY_BYTES / MB)} MB. Split it, or leave out offers that are not needed.`,
);

const pricesLimit = upTo(
  MAX_PRICES_BYTES,
  `A file of prices has at most ${MAX_PRICES_BYTES / MB} MB. Split it. Nothing was changed.`,
);
const OWN_LIMITS: Readonly<Record<string, MiddlewareHandler>> = {
  [ARCHIVES_PATH]: archiveLimit,
  [PRICES_IN_PATH]: pricesLimit,
};

/** Refuses bodies that are too large for their call. */
export const limits: MiddlewareHandler = (c, next) =>
  ((c.req.method === 'PUT' ? OWN_LIMITS[c.req.path] : undefined) ?? callLimit)(c, next);

/** Looks at every call before an app does: who may make it, and whether it is too large; says with each answer what a page may do. */
export const withDoor = (app: Hono, mayCall: MiddlewareHandler): Hono => app.use(headers, mayCall, limits);
