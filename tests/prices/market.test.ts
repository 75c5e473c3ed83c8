import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  buildFileSchema,
  catalogueFileSchema,
  feedSchema,
  watchKeptSchema,
} from '@ripe-pick/contract';
import type { MarketFile } from '@ripe-pick/market/file';
import { marketOf } from '@ripe-pick/market/simulate';
import { FAULTS, serveMarket, type Served } from '@ripe-pick/market/serve';
import { Parser } from 'htmlparser2';
import ICAL from 'ical.js';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { appFor } from '../../packages/server/src/test/app.ts';
import { loadDemoPrices } from '../../packages/server/src/demo.ts';
import { openRoom } from '../../packages/server/src/feeds/room/room.ts';
import { schedulerFor, type Scheduler } from '../../packages/server/src/feeds/scheduler.ts';
import { openStore, type Store } from '../../packages/server/src/store/index.ts';
import { look } from '../../packages/server/src/watch/look.ts';
import { tellAt } from '../../packages/server/src/watch/run.ts';

/* The simulated market and the app that reads it: they share no code, so that a wrong idea cannot hide on both sides. */

const read = (name: string) => readFileSync(new URL(`../../packages/${name}`, import.meta.url), 'utf8');
const json = (name: string): unknown => JSON.parse(read(name));
const file = json('market/files/market.json') as MarketFile; // its own maker wrote it
const catalogue = catalogueFileSchema.parse(json('demo/files/catalogue.json'));
const demo = {
  catalogue: () => read('demo/files/catalogue.json'),
  records: () => '',
  bench: () => '',
  prices: () => read('demo/files/prices.csv'),
};

let folder: string;
let store: Store;
let scheduler: Scheduler;
let served: Served;
let base: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-market-'));
  store = await openStore(join(folder, 'test.sqlite'));
  await store.replaceCatalogue(catalogue);
  served = serveMarket(file, file.day);
  await new Promise<void>((done) => served.server.listen(0, '127.0.0.1', done));
  base = `http://127.0.0.1:${(served.server.address() as AddressInfo).port}`;
  // The past is only there where it is asked for: it takes its time.
  await loadDemoPrices(store, { ...demo, prices: undefined }, base);
  scheduler = schedulerFor({
    store,
    room: openRoom(store),
    now,
    onTaken: () => {},
    limits: { timeoutMs: 1500, maxBytes: 12_000_000 },
  });
});
afterEach(async () => {
  await scheduler.stop();
  served.server.closeAllConnections();
  served.server.close();
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});
const now = async () => new Date(`${(await store.today()) ?? file.day}T12:00:00Z`);
async function dayOn(day: string): Promise<void> {
  served.setDay(day);
  await store.setToday(day);
  await scheduler.run((await store.feeds()).map(({ feed }) => feed.id));
}
const pages = ['pennywharf', 'boltbarrow', 'cobblegate', 'lanternhouse', 'skarvholm'] as const;

describe('the market', () => {
  const market = marketOf(file);
  it('has on its first day what the demo has, and the same course for everyone', () => {
    for (const item of file.items.slice(0, 200))
      expect(market.ask(item, 0)).toMatchObject({ price: item.inStock ? item.price : null });
    const again = marketOf(file);
    const item = file.items[3];
    expect([30, 5, 60].map((day) => again.ask(item, day))).toEqual(
      [30, 5, 60].map((day) => market.ask(item, day)),
    );
  });
  it('moves: sales, stock-outs, new and sold listings, deals with windows', () => {
    const shop = file.items.filter((item) => item.shop === 'pennywharf');
    const asks = shop.flatMap((item) => Array.from({ length: 60 }, (_, day) => market.ask(item, day)?.price));
    expect(asks.filter((price) => price === null).length).toBeGreaterThan(20);
    expect(market.listing('quayboard', 40).some(({ item }) => /\.d\d+$/.test(item.id))).toBe(true);
    expect(
      pages.flatMap((id) => Array.from({ length: 60 }, (_, day) => market.deals(id, day)).flat()).length,
    ).toBeGreaterThan(5);
  });
});

describe('the app reads the market', () => {
  it('through lists, feeds and pages in four kinds of markup: every price to the cent', async () => {
    // One page of each shop, beside the lists.
    for (const shop of pages) {
      const item = file.items.find(
        (each) => each.shop === shop && each.inStock && each.condition === 'new' && each.mpn,
      );
      await store.putFeed(
        feedSchema.parse({
          id: `p-${shop}`,
          name: `Page of ${shop}`,
          url: `${base}/shops/${shop}/items/${item?.id}.html`,
          shop,
          part: item?.id.split('.')[0],
          allowPrivate: true,
        }),
      );
    }
    await dayOn('2026-11-21');
    for (const { feed, state } of await store.feeds())
      expect([feed.id, state.result, state.error]).toEqual([feed.id, 'ok', null]);
    const offers = new Map((await store.catalogue()).offers.map((offer) => [offer.id, offer]));
    const market = marketOf(file);
    let compared = 0;
    for (const shop of file.shops)
      for (const { item, ask } of market.listing(shop.id, 1)) {
        const offer = offers.get(item.id);
        if (!offer || shop.id === 'wholesale') continue;
        if (!(await isFed(shop.id))) continue;
        compared++;
        expect([item.id, offer.inStock]).toEqual([item.id, ask.price !== null]);
        if (ask.price !== null && !(await heldSkus()).has(item.id))
          expect([item.id, offer.priceMinor]).toEqual([item.id, ask.price]);
      }
    expect(compared).toBeGreaterThan(900);
  });
  const isFed = async (shop: string) =>
    (feeds ??= new Set((await store.feeds()).map(({ feed }) => feed.shop))).has(shop);
  let feeds: Set<string> | null = null;
  let held: Set<string | undefined> | null = null;
  const heldSkus = async () => (held ??= new Set((await store.held()).map((each) => each.row.found.sku)));

  it.each(FAULTS.filter((fault) => fault !== 'none'))(
    'survives a day on which it %s, and recovers',
    async (fault) => {
      await dayOn('2026-11-21');
      const all = (await store.catalogue()).offers;
      const before = (await store.history({ offers: all.map((offer) => offer.id), parts: [], pool: 0 }))
        .observations;
      // One list is enough to wait for a slow shop.
      const ids = ['market-pennywharf', 'page-kestrand-ember-370-duo'];
      served.setFault(fault);
      served.setDay('2026-11-22');
      await store.setToday('2026-11-22');
      await scheduler.run(ids);
      const states = (await store.feeds())
        .filter(({ feed }) => ids.includes(feed.id))
        .map(({ state }) => state);
      const offers = (await store.catalogue()).offers;
      const market = marketOf(file);
      const truth = new Map(market.listing('pennywharf', 2).map(({ item, ask }) => [item.id, ask.price]));
      if (fault === 'wrong-price') expect((await store.held()).length).toBeGreaterThan(30);
      else {
        expect(states[0].result).toBe('failed');
        // A page that has not changed says so before it can break.
        expect(['failed', 'unchanged']).toContain(states[1].result);
        const { observations } = await store.history({
          offers: all.map((offer) => offer.id),
          parts: [],
          pool: 0,
        });
        expect(observations - before).toBe(states[1].result === 'unchanged' ? 1 : 0);
      }
      // No price that the market never asked: neither yesterday’s nor today’s.
      for (const offer of offers.filter((each) => each.shop === 'pennywharf')) {
        const yesterday = all.find((each) => each.id === offer.id)?.priceMinor;
        expect([yesterday, truth.get(offer.id)]).toContain(offer.priceMinor);
      }
      served.setFault('none');
      await dayOn('2026-11-23');
      for (const { state } of await store.feeds()) {
        expect(['ok', 'unchanged']).toContain(state.result);
        expect(state).toMatchObject({ failures: 0, error: null });
      }
      expect(await store.held()).toEqual([]);
    },
    60_000,
  );

  it('never asks for anything but what is listed', async () => {
    served.asked.length = 0;
    await dayOn('2026-11-21');
    const listed = new Set((await store.feeds()).map(({ feed }) => new URL(feed.url).pathname));
    expect(served.asked.filter((path) => !listed.has(path))).toEqual([]);
  });
});

describe('the watch', () => {
  const brief = briefSchema.parse(briefOf(briefFileSchema.parse(json('demo/files/brief-league-seat.json'))));
  const { picks } = buildFileSchema.parse(json('demo/files/build-first-idea.json'));
  beforeEach(async () => {
    await store.saveWorkspace(
      0,
      {
        brief,
        candidates: [
          {
            id: 'first',
            name: 'First idea',
            picks,
            note: '',
            isArchived: false,
            ordersOf: null,
            decisions: [],
            path: [],
          },
        ],
        active: 'first',
        listings: [],
        orders: [],
        claims: [],
        versions: [],
        assemblies: [],
        tunings: [],
        ...watchKeptSchema.parse(json('demo/files/watch.json')),
      },
      { keepFrom: 0, keepTo: 0, add: [], done: 0 },
    );
  });
  it('prices candidates anew, solves, and says what changed and why; forecasts are logged and judged in their time', async () => {
    await loadDemoPrices(store, demo, null);
    const [first] = await look(store);
    expect(first?.point.best).not.toBeNull();
    expect(first?.forecasts.length).toBeGreaterThan(8);
    if (!first) return;
    await store.addPoint('first', first.point);
    await store.keepForecasts(first.forecasts);
    for (const day of [21, 22, 24, 25, 27, 28, 30]) await dayOn(`2026-11-${day}`);
    const [later] = await look(store);
    if (!later) return;
    const total = later.news.find((each) => each.kind === 'total');
    const [before, after] = [first, later].map((each) => each.point.candidates[0].totalMinor ?? 0);
    if (Math.abs(after - before) >= 500) {
      expect(total?.title).toMatch(/^First idea costs €\d+\.\d\d (less|more)/);
      expect(total?.text).toMatch(/^(Because|No price)/);
    } else expect(total).toBeUndefined();
    expect(new Set(later.news.map((each) => each.key)).size).toBe(later.news.length);
    // Three weeks on, the first day’s forecasts have had their time.
    for (const day of ['01', '03', '05', '06', '08', '10', '12']) await dayOn(`2026-12-${day}`);
    const [last] = await look(store);
    const judged = last?.judged.filter((each) => each.judged !== null) ?? [];
    expect(judged.length).toBeGreaterThan(5);
    await store.saveJudged(last?.judged ?? []);
    expect((await store.judged()).judged).toHaveLength(judged.length);
  });
  it('tells its alerts as an Atom feed and in the calendar', async () => {
    await store.addAlerts([
      {
        key: 'a',
        kind: 'best',
        at: '2026-11-20T08:00:00.000Z',
        day: '2026-11-20',
        title: 'The best set changed: <card> & "board"',
        text: 'Because\u0001 of it.',
      },
      {
        key: 'b',
        kind: 'total',
        at: '2026-11-21T08:00:00.000Z',
        day: '2026-11-20',
        title: 'quiet until tomorrow',
        text: '',
      },
    ]);
    const app = appFor(store, { scheduler, now });
    const get = async (path: string) =>
      (await app.request(path, { headers: { host: '127.0.0.1:4640' } })).text();
    const atom = await get('/alerts.atom');
    // RFC 4287: feed and entries have an id, a title, a time; the feed an author.
    const tags: string[] = [];
    let depth = 0;
    const parser = new Parser(
      {
        onopentag: (tag) => {
          depth++;
          tags.push(tag);
        },
        onclosetag: () => depth--,
      },
      { xmlMode: true },
    );
    parser.write(atom);
    parser.end();
    expect(depth).toBe(0);
    expect(tags.filter((tag) => tag === 'entry')).toHaveLength(1);
    for (const tag of ['id', 'title', 'updated']) expect(tags.filter((each) => each === tag)).toHaveLength(2);
    expect(atom).toContain('The best set changed: &lt;card&gt; &amp; &quot;board&quot;');
    expect(atom).not.toContain('\u0001');
    expect(atom).not.toContain('quiet until');
    const calendar = new ICAL.Component(ICAL.parse(await get('/calendar.ics')) as never);
    const names = calendar
      .getAllSubcomponents('vevent')
      .map((event) => String(event.getFirstPropertyValue('summary')));
    expect(names).toEqual(
      expect.arrayContaining(['Opening night of the league', 'The best set changed: <card> & "board"']),
    );
  });
  it.each([
    ['2026-11-20T23:30:00', '2026-11-21T07:00:00'],
    ['2026-11-20T03:00:00', '2026-11-20T07:00:00'],
    ['2026-11-20T12:00:00', '2026-11-20T12:00:00'],
  ])('at %s it may tell at %s', (moment, wanted) => {
    expect(tellAt(new Date(moment), { from: '22:00', to: '07:00' })).toEqual(new Date(wanted));
    expect(tellAt(new Date(moment), null)).toEqual(new Date(moment));
  });
});
