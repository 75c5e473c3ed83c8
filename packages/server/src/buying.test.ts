import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  buyingSchema,
  catalogueFileSchema,
  dealSchema,
  MAX_RECEIPT_BYTES,
  type CatalogueFile,
} from '@ripe-pick/contract';
import ICAL from 'ical.js';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { appFor } from './test/app.ts';
import { openStore, type Store } from './store/index.ts';

const text = (name: string) => readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8');
const demo = catalogueFileSchema.parse(JSON.parse(text('catalogue.json')));
const buying = buyingSchema.parse(JSON.parse(text('buying.json')));
let folder: string;
let store: Store;
let app: ReturnType<typeof appFor>;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-buying-'));
  store = await openStore(join(folder, 'data', 'test.sqlite'));
  app = appFor(store);
  await store.replaceCatalogue(demo);
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});
const call = (path: string, init: RequestInit & { headers?: Record<string, string> } = {}) =>
  app.request(path, { ...init, headers: { host: '127.0.0.1:4640', ...init.headers } });
const post = (path: string, body: unknown) =>
  call(path, { method: 'POST', body: JSON.stringify(body), headers: { 'content-type': 'application/json' } });
const catalogue = async () => (await (await call('/api/catalogue')).json()) as CatalogueFile;
const problemsOf = async (answer: Response) =>
  ((await answer.json()) as { error: { problems: { path: string; message: string }[] } }).error.problems;

const edit = (...changes: object[]) => post('/api/catalogue/edit', { changes });

const DEAL = {
  id: 'mine',
  kind: 'code',
  name: 'Ten off',
  seenOn: '2026-11-20',
  shop: 'pennywharf',
  code: 'TEN',
  off: { kind: 'amount', minor: 1000 },
};

describe('deals and shops over the API', () => {
  it('a deal is put, changed under its id, and taken out; everything else stays as it was', async () => {
    expect((await edit({ do: 'put-deal', item: DEAL })).status).toBe(200);
    expect((await catalogue()).deals.at(-1)).toMatchObject({ id: 'mine', minSpendMinor: 0, stacks: false });
    await edit({ do: 'put-deal', item: { ...DEAL, code: 'ELEVEN' } });
    const after = await catalogue();
    expect(after.deals.filter((deal) => deal.id === 'mine')).toHaveLength(1);
    expect(after.deals.at(-1)).toMatchObject({ code: 'ELEVEN' });
    await edit({ do: 'remove-deal', id: 'mine' });
    const { about: _, ...file } = demo;
    expect(await catalogue()).toEqual(file);
  });
  it.each([
    ['a shop that is not there', { ...DEAL, shop: 'nowhere' }, 'shop'],
    ['a part that is not there', { ...DEAL, parts: ['nothing'] }, 'parts[0]'],
    ['a last day before the first', { ...DEAL, from: '2026-12-02', to: '2026-12-01' }, 'to'],
    ['more than all of it', { ...DEAL, off: { kind: 'percent', percent: 101 } }, 'percent'],
    ['a fraction of a cent', { ...DEAL, off: { kind: 'amount', minor: 10.5 } }, 'minor'],
    [
      'a combo of one part',
      { ...DEAL, kind: 'combo', code: undefined, off: undefined, parts: [demo.parts[0].id], offMinor: 100 },
      'parts',
    ],
    ['a field that nobody knows', { ...DEAL, colour: 'red' }, 'colour'],
    ['a day that is none', { ...DEAL, to: '2027-02-29' }, 'to'],
  ] as const)('%s is refused by field, and nothing changes', async (_, deal, path) => {
    const answer = await edit({ do: 'put-deal', item: deal });
    expect(answer.status).toBe(422);
    const problems = await problemsOf(answer);
    expect(problems.some((problem) => `${problem.path} ${problem.message}`.includes(path))).toBe(true);
    expect((await catalogue()).deals).toEqual(demo.deals);
  });
  it('every kind of deal in the demo passes the schema twice', () => {
    expect(new Set(demo.deals.map((deal) => deal.kind)).size).toBe(6);
    for (const deal of demo.deals) expect(dealSchema.parse(JSON.parse(JSON.stringify(deal)))).toEqual(deal);
  });
  it('a shop’s terms change in place, with fees by item and weight, tax and days', async () => {
    const [first] = demo.shops;
    const shop = {
      ...first,
      taxAddedPercent: 19,
      sendsInDays: 6,
      shipping: { ...first.shipping, perItemMinor: 50, byClassMinor: { small: 0, medium: 100, large: 800 } },
    };
    expect((await edit({ do: 'put-shop', item: shop })).status).toBe(200);
    const after = await catalogue();
    expect(after.shops[0]).toEqual(shop);
    expect(after.shops).toHaveLength(demo.shops.length);
    expect((await edit({ do: 'put-shop', item: { ...shop, taxAddedPercent: -1 } })).status).toBe(422);
  });
});

describe('what is kept of buying', () => {
  const brief = JSON.parse(text('brief-league-seat.json')) as Record<string, unknown>;
  const { format: _f, version: _v, ...rest } = brief;
  const workspace = { brief: rest, candidates: [{ id: 'a', name: 'A', picks: {} }], active: 'a' };
  const save = (more: object, revision = 0) =>
    call('/api/workspace', {
      method: 'PUT',
      body: JSON.stringify({ revision, workspace: { ...workspace, ...more } }),
      headers: { 'content-type': 'application/json' },
    });
  it('finds, orders, slips and versions are given back as they came', async () => {
    expect((await save(buying)).status).toBe(200);
    const saved = (await (await call('/api/workspace')).json()) as { workspace: typeof buying };
    expect(saved.workspace).toMatchObject(buying);
    await save({}, 1);
    const none = (await (await call('/api/workspace')).json()) as { workspace: typeof buying };
    expect(none.workspace.claims).toEqual([]);
  });
  it.each([
    ['a find without parts', { listings: [{ ...buying.listings[0], parts: [] }] }],
    ['more good deals than rated ones', { listings: [{ ...buying.listings[0], good: 9, rated: 3 }] }],
    ['a slip in a state that is none', { claims: [{ ...buying.claims[0], state: 'lost' }] }],
    ['an order without lines', { orders: [{ ...buying.orders[0], lines: [] }] }],
  ])('%s is refused', async (_, more) => expect((await save(more)).status).toBe(422));
  it('the calendar holds every day that is ahead, and reads back in a general library', async () => {
    await save(buying);
    const answer = await call('/calendar.ics');
    expect(answer.headers.get('content-type')).toBe('text/calendar; charset=utf-8');
    const events = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[])
      .getAllSubcomponents('vevent')
      .map((each) => new ICAL.Event(each));
    const days = Object.fromEntries(
      events.map((event) => [event.uid.split('@')[0], event.startDate.toString()]),
    );
    expect(days['slip-slip-spar-send']).toBe(buying.claims[0].sendBy);
    expect(days['slip-slip-breeze-payout']).toBe('2026-12-21');
    expect(days['brief-ready']).toBe('2026-12-11');
    expect(days['slip-slip-points-payout']).toBeUndefined();
  });
  it('is empty, and still a calendar, before anything was saved; other sites are refused', async () => {
    const calendar = new ICAL.Component(ICAL.parse(await (await call('/calendar.ics')).text()) as unknown[]);
    expect(calendar.getAllSubcomponents('vevent')).toEqual([]);
    expect((await call('/calendar.ics', { headers: { host: 'evil.example:4640' } })).status).toBe(403);
  });
});

describe('receipts', () => {
  const put = (id: string, body: string | Uint8Array<ArrayBuffer>) =>
    call(`/api/receipts/${id}`, { method: 'PUT', body });
  it('are kept beside the database and come back as a download, byte for byte', async () => {
    const bytes = new Uint8Array(2000).map((_, n) => (n * 7) % 256);
    expect(await (await put('receipt-1', bytes)).json()).toEqual({ bytes: 2000 });
    const back = await call('/api/receipts/receipt-1');
    expect(new Uint8Array(await back.arrayBuffer())).toEqual(bytes);
    expect(back.headers.get('content-disposition')).toBe('attachment');
    expect(back.headers.get('content-type')).toBe('application/octet-stream');
    expect(back.headers.get('x-content-type-options')).toBe('nosniff');
    expect(readdirSync(join(folder, 'data', 'receipts'))).toEqual(['receipt-1']);
  });
  it.each(['..%2Ftest.sqlite', '%2e%2e', 'a%00b', '.hidden', 'a%2Fb'])(
    '%s is no name for one',
    async (id) => {
      expect([400, 404, 422]).toContain((await put(id, 'x')).status);
      expect([400, 404]).toContain((await call(`/api/receipts/${id}`)).status);
    },
  );
  it('one that is empty or too large is refused, with the reason', async () => {
    expect((await put('empty', '')).status).toBe(422);
    const large = await put('large', new Uint8Array(MAX_RECEIPT_BYTES + 1));
    expect(large.status).toBe(413);
    expect(((await large.json()) as { error: { message: string } }).error.message).toContain('8 MB');
    expect((await call('/api/receipts/nothing')).status).toBe(404);
  });
});
