import type { Context, MiddlewareHandler } from 'hono';
import { secureHeaders } from 'hono/secure-headers';
import { isData } from './host/paths.ts';
import { ApiError, errorResponse } from './routes/errors.ts';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);

function hostName(host: string): string {
  return host.startsWith('[') ? host.slice(0, host.indexOf(']') + 1) : host.split(':')[0];
}

/** Another site, or another program on this machine: a port of its own is a page of its own. */
const isElsewhere = (site: string | undefined) => site === 'cross-site' || site === 'same-site';

const forbidden = (c: Context, words: string) => errorResponse(c, new ApiError('forbidden', words));

/**
 * Refuses what another site may have had a browser send: a call by an origin that is not the app's own, and a read of data
 * from a page of others, which the server would only write out. Screens may be gone to by a link.
 *
 * @param scheme of the app's own pages
 */
export function fromElsewhere(c: Context, scheme: 'http' | 'https'): Response | null {
  const origin = c.req.header('origin');
  const isForeign = origin !== undefined && origin !== `${scheme}://${c.req.header('host')}`;
  const isForeignRead = isElsewhere(c.req.header('sec-fetch-site')) && isData(c.req.path);
  return isForeign || isForeignRead ? forbidden(c, 'Calls from other sites are refused.') : null;
}

/**
 * Answers only calls that name this machine as their host (a foreign name that was rebound to 127.0.0.1 is refused),
 * and that come from the app's own pages or from no page at all.
 */
export const sameMachine: MiddlewareHandler = async (c, next) => {
  if (!LOOPBACK.has(hostName(c.req.header('host') ?? '')))
    return forbidden(c, 'This server answers only under 127.0.0.1 or localhost.');
  const refused = fromElsewhere(c, 'http');
  if (refused) return refused;
  await next();
  return undefined;
};

/** Nothing from elsewhere, no inline script. Naive UI writes its styles at run time, hence the one exception. */
const pageHeaders = secureHeaders({
  contentSecurityPolicy: {
    defaultSrc: ["'none'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'"],
    manifestSrc: ["'self'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
  xFrameOptions: 'DENY',
  referrerPolicy: 'no-referrer',
  strictTransportSecurity: false,
});
/**
 * A script, a style or a font is no page: what pages may do is not read there, and would add 500 bytes to each script that
 * the first screen fetches. Who may read it, and that it is what it says, is.
 */
const fileHeaders = secureHeaders({
  crossOriginOpenerPolicy: false,
  originAgentCluster: false,
  referrerPolicy: false,
  strictTransportSecurity: false,
  xDnsPrefetchControl: false,
  xDownloadOptions: false,
  xFrameOptions: false,
  xPermittedCrossDomainPolicies: false,
  xXssProtection: false,
});
/** A worker goes by the policy that comes with its own script. */
const isFileOfPage = (path: string): boolean =>
  /\/assets\/[^/]+\.(js|css|woff2)$/.test(path) && !path.includes('worker');

export const headers: MiddlewareHandler = (c, next) =>
  (isFileOfPage(c.req.path) ? fileHeaders : pageHeaders)(c, next);
