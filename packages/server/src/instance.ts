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
  noonOf,
  today,
  watchKeptSchema,
} from '@ripe-pick/contract';
import type { Hono } from 'hono';
import { createApp } from './app.ts';
import { ArchiveDesk } from './archive/archives.ts';
import { archiveThread } from './archive/thread.ts';
import { BackupDesk } from './backup/backups.ts';
import { DATABASE } from './backup/copy.ts';
import { fillWithDemo, loadDemoPrices } from './demo.ts';
import { schedulerFor } from './feeds/scheduler.ts';
import { walledRoom } from './feeds/room/room.ts';
import { simulatedMarket } from './feeds/simulated.ts';
import { checkWhole, markKept, openStore, takeFolder, type HeldFolder, type Store } from './store/index.ts';
import type { DemoFiles } from './transfer/index.ts';
import { watchOf } from './watch/run.ts';

/** One's own data, or the demo's: each in a database of its own, with screens of its own. */
export type InstanceName = 'own' | 'demo';

/** What instances have in common. */
interface HostOptions {
  /** The folder of the packages. */
  readonly root: string;
  readonly version: string;
  readonly marketPort: number;
  /** Where the other instance's screens are; null where there is none. */
  readonly other: string | null;
}

interface Instance {
  readonly app: Hono;
  /**
   * Fetches prices and makes backups from now on, beginning with what fell due while nothing ran.
   *
   * @param address where the server answers
   */
  start(address: string): void;
  stop(): Promise<void>;
}

const demoFolder = (root: string) => join(root, 'packages/demo/files');

/** The demo's files; null where the demo is not shipped. */
export function demoFiles(root: string): DemoFiles | null {
  const folder = demoFolder(root);
  if (!existsSync(join(folder, 'catalogue.json'))) return null;
  const file = (name: string) => () => readFileSync(join(folder, name), 'utf8');
  return {
    catalogue: file('catalogue.json'),
    records: file('records.csv'),
    bench: file('bench.json'),
    secondBench: file('bench-seat-two.json'),
    prices: file('prices.csv'),
  };
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
function marketOf({ root, marketPort }: HostOptions) {
  const main = join(root, 'packages/market/dist/main.js');
  return existsSync(main) ? simulatedMarket(main, marketPort) : null;
}

/** The moment that counts: a catalogue with a day of its own lives on that day; prices seen there were seen then. */
const clockOf = (store: Store) => async () => {
  const day = await store.today();
  return day === null ? new Date() : noonOf(day);
};

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
function desksOf(store: Store) {
  const now = clockOf(store);
  const watch = watchOf(store, now, watchScript());
  const thread = archiveThread(archiveScript());
  const room = walledRoom(roomScript(), store.path);
  return {
    now,
    watch,
    room,
    scheduler: schedulerFor({ store, room, now, onTaken: () => watch.request() }),
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

/**
 * Opens an instance: its database, its watch, its sources, and the app over them.
 *
 * @param base where its screens are: '' or a path without a stroke at its end
 * @throws {CannotStart} where its data cannot be opened
 */
export async function openInstance(
  name: InstanceName,
  folder: string,
  base: string,
  host: HostOptions,
): Promise<Instance> {
  const { root, version, other } = host;
  const { store, held } = await openFolder(folder);
  const demo = name === 'demo' ? demoFiles(root) : null;
  const market = demo ? marketOf(host) : null;
  const desks = desksOf(store);
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

  const app = createApp({
    ...desks,
    store,
    version,
    demo,
    instance: { name, base, other },
    webFolder: join(root, 'packages/web/dist'),
    market,
    onDemo,
    onArchive: async () => {
      await openMarket();
      watch.request();
    },
  });
  return {
    app,
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
      await store.close();
      held.release();
    },
  };
}
