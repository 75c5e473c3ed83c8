import { existsSync, readFileSync } from 'node:fs';
import { homedir, platform } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  buildFileSchema,
  buyingSchema,
  noonOf,
  today,
  watchKeptSchema,
} from '@ripe-pick/contract';
import { ArchiveDesk } from './archive/archives.ts';
import { archiveThread } from './archive/thread.ts';
import { schedulerFor } from './feeds/scheduler.ts';
import { simulatedMarket } from './feeds/simulated.ts';
import { createApp } from './app.ts';
import { loadDemoPrices } from './demo.ts';
import { watchOf } from './watch/run.ts';
import { openStore } from './store/index.ts';
import { readBenchFile, readCatalogueFile, readRecordsFile } from './transfer/index.ts';

/** Where the user's data lie when nothing else is said. */
function dataFolder(): string {
  if (process.env.RIPE_PICK_DATA) return process.env.RIPE_PICK_DATA;
  if (platform() === 'win32') return join(process.env.LOCALAPPDATA ?? homedir(), 'ripe-pick');
  return join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'ripe-pick');
}

const root = fileURLToPath(new URL('../../../', import.meta.url));
const demoFolder = join(root, 'packages/demo/files');
const hasDemo = existsSync(join(demoFolder, 'catalogue.json'));
const demoFile = (name: string) => () => readFileSync(join(demoFolder, name), 'utf8');
const demo = hasDemo
  ? {
      catalogue: demoFile('catalogue.json'),
      records: demoFile('records.csv'),
      bench: demoFile('bench.json'),
      prices: demoFile('prices.csv'),
    }
  : null;
const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string };

const store = await openStore(join(dataFolder(), 'ripe-pick.sqlite'));

// The demo starts filled, through the same reader as a file from outside.
const isFresh = process.argv.includes('--demo') && demo !== null && (await store.counts()).parts === 0;
if (isFresh && demo) {
  const read = readCatalogueFile(demo.catalogue());
  if (!read.ok)
    throw new Error(
      `demo: the shipped catalogue is not valid: ${read.problems[0]?.path} ${read.problems[0]?.message}`,
    );
  await store.replaceCatalogue(read.value);
  const records = readRecordsFile(demo.records(), read.value);
  if (!records.ok) throw new Error(`demo: the shipped records are not valid: ${records.problems[0]?.path}`);
  await store.changeRecords(records.value, []);
  const bench = readBenchFile(demo.bench());
  if (!bench.ok) throw new Error(`demo: the shipped passes are not valid: ${bench.problems[0]?.path}`);
  await store.changeBench({ putRigs: bench.value.rigs, putRuns: bench.value.runs });
  const demoJson = (name: string): unknown => JSON.parse(readFileSync(join(demoFolder, name), 'utf8'));
  const { workspace } = await store.workspace();
  if (!workspace) {
    const brief = briefFileSchema.parse(demoJson('brief-league-seat.json'));
    const { name = 'First idea', picks } = buildFileSchema.parse(demoJson('build-first-idea.json'));
    const first = { id: 'first', name, picks, note: '', isArchived: false, decisions: [], path: [] };
    await store.saveWorkspace(
      0,
      {
        brief: briefSchema.parse(briefOf(brief)),
        candidates: [first],
        active: 'first',
        ...buyingSchema.parse(demoJson('buying.json')),
        ...watchKeptSchema.parse(demoJson('watch.json')),
      },
      { keepFrom: 0, keepTo: 0, add: [], done: 0 },
    );
  }
}

const port = Number(process.env.RIPE_PICK_PORT ?? 4640);
const marketMain = join(root, 'packages/market/dist/main.js');
const market =
  hasDemo && existsSync(marketMain)
    ? simulatedMarket(marketMain, Number(process.env.RIPE_PICK_MARKET_PORT ?? port + 1))
    : null;
/** A catalogue with a day of its own lives on that day: prices seen there were seen then. */
const now = async () => {
  const day = await store.today();
  return day === null ? new Date() : noonOf(day);
};
const watch = watchOf(store, now, new URL('./watch/worker.js', import.meta.url));
const scheduler = schedulerFor({ store, now, onTaken: () => watch.request() });
const openMarket = async () => {
  const { address } = market ?? {};
  if (market && address && (await store.feeds()).some(({ feed }) => feed.url.startsWith(`${address}/`)))
    await market.open((await store.today()) ?? today());
};
const onDemo = async () => {
  if (!demo) return;
  await loadDemoPrices(store, demo, market?.address ?? null);
  await openMarket();
  watch.request();
};
if (isFresh) await onDemo();
else await openMarket();

const app = createApp({
  store,
  version,
  demo,
  webFolder: join(root, 'packages/web/dist'),
  scheduler,
  watch,
  market,
  now,
  onDemo,
  archives: new ArchiveDesk(store, archiveThread(new URL('./archive/worker.js', import.meta.url))),
  onArchive: async () => {
    await openMarket();
    watch.request();
  },
});
/** Longer than a browser keeps an idle line: else a call may be sent just as the server closes it. */
const keepAliveTimeout = 330_000;
const serverOptions = { keepAliveTimeout };
const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port, serverOptions }, (info) => {
  console.log(`Ripe Pick is ready: open http://127.0.0.1:${info.port}/`);
  scheduler.start();
  // What fell due while nothing ran is fetched now.
  void scheduler.runDue();
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken. Set RIPE_PICK_PORT to another one.` : error.message,
  );
  process.exit(1);
});

const stop = () => {
  server.close();
  market?.close();
  void Promise.all([scheduler.stop(), watch.stop()])
    .then(() => store.close())
    .then(() => process.exit(0));
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
