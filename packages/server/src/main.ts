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
  watchKeptSchema,
} from '@ripe-pick/contract';
import { createApp } from './app.ts';
import { openStore } from './store/index.ts';
import { readBenchFile, readCatalogue, readRecords } from './transfer/index.ts';

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
  ? { catalogue: demoFile('catalogue.json'), records: demoFile('records.csv'), bench: demoFile('bench.json') }
  : null;
const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string };

const store = await openStore(join(dataFolder(), 'ripe-pick.sqlite'));

// The demo starts filled, through the same reader as a file from outside.
if (process.argv.includes('--demo') && demo && (await store.counts()).parts === 0) {
  const read = readCatalogue(demo.catalogue());
  if (!read.ok)
    throw new Error(
      `demo: the shipped catalogue is not valid: ${read.problems[0]?.path} ${read.problems[0]?.message}`,
    );
  await store.replaceCatalogue(read.value);
  const records = readRecords(demo.records(), read.value);
  if (!records.ok) throw new Error(`demo: the shipped records are not valid: ${records.problems[0]?.path}`);
  await store.changeRecords(records.value, []);
  const bench = readBenchFile(demo.bench());
  if (!bench.ok) throw new Error(`demo: the shipped passes are not valid: ${bench.problems[0]?.path}`);
  await store.changeBench({ putSystems: bench.value.systems, putRuns: bench.value.runs });
  const demoJson = (name: string): unknown => JSON.parse(readFileSync(join(demoFolder, name), 'utf8'));
  const { workspace } = await store.workspace();
  if (!workspace) {
    const brief = briefFileSchema.parse(demoJson('brief-league-seat.json'));
    const { name = 'First idea', picks } = buildFileSchema.parse(demoJson('build-first-idea.json'));
    const first = { id: 'first', name, picks, note: '', isArchived: false, decisions: [] };
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

const app = createApp({
  store,
  version,
  demo,
  webFolder: join(root, 'packages/web/dist'),
});
const port = Number(process.env.RIPE_PICK_PORT ?? 4640);
const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port }, (info) => {
  console.log(`Ripe Pick is ready: open http://127.0.0.1:${info.port}/`);
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken. Set RIPE_PICK_PORT to another one.` : error.message,
  );
  process.exit(1);
});

const stop = () => {
  server.close();
  void store.close().then(() => process.exit(0));
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
