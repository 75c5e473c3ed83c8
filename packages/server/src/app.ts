import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import { Hono, type Context } from 'hono';
import { ApiError, errorResponse } from './routes/errors.ts';
import { apiRoutes } from './routes/api.ts';
import type { ServerContext } from './routes/context.ts';
import { headers, sameMachine } from './security.ts';
import { ChangeRefused, isFullDisk } from './store/index.ts';

export interface AppOptions extends ServerContext {
  /** Folder of the built web app; null to serve the API alone. */
  readonly webFolder: string | null;
}

const NO_ROOM = 'The disk is full. Nothing was changed. Make room, then try again.';
const REFUSED = 'What was sent was not taken. Nothing was changed.';

export function createApp(options: AppOptions): Hono {
  const app = new Hono();
  app.onError((error, c) => {
    if (error instanceof ApiError) return errorResponse(c, error);
    if (error instanceof ChangeRefused)
      return errorResponse(c, new ApiError('bad-data', REFUSED, error.problems));
    if (isFullDisk(error, options.store.path)) return errorResponse(c, new ApiError('disk-full', NO_ROOM));
    // The page gets no paths or stack traces; the terminal does.
    console.error(error);
    return errorResponse(
      c,
      new ApiError('internal', 'Something went wrong in the server. Its terminal says more.'),
    );
  });
  app.use(headers);
  app.use(sameMachine);
  app.route('/', apiRoutes(options));
  const { webFolder } = options;
  if (webFolder && existsSync(join(webFolder, 'index.html'))) {
    app.use('/assets/*', async (c, next) => {
      await next();
      if (c.res.ok) c.header('cache-control', 'public, max-age=31536000, immutable');
    });
    const { name, base } = options.instance;
    // Read anew each time, so that a rebuild needs no restart.
    const page = (c: Context) =>
      c.html(
        readFileSync(join(webFolder, 'index.html'), 'utf8').replace(
          '<html',
          `<html data-instance="${name}" data-base="${base}"`,
        ),
      );
    app.get('/', page);
    app.use('*', serveStatic({ root: webFolder }));
    app.all('/assets/*', (c) => c.text('There is no such file.', 404));
    // Every other address is a screen of the app.
    app.get('*', page);
  }
  return app;
}
