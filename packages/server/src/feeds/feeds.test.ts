import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { catalogueFileSchema, feedSchema } from '@ripe-pick/contract';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { openStore, type Store } from '../store/index.ts';
import { fetchOnce } from './fetch.ts';
import { openRoom } from './room/room.ts';
import { schedulerFor, type Scheduler } from './scheduler.ts';
import { backOffMs } from './back-off.ts';

const LIMITS = { timeoutMs: 400, maxBytes: 2_000_000 };
const catalogue = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);

/** A shop on loopback that answers as it is told. */
let answer: (request: IncomingMessage, response: ServerResponse) => void = () => {};
let server: Server;
let base: string;
const asked: string[] = [];
beforeAll(async () => {
  server = createServer((request, response) => {
    asked.push(request.url ?? '');
    answer(request, response);
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});
const send = (body: string | Uint8Array, status = 200, headers: Record<string, string> = {}) => {
  answer = (_, response) => {
    response.writeHead(status, headers);
    response.end(body);
  };
};
const get = (more: object = {}) =>
  fetchOnce({ url: `${base}/list.csv`, allowPrivate: true, ...more }, LIMITS);

describe('fetching one address', () => {
  it('brings the text with what it is known by', async () => {
    send('hello', 200, { etag: '"a"', 'last-modified': 'Fri, 20 Nov 2026 10:00:00 GMT' });
    expect(await get()).toMatchObject({
      kind: 'ok',
      text: 'hello',
      etag: '"a"',
      modified: 'Fri, 20 Nov 2026 10:00:00 GMT',
    });
  });
  it('asks only for what has changed (RFC 9110, 13.1)', async () => {
    answer = (request, response) => {
      response.writeHead(request.headers['if-none-match'] === '"a"' ? 304 : 200);
      response.end();
    };
    expect(await get({ etag: '"a"' })).toEqual({ kind: 'unchanged' });
  });
  it.each([
    ['500', () => send('x', 500), /answered 500/],
    ['404', () => send('x', 404), /gone \(404\)/],
    [
      'a redirect, which is not followed',
      () => send('', 302, { location: 'http://elsewhere.invalid/' }),
      /moved to http:\/\/elsewhere/,
    ],
    [
      'more than is fetched, said beforehand',
      () => send('', 200, { 'content-length': '99999999' }),
      /larger than/,
    ],
    ['more than is fetched, found out', () => send(new Uint8Array(3_000_000)), /larger than/],
    ['what was packed unasked', () => send('x', 200, { 'content-encoding': 'br' }), /sent packed/],
    [
      'silence',
      () => {
        answer = () => {};
      },
      /took longer/,
    ],
    [
      'drops for ever',
      () => {
        answer = (_, response) => {
          const timer = setInterval(() => response.write('x'), 30);
          response.on('close', () => clearInterval(timer));
        };
      },
      /took longer/,
    ],
    [
      'a line that breaks',
      () => {
        answer = (_, response) => {
          response.writeHead(200, { 'content-length': '100' });
          response.write('half', () => response.destroy());
        };
      },
      /broke off/,
    ],
  ])('says so of %s', async (_, arrange, words) => {
    arrange();
    const result = await get();
    expect(result.kind === 'failed' ? result.error : result.kind).toMatch(words);
  });
  it('keeps out of this machine and its network unless that is allowed', async () => {
    send('secret');
    asked.length = 0;
    for (const url of [
      `${base}/a`,
      base.replace('127.0.0.1', 'localhost'),
      'http://[::1]/',
      'http://10.0.0.1/',
      'http://169.254.169.254/latest',
      'http://0x7f.1/',
    ])
      expect(await fetchOnce({ url, allowPrivate: false }, LIMITS)).toMatchObject({
        kind: 'failed',
        error: expect.stringContaining('leads into this machine') as unknown,
      });
    expect(asked).toEqual([]);
    for (const url of ['file:///etc/passwd', 'ftp://x.invalid/', 'nonsense', 'http://a:b@x.invalid/'])
      expect((await fetchOnce({ url, allowPrivate: true }, LIMITS)).kind).toBe('failed');
  });
  it('waits twice as long after each failure, as long as it is asked to, and two days at most', () => {
    const minutes = [1, 2, 3, 20].map((failures) => backOffMs(failures, null) / 60_000);
    expect(minutes).toEqual([15, 30, 60, 2880]);
    expect(backOffMs(1, 7200)).toBe(7_200_000);
  });
});

describe('sources of prices', () => {
  let folder: string;
  let store: Store;
  let scheduler: Scheduler;
  let moment = new Date('2026-11-21T12:00:00Z');
  let runs = 0;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'ripe-pick-feeds-'));
    store = await openStore(join(folder, 'test.sqlite'));
    await store.replaceCatalogue(catalogue);
    moment = new Date('2026-11-21T12:00:00Z');
    runs = 0;
    scheduler = schedulerFor({
      ...{ store, room: openRoom(store), limits: LIMITS },
      now: async () => moment,
      onTaken: () => runs++,
    });
    await store.putFeed(
      feedSchema.parse({
        id: 'list',
        name: 'Pennywharf list',
        url: `${base}/list.csv`,
        shop: 'pennywharf',
        allowPrivate: true,
      }),
    );
  });
  afterEach(async () => {
    await scheduler.stop();
    await store.close();
    rmSync(folder, { recursive: true, force: true });
  });
  const own = catalogue.offers
    .filter((each) => each.shop === 'pennywharf' && each.condition === 'new')
    .slice(0, 40);
  const list = (change: (price: number) => number = (price) => price) =>
    `sku,name,price,currency,stock\n${own.map((each) => `${each.id},x,${(change(each.priceMinor) / 100).toFixed(2)},EUR,4`).join('\n')}\n`;
  const state = async () => (await store.feeds())[0].state;
  const priceOf = async (id: string) =>
    (await store.catalogue()).offers.find((each) => each.id === id)?.priceMinor;
  const observations = async () =>
    (await store.history({ offers: own.map((each) => each.id), parts: [], pool: 0 })).observations;

  it('are fetched when due, their prices kept with time, stock and source, and shown on the offers', async () => {
    send(list((price) => price + 100));
    await scheduler.runDue();
    expect(await state()).toMatchObject({
      result: 'ok',
      taken: 40,
      held: 0,
      failures: 0,
      nextAt: '2026-11-22T12:00:00.000Z',
    });
    expect(await priceOf(own[0].id)).toBe(own[0].priceMinor + 100);
    const { series, sources } = await store.history({ offers: [own[0].id], parts: [], pool: 0 });
    expect(series[0]).toMatchObject({
      at: [moment.getTime() / 60_000],
      price: [own[0].priceMinor + 100],
      stock: [4],
    });
    expect(sources[series[0].source[0]]).toBe('Pennywharf list');
    expect(runs).toBe(1);
    asked.length = 0;
    await scheduler.runDue();
    expect(asked).toEqual([]);
  });
  it('that break the server’s own code are left alone for a while, like any that fail', async () => {
    const told = vi.spyOn(console, 'error').mockImplementation(() => {});
    const broken = { ...store, takeHarvest: () => Promise.reject(new Error('our bug')) };
    send(list());
    await schedulerFor({
      ...{ store: broken, room: openRoom(store) },
      now: async () => moment,
      onTaken: () => runs++,
    }).run(['list']);
    expect(await state()).toMatchObject({
      result: 'failed',
      failures: 1,
      nextAt: '2026-11-21T12:15:00.000Z',
    });
    expect((await state()).error).toContain('Its terminal says more');
    expect(told).toHaveBeenCalledOnce();
    told.mockRestore();
  });
  it('that have not changed still count as looked at', async () => {
    send(list(), 200, { etag: '"1"' });
    await scheduler.run(['list']);
    moment = new Date('2026-11-22T12:00:00Z');
    send('', 304);
    await scheduler.run(['list']);
    expect(await state()).toMatchObject({ result: 'unchanged', taken: 40 });
    expect(await observations()).toBe(80);
  });
  it.each([
    ['errors', () => send('x', 500), 'failed'],
    [
      'silence',
      () => {
        answer = () => {};
      },
      'failed',
    ],
    [
      'a broken line',
      () => {
        answer = (_, response) => {
          const all = list(() => 1);
          response.writeHead(200, { 'content-length': String(all.length) });
          response.write(all.slice(0, 300), () => response.destroy());
        };
      },
      'failed',
    ],
    ['other headings', () => send(list().replace('sku,name,price', 'code,label,net')), 'failed'],
    ['a page in place of the list', () => send('<html><body>We are moving</body></html>'), 'failed'],
    ['prices a tenth of what they were', () => send(list((price) => Math.round(price / 10))), 'ok'],
  ])(
    'survive %s: no price lost, none made up, marked, and the next good fetch mends it',
    async (_, break_, result) => {
      send(list());
      await scheduler.run(['list']);
      const before = await observations();
      moment = new Date('2026-11-22T12:00:00Z');
      break_();
      await scheduler.run(['list']);
      expect(await observations()).toBe(before);
      for (const each of own) expect(await priceOf(each.id)).toBe(each.priceMinor);
      const marked = await state();
      expect(marked.result).toBe(result);
      if (result === 'failed') {
        expect(marked).toMatchObject({ failures: 1, okAt: '2026-11-21T12:00:00.000Z' });
        expect(marked.error).toBeTruthy();
        expect(marked.nextAt).toBe('2026-11-22T12:15:00.000Z');
      } else expect(await store.held()).toHaveLength(40);
      moment = new Date('2026-11-23T12:00:00Z');
      send(list((price) => price - 50));
      await scheduler.run(['list']);
      expect(await state()).toMatchObject({ result: 'ok', failures: 0, error: null });
      expect(await observations()).toBe(before + 40);
      expect(await store.held()).toEqual([]);
    },
  );
  it('that are cut off cleanly lose the row that they end in, not half of its price', async () => {
    const all = list();
    send(all.slice(0, all.lastIndexOf('.') + 2));
    await scheduler.run(['list']);
    expect(await state()).toMatchObject({ result: 'ok', taken: 39 });
    expect((await state()).doubts[0].what).toMatch(/middle of a row/);
  });
  it('fetch the listed address alone, whatever the page names', async () => {
    await store.putFeed(
      feedSchema.parse({
        id: 'page',
        name: 'Page',
        url: `${base}/p.html`,
        shop: 'pennywharf',
        part: own[0].part,
        allowPrivate: true,
      }),
    );
    send(
      `<html><head><link rel="stylesheet" href="${base}/style.css"><script src="${base}/run.js"></script></head><body><img src="${base}/pixel.gif"><iframe src="${base}/frame.html"></iframe><script type="application/ld+json">{"@type":"Product","name":"whatever it is called","offers":{"@type":"Offer","price":"${(own[0].priceMinor / 100).toFixed(2)}","priceCurrency":"EUR"}}</script></body></html>`,
    );
    asked.length = 0;
    await scheduler.run(['page']);
    expect(asked).toEqual(['/p.html']);
  });
  it('tell a new listing by its number, and hold what only resembles a part', async () => {
    const part = catalogue.parts.find((each) => each.gtin && each.kind === 'gpu');
    send(
      JSON.stringify({
        offers: [
          {
            sku: 'quayboard.d9',
            gtin: part?.gtin,
            name: 'graphics card, hardly used',
            price: '120.00',
            currency: 'EUR',
            condition: 'used',
            seller: 'quay_1',
            good: 9,
            rated: 10,
          },
          { name: `${part?.brand} something else entirely`, price: '10.00', currency: 'EUR' },
        ],
      }),
    );
    await store.putFeed(
      feedSchema.parse({
        id: 'motherboard',
        name: 'Motherboard',
        url: `${base}/b.json`,
        shop: 'quayboard',
        allowPrivate: true,
      }),
    );
    await scheduler.run(['motherboard']);
    const made = (await store.catalogue()).offers.find((each) => each.id === 'quayboard.d9');
    expect(made).toMatchObject({
      part: part?.id,
      priceMinor: 12000,
      condition: 'used',
      seller: { name: 'quay_1', good: 9, rated: 10 },
    });
    expect(await store.held()).toHaveLength(1);
  });
});
