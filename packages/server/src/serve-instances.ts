import { serve } from '@hono/node-server';
import { Hono } from 'hono';
import { demoFiles } from './demo-files.ts';
import { withDoor } from './host/door.ts';
import { hostInstance, type Hosted } from './host/hosted.ts';
import type { InstanceName } from './instance.ts';
import { withErrors } from './routes/errors-in-words.ts';
import { sameMachine } from './security.ts';
import { sharingRoutes } from './sharing/sharing-routes.ts';
import { SharingDesk } from './sharing/sharing.ts';
import { CannotStart } from './store/index.ts';

/** Longer than a browser keeps an idle line: else a call may be sent just as the server closes it. */
const keepAliveTimeout = 330_000;

interface ServingOptions {
  readonly isDemo: boolean;
  /** Whether other devices may come in from the start. */
  readonly isShared: boolean;
  readonly folders: Readonly<Record<InstanceName, string>>;
  readonly root: string;
  readonly version: string;
  readonly ports: { readonly port: number; readonly marketPort: number; readonly sharePort: number };
  /** Where other devices come in; null: at every address that this machine has in a home network. */
  readonly shareAddresses: readonly string[] | null;
  /** Ends the process with words. */
  readonly fail: (error: unknown) => never;
}

/** Serves both instances at one address: the one that was asked for at the root, the other one when somebody goes there. */
export async function serveInstances(options: ServingOptions): Promise<void> {
  const { isDemo, isShared, folders, root, version, ports, shareAddresses, fail } = options;
  const { port, marketPort } = ports;
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

  const sharing = new SharingDesk({
    ...{ folder: folders[first], instance: front, keepAliveTimeout },
    port: ports.sharePort,
    addresses: shareAddresses,
  });
  const app = new Hono();
  app.onError((error, c) => {
    console.error(error instanceof CannotStart ? error.message : error);
    return c.text('These data could not be opened. The terminal says more.', 500);
  });
  if (hasDemo) {
    app.get(`/${second}`, (c) => c.redirect(`/${second}/`));
    app.mount(`/${second}`, async (request) => forThisMachine(await backOpen()).fetch(request));
  }
  const frontApp = forThisMachine(front, sharingRoutes(sharing));
  app.all('*', (c) => frontApp.fetch(c.req.raw));
  const close = async () => {
    await sharing.stop();
    await Promise.all([front.stop(), back?.then((instance) => instance.stop())]);
  };
  listen({
    ...{ app, port, close, fail },
    onReady: () => {
      console.log(`Ripe Pick is ready: open ${address}/`);
      front.start(address);
      void sharing.begin(isShared).then(() => tellSharing(sharing));
    },
  });
}

/** What is reached under 127.0.0.1: an instance, and before it calls that are answered here. */
function forThisMachine(instance: Hosted, before = new Hono()): Hono {
  const app = withDoor(withErrors(new Hono(), instance.database), sameMachine);
  return app.route('/', before).all('*', (c) => instance.app.fetch(c.req.raw));
}

/** Says on the terminal where other devices come in, or why they cannot. */
function tellSharing(sharing: SharingDesk): void {
  const { isOpen, addresses, fingerprint, trouble } = sharing.state;
  if (trouble) console.log(`Other devices: ${trouble}`);
  if (isOpen && addresses.length > 0)
    console.log(
      `Open to other devices at ${addresses.join(' and ')}; the fingerprint of its certificate is ${fingerprint ?? 'unknown'}. ` +
        'Let them in, and close it again, on the screen Files and backup.',
    );
}

interface Listening {
  readonly app: Hono;
  readonly port: number;
  readonly onReady: () => void;
  readonly close: () => Promise<void>;
  readonly fail: (error: unknown) => never;
}

function listen({ app, port, onReady, close, fail }: Listening): void {
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
