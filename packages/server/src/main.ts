import { readFileSync } from 'node:fs';
import { homedir, platform } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import { Hono } from 'hono';
import { demoFiles, openInstance, type InstanceName } from './instance.ts';

/** Where the user's data lie when nothing else is said. */
function dataFolder(): string {
  if (process.env.RIPE_PICK_DATA) return process.env.RIPE_PICK_DATA;
  if (platform() === 'win32') return join(process.env.LOCALAPPDATA ?? homedir(), 'ripe-pick');
  return join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'ripe-pick');
}

const root = fileURLToPath(new URL('../../../', import.meta.url));
const folders: Readonly<Record<InstanceName, string>> = {
  own: dataFolder(),
  demo: process.env.RIPE_PICK_DATA ? join(dataFolder(), 'demo') : join(root, '.data', 'demo'),
};
const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string };
const port = Number(process.env.RIPE_PICK_PORT ?? 4640);
const marketPort = Number(process.env.RIPE_PICK_MARKET_PORT ?? port + 1);

/*
 * One server, two instances that know nothing of each other's data. The one that was asked for is at the root; the other
 * one is opened when somebody first goes there.
 */
const hasDemo = demoFiles(root) !== null;
const first: InstanceName = process.argv.includes('--demo') && hasDemo ? 'demo' : 'own';
const second: InstanceName = first === 'demo' ? 'own' : 'demo';
const host = { root, version, marketPort };
const front = await openInstance(first, folders[first], '', {
  ...host,
  other: hasDemo ? `/${second}/` : null,
});
let back: ReturnType<typeof openInstance> | null = null;
async function openBack(): ReturnType<typeof openInstance> {
  const instance = await openInstance(second, folders[second], `/${second}`, { ...host, other: '/' });
  instance.start();
  return instance;
}
/** The other instance; where it could not be opened, the next one who goes there tries again. */
function backOpen(): ReturnType<typeof openInstance> {
  back ??= openBack().catch((error: unknown) => {
    back = null;
    throw error;
  });
  return back;
}

const app = new Hono();
app.onError((error, c) => {
  console.error(error);
  return c.text('These data could not be opened. The terminal says more.', 500);
});
if (hasDemo) {
  app.get(`/${second}`, (c) => c.redirect(`/${second}/`));
  app.mount(`/${second}`, async (request) => (await backOpen()).app.fetch(request));
}
app.mount('/', (request) => front.app.fetch(request));

/** Longer than a browser keeps an idle line: else a call may be sent just as the server closes it. */
const keepAliveTimeout = 330_000;
const serverOptions = { keepAliveTimeout };
const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port, serverOptions }, (info) => {
  console.log(`Ripe Pick is ready: open http://127.0.0.1:${info.port}/`);
  front.start();
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken. Set RIPE_PICK_PORT to another one.` : error.message,
  );
  process.exit(1);
});

const stop = () => {
  server.close();
  void Promise.all([front.stop(), back?.then((instance) => instance.stop())]).then(() => process.exit(0));
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
