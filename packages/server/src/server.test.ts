import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { catalogueFileSchema } from '@ripe-pick/contract';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { appFor } from './test/app.ts';
import { openStore, type Store } from './store/index.ts';
import { readBrief, readBuild, readCatalogueFile, readJson } from './transfer/index.ts';

const text = (name: string) => readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8');
const HOST = { host: '127.0.0.1:4640' };
let folder: string;
let store: Store;
let app: ReturnType<typeof appFor>;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-server-'));
  store = await openStore(join(folder, 'data', 'test.sqlite'));
  app = appFor(store, {
    demo: {
      catalogue: () => text('catalogue.json'),
      records: () => text('records.csv'),
      bench: () => text('bench.json'),
    },
  });
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});
const call = (path: string, init: RequestInit & { headers?: Record<string, string> } = {}) =>
  app.request(path, { ...init, headers: { ...HOST, ...init.headers } });
/** The body of an answer, of a shape that the tests go on to judge. */
interface Body {
  readonly counts: { readonly parts: number };
  readonly error: {
    readonly code: string;
    readonly message: string;
    readonly problems: readonly { readonly path: string }[];
  };
}
const json = async (answer: Response | Promise<Response>) => (await (await answer).json()) as Body;
const put = (path: string, body: unknown) =>
  call(path, { method: 'PUT', body: JSON.stringify(body), headers: { 'content-type': 'application/json' } });
const {
  format: _f,
  version: _v,
  ...brief
} = JSON.parse(text('brief-league-seat.json')) as Record<string, unknown>;
const workspace = { brief, candidates: [{ id: 'a', name: 'A', picks: {} }], active: 'a' };

describe('records, passes and models over the API', () => {
  const post = (path: string, body: unknown) =>
    call(path, {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
    });
  const get = async <T>(path: string) => (await (await call(path)).json()) as T;
  interface Model {
    readonly frameModel: {
      fit?: Record<string, unknown>;
      gpus: { rateLn: number }[];
      games: { id: string }[];
    };
  }
  it('come with the demo, change in one go, and a bad one changes nothing', async () => {
    await call('/api/demo', { method: 'POST' });
    const { records } = await get<{ records: { id: string; average: number }[] }>('/api/records');
    expect(records).toHaveLength(1200);
    const [first] = records;
    const put = [
      { ...first, average: 61 },
      { ...first, id: 'new' },
    ];
    expect(await (await post('/api/records', { put, remove: [records[1].id] })).json()).toMatchObject({
      kept: 1200,
    });
    const after = (await get<{ records: typeof records }>('/api/records')).records;
    expect(after[0]).toMatchObject({ id: first.id, average: 61 });
    expect(after.at(-1)?.id).toBe('new');
    const bad = await post('/api/records', {
      put: [{ ...first, average: -1 }],
      remove: after.map((each) => each.id),
    });
    expect(bad.status).toBe(422);
    expect((await json(bad)).error.problems[0].path).toBe('put[0].average');
    expect((await get<{ records: unknown[] }>('/api/records')).records).toHaveLength(1200);
  });
  it('passes and systems are put, kept over a restart, and taken out', async () => {
    await call('/api/demo', { method: 'POST' });
    const bench = await get<{ rigs: { id: string }[]; runs: { id: string }[] }>('/api/bench');
    expect([bench.rigs.length, bench.runs.length]).toEqual([1, 20]);
    await post('/api/bench', {
      removeRuns: bench.runs.slice(0, 5).map((run) => run.id),
      putRigs: [{ ...bench.rigs[0], name: 'Seat 1' }],
    });
    await store.close();
    store = await openStore(join(folder, 'data', 'test.sqlite'));
    const after = await store.bench();
    expect([after.rigs[0].name, after.runs.length]).toEqual(['Seat 1', 15]);
  });
  it('a model takes the place of the one that is there and is remembered; one of parts or games that came or went is not kept', async () => {
    await call('/api/demo', { method: 'POST' });
    const { frameModel } = await get<Model>('/api/catalogue');
    const moved = {
      ...frameModel,
      gpus: frameModel.gpus.map((rate) => ({ ...rate, rateLn: rate.rateLn + 0.01 })),
    };
    expect((await put('/api/model', { frameModel: moved })).status).toBe(200);
    expect((await get<Model>('/api/catalogue')).frameModel.gpus[0].rateLn).toBeCloseTo(
      frameModel.gpus[0].rateLn + 0.01,
      9,
    );
    expect((await get<{ fits: { records: number }[] }>('/api/model/past')).fits).toMatchObject([
      { records: 1172 },
    ]);
    for (const other of [
      { ...frameModel, games: frameModel.games.slice(1) },
      { ...frameModel, gpus: [{ part: 'lost', rateLn: 0, sdLn: 1 }] },
    ])
      expect(await json(put('/api/model', { frameModel: other }))).toEqual({ kept: null });
    expect((await get<Model>('/api/catalogue')).frameModel.gpus).toHaveLength(frameModel.gpus.length);
    const short = { ...frameModel, fit: { ...frameModel.fit, covariance: 'AAAA' } };
    expect((await json(put('/api/model', { frameModel: short }))).error.problems[0].path).toBe(
      'frameModel.fit.covariance',
    );
  });
  it('a game is added, and one with a known id is not', async () => {
    await call('/api/demo', { method: 'POST' });
    const [game] = (await get<Model>('/api/catalogue')).frameModel.games;
    const put = (item: object) =>
      post('/api/catalogue/edit', { changes: [{ do: 'put-game', item, isNew: true }] });
    expect((await put({ ...game, id: 'fresh', name: 'Fresh' })).status).toBe(200);
    expect((await put(game)).status).toBe(422);
  });
});

describe('the API', () => {
  it('tells what it holds', async () => {
    const status = await json(call('/api/status'));
    expect(status).toMatchObject({ app: 'ripe-pick', counts: { parts: 0 }, instance: 'own', other: null });
    const counts = await json(call('/api/demo', { method: 'POST' }));
    expect(counts).toMatchObject({ parts: 340, shops: 7, games: 12, gaps: 14 });
  });
  it('takes a part typed in by hand on an empty database, and takes it out again', async () => {
    const post = (path: string, body: unknown) =>
      call(path, {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { 'content-type': 'application/json' },
      });
    const part = { id: 'mine', kind: 'gpu', brand: 'Own', name: 'First graphics card', lengthMm: 200 };
    const shop = {
      id: 'corner',
      name: 'Corner',
      kind: 'shop',
      currency: 'EUR',
      shipping: { feeMinor: 0, freeFromMinor: null },
    };
    const offer = {
      id: 'mine.corner',
      part: 'mine',
      shop: 'corner',
      priceMinor: 9900,
      condition: 'new',
      inStock: true,
      seenOn: '2026-11-20',
    };
    const put = (...changes: object[]) => post('/api/catalogue/edit', { changes });
    const counts = async () => (await json(call('/api/status'))).counts;
    const added = [
      { do: 'put-part', item: part, isNew: true },
      { do: 'put-shop', item: shop, isNew: true },
      { do: 'put-offer', item: offer, isNew: true },
    ];
    const { undo } = (await json(put(...added))) as unknown as { undo: object[] };
    expect(await counts()).toMatchObject({ parts: 1, shops: 1, offers: 1 });
    const twice = await put({ do: 'put-part', item: part, isNew: true });
    expect(twice.status).toBe(422);
    expect(JSON.stringify(await twice.json())).toContain('stands already');
    const wrong = await put({ do: 'put-part', item: { ...part, id: 'b', lengthMm: 'long' } });
    expect((await json(wrong)).error.problems[0].path).toBe('changes[0].item.lengthMm');
    // All or nothing: the part before the offer that leads nowhere is not kept either.
    const lost = await put(
      { do: 'put-part', item: { ...part, id: 'c' } },
      { do: 'put-offer', item: { ...offer, id: 'x', part: 'c', shop: 'nowhere' } },
    );
    expect((await json(lost)).error.problems[0].path).toBe('changes[1].item.shop');
    expect((await counts()).parts).toBe(1);
    await put(...undo);
    expect(await counts()).toMatchObject({ parts: 0, shops: 0, offers: 0 });
  });
  it('previews without writing, imports with it, and refuses a bad catalogue whole', async () => {
    const post = (body: string) => call('/api/catalogue/preview', { method: 'POST', body });
    expect((await post(text('catalogue.json'))).status).toBe(200);
    expect((await json(call('/api/status'))).counts.parts).toBe(0);
    const bad = JSON.parse(text('catalogue.json'));
    bad.offers[7].priceMinor = 'free';
    const answer = await put('/api/catalogue', bad);
    expect(answer.status).toBe(422);
    const { error } = await json(answer);
    expect(error.code).toBe('bad-data');
    expect(error.problems[0].path).toBe('offers[7].priceMinor');
    expect((await json(call('/api/status'))).counts.parts).toBe(0);
  });
  it('never writes over a change that was made elsewhere', async () => {
    expect(await json(put('/api/workspace', { revision: 0, workspace }))).toEqual({ revision: 1 });
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
    expect((await json(answer)).error.message).toMatch(/\.$/);
  });
  it('refuses bodies over its limit before reading them', async () => {
    const answer = await call('/api/catalogue', {
      method: 'PUT',
      body: 'x',
      headers: { 'content-length': String(50 * 1024 * 1024) },
    });
    expect(answer.status).toBe(413);
    expect((await json(answer)).error.message).toContain('32 MB');
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
    for (const site of ['cross-site', 'same-site'])
      for (const path of ['/api/status', '/ripe-pick.zip', '/prices.csv', '/alerts.atom', '/calendar.ics'])
        expect((await call(path, { headers: { 'sec-fetch-site': site } })).status).toBe(403);
    expect((await call('/api/status', { headers: { 'sec-fetch-site': 'same-origin' } })).status).toBe(200);
  });
  it('sends a policy without inline script or anything from elsewhere', async () => {
    const policy = (await call('/api/status')).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self';");
    expect(policy).not.toContain('http');
  });
});

describe('the web app’s files', () => {
  const served = () => {
    const web = join(folder, 'web');
    mkdirSync(join(web, 'assets'), { recursive: true });
    writeFileSync(join(web, 'index.html'), '<!doctype html><title>Ripe Pick</title>');
    for (const name of ['app-1.js', 'sums.worker-1.js'])
      writeFileSync(join(web, 'assets', name), 'export {};');
    writeFileSync(join(folder, 'secret.txt'), 'not for the page');
    return appFor(store, { webFolder: web });
  };
  const get = (path: string) => served().request(path, { headers: HOST });
  it.each(['/', '/picks', '/brief', '/some/other/place'])(
    '%s is the page, whichever screen it names',
    async (path) => {
      const answer = await get(path);
      expect(answer.status).toBe(200);
      expect(await answer.text()).toContain('<title>Ripe Pick</title>');
    },
  );
  it('assets may be kept for ever, because their names change with their contents', async () => {
    const answer = await get('/assets/app-1.js');
    expect(answer.headers.get('cache-control')).toContain('immutable');
    expect(answer.headers.get('content-type')).toContain('javascript');
  });
  it('a script says what it is and who may read it; what pages and workers may do comes with these alone', async () => {
    const { headers } = await get('/assets/app-1.js');
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cross-origin-resource-policy')).toBe('same-origin');
    expect(headers.get('content-security-policy')).toBeNull();
    for (const path of ['/', '/picks', '/assets/sums.worker-1.js', '/assets/gone.html'])
      expect((await get(path)).headers.get('content-security-policy'), path).toContain("default-src 'none'");
  });
  it('an asset that is not there is an error, not the page', async () => {
    expect((await get('/assets/gone.js')).status).toBe(404);
  });
  it.each([
    '/../secret.txt',
    '/assets/../../secret.txt',
    '/%2e%2e/secret.txt',
    '/assets/%2e%2e%2f%2e%2e%2fsecret.txt',
  ])('%s does not lead out of the folder', async (path) => {
    expect(await (await get(path)).text()).not.toContain('not for the page');
  });
  it('one’s own data are no place for the demo', async () => {
    const answer = await served().request('/api/demo', { method: 'POST', headers: HOST });
    expect(answer.status).toBe(404);
    expect((await json(answer)).error.message).toContain('nothing of yours was touched');
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
    expect(readCatalogueFile(text('catalogue.json')).ok).toBe(true);
    expect(readBrief(text('brief-league-seat.json'), catalogue).ok).toBe(true);
    const build = JSON.parse(text('build-first-idea.json'));
    expect(readBuild(JSON.stringify(build), catalogue).ok).toBe(true);
    build.picks.gpu = { part: 'given-office-case', offer: null };
    build.picks.memory = { part: 'nothing', offer: null };
    const bad = readBuild(JSON.stringify(build), catalogue);
    expect(bad.ok ? [] : bad.problems.map((problem) => problem.path).sort()).toEqual([
      'picks.gpu.part',
      'picks.memory.part',
    ]);
  });
});
