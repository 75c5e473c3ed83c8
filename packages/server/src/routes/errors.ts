import type { Problem } from '@ripe-pick/contract';
import type { Context } from 'hono';
import type { ContentfulStatusCode } from 'hono/utils/http-status';
import type { Read } from '../transfer/index.ts';

/** What can go wrong with a call, and the HTTP status that says so. */
const STATUS = {
  'bad-json': 400,
  'not-paired': 401,
  'bad-data': 422,
  'too-many': 429,
  'too-large': 413,
  'not-found': 404,
  conflict: 409,
  forbidden: 403,
  internal: 500,
  'disk-full': 507,
} as const satisfies Record<string, ContentfulStatusCode>;
type ErrorCode = keyof typeof STATUS;

export class ApiError extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly problems: readonly Problem[] = [],
  ) {
    super(message);
  }
}

/** What was read, or an error that tells everything that is wrong with it. */
export function accepted<T>(read: Read<T>, what: string): T {
  if (read.ok) return read.value;
  const count = read.problems.length;
  throw new ApiError(
    'bad-data',
    `${what} was not taken: ${count} ${count === 1 ? 'problem' : 'problems'}. Nothing was changed.`,
    read.problems,
  );
}

/** At most this many problems are sent; the count of the rest is in the message. */
const MOST_PROBLEMS = 200;

export function errorResponse(c: Context, error: ApiError): Response {
  const hidden = error.problems.length - MOST_PROBLEMS;
  const message = hidden > 0 ? `${error.message} ${hidden} more are not listed.` : error.message;
  return c.json(
    { error: { code: error.code, message, problems: error.problems.slice(0, MOST_PROBLEMS) } },
    STATUS[error.code],
  );
}
