import { Hono } from 'hono';
import { withDoor } from './host/door.ts';
import { pageRoutes } from './host/pages.ts';
import { apiRoutes } from './routes/api.ts';
import type { ServerContext } from './routes/context.ts';
import { withErrors } from './routes/errors-in-words.ts';
import { sameMachine } from './security.ts';

export interface AppOptions extends ServerContext {
  /** Folder of the built web app; null to serve the API alone. */
  readonly webFolder: string | null;
}

/** Everything in one thread: what runs in several (see `host`) answers the same. */
export function createApp(options: AppOptions): Hono {
  const { store, webFolder, instance } = options;
  const app = withDoor(withErrors(new Hono(), store.path), sameMachine);
  app.route('/', apiRoutes(options));
  if (webFolder) app.route('/', pageRoutes(webFolder, instance));
  return app;
}
