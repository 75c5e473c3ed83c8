import { ALERTS_PATH, ARCHIVE_PATH, ASIDE_PATH, CALENDAR_PATH, PRICES_PATH } from '@ripe-pick/contract';
import type { MiddlewareHandler } from 'hono';
import { secureHeaders } from 'hono/secure-headers';
import { ApiError, errorResponse } from './routes/errors.ts';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);

function hostName(host: string): string {
  return host.startsWith('[') ? host.slice(0, host.indexOf(']') + 1) : host.split(':')[0];
}

/** Another site, or another program on this machine: a port of its own is a page of its own. */
const isElsewhere = (site: string | undefined) => site === 'cross-site' || site === 'same-site';

/** Data, which no page of others may have the server read and write out; screens may be gone to by a link. */
const FILES: ReadonlySet<string> = new Set([
  ARCHIVE_PATH,
  ASIDE_PATH,
  ALERTS_PATH,
  CALENDAR_PATH,
  PRICES_PATH,
]);
const isData = (path: string) => path.startsWith('/api/') || FILES.has(path);

/**
 * Answers only calls that name this machine as their host (a foreign name that was rebound to 127.0.0.1 is refused),
 * and that come from the app's own pages or from no page at all.
 */
export const sameMachine: MiddlewareHandler = async (c, next) => {
  const host = c.req.header('host') ?? '';
  if (!LOOPBACK.has(hostName(host)))
    return errorResponse(
      c,
      new ApiError('forbidden', 'This server answers only under 127.0.0.1 or localhost.'),
    );
  const origin = c.req.header('origin');
  if (origin !== undefined && origin !== `http://${host}`)
    return errorResponse(c, new ApiError('forbidden', 'Calls from other sites are refused.'));
  if (isElsewhere(c.req.header('sec-fetch-site')) && isData(c.req.path))
    return errorResponse(c, new ApiError('forbidden', 'Calls from other sites are refused.'));
  await next();
  return undefined;
};

/** Nothing from elsewhere, no inline script. Naive UI writes its styles at run time, hence the one exception. */
export const headers = secureHeaders({
  contentSecurityPolicy: {
    defaultSrc: ["'none'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
  xFrameOptions: 'DENY',
  referrerPolicy: 'no-referrer',
  strictTransportSecurity: false,
});
