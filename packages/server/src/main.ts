import { readFileSync } from 'node:fs';
import { homedir, platform } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { serve } from '@hono/node-server';
import { Hono } from 'hono';
import { listBackups, restoreBackup } from './backup/restore.ts';
import { demoFiles } from './demo-files.ts';
import { hostInstance, type Hosted } from './host/hosted.ts';
import type { InstanceName } from './instance.ts';
import { CannotStart } from './store/index.ts';

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

/** A port as it was asked for. */
function portOf(name: string, otherwise: number): number {
  const asked = process.env[name];
  if (asked === undefined || asked === '') return otherwise;
  const port = Number(asked);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new CannotStart(`${name} is "${asked}"; a port is a whole number from 1 to 65535.`);
  return port;
}

/** What was asked for on the command line. */
function asked(args: readonly string[]) {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      options: { demo: { type: 'boolean', default: false }, restore: { type: 'boolean', default: false } },
      allowPositionals: true,
    });
    if (positionals.length > (values.restore ? 1 : 0))
      throw new CannotStart(`"${positionals[0]}" is not known. --demo and --restore are.`);
    return { ...values, backup: positionals[0] };
  } catch (error) {
    if (error instanceof CannotStart) throw error;
    throw new CannotStart(`${error instanceof Error ? error.message.split('.')[0] : String(error)}.`);
  }
}

/** Serves both instances at one address: the one that was asked for at the root, the other one when somebody goes there. */
async function serveInstances(isDemo: boolean): Promise<void> {
  const port = portOf('RIPE_PICK_PORT', 4640);
  const marketPort = portOf('RIPE_PICK_MARKET_PORT', port + 1);
  const hasDemo = demoFiles(root) !== null;
  const first: InstanceName = isDemo && hasDemo ? 'demo' : 'own';
  const second: InstanceName = first === 'demo' ? 'own' : 'demo';
  const address = `http://127.0.0.1:${port}`;
  const host = (name: InstanceName, base: string, other: string | null): Promise<Hosted> =>
    hostInstance({ name, folder: folders[name], base, other, root, version, marketPort });
  const front = await host(first, '', hasDemo ? `/${second}/` : null);
  let back: Promise<Hosted> | null = null;
  async function openBack(): Promise<Hosted> {
    const instance = await host(second, `/${second}`, '/');
    instance.start(address);
    return instance;
  }
  /** The other instance; where it could not be opened, the next one who goes there tries again. */
  function backOpen(): Promise<Hosted> {
    back ??= openBack().catch((error: unknown) => {
      back = null;
      throw error;
    });
    return back;
  }

  const app = new Hono();
  app.onError((error, c) => {
    console.error(error instanceof CannotStart ? error.message : error);
    return c.text('These data could not be opened. The terminal says more.', 500);
  });
  if (hasDemo) {
    app.get(`/${second}`, (c) => c.redirect(`/${second}/`));
    app.mount(`/${second}`, async (request) => (await backOpen()).app.fetch(request));
  }
  app.mount('/', (request) => front.app.fetch(request));
  const close = async () => {
    await Promise.all([front.stop(), back?.then((instance) => instance.stop())]);
  };
  listen({
    ...{ app, port, close },
    onReady: () => {
      console.log(`Ripe Pick is ready: open ${address}/`);
      front.start(address);
    },
  });
}

interface Listening {
  readonly app: Hono;
  readonly port: number;
  readonly onReady: () => void;
  readonly close: () => Promise<void>;
}

/** Longer than a browser keeps an idle line: else a call may be sent just as the server closes it. */
const keepAliveTimeout = 330_000;

function listen({ app, port, onReady, close }: Listening): void {
  const serverOptions = { keepAliveTimeout };
  const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port, serverOptions }, onReady);
  server.on('error', (error: NodeJS.ErrnoException) => {
    const isTaken = error.code === 'EADDRINUSE';
    const why = isTaken ? `Port ${port} is taken. Set RIPE_PICK_PORT to another one.` : error.message;
    void close().then(() => fail(new CannotStart(why)));
  });
  const stop = () => {
    server.close();
    void close().then(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

/** Ends with a sentence that says what to do; what nobody foresaw is told with its place only where that is asked for. */
function fail(error: unknown): never {
  if (error instanceof CannotStart) console.error(error.message);
  else if (process.env.RIPE_PICK_TRACE) console.error(error);
  else
    console.error(
      `Ripe Pick could not start: ${error instanceof Error ? error.message : String(error)}. ` +
        'Start it with RIPE_PICK_TRACE=1 to see where it happened, and report that.',
    );
  process.exit(1);
}

// What is kept is for its owner's eyes alone.
process.umask(0o077);
try {
  const { demo, restore, backup } = asked(process.argv.slice(2));
  const folder = folders[demo ? 'demo' : 'own'];
  if (!restore) await serveInstances(demo);
  else console.log(backup === undefined ? listBackups(folder) : restoreBackup(folder, backup, new Date()));
} catch (error) {
  fail(error);
}
