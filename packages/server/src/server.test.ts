import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { catalogueFileSchema } from '@ripe-pick/contract';
import Database from 'libsql';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { openStore, type Store } from './store/index.ts';
import { readBrief, readBuild, readCatalogue, readJson } from './transfer/index.ts';

const text = (name: string) => readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8');
const HOST = { host: '127.0.0.1:4640' };
let folder: string;
let store: Store;
let app: ReturnType<typeof createApp>;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-server-'));
  store = await openStore(join(folder, 'data', 'test.sqlite'));
  app = createApp({ store, version: '0', demoCatalogue: () => text('catalogue.json'), webFolder: null });
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});
const call = (path: string, init: RequestInit & { headers?: Record<string, string> } = {}) =>
  app.request(path, { ...init, headers: { ...HOST, ...init.headers } });
const put = (path: string, body: unknown) =>
  call(path, { method: 'PUT', body: JSON.stringify(body), headers: { 'content-type': 'application/json' } });
const {
  format: _f,
  version: _v,
  ...brief
} = JSON.parse(text('brief-league-seat.json')) as Record<string, unknown>;
const workspace = { brief, candidates: [{ id: 'a', name: 'A', picks: {} }], active: 'a' };

describe('the store', () => {
  it('gives a catalogue back exactly as it came, in its order', async () => {
    const file = catalogueFileSchema.parse(JSON.parse(text('catalogue.json')));
    await store.replaceCatalogue(file);
    const { about: _, ...rest } = file;
    expect(await store.catalogue()).toEqual(rest);
  });
  it('replaces a catalogue whole, and keeps the old one when the new one breaks a rule of the tables', async () => {
    const file = catalogueFileSchema.parse(JSON.parse(text('catalogue.json')));
    await store.replaceCatalogue(file);
    const broken = { ...file, offers: [...file.offers, { ...file.offers[0] }] };
    await expect(store.replaceCatalogue(broken)).rejects.toThrow();
    expect((await store.catalogue()).offers).toHaveLength(file.offers.length);
  });
  it('uses strict tables, foreign keys and a write-ahead log', async () => {
    await store.replaceCatalogue(catalogueFileSchema.parse(JSON.parse(text('catalogue.json'))));
    const raw = new Database(join(folder, 'data', 'test.sqlite'));
    const pragma = (name: string) => Object.values(raw.prepare(`pragma ${name}`).get() as object)[0];
    expect(pragma('journal_mode')).toBe('wal');
    expect(pragma('integrity_check')).toBe('ok');
    expect(() =>
      raw.exec("insert into shops values ('x', 'not a number', 'n', 'shop', 'EUR', 0, null)"),
    ).toThrow(/cannot store TEXT/i);
    expect(() => raw.exec("insert into parts values ('x', 1, 'card', 'm', 'n', 'not json')")).toThrow();
    raw.close();
  });
  it('refuses what the database itself holds when it is not what it should be', async () => {
    await store.replaceCatalogue(catalogueFileSchema.parse(JSON.parse(text('catalogue.json'))));
    const raw = new Database(join(folder, 'data', 'test.sqlite'));
    raw.exec(`update parts set body = '{"slot":"card","id":"x"}' where position = 0`);
    raw.close();
    await expect(store.catalogue()).rejects.toThrow();
  });
  it('keeps the workspace over a restart, and two openings see the same', async () => {
    expect(await store.workspace()).toEqual({ revision: 0, workspace: null });
    expect((await put('/api/workspace', { revision: 0, workspace })).status).toBe(200);
    const second = await openStore(join(folder, 'data', 'test.sqlite'));
    expect((await second.workspace()).workspace?.candidates).toEqual(workspace.candidates);
    await second.close();
  });
});

describe('the API', () => {
  it('tells what it holds', async () => {
    const status = await (await call('/api/status')).json();
    expect(status).toMatchObject({ app: 'ripe-pick', counts: { parts: 0 }, demoAvailable: true });
    const counts = await (await call('/api/demo', { method: 'POST' })).json();
    expect(counts).toMatchObject({ parts: 340, shops: 6, games: 12, gaps: 12 });
  });
  it('previews without writing, imports with it, and refuses a bad catalogue whole', async () => {
    const post = (body: string) => call('/api/catalogue/preview', { method: 'POST', body });
    expect((await post(text('catalogue.json'))).status).toBe(200);
    expect((await (await call('/api/status')).json()).counts.parts).toBe(0);
    const bad = JSON.parse(text('catalogue.json'));
    bad.offers[7].priceMinor = 'free';
    const answer = await put('/api/catalogue', bad);
    expect(answer.status).toBe(422);
    const { error } = await answer.json();
    expect(error.code).toBe('bad-data');
    expect(error.problems[0].path).toBe('offers[7].priceMinor');
    expect((await (await call('/api/status')).json()).counts.parts).toBe(0);
  });
  it('never writes over a change that was made elsewhere', async () => {
    expect(await (await put('/api/workspace', { revision: 0, workspace })).json()).toEqual({ revision: 1 });
    const late = await put('/api/workspace', {
      revision: 0,
      workspace: { ...workspace, candidates: [{ id: 'a', name: 'Late', picks: {} }] },
    });
    expect(late.status).toBe(409);
    expect((await store.workspace()).workspace?.candidates[0].name).toBe('A');
  });
  it.each([
    ['text that is not JSON', '/api/workspace', '{', 400],
    [
      'a workspace without candidates',
      '/api/workspace',
      JSON.stringify({ revision: 0, workspace: { ...workspace, candidates: [] } }),
      422,
    ],
    [
      'a field that nobody knows',
      '/api/workspace',
      JSON.stringify({ revision: 0, workspace, extra: 1 }),
      422,
    ],
  ])('answers %s with a clear error', async (_, path, body, status) => {
    const answer = await call(path, { method: 'PUT', body });
    expect(answer.status).toBe(status);
    expect((await answer.json()).error.message).toMatch(/\.$/);
  });
  it('refuses bodies over its limit before reading them', async () => {
    const answer = await call('/api/catalogue', {
      method: 'PUT',
      body: 'x',
      headers: { 'content-length': String(50 * 1024 * 1024) },
    });
    expect(answer.status).toBe(413);
    expect((await answer.json()).error.message).toContain('32 MB');
  });
  it('has no other calls', async () => {
    expect((await call('/api/nothing')).status).toBe(404);
  });
});

describe('the border', () => {
  it.each(['127.0.0.1:4640', 'localhost:9', '[::1]:4640'])('answers under %s', async (host) => {
    expect((await call('/api/status', { headers: { host } })).status).toBe(200);
  });
  it.each(['evil.example', '127.0.0.1.evil.example', '192.168.0.9:4640'])(
    'refuses %s as its own name',
    async (host) => {
      expect((await call('/api/status', { headers: { host } })).status).toBe(403);
    },
  );
  it('refuses pages of other sites', async () => {
    expect((await call('/api/status', { headers: { origin: 'http://evil.example' } })).status).toBe(403);
    expect((await call('/api/status', { headers: { origin: 'http://127.0.0.1:4640' } })).status).toBe(200);
    expect((await call('/api/status', { headers: { 'sec-fetch-site': 'cross-site' } })).status).toBe(403);
  });
  it('sends a policy without inline script or anything from elsewhere', async () => {
    const policy = (await call('/api/status')).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self';");
    expect(policy).not.toContain('http');
  });
});

describe('reading files', () => {
  const catalogue = catalogueFileSchema.parse(JSON.parse(text('catalogue.json')));
  it('takes a byte order mark, and tells a broken file by line and column', () => {
    expect(readJson('\uFEFF{}').ok).toBe(true);
    const broken = readJson('{\n "a": 1,,\n}');
    expect(broken.ok ? '' : broken.problems[0].path).toBe('line 2, column 9');
    expect(readJson('').ok).toBe(false);
  });
  it('checks briefs and builds against the catalogue', () => {
    expect(readCatalogue(text('catalogue.json')).ok).toBe(true);
    expect(readBrief(text('brief-league-seat.json'), catalogue).ok).toBe(true);
    const build = JSON.parse(text('build-first-idea.json'));
    expect(readBuild(JSON.stringify(build), catalogue).ok).toBe(true);
    build.picks.card = { part: 'given-office-case', offer: null };
    build.picks.memory = { part: 'nothing', offer: null };
    const bad = readBuild(JSON.stringify(build), catalogue);
    expect(bad.ok ? [] : bad.problems.map((problem) => problem.path).sort()).toEqual([
      'picks.card.part',
      'picks.memory.part',
    ]);
  });
});
