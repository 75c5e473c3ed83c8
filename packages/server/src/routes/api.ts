import { api, type Api } from '@ripe-pick/contract';
import { Hono, type Context } from 'hono';
import { archiveHandlers, archiveRoutes, asideHandlers, backupHandlers } from './archive.ts';
import { body } from './body.ts';
import { catalogueHandlers } from './catalogue.ts';
import type { ServerContext } from './context.ts';
import { ApiError } from './errors.ts';
import { feedHandlers } from './feeds.ts';
import { fileRoutes, receiptRoutes } from './files.ts';
import type { Handlers } from './handlers.ts';
import { marketHandlers } from './market.ts';
import { priceFileRoutes } from './price-file.ts';
import { priceHandlers } from './prices.ts';
import { readHandlers, type ReadContext } from './reads.ts';
import { ReadyJson } from './ready-json.ts';
import { watchHandlers } from './watch.ts';
import { workspaceHandlers } from './workspace.ts';

/** Every call of the contract; one that is missing does not compile. */
const handlersOf = (context: ServerContext): Handlers => ({
  ...readHandlers(context),
  ...archiveHandlers(context),
  ...backupHandlers(context),
  ...asideHandlers(context),
  ...catalogueHandlers(context),
  ...workspaceHandlers(context),
  ...priceHandlers(context),
  ...feedHandlers(context),
  ...watchHandlers(context),
  ...marketHandlers(context),
});

const JSON_HEADERS = { 'content-type': 'application/json' };

/** An answer that is ready: nothing where the page has it already (RFC 9110), and compressed where it takes that. */
function sendReady(c: Context, { plain, revision, gzip }: ReadyJson): Response {
  if (revision === null) return c.body(plain(), 200, JSON_HEADERS);
  const etag = `"${revision}"`;
  const headers = { ...JSON_HEADERS, etag, 'cache-control': 'private, no-cache', vary: 'accept-encoding' };
  const known = (c.req.header('if-none-match') ?? '').split(',').map((each) => each.trim());
  if (known.includes(etag)) return c.body(null, 304, headers);
  const takesGzip = /\bgzip\b/.test(c.req.header('accept-encoding') ?? '');
  return gzip && takesGzip
    ? c.body(gzip(), 200, { ...headers, 'content-encoding': 'gzip' })
    : c.body(plain(), 200, headers);
}

/** Calls, each by its schema. Thin: checks what comes in, asks a handler, and answers. */
function callRoutes(handlers: Partial<Handlers>): Hono {
  const routes = new Hono();
  for (const name of Object.keys(handlers) as (keyof Api)[]) {
    const { method, path, request } = api[name];
    // The schema of this very call has judged the body; the compiler cannot follow a key that is a variable.
    const handler = handlers[name] as (request: unknown) => Promise<object>;
    routes.on(method, path, async (c) => {
      const answer = await handler(request === null ? null : await body(c, request));
      return answer instanceof ReadyJson ? sendReady(c, answer) : c.json(answer);
    });
  }
  return routes;
}

/** What only reads. */
export const readRoutes = (context: ReadContext): Hono =>
  new Hono().route('/', callRoutes(readHandlers(context))).route('/', fileRoutes(context));

/** The whole API. */
export function apiRoutes(context: ServerContext): Hono {
  const routes = new Hono();
  routes.route('/', archiveRoutes(context));
  routes.route('/', callRoutes(handlersOf(context)));
  routes.route('/', fileRoutes(context));
  routes.route('/', receiptRoutes(context));
  routes.route('/', priceFileRoutes(context));
  routes.all('/api/*', () => {
    throw new ApiError('not-found', 'There is no such call.');
  });
  return routes;
}
