import { z } from 'zod';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  assemblySchema,
  buildFileSchema,
  candidateSchema,
  orderSchema,
  tuningSchema,
  buyingSchema,
  today,
  watchKeptSchema,
  type ChangeHeard,
} from '@ripe-pick/contract';
import { Hono, type MiddlewareHandler } from 'hono';
import { ArchiveDesk } from './archive/archives.ts';
import { archiveThread } from './archive/thread.ts';
import { BackupDesk } from './backup/backups.ts';
import { DATABASE } from './backup/copy.ts';
import { Changes } from './changes.ts';
import { clockOfStore } from './clock.ts';
import { demoFiles, demoFolder } from './demo-files.ts';
import { fillWithDemo, loadDemoPrices } from './demo.ts';
import { schedulerFor } from './feeds/scheduler.ts';
import { walledRoom } from './feeds/room/room.ts';
import { simulatedMarket } from './feeds/simulated.ts';
import { apiRoutes } from './routes/api.ts';
import { withErrors } from './routes/errors-in-words.ts';
import { checkWhole, markKept, openStore, takeFolder, type HeldFolder, type Store } from './store/index.ts';
import type { DemoFiles } from './transfer/index.ts';
import { watchOf } from './watch/run.ts';

/** One's own data, or the demo's: each in a database of its own, with screens of its own. */
export type InstanceName = 'own' | 'demo';

/** What an instance is opened with; goes to its thread as it is. */
export interface InstanceOptions {
  readonly name: InstanceName;
  /** Where its data lie. */
  readonly folder: string;
  /** Where its screens are: '' or a path without a stroke at its end. */
  readonly base: string;
  /** The folder of the packages. */
  readonly root: string;
  readonly version: string;
  readonly marketPort: number;
  /** Where the other instance's screens are; null where there is none. */
  readonly other: string | null;
}

interface Instance {
  /** Answers calls; the door to it, and its pages, are elsewhere. */
  readonly app: Hono;
  readonly database: string;
  /**
   * Fetches prices and makes backups from now on, beginning with what fell due while nothing ran.
   *
   * @param address where the server answers
   */
  start(address: string): void;
  stop(): Promise<void>;
}

/** The seat that the demo has bought, built, tuned and measured. */
const seatSchema = z.strictObject({
  candidate: candidateSchema,
  orders: z.array(orderSchema),
  assembly: assemblySchema,
  tunings: z.array(tuningSchema),
});

/** The demo’s brief with its first idea, and what it has bought, where nothing is planned yet. */
async function planDemo(store: Store, root: string): Promise<void> {
  if ((await store.workspace()).workspace) return;
  const json = (name: string): unknown => JSON.parse(readFileSync(join(demoFolder(root), name), 'utf8'));
  const { name = 'First idea', picks } = buildFileSchema.parse(json('build-first-idea.json'));
  const { candidate, orders, assembly, tunings } = seatSchema.parse(json('seat-two.json'));
  const buying = buyingSchema.parse(json('buying.json'));
  const first = {
    id: 'first',
    name,
    picks,
    note: '',
    isArchived: false,
    ordersOf: null,
    decisions: [],
    path: [],
  };
  await store.saveWorkspace(
    0,
    {
      brief: briefSchema.parse(briefOf(briefFileSchema.parse(json('brief-league-seat.json')))),
      candidates: [first, candidate],
      active: 'first',
      assemblies: [assembly],
      tunings,
      ...buying,
      orders: [...buying.orders, ...orders],
      ...watchKeptSchema.parse(json('watch.json')),
    },
    { keepFrom: 0, keepTo: 0, add: [], done: 0 },
  );
}

/** The simulated market of the demo, where it is shipped. */
function marketOf({ root, marketPort }: InstanceOptions) {
  const main = join(root, 'packages/market/dist/main.js');
  return existsSync(main) ? simulatedMarket(main, marketPort) : null;
}

/** Opens the market where something is fetched from it. */
const marketDoor = (store: Store, market: ReturnType<typeof marketOf>) => async () => {
  const { address } = market ?? {};
  if (market && address && (await store.feeds()).some(({ feed }) => feed.url.startsWith(`${address}/`)))
    await market.open((await store.today()) ?? today());
};

/** Puts the demo in place where nothing is there yet, and opens its market. */
async function beginDemo(store: Store, root: string, demo: DemoFiles, onDemo: () => Promise<void>) {
  await fillWithDemo(store, demo);
  await planDemo(store, root);
  await onDemo();
}

const watchScript = () => new URL('./watch/worker.js', import.meta.url);
const roomScript = () => new URL('./feeds/room/worker.js', import.meta.url);
const archiveScript = () => new URL('./archive/worker.js', import.meta.url);

/** Everything that works on the data of an instance beside the calls. */
function desksOf(store: Store, onChange: () => void) {
  const now = clockOfStore(store);
  const watch = watchOf(store, now, watchScript(), onChange);
  const thread = archiveThread(archiveScript());
  const room = walledRoom(roomScript(), store.path);
  return {
    now,
    watch,
    room,
    scheduler: schedulerFor({ store, room, now, onTaken: () => watch.request(), onChange }),
    archives: new ArchiveDesk(store, thread),
    backups: new BackupDesk(store, thread),
  };
}

/** The data of a folder, which this process has for itself until they are closed. */
async function openFolder(folder: string): Promise<{ store: Store; held: HeldFolder }> {
  const database = join(folder, DATABASE);
  const held = takeFolder(folder, database);
  try {
    if (existsSync(database)) checkWhole(database);
    const store = await openStore(database);
    markKept(folder);
    return { store, held };
  } catch (error) {
    held.release();
    throw error;
  }
}

/** Looks for changes behind every call that may have made one. */
const telling =
  (changes: Changes): MiddlewareHandler =>
  async (c, next) => {
    await next();
    if (c.req.method !== 'GET') changes.look();
  };

/**
 * Opens an instance: its database, its watch, its sources, and the calls over them.
 *
 * @param onChanged told of every change of what is kept
 * @throws {CannotStart} where its data cannot be opened
 */
export async function openInstance(
  options: InstanceOptions,
  onChanged: (change: ChangeHeard) => void,
): Promise<Instance> {
  const { name, folder, base, root, version, other } = options;
  const { store, held } = await openFolder(folder);
  await store.beginRevisions(Date.now());
  const demo = name === 'demo' ? demoFiles(root) : null;
  const market = demo ? marketOf(options) : null;
  const changes = new Changes(store, onChanged);
  changes.look();
  const desks = desksOf(store, () => changes.look());
  const { watch, scheduler, backups, room } = desks;
  const openMarket = marketDoor(store, market);
  const onDemo = async () => {
    if (!demo) return;
    await loadDemoPrices(store, demo, market?.address ?? null);
    await openMarket();
    watch.request();
  };
  if (demo && (await store.counts()).parts === 0) await beginDemo(store, root, demo, onDemo);
  else await openMarket();

  const routes = apiRoutes({
    ...desks,
    store,
    version,
    demo,
    instance: { name, base, other },
    market,
    onDemo,
    onArchive: async () => {
      await openMarket();
      watch.request();
    },
  });
  return {
    app: withErrors(new Hono(), store.path).use(telling(changes)).route('/', routes),
    database: store.path,
    start(address) {
      held.announce(`${address}${base}/`);
      // What fell due while nothing ran is fetched within the minute; nothing that was fetched is read at a start.
      scheduler.start();
      // The demo can be loaded anew at any time.
      if (!demo) backups.start();
    },
    async stop() {
      market?.close();
      await Promise.all([scheduler.stop(), watch.stop(), backups.stop(), room.stop()]);
      await changes.idle();
      await store.close();
      held.release();
    },
  };
}
