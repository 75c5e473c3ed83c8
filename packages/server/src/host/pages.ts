import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import type { Access } from '@ripe-pick/contract';
import { Hono, type Context } from 'hono';
import type { ServerContext } from '../routes/context.ts';

/** Who reads a page: the machine itself where nothing is said. */
export interface ReadBy {
  readonly reader?: Access | 'stranger';
}

/** The built web app: its files, and its screens at every other address. Nothing where it is not built. */
export function pageRoutes(webFolder: string, { name, base }: ServerContext['instance']): Hono {
  const routes = new Hono();
  if (!existsSync(join(webFolder, 'index.html'))) return routes;
  routes.use('/assets/*', async (c, next) => {
    await next();
    if (c.res.ok) c.header('cache-control', 'public, max-age=31536000, immutable');
  });
  // Read anew each time, so that a rebuild needs no restart.
  const page = (c: Context) => {
    const { reader = 'here' } = (c.env ?? {}) as ReadBy; // said by the door that it came through
    return c.html(
      readFileSync(join(webFolder, 'index.html'), 'utf8').replace(
        '<html',
        `<html data-instance="${name}" data-base="${base}" data-reader="${reader}"`,
      ),
    );
  };
  routes.get('/', page);
  routes.use('*', serveStatic({ root: webFolder, precompressed: true }));
  routes.all('/assets/*', (c) => c.text('There is no such file.', 404));
  // Every other address is a screen of the app.
  routes.get('*', page);
  return routes;
}
