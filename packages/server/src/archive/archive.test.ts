import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buyingSchema, watchKeptSchema, type Archives } from '@ripe-pick/contract';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { loadDemoPrices } from '../demo.ts';
import { openStore, type Store } from '../store/index.ts';
import { BadArchive, unpack } from '../store/archive/unpack.ts';
import { appFor } from '../test/app.ts';

const text = (name: string) => readFileSync(new URL(`../../../demo/files/${name}`, import.meta.url), 'utf8');
const demo = {
  catalogue: () => text('catalogue.json'),
  records: () => text('records.csv'),
  bench: () => text('bench.json'),
  prices: () => text('prices.csv'),
};
const HOST = { host: '127.0.0.1:4640' };

/** An app of its own, over an empty database. */
async function instance(folder: string) {
  const store = await openStore(join(folder, 'ripe-pick.sqlite'));
  const app = appFor(store, {
    demo,
    onDemo: () => loadDemoPrices(store, demo, 'http://127.0.0.1:1'),
  });
  const call = (path: string, init: RequestInit = {}) =>
    app.request(path, { ...init, headers: { ...HOST, 'content-type': 'application/json' } });
  return {
    store,
    call,
    post: async (path: string) => (await (await call(path, { method: 'POST' })).json()) as Archives,
    out: async () => new Uint8Array(await (await call('/ripe-pick.zip')).arrayBuffer()),
    send: (bytes: Uint8Array<ArrayBuffer>) => call('/api/archive', { method: 'PUT', body: bytes }),
  };
}

type Instance = Awaited<ReturnType<typeof instance>>;

/** Something in every table: the demo with prices and sources, a workspace with steps, a receipt, a watch that has run. */
async function fill({ store, call, post }: Instance): Promise<void> {
  await post('/api/demo');
  const none: string[] = [];
  const pack = {
    id: 'pack-1',
    ...{ name: 'From a friend', by: 'Åse', licence: 'CC0-1.0', note: '', on: '2026-11-01' },
    takenOn: '2026-11-20',
    ...{ parts: none, shops: none, offers: none, deals: none, games: none, records: none },
    ...{ figures: [], rates: [], seenAgain: [] },
  };
  await store.editCatalogue([{ do: 'put-pack', item: pack }]);
  const {
    format: _,
    version: __,
    ...brief
  } = JSON.parse(text('brief-league-seat.json')) as object & {
    format: string;
    version: number;
  };
  const candidate = { id: 'a', name: 'Å “first” idea', picks: {} };
  const buying = buyingSchema.parse(JSON.parse(text('buying.json')));
  const watch = watchKeptSchema.parse(JSON.parse(text('watch.json')));
  const step = {
    serial: 7,
    label: 'rename',
    at: '2026-11-20T10:00:00Z',
    back: [{ op: 'replace', path: '/brief/name', value: 'before' }],
    forth: [{ op: 'replace', path: '/brief/name', value: 'after' }],
  };
  const workspace = { brief, candidates: [candidate], active: 'a', ...buying, ...watch };
  const history = { keepFrom: 0, keepTo: 0, add: [step], done: 7 };
  const saved = await call('/api/workspace', {
    method: 'PUT',
    body: JSON.stringify({ revision: 0, workspace, history }),
  });
  expect(saved.status).toBe(200);
  store.receipts.put('receipt-1.jpg', Uint8Array.from([255, 0, 10, 13, 7]));
  await store.addAlerts([
    { key: 'k', kind: 'feed', at: '2026-11-20T10:00:00.000Z', day: '2026-11-20', title: 'T', text: 'x' },
  ]);
  const { frameModel } = await store.catalogue();
  await call('/api/model', { method: 'PUT', body: JSON.stringify({ frameModel }) });
}

/** An archive with some of its files changed. */
function changed(
  zip: Uint8Array,
  change: (files: Record<string, Uint8Array>) => void,
): Uint8Array<ArrayBuffer> {
  const files = unzipSync(zip);
  change(files);
  return new Uint8Array(zipSync(files));
}
const edited = (zip: Uint8Array, name: string, edit: (text: string) => string) =>
  changed(zip, (files) => (files[name] = strToU8(edit(strFromU8(files[name])))));

let folder: string;
const open: Store[] = [];
const fresh = async (name: string) => {
  const one = await instance(join(folder, name));
  open.push(one.store);
  return one;
};
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'ripe-pick-archive-'))));
afterEach(async () => {
  await Promise.all(open.splice(0).map((store) => store.close()));
  rmSync(folder, { recursive: true, force: true });
});

describe('everything as one file', () => {
  it('comes to a second, empty instance equal to the letter, and can be taken back and forth', async () => {
    const [first, second] = [await fresh('a'), await fresh('b')];
    await fill(first);
    const everything = await first.out();
    const nothing = await second.out();
    expect(Object.keys(unzipSync(everything)).filter((name) => name.startsWith('receipts/'))).toHaveLength(1);
    const { tables } = JSON.parse(strFromU8(unzipSync(everything)['ripe-pick.json'])) as {
      tables: Record<string, number>;
    };
    // Nothing is said of a table that nothing stands in.
    expect(
      Object.entries(tables)
        .filter(([, count]) => count === 0)
        .map(([name]) => name),
    ).toEqual(['forecasts', 'held', 'part_merges', 'price_corrections', 'set_aside', 'watch_points']);

    const looked = (await (await second.send(new Uint8Array(everything))).json()) as Archives;
    expect(looked.ready).toEqual({ tables, receipts: 1, newerHere: {} });
    expect(await second.out()).toEqual(nothing); // looked at, not taken
    const taken = await second.post('/api/archive/take');
    expect([taken.here, taken.ready, taken.before !== null]).toEqual([tables, null, true]);
    expect(Buffer.compare(await second.out(), everything)).toBe(0);
    expect(second.store.receipts.get('receipt-1.jpg')).toEqual(Uint8Array.from([255, 0, 10, 13, 7]));
    for (const path of [
      '/api/catalogue',
      '/api/workspace',
      '/api/records',
      '/api/bench',
      '/api/model/past',
      '/api/feeds',
    ])
      expect(await (await second.call(path)).text()).toBe(await (await first.call(path)).text());

    await second.post('/api/archive/back');
    expect(Buffer.compare(await second.out(), nothing)).toBe(0);
    await second.post('/api/archive/back');
    expect(Buffer.compare(await second.out(), everything)).toBe(0);
  });

  it('a window that is open over a workspace cannot save over one that was taken', async () => {
    const [first, second] = [await fresh('a'), await fresh('b')];
    await fill(first);
    await fill(second);
    await second.send(new Uint8Array(await first.out()));
    await second.post('/api/archive/take');
    expect((await second.store.workspace()).revision).toBe(2);
  });

  it('a database of an earlier form is brought to the newest one', async () => {
    const one = await fresh('a');
    const old = {
      'tables/games.jsonl': '',
      'tables/settings.jsonl': '{"key":"today","body":"2026-11-20"}\n',
      'ripe-pick.json': JSON.stringify({
        format: 'ripe-pick/everything',
        version: 1,
        form: '0007-sources-by-key',
        tables: { games: 0, settings: 1 },
        receipts: 0,
      }),
    };
    const zip = zipSync(Object.fromEntries(Object.entries(old).map(([name, each]) => [name, strToU8(each)])));
    expect((await one.send(new Uint8Array(zip))).status).toBe(200);
    await one.post('/api/archive/take');
    expect(await one.store.today()).toBe('2026-11-20');
  });

  it('what is damaged, too large, foreign or cannot be read is refused by its place, and nothing changes', async () => {
    const one = await fresh('a');
    await fill(one);
    const zip = await one.out();
    const manifest = 'ripe-pick.json';
    const cases: readonly (readonly [bytes: Uint8Array, path: RegExp])[] = [
      [strToU8('no archive'), /the archive/],
      [zip.slice(0, zip.length / 2), /the archive/],
      [changed(zip, (files) => delete files[manifest]), /the archive/],
      [edited(zip, manifest, (each) => each.replace('everything', 'catalogue')), /format/],
      [
        edited(zip, manifest, (each) => each.replace(/"form": "[^"]+"/, '"form": "9999-later"')),
        /ripe-pick.json/,
      ],
      [changed(zip, (files) => delete files['tables/records.jsonl']), /tables\/records.jsonl/],
      [changed(zip, (files) => (files['../escape'] = strToU8('x'))), /escape/],
      [changed(zip, (files) => (files['receipts/../../x'] = strToU8('x'))), /receipts/],
      [
        edited(zip, 'tables/offers.jsonl', (each) => each.replace('"price_minor":', '"price":')),
        /offers.jsonl line 1/,
      ],
      [
        edited(zip, 'tables/offers.jsonl', (each) => each.replace(/"price_minor":\d+/, '"price_minor":-1')),
        /offers.jsonl/,
      ],
      [edited(zip, 'tables/offers.jsonl', (each) => each.slice(each.indexOf('\n') + 1)), /offers.jsonl/],
      [
        edited(zip, 'tables/shops.jsonl', (each) => each.replace('"pennywharf"', '"elsewhere"')),
        /offers|deals|catalogue/,
      ],
      [
        edited(zip, 'tables/parts.jsonl', (each) => each.replace(/"cores":\d+/, '"cores":"many"')),
        /^parts: /,
      ],
      [
        edited(zip, 'tables/settings.jsonl', (each) => each.replace(/"2026-\d\d-\d\d"/, '"some day"')),
        /^settings: today/,
      ],
      [
        edited(zip, 'tables/candidates.jsonl', (each) => each.replace('"picks":{}', '"picks":[]')),
        /candidates/,
      ],
      [edited(zip, 'tables/records.jsonl', (each) => each.replace('{', '{{')), /records.jsonl line 1/],
    ];
    for (const [bytes, path] of cases) {
      const answer = await one.send(new Uint8Array(bytes));
      const body = (await answer.json()) as { error: { problems: { path: string; mend: string }[] } };
      expect([answer.status, body.error?.problems[0]?.path]).toEqual([422, expect.stringMatching(path)]);
      expect((await one.call('/api/archive/take', { method: 'POST' })).status).toBe(409);
    }
    expect(Buffer.compare(await one.out(), zip)).toBe(0);
  });

  it('an archive that unpacks to far more than is taken is stopped on the way', () => {
    const bomb = zipSync({ 'tables/parts.jsonl': new Uint8Array(8 * 1024 * 1024) });
    expect(bomb.length).toBeLessThan(16 * 1024);
    expect(() => unpack(bomb, 1024 * 1024)).toThrow(BadArchive);
    expect(() => unpack(bomb)).toThrow(/archive/); // has no manifest
  });
});
