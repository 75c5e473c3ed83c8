import { api, MAX_BODY_BYTES, type Api } from '@ripe-pick/contract';
import { Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { body } from './body.ts';
import { archiveHandlers, archiveRoutes, asideHandlers, backupHandlers } from './archive.ts';
import { catalogueHandlers } from './catalogue.ts';
import type { ServerContext } from './context.ts';
import { ApiError, errorResponse } from './errors.ts';
import { feedHandlers } from './feeds.ts';
import { fileRoutes } from './files.ts';
import type { Handlers } from './handlers.ts';
import { ReadyJson } from './ready-json.ts';
import { marketHandlers } from './market.ts';
import { priceHandlers } from './prices.ts';
import { watchHandlers } from './watch.ts';
import { workspaceHandlers } from './workspace.ts';

const BODY_MB = Math.round(MAX_BODY_BYTES / 1024 / 1024);

/** Every call of the contract; one that is missing does not compile. */
const handlersOf = (context: ServerContext): Handlers => ({
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

/** The API. Thin: checks what comes in, asks a handler, and answers. */
export function apiRoutes(context: ServerContext): Hono {
  const routes = new Hono();
  // Larger than any other body: judged by a limit of its own.
  routes.route('/', archiveRoutes(context));
  routes.use(
    bodyLimit({
      maxSize: MAX_BODY_BYTES,
      onError: (c) =>
        errorResponse(
          c,
          new ApiError(
            'too-large',
            `What was sent is larger than ${BODY_MB} MB. Split it, or leave out offers that are not needed.`,
          ),
        ),
    }),
  );
  const handlers = handlersOf(context);
  for (const name of Object.keys(api) as (keyof Api)[]) {
    const { method, path, request } = api[name];
    // The schema of this very call has judged the body; the compiler cannot follow a key that is a variable.
    const handler = handlers[name] as (request: unknown) => Promise<object>;
    routes.on(method, path, async (c) => {
      const answer = await handler(request === null ? null : await body(c, request));
      return answer instanceof ReadyJson
        ? c.body(answer.bytes, 200, { 'content-type': 'application/json' })
        : c.json(answer);
    });
  }
  routes.route('/', fileRoutes(context));
  routes.all('/api/*', () => {
    throw new ApiError('not-found', 'There is no such call.');
  });
  return routes;
}
