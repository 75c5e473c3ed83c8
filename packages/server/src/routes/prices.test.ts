import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { api, catalogueFileSchema, type Api } from '@ripe-pick/contract';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { appFor } from '../test/app.ts';
import type { Scheduler } from '../feeds/scheduler.ts';
import { readPrices } from '../reading/index.ts';
import { manualSource, openStore, type Store } from '../store/index.ts';

/** Prices over the API: nothing is taken that was not asked for, everything wrong is said, everything taken can be seen and corrected. */
const catalogue = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);
let folder: string;
let store: Store;
let app: ReturnType<typeof appFor>;
let watched = 0;
let fetched: string[] = [];
const scheduler: Scheduler = {
  run: async (ids) => void fetched.push(...ids),
  runDue: async () => {},
  start: () => {},
  stop: async () => {},
};
const watch = {
  request: () => void watched++,
  idle: async () => {},
  isRunning: () => false,
  stop: async () => {},
};
const now = async () => new Date('2026-11-21T12:00:00Z');
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-api-'));
  store = await openStore(join(folder, 'test.sqlite'));
  await store.replaceCatalogue(catalogue);
  watched = 0;
  fetched = [];
  app = appFor(store, { scheduler, watch, now });
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

type Answer<K extends keyof Api> = z.infer<Api[K]['response']>;
async function send(name: keyof Api, body?: unknown) {
  const { method, path } = api[name];
  return app.request(path, {
    method,
    headers: { host: '127.0.0.1:4640', 'content-type': 'application/json' },
    ...(method === 'GET' ? {} : { body: JSON.stringify(body ?? null) }),
  });
}
/** The answer, judged by the contract: what the page would be given. */
async function call<K extends keyof Api>(name: K, body?: unknown): Promise<Answer<K>> {
  const answer = await send(name, body);
  expect(answer.status).toBe(200);
  return api[name].response.parse(await answer.json()) as Answer<K>; // the schema of this very call
}
const errorOf = async (answer: Response) =>
  ((await answer.json()) as { error: { message: string; problems: { path: string }[] } }).error;
const [offer] = catalogue.offers.filter((each) => each.shop === 'pennywharf' && each.condition === 'new');
const line = (sku: string, price: string, more = '') =>
  `sku,price,currency,seen\n${sku},${price},EUR,${more}\n`;
const priceOf = async (id: string) =>
  (await store.catalogue()).offers.find((each) => each.id === id)?.priceMinor;

const feed = { id: 'f', name: 'A list', url: 'https://shop.invalid/prices.csv', shop: 'pennywharf' };

describe('reading and taking', () => {
  it('reads without keeping anything', async () => {
    const read = await call('readPrices', { shop: 'pennywharf', text: line(offer.id, '99.90') });
    expect(read).toMatchObject({
      kind: 'table',
      doubts: [],
      rows: [{ part: offer.part, offer: offer.id, how: 'offer' }],
    });
    expect((await call('priceHistory', { offers: [offer.id] })).observations).toBe(0);
    expect(await priceOf(offer.id)).toBe(offer.priceMinor);
    expect(watched).toBe(0);
  });
  it('takes what is confirmed, with its moment, and the watch is asked to look', async () => {
    const read = await call('readPrices', {
      shop: 'pennywharf',
      text: line(offer.id, '99.90', '2026-11-19'),
    });
    const rows = read.rows.map(({ found, part, offer: id }) => ({ found, part, offer: id }));
    const { undo: _, ...taken } = await call('takePrices', { shop: 'pennywharf', source: 'by hand', rows });
    expect(taken).toEqual({ taken: 1, changed: 1, newOffers: 0, repeated: 0, skipped: 0 });
    const history = await call('priceHistory', { parts: [offer.part] });
    expect(history.sources).toEqual(['by hand']);
    expect(new Date(history.series[0].at[0] * 60_000).toISOString()).toBe('2026-11-19T12:00:00.000Z');
    expect(watched).toBe(1);
  });
  it('gives what takes it back: new offers, prices, histories and the numbers that were learnt', async () => {
    const bare = catalogue.parts.find(({ gtin, mpn }) => !gtin && !mpn) ?? catalogue.parts[0];
    const before = [await store.catalogue(), await call('priceHistory', { parts: [offer.part, bare.id] })];
    const { rows } = await call('readPrices', {
      shop: 'pennywharf',
      text: `name,mpn,price,condition,seen\nx,,80.10,,2026-11-20\ny,Z-77-Q,75,refurbished,2026-11-20\n`,
    });
    const [known, fresh] = rows.map(({ found }) => found);
    const { newOffers, undo } = await call('takePrices', {
      shop: 'pennywharf',
      source: 'by hand',
      rows: [
        { found: known, part: offer.part, offer: offer.id },
        { found: fresh, part: bare.id, offer: null },
      ],
    });
    expect(newOffers).toBe(1);
    expect(await priceOf(offer.id)).toBe(8010);
    await call('editCatalogue', { changes: undo });
    const { sources: _, ...history } = before[1] as { sources: unknown };
    expect(await store.catalogue()).toEqual(before[0]);
    expect(await call('priceHistory', { parts: [offer.part, bare.id] })).toMatchObject(history);
  });
  it('takes nothing that is dated ahead of today, and says so by its row', async () => {
    const { rows } = await call('readPrices', {
      shop: 'pennywharf',
      text: line(offer.id, '99.90', '2027-05-01'),
    });
    expect(rows[0]).toMatchObject({
      isSure: false,
      doubt: expect.stringContaining('ahead of today') as unknown,
    });
    const taking = await send('takePrices', {
      shop: 'pennywharf',
      source: 'x',
      rows: rows.map(({ found, part, offer: id }) => ({ found, part, offer: id })),
    });
    expect(await errorOf(taking)).toMatchObject({ problems: [{ path: 'rows[0]' }] });
    expect((await call('priceHistory', { offers: [offer.id] })).series).toEqual([]);
    // Another clock or time zone may be some hours ahead: that is now.
    const soon = { ...rows[0].found, at: Date.parse('2026-11-21T20:00:00Z') / 60_000 };
    await call('takePrices', {
      shop: 'pennywharf',
      source: 'x',
      rows: [{ found: soon, part: rows[0].part, offer: rows[0].offer }],
    });
    const { series } = await call('priceHistory', { offers: [offer.id] });
    expect(series[0].at).toEqual([Date.parse('2026-11-21T12:00:00Z') / 60_000]);
  });
  it('takes the table of prices back as it was written, each row at the shop that it names', async () => {
    const wanted = catalogue.offers.filter(({ inStock }) => inStock).slice(0, 40);
    const shopOf = new Map(catalogue.shops.map((each) => [each.id, each]));
    await store.takePrices(
      wanted.flatMap(({ id, part, shop, priceMinor }, n) =>
        [3, 2, 1].map((days) => ({
          offer: id,
          part,
          shop,
          currency: shopOf.get(shop)?.currency ?? 'EUR',
          at: Date.parse('2026-11-20T10:00:00Z') / 60_000 - days * 1440,
          price: days === 2 && n % 5 === 0 ? null : priceMinor + 100 * days,
          stock: null,
        })),
      ),
      manualSource('first'),
    );
    const histories = async () =>
      (await call('priceHistory', { offers: wanted.map(({ id }) => id) })).series.map(
        ({ source: _, ...series }) => series,
      );
    const before = await histories();
    const table = await (await app.request('/prices.csv', { headers: { host: '127.0.0.1:4640' } })).text();
    await store.close();
    store = await openStore(join(folder, 'second.sqlite'));
    await store.replaceCatalogue(catalogue);
    app = appFor(store, { scheduler, watch, now });
    const { rows, doubts } = await call('readPrices', { shop: null, text: table });
    expect(doubts).toEqual([]);
    expect(rows.every(({ isSure }) => isSure)).toBe(true);
    await call('takePrices', {
      shop: null,
      source: 'prices.csv',
      rows: rows.map(({ found, part, offer: id }) => ({ found, part, offer: id })),
    });
    expect(await histories()).toEqual(before);
  });
  it('remembers what somebody said of a row: the part gets its numbers, and the next row is matched by them', async () => {
    const bare = catalogue.parts.find(({ gtin, mpn }) => !gtin && !mpn) ?? catalogue.parts[0];
    await store.editCatalogue([{ do: 'put-part', item: { ...bare, gtin: undefined, mpn: undefined } }]);
    const text = 'name,gtin,mpn,price\nNothing like it 9,4006381333931,XQ-77 B,12.00\n';
    const read = async () => (await call('readPrices', { shop: 'pennywharf', text })).rows[0];
    const row = await read();
    expect([row.how, row.isSure]).toEqual(['none', false]);
    const chosen = { found: row.found, part: bare.id, offer: null };
    await call('takePrices', { shop: 'pennywharf', source: 'x', rows: [chosen] });
    expect(await read()).toMatchObject({ how: 'item number', part: bare.id });
    // A number that another part has is left alone.
    const other = catalogue.parts.find(({ id, mpn }) => id !== bare.id && mpn) ?? bare;
    await call('takePrices', { shop: 'pennywharf', source: 'x', rows: [{ ...chosen, part: other.id }] });
    const { parts } = await store.catalogue();
    expect(parts.filter(({ gtin }) => gtin === row.found.gtin)).toHaveLength(1);
    expect(parts.find(({ id }) => id === other.id)?.mpn).toBe(other.mpn);
  });
  it('makes a new offer where a shop had none, and none without a shop or a price', async () => {
    const part = catalogue.parts.find(
      (each) =>
        each.gtin && !catalogue.offers.some((one) => one.part === each.id && one.shop === 'lanternhouse'),
    );
    const text = `gtin,price,currency\n${part?.gtin},31.00,EUR\n`;
    const rows = (await call('readPrices', { shop: 'lanternhouse', text })).rows.map(
      ({ found, part: id, offer: known }) => ({ found, part: id, offer: known }),
    );
    expect(rows[0]).toMatchObject({ part: part?.id, offer: null });
    expect(await errorOf(await send('takePrices', { shop: null, source: 'x', rows }))).toMatchObject({
      problems: [{ path: 'rows[0]', message: 'a new offer needs a shop' }],
    });
    expect(await call('takePrices', { shop: 'lanternhouse', source: 'x', rows })).toMatchObject({
      newOffers: 1,
    });
    expect((await store.catalogue()).offers.at(-1)).toMatchObject({
      part: part?.id,
      shop: 'lanternhouse',
      priceMinor: 3100,
      condition: 'new',
    });
    // Once more: it is known now.
    const again = await call('readPrices', { shop: 'lanternhouse', text });
    expect(again.rows[0].offer).not.toBeNull();
  });
  it.each([
    ['a shop that is not there', 'readPrices', { shop: 'nowhere', text: 'x' }, 404],
    ['a field that nobody knows', 'readPrices', { shop: null, text: 'x', run: true }, 422],
    [
      'a part that is not there',
      'takePrices',
      {
        shop: null,
        source: 'x',
        rows: [{ found: { name: 'x', priceMinor: 5, currency: 'EUR' }, part: 'no-part', offer: null }],
      },
      422,
    ],
    [
      'a fraction of a cent',
      'takePrices',
      {
        shop: null,
        source: 'x',
        rows: [{ found: { name: 'x', priceMinor: 5.5, currency: 'EUR' }, part: 'a', offer: null }],
      },
      422,
    ],
    ['no rows', 'takePrices', { shop: null, source: 'x', rows: [] }, 422],
    ['a look that is not there', 'correctPrice', { offer: 'no-offer', at: 5 }, 404],
    ['a correction that is not there', 'turnCorrection', { serial: 77 }, 404],
    [
      'an address that is none',
      'putFeed',
      { feed: { id: 'f', name: 'f', url: 'nonsense', shop: 'pennywharf' } },
      422,
    ],
    [
      'an address of a file',
      'putFeed',
      { feed: { id: 'f', name: 'f', url: 'file:///etc/passwd', shop: 'pennywharf' } },
      422,
    ],
    [
      'a source of no shop',
      'putFeed',
      { feed: { id: 'f', name: 'f', url: 'https://a.invalid/', shop: 'nowhere' } },
      404,
    ],
    ['a market that does not run', 'advanceMarket', undefined, 404],
  ] as const)('refuses %s, and nothing changes', async (_, name, body, status) => {
    const before = await store.catalogue();
    expect((await send(name, body)).status).toBe(status);
    expect(await store.catalogue()).toEqual(before);
    expect(watched).toBe(0);
  });
});

describe('correcting', () => {
  it('changes a look, shows it on the offer, and can be taken back', async () => {
    const { rows } = await call('readPrices', { shop: 'pennywharf', text: line(offer.id, '99.90') });
    await call('takePrices', {
      shop: 'pennywharf',
      source: 'x',
      rows: rows.map(({ found, part, offer: id }) => ({ found, part, offer: id })),
    });
    const at = (await call('priceHistory', { offers: [offer.id] })).series[0].at[0];
    const made = await call('correctPrice', { offer: offer.id, at, priceMinor: 8990 });
    expect(await priceOf(offer.id)).toBe(8990);
    expect((await call('corrections')).corrections).toHaveLength(1);
    expect(await call('turnCorrection', { serial: made.serial })).toMatchObject({ isUndone: true });
    expect(await priceOf(offer.id)).toBe(9990);
    expect(await call('correctPrice', { offer: offer.id, at })).toMatchObject({ isRemoval: true });
    expect((await call('priceHistory', { offers: [offer.id] })).observations).toBe(0);
  });
});

describe('sources', () => {
  it('are listed, changed, fetched when asked, and removed; another address begins anew', async () => {
    const listed = await call('putFeed', { feed });
    expect(listed.feeds[0]).toMatchObject({
      feed: { everyHours: 24, isOn: true, allowPrivate: false },
      state: { result: 'never' },
    });
    await store.saveFeedState({ ...listed.feeds[0].state, result: 'ok', etag: '"1"' });
    await call('putFeed', { feed: { ...feed, name: 'Renamed' } });
    expect((await call('feeds')).feeds[0]).toMatchObject({
      feed: { name: 'Renamed' },
      state: { etag: '"1"' },
    });
    await call('putFeed', { feed: { ...feed, url: 'https://shop.invalid/other.csv' } });
    expect((await call('feeds')).feeds[0].state).toMatchObject({ etag: null, result: 'never' });
    await call('fetchFeeds', { feeds: ['f'] });
    expect(fetched).toEqual(['f']);
    expect((await call('removeFeed', { feed: 'f' })).feeds).toEqual([]);
  });
  it('hold what is doubtful until somebody takes it, as another part if need be, or lets it go', async () => {
    const { feeds } = await call('putFeed', { feed });
    const found = { name: 'Something', priceMinor: 500, currency: 'EUR', condition: 'new' as const };
    const row = (name: string, part: string | null, known: string | null) => ({
      found: { ...found, name },
      part,
      offer: known,
      how: 'name' as const,
      isSure: false,
      others: [],
      doubt: 'look',
    });
    await store.takeHarvest({
      feed: feeds[0].feed,
      state: feeds[0].state,
      intakes: [],
      deals: [],
      held: [row('a', offer.part, offer.id), row('b', null, null), row('c', null, null)],
    });
    const held = (await call('feeds')).held;
    expect(held.map((each) => each.row.found.name)).toEqual(['a', 'b', 'c']);
    await call('settleHeld', { serials: [held[0].serial], take: true });
    expect(await priceOf(offer.id)).toBe(500);
    expect((await send('settleHeld', { serials: [held[1].serial], take: true })).status).toBe(422);
    await call('settleHeld', { serials: [held[1].serial], take: true, part: offer.part });
    expect((await call('settleHeld', { serials: [held[2].serial], take: false })).held).toEqual([]);
  });
});

describe('a fault in the middle', () => {
  it('of an answer to what is held leaves all of it waiting, and no price taken', async () => {
    const { feeds } = await call('putFeed', { feed });
    const found = { name: 'Something', priceMinor: 500, currency: 'EUR', condition: 'new' as const };
    const row = (name: string, part: string | null) => ({
      found: { ...found, name },
      part,
      offer: part === null ? null : offer.id,
      how: 'name' as const,
      isSure: false,
      others: [],
      doubt: 'look',
    });
    await store.takeHarvest({
      ...feeds[0],
      intakes: [],
      deals: [],
      held: [row('known', offer.part), row('unknown', null)],
    });
    const { held } = await call('feeds');
    const before = await priceOf(offer.id);
    const answer = await send('settleHeld', { serials: held.map(({ serial }) => serial), take: true });
    expect(answer.status).toBe(422);
    expect(await priceOf(offer.id)).toBe(before);
    expect((await call('feeds')).held).toEqual(held);
  });
});

describe('a price in another currency than its offer’s', () => {
  const row = (currency: string) => ({
    found: { name: 'A thing', priceMinor: 12345, currency, condition: 'new' },
    part: offer.part,
    offer: offer.id,
  });
  it('is never taken as if it were in it: the row is named, and nothing is taken', async () => {
    const before = await priceOf(offer.id);
    const answer = await send('takePrices', { shop: null, source: 'typed', rows: [row('EUR'), row('SEK')] });
    expect(answer.status).toBe(422);
    const { problems } = await errorOf(answer);
    expect(problems).toMatchObject([{ path: 'rows[1]', message: expect.stringMatching(/SEK.*EUR/) }]);
    expect(await priceOf(offer.id)).toBe(before);
  });
});

describe('what goes out', () => {
  it('is every look as CSV that is read back as it was, with no formula in it', async () => {
    await store.replaceCatalogue({
      ...catalogue,
      parts: catalogue.parts.map((part) =>
        part.id === offer.part ? { ...part, brand: '=HYPERLINK("x")' } : part,
      ),
    });
    const observations = [
      [0, 9990],
      [1, null],
      [2, 8990],
    ] as const;
    const at = (day: number) => Date.parse('2026-11-18T12:00:00Z') / 60_000 + day * 1440;
    await store.takePrices(
      observations.map(([day, price]) => ({
        offer: offer.id,
        part: offer.part,
        shop: offer.shop,
        currency: 'EUR',
        at: at(day),
        price,
        stock: null,
      })),
      manualSource('x'),
    );
    const answer = await app.request('/prices.csv', { headers: { host: '127.0.0.1:4640' } });
    expect(answer.headers.get('content-disposition')).toMatch(/attachment/);
    const text = await answer.text();
    expect(text).toContain(`"'=HYPERLINK(""x"")`);
    const { found, doubts } = readPrices({ text }, 'EUR');
    expect(doubts).toEqual([]);
    expect(found.map((each) => [each.sku, each.at, each.priceMinor])).toEqual(
      observations.map(([day, price]) => [offer.id, at(day), price]),
    );
  });
  it('says nothing of its own reliability before it was judged', async () => {
    expect(await call('reliability')).toMatchObject({ judged: 0, open: 0, bins: [], promise: 0.85 });
    expect(await call('watch')).toEqual({ points: [], alerts: [], isRunning: false });
    expect(await call('market')).toEqual({ address: null, day: null, fault: 'none' });
  });
});
