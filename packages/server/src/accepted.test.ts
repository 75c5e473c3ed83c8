import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  calendarOf,
  catalogueFileSchema,
  doubtOf,
  feedSchema,
  FORMULA,
  MOST,
  type Api,
} from '@ripe-pick/contract';
import ical from 'ical.js';
import Papa from 'papaparse';
import { SaxesParser } from 'saxes';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { keepFetched } from './feeds/keep-fetched.ts';
import { openRoom } from './feeds/room/room.ts';
import { openStore, type Store } from './store/index.ts';
import { appFor } from './test/app.ts';
import { cannotBeRead, sent, sentText } from './test/read-all.ts';
import { alertsFeedOf } from './watch/atom.ts';

/*
 * Whatever is accepted can be read back: ways in which something was once let in that nothing could read any more. After each, everything is
 * read, the server starts anew, and everything is read again.
 */

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueFileSchema.parse(demo('catalogue.json'));
const now = new Date('2026-11-21T12:00:00Z');
const [offer] = catalogue.offers.filter(({ shop }) => shop === 'pennywharf');
const { part: PART, shop: SHOP } = offer;

let folder: string;
let store: Store;
let app: ReturnType<typeof appFor>;
const open = async () => {
  store = await openStore(join(folder, 'test.sqlite'));
  app = appFor(store, { now: async () => now });
};
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-accepted-'));
  await open();
  await store.replaceCatalogue(catalogue);
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Nothing was set aside, everything is read, and again after a restart. */
async function expectAllReadable(): Promise<void> {
  expect(await cannotBeRead(app)).toEqual([]);
  await store.close();
  await open();
  expect(await cannotBeRead(app)).toEqual([]);
  expect(await store.aside()).toEqual([]);
}

const status = async (name: keyof Api, body: unknown) => (await sent(app, name, body)).status;
const problem = async (name: keyof Api, body: unknown) => {
  const answer = await sent(app, name, body);
  const { error } = (await answer.json()) as { error: { problems: { path: string; message: string }[] } };
  return { status: answer.status, ...error.problems[0] };
};

const feed = feedSchema.parse({ id: 'f', name: 'F', url: 'https://shop.example/f.json', shop: SHOP });
async function fetched(text: string): Promise<void> {
  await store.putFeed(feed);
  const [row] = await store.feeds();
  const bytes = new TextEncoder().encode(text);
  const room = openRoom(store);
  await keepFetched(row, { kind: 'ok', text, bytes, etag: null, modified: null }, { store, room }, now);
}

const record = (id: string) => ({
  id,
  game: 'x',
  cpu: 'c',
  memory: {},
  average: 60,
  source: { name: 's', on: '2026-11-01' },
});
const workspaceWith = (more: object) => ({
  revision: 0,
  workspace: {
    brief: {
      name: 'B',
      money: { currency: 'EUR', budgetMinor: 1 },
      play: { games: [], widthPx: 1920, heightPx: 1080, refreshHz: 60 },
      needs: {},
    },
    candidates: [{ id: 'a', name: 'A', picks: {} }],
    active: 'a',
    ...more,
  },
});

describe('what is accepted can be read back', () => {
  it('doubts longer than are kept, and many of them', async () => {
    const offers = Array.from({ length: 80 }, (_, n) => ({
      '@type': 'Offer',
      price: [`${n}${'9'.repeat(900)}`, '2'],
      priceCurrency: 'EUR',
    }));
    const page = { '@type': 'Product', name: 'N'.repeat(2000), offers };
    await fetched(
      `<html><body><script type="application/ld+json">${JSON.stringify(page)}</script></body></html>`,
    );
    expect((await store.feeds())[0].state.doubts).toHaveLength(50);
    await expectAllReadable();
  });
  it('a stock of 999,999, in a table and over the API', async () => {
    await fetched(`sku,name,price,currency,stock\n${offer.id},x,${offer.priceMinor / 100},EUR,999999\n`);
    expect((await store.catalogue()).offers.find(({ id }) => id === offer.id)?.stock).toBe(999_999);
    const found = { name: 'x', priceMinor: 100, currency: 'EUR', stock: 999_999, sku: 'another' };
    expect(
      await status('takePrices', { shop: SHOP, source: 's', rows: [{ found, part: PART, offer: null }] }),
    ).toBe(200);
    const more = { ...found, stock: 1_000_001 };
    expect(
      await status('takePrices', {
        shop: SHOP,
        source: 's',
        rows: [{ found: more, part: PART, offer: null }],
      }),
    ).toBe(422);
    await expectAllReadable();
  });
  it('49,000 records twice: the second time is refused in total, and nothing of it is kept', async () => {
    const put = (from: string) => ({
      put: Array.from({ length: 49_000 }, (_, n) => record(`${from}${n}`)),
    });
    expect(await status('changeRecords', put('a'))).toBe(200);
    expect(await problem('changeRecords', put('b'))).toMatchObject({
      status: 422,
      path: '(in total)',
      message: expect.stringContaining(`at most ${MOST.records}`) as unknown,
    });
    expect(await store.records()).toHaveLength(49_000);
    await expectAllReadable();
  }, 60_000);
  it('good without rated, an address of 2,000 letters, a seller of blanks: taken whole or refused by row', async () => {
    const take = (found: object) =>
      problem('takePrices', {
        shop: SHOP,
        source: 's',
        rows: [{ found: { name: 'x', priceMinor: 1, currency: 'EUR', ...found }, part: PART, offer: null }],
      });
    expect(await take({ seller: 'one', good: 5 })).toMatchObject({ status: 422 });
    expect(await take({ seller: '   ' })).toMatchObject({ status: 422, path: 'rows[0]' });
    const url = `https://shop.example/${'x'.repeat(1900)}`;
    const found = { name: 'x', priceMinor: 1, currency: 'EUR', url };
    expect(
      await status('takePrices', { shop: SHOP, source: 's', rows: [{ found, part: PART, offer: null }] }),
    ).toBe(200);
    await expectAllReadable();
  }, 240_000);
  it('deals of a feed: of unknown parts, and of an id that is taken', async () => {
    const deal = (more: object) => ({
      ...{ id: 'd', name: 'D', seenOn: '2026-11-20', kind: 'gift', shop: SHOP, parts: [PART] },
      ...{ gift: { part: null, text: 'a game' } },
      ...more,
    });
    expect(
      await status('editCatalogue', { changes: [{ do: 'put-deal', item: deal({ name: 'Mine' }) }] }),
    ).toBe(200);
    const deals = [
      deal({ id: 'e', gift: { part: 'nobody-knows', text: 'a part' } }),
      deal({ name: 'Theirs' }),
      deal({ id: 'g' }),
      deal({ id: 'h', seenOn: '9999-12-31' }),
    ];
    const offers = [{ name: 'x', sku: offer.id, price: '10.00', currency: 'EUR' }];
    await fetched(JSON.stringify({ offers, deals }));
    const kept = (await store.catalogue()).deals;
    expect(kept.find(({ id }) => id === 'd')?.name).toBe('Mine');
    expect(kept.map(({ id }) => id).filter((id) => 'degh'.includes(id))).toEqual(['d', 'g']);
    const doubts = (await store.feeds())[0].state.doubts
      .map(({ where, what }) => `${where}: ${what}`)
      .join('\n');
    for (const said of [
      /deal 1: no part has the id "nobody-knows"/,
      /deal d: .*is there already/,
      /deal 4: seenOn/,
    ])
      expect(doubts).toMatch(said);
    // The next fetch may change what the source itself stated, and nothing else.
    await fetched(
      JSON.stringify({ offers, deals: [deal({ id: 'g', name: 'Changed' }), deal({ name: 'Theirs' })] }),
    );
    const after = (await store.catalogue()).deals;
    expect(after.filter(({ id }) => 'dg'.includes(id)).map(({ name }) => name)).toEqual(['Mine', 'Changed']);
    await expectAllReadable();
  });
  it('days far ahead are refused wherever they are written', async () => {
    expect(await status('importCatalogue', { ...catalogue, today: '9999-12-31' })).toBe(422);
    expect(await status('importCatalogue', { ...catalogue, today: '2159-12-31' })).toBe(200);
    const wish = { brief: { ...workspaceWith({}).workspace.brief, dates: { readyBy: '9999-12-31' } } };
    expect(await status('saveWorkspace', workspaceWith(wish))).toBe(422);
    await expectAllReadable();
  });
  it('ids that stand twice are refused at the second one', async () => {
    const target = { id: 't', part: PART, currency: 'EUR', priceMinor: 1 };
    expect(await problem('saveWorkspace', workspaceWith({ targets: [target, target] }))).toMatchObject({
      status: 422,
      path: 'workspace.targets[1]',
    });
    const step = { serial: 1, label: 's', at: '2026-11-20T10:00:00Z', back: [], forth: [] };
    const history = { keepFrom: 0, keepTo: 0, add: [step, step], done: 1 };
    expect(await problem('saveWorkspace', { ...workspaceWith({}), history })).toMatchObject({
      status: 422,
      path: 'history.add[1].serial',
    });
    const rate = { from: 'EUR', to: 'SEK', rate: 11, on: '2026-11-20' };
    expect(await problem('importCatalogue', { ...catalogue, currencyRates: [rate, rate] })).toMatchObject({
      status: 422,
      path: 'currencyRates[1].id',
    });
    await expectAllReadable();
  });
  it('steps are counted in total: the oldest are dropped', async () => {
    const add = (from: number) =>
      Array.from({ length: MOST.steps }, (_, n) => ({
        ...{ serial: from + n, label: 's', at: '2026-11-20T10:00:00Z', back: [], forth: [] },
      }));
    const save = (revision: number, from: number) =>
      status('saveWorkspace', {
        ...workspaceWith({}),
        revision,
        history: { keepFrom: 0, keepTo: from - 1, add: add(from), done: from },
      });
    expect([await save(0, 1), await save(1, 301)]).toEqual([200, 200]);
    const { steps } = (await store.workspace()).history;
    expect([steps.length, steps[0].serial]).toEqual([MOST.steps, 301]);
    await expectAllReadable();
  });
  it('JSON nested 20,000 deep is refused as such by every call that takes a body', async () => {
    const deep = `${'['.repeat(20_000)}${']'.repeat(20_000)}`;
    for (const body of [deep, `{"revision":0,"workspace":{"brief":${deep}}}`, `{"changes":[${deep}]}`])
      for (const name of ['saveWorkspace', 'editCatalogue', 'changeRecords', 'importCatalogue'] as const)
        expect((await sentText(app, name, body)).status).toBe(400);
    await expectAllReadable();
  });
  it('a history that does not add up is refused', async () => {
    const run = { first: 10, last: 20, price: 100, stock: null, source: 1 };
    const history = (gaps: string, more = {}) =>
      status('editCatalogue', {
        changes: [{ do: 'put-history', offer: offer.id, runs: [{ ...run, gaps, ...more }] }],
      });
    await fetched(`sku,name,price,currency\n${offer.id},x,${offer.priceMinor / 100},EUR\n`);
    expect(await history(Buffer.from([10]).toString('base64'))).toBe(200);
    expect(await history(Buffer.from([11]).toString('base64'))).toBe(422);
    expect(await history(Buffer.from([255, 255, 255, 255, 255, 255, 255, 127]).toString('base64'))).toBe(422);
    expect(await history(Buffer.from([10]).toString('base64'), { source: 99 })).toBe(422);
    await expectAllReadable();
  });
  it('a receipt whose id begins like another’s leaves that one alone', async () => {
    const put = (id: string, byte: number) =>
      app.request(`/api/receipts/${id}`, {
        method: 'PUT',
        headers: { host: '127.0.0.1:4640' },
        body: Uint8Array.from([byte]),
      });
    for (const [n, id] of ['bill', 'bill.part', 'bill.part.part'].entries())
      expect((await put(id, n)).status).toBe(200);
    expect((await put('bill', 9)).status).toBe(200);
    const read = (id: string) => store.receipts.get(id)?.[0];
    expect([read('bill'), read('bill.part'), read('bill.part.part')]).toEqual([9, 1, 2]);
  });
});

describe('what goes out is what its readers take', () => {
  const nasty = `a\ufffe\u0000\u000b\ud800 <&"\t\u0085 ü`;
  it('alerts with letters that XML does not know (XML 1.0, 2.2; read by saxes)', () => {
    const at = '2026-11-20T10:00:00.000Z';
    const told = { kind: 'feed', title: nasty, text: nasty } as const;
    const alert = { ...told, serial: 1, at, day: '2026-11-20', isRead: false };
    const faults: string[] = [];
    const texts: string[] = [];
    const parser = new SaxesParser();
    parser.on('error', (error) => faults.push(error.message));
    parser.on('text', (text) => texts.push(text));
    parser.write(alertsFeedOf([alert], 'http://127.0.0.1')).close();
    expect(faults).toEqual([]);
    expect(texts).toContain('a <&"\t ü');
  });
  it('days with control letters (RFC 5545, 3.1; read by ical.js)', () => {
    const day = { uid: 'u', day: '2026-11-20', title: nasty, about: nasty, remindDays: 1 } as Parameters<
      typeof calendarOf
    >[0][0];
    const text = calendarOf([day], nasty, now.toISOString());
    expect(text.replaceAll('\r\n', '')).not.toMatch(/\p{Cc}/u);
    const events = new ical.Component(ical.parse(text) as unknown[]).getAllSubcomponents('vevent');
    expect(events).toHaveLength(1);
  });
  it.each(['=1+1', '@SUM(A1)', '\r=1+1', '\n=1+1', '\t=1+1', '-2+3', '+1\n=cmd', '=5'])(
    'a cell that begins as %j is no formula (common practice, no source)',
    (cell) => {
      const [[, read]] = Papa.parse<string[]>(Papa.unparse([['a', cell]], { escapeFormulae: FORMULA })).data;
      expect(read).toBe(`'${cell}`);
    },
  );
  it.each(['-2', '+3.5', 'a=1', ''])('and a cell of %j is as it is', (cell) => {
    const [[, read]] = Papa.parse<string[]>(Papa.unparse([['a', cell]], { escapeFormulae: FORMULA })).data;
    expect(read).toBe(cell);
  });
  it('a doubt is cut to what is kept', () => {
    const doubt = doubtOf('w'.repeat(999), 'x'.repeat(9999), 'm'.repeat(9999));
    expect([doubt.where.length, doubt.what.length, doubt.mend?.length]).toEqual([300, 500, 500]);
  });
});
