/**
 * The server under load: a hundred requests a second for two minutes, a tenth of them saves and a fiftieth intakes of prices, over 5,000
 * parts, 50,000 offers and two years of prices. Requests come at their time whether the last one was answered or not, and each wait counts
 * from that time. Also the longest that any kind of call takes alone. Figures are of the machine that runs it.
 *
 * With a folder as its argument the server of that folder (an older state of this repository, built) is asked instead.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeLargeData, sampleWorkspace } from './large-data.ts';
import { root } from './with-app.ts';

const PORT = 4690;
const SECONDS = Number(process.env.LOAD_SECONDS ?? 120);
const EVERY_MS = 10;
const ROWS = 50;
const serverRoot = process.argv[2] ?? root;
const folder = process.env.LOAD_DATA ?? mkdtempSync(join(tmpdir(), 'ripe-pick-load-'));
const briefs = Array.from({ length: 12 }, (_, n) => `brief-${n}`);
const madePath = join(folder, 'catalogue.json');
const made = existsSync(madePath)
  ? (JSON.parse(readFileSync(madePath, 'utf8')) as Awaited<ReturnType<typeof makeLargeData>>)
  : await makeLargeData(folder, 5000, 50_000, briefs);
if (process.env.LOAD_DATA) writeFileSync(madePath, JSON.stringify(made));

const agent = new Agent({ keepAlive: true, maxSockets: 64 });
interface Answer {
  readonly status: number;
  readonly etag: string | undefined;
  readonly bytes: number;
  readonly text: string;
}

/** Sends a call and reads its whole answer, as bytes; small ones as text too. */
const ask = (
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const sent = body === undefined ? undefined : JSON.stringify(body);
    const outgoing = request(
      {
        ...{ agent, method, path, port: PORT, host: '127.0.0.1' },
        headers: {
          'accept-encoding': 'gzip',
          ...(sent === undefined
            ? {}
            : { 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(sent)) }),
          ...headers,
        },
      },
      (incoming) => {
        const pieces: Buffer[] = [];
        let bytes = 0;
        incoming.on('data', (piece: Buffer) => {
          bytes += piece.length;
          if (bytes < 10_000) pieces.push(piece);
        });
        incoming.on('end', () =>
          resolve({
            status: incoming.statusCode ?? 0,
            etag: incoming.headers.etag,
            bytes,
            text: Buffer.concat(pieces).toString(),
          }),
        );
        incoming.on('error', reject);
      },
    );
    outgoing.on('error', reject);
    outgoing.end(sent);
  });

/** Reads an answer for a time, and no longer. */
const someOf = (path: string, ms: number): Promise<void> =>
  new Promise((resolve) => {
    const outgoing = request({ path, port: PORT, host: '127.0.0.1' }, (incoming) => incoming.resume());
    outgoing.on('error', () => {});
    outgoing.on('close', () => resolve());
    outgoing.end();
    setTimeout(() => outgoing.destroy(), ms);
  });

/** A window that saves its brief, one save after another. */
class Window {
  private revision = 1;
  private last: Promise<unknown> = Promise.resolve();

  constructor(private readonly id: string) {}

  save(n: number): Promise<Answer> {
    const saving = this.last.then(async () => {
      const workspace = { ...sample, candidates: [{ ...sample.candidates[0], note: `note ${n}` }] };
      const answer = await ask('PUT', '/api/workspace', { id: this.id, revision: this.revision, workspace });
      if (answer.status === 200) this.revision = (JSON.parse(answer.text) as { revision: number }).revision;
      return answer;
    });
    this.last = saving.catch(() => {});
    return saving;
  }
}

const sample = sampleWorkspace();
const windows = briefs.map((id) => new Window(id));
const currency = new Map(made.shops.map((shop) => [shop.id, shop.currency]));
const shopIds = made.shops.map(({ id }) => id);

/** Prices of one shop as somebody takes them in, of other offers each time. */
function intake(n: number): Promise<Answer> {
  const shop = shopIds[n % shopIds.length];
  const own = made.offers.filter((offer) => offer.shop === shop);
  const rows = Array.from({ length: ROWS }, (_, k) => own[(Math.floor(n / 50) * ROWS + k) % own.length]).map(
    ({ id, part, priceMinor }) => ({
      part,
      offer: id,
      found: {
        ...{ name: part, currency: currency.get(shop), condition: 'new' },
        priceMinor: priceMinor + (n % 7),
      },
    }),
  );
  return ask('POST', '/api/prices/take', { shop, source: 'load', rows });
}

let etag: string | undefined;
async function catalogue(): Promise<Answer> {
  const answer = await ask('GET', '/api/catalogue', undefined, etag ? { 'if-none-match': etag } : {});
  etag = answer.etag ?? etag;
  return answer;
}
const offerIds = (n: number, count: number) =>
  Array.from({ length: count }, (_, k) => `offer-${(n * 97 + k) % made.offers.length}`);
const history = (n: number) =>
  ask('POST', '/api/prices/history', { offers: offerIds(n, 20), parts: [], pool: 20 });

/** Reads as windows make them, in turn. */
const READS: readonly (readonly [string, (n: number) => Promise<Answer>])[] = [
  ['page', () => ask('GET', '/')],
  ['status', () => ask('GET', '/api/status')],
  ['workspace', () => ask('GET', '/api/workspace')],
  ['briefs', () => ask('GET', '/api/briefs')],
  ['watch', () => ask('GET', '/api/watch')],
  ['history', history],
  ['feeds', () => ask('GET', '/api/feeds')],
  ['catalogue', catalogue],
  ['records', () => ask('GET', '/api/records')],
  ['bench', () => ask('GET', '/api/bench')],
];

/** What is asked at the n-th moment: of fifty one intake, five saves, the rest reads. */
function turn(n: number): readonly [string, Promise<Answer>] {
  if (n % 50 === 25) return ['intake', intake(n)];
  if (n % 10 === 3) return ['save', windows[Math.floor(n / 10) % windows.length].save(n)];
  const [name, read] = READS[n % 7 === 0 ? 7 : (n * 7 + Math.floor(n / 10)) % READS.length];
  return [name, read(n)];
}

const quantile = (values: readonly number[], q: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(q * values.length))] ?? NaN;
const told = (values: readonly number[]) =>
  [0.5, 0.9, 0.99, 1].map((q) => quantile(values, q).toFixed(1).padStart(9)).join('');
const memory = (server: ChildProcess) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1]) / 1024;

async function underLoad(server: ChildProcess): Promise<void> {
  const waits = new Map<string, number[]>();
  const failed = new Map<string, number>();
  const pending: Promise<void>[] = [];
  const memories: number[] = [];
  const start = performance.now() + 50;
  for (let n = 0; n < (SECONDS * 1000) / EVERY_MS; n++) {
    const due = start + n * EVERY_MS;
    const early = due - performance.now();
    if (early > 0) await new Promise((done) => setTimeout(done, early));
    const [name, answer] = turn(n);
    pending.push(
      answer.then(
        ({ status }) => {
          waits.set(name, [...(waits.get(name) ?? []), performance.now() - due]);
          if (status !== 200 && status !== 304)
            failed.set(`${name} ${status}`, (failed.get(`${name} ${status}`) ?? 0) + 1);
        },
        () => void failed.set(name, (failed.get(name) ?? 0) + 1),
      ),
    );
    if (n % 1000 === 0) memories.push(memory(server));
  }
  await Promise.all(pending);
  memories.push(memory(server));
  console.log(`\nunder load, ms:   ${'median      90 %      99 %   longest'}`);
  for (const [name, each] of [...waits].sort())
    console.log(`${name.padEnd(12)}${told(each)}  (${each.length})`);
  console.log(`${'all'.padEnd(12)}${told([...waits.values()].flat())}`);
  console.log(
    `failed: ${failed.size === 0 ? 'none' : [...failed].map(([what, n]) => `${what}: ${n}`).join(', ')}`,
  );
  console.log(`memory, MB, every ten seconds: ${memories.map((each) => each.toFixed(0)).join(' ')}`);
}

/** Each kind of call alone: the longest of some, and how long the server answers nothing else meanwhile. */
async function alone(): Promise<void> {
  const calls: readonly (readonly [string, () => Promise<unknown>])[] = [
    ...READS.map(([name, read]) => [name, () => read(1)] as const),
    [
      'a history of 500 offers',
      () => ask('POST', '/api/prices/history', { offers: offerIds(3, 500), parts: [], pool: 0 }),
    ],
    ['intake', () => intake(1)],
    ['save', () => windows[0].save(1)],
    ['three seconds of prices.csv', () => someOf('/prices.csv', 3000)],
  ];
  console.log(
    '\nalone, ms:                     median   longest   longest that another call waits meanwhile',
  );
  for (const [name, run] of calls) {
    const own: number[] = [];
    let waited = 0;
    for (let round = 0; round < (name.includes('csv') ? 1 : 5); round++) {
      if (name === 'catalogue') etag = undefined;
      const from = performance.now();
      let isDone = false;
      const running = run().then(() => (isDone = true));
      while (!isDone) {
        const sent = performance.now();
        await ask('GET', '/api/nothing');
        waited = Math.max(waited, performance.now() - sent);
        await new Promise((done) => setTimeout(done, 5));
      }
      await running;
      own.push(performance.now() - from);
    }
    console.log(
      `${name.padEnd(26)}${quantile(own, 0.5).toFixed(1).padStart(10)}${Math.max(...own)
        .toFixed(1)
        .padStart(10)}${waited.toFixed(1).padStart(10)}`,
    );
  }
}

// As `npm start` runs it.
const server = spawn(
  process.execPath,
  ['--v8-pool-size=1', join(serverRoot, 'packages/server/dist/main.js')],
  {
    cwd: serverRoot,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, RIPE_PICK_PORT: String(PORT), RIPE_PICK_DATA: folder },
  },
);
try {
  const started = performance.now();
  const isUp = () =>
    ask('GET', '/api/status').then(
      ({ status }) => status === 200,
      () => false,
    );
  while (!(await isUp())) await new Promise((done) => setTimeout(done, 100));
  console.log(
    `${made.parts.length} parts, ${made.offers.length} offers, ${(statSync(join(folder, 'ripe-pick.sqlite')).size / 1e6).toFixed(0)} MB; started in ${((performance.now() - started) / 1000).toFixed(1)} s`,
  );
  await alone();
  await underLoad(server);
} finally {
  server.kill();
  agent.destroy();
  if (!process.env.LOAD_DATA) rmSync(folder, { recursive: true });
}
