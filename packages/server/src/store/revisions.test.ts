import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import {
  catalogueFileSchema,
  type CatalogueChange,
  type CatalogueFile,
  type StoredPart,
} from '@ripe-pick/contract';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { appFor } from '../test/app.ts';
import { openDatabase } from './database.ts';
import { openStore, type Store } from './index.ts';

const demo = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);
const HOST = { host: '127.0.0.1:4640' };
const [part] = demo.parts;
const [offer] = demo.offers;
let folder: string;
let store: Store;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-revisions-'));
  store = await openStore(join(folder, 'test.sqlite'));
  await store.replaceCatalogue(demo);
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

/** The catalogue as a page takes it apart, from the plain text and from the compressed one. */
async function asSent(): Promise<CatalogueFile> {
  const { plain, gzip } = await store.catalogueJson();
  const text = Buffer.from(plain()).toString();
  // Node's own reader of gzip judges the frame, the sum and the length.
  expect(gunzipSync(gzip()).toString()).toBe(text);
  return catalogueFileSchema.parse(JSON.parse(text));
}

const anyPart = fc.nat(demo.parts.length - 1).map((n) => demo.parts[n]);
const anyChange: fc.Arbitrary<CatalogueChange> = fc.oneof(
  fc.tuple(anyPart, fc.nat(999)).map(([item, n]) => ({ do: 'put-part', item: { ...item, name: `P ${n}` } })),
  fc.nat(999).map((n) => ({ do: 'put-part', item: { ...part, id: `new-${n}` } })),
  anyPart.map(({ id }) => ({ do: 'remove-part', id })),
  fc.tuple(fc.nat(demo.offers.length - 1), fc.integer({ min: 100, max: 99_999 })).map(([n, priceMinor]) => ({
    do: 'put-offer',
    item: { ...demo.offers[n], priceMinor },
  })),
  fc.nat(demo.deals.length - 1).map((n) => ({ do: 'remove-deal', id: demo.deals[n].id })),
  fc.integer({ min: 1, max: 99 }).map((n) => ({
    do: 'put-currency-rate',
    item: { from: 'NOK', to: 'EUR', rate: n / 100, on: '2026-11-01' },
  })),
) as fc.Arbitrary<CatalogueChange>; // items are of the lists that they are put in

describe('what windows hold', () => {
  it('is after any changes what reading everything gives, and begins anew where a change came to nothing', async () => {
    expect(await asSent()).toEqual(await store.catalogue());
    await fc.assert(
      fc.asyncProperty(fc.array(anyChange, { minLength: 1, maxLength: 4 }), async (changes) => {
        // A part or deal may be gone by now: then nothing is changed.
        await store.editCatalogue(changes).catch(() => {});
        expect(await asSent()).toEqual(await store.catalogue());
      }),
      { numRuns: 40, seed: 18 },
    );
  });
  it('is known by a number that rises with each change of it, and with no other', async () => {
    const numbers = async () => ({
      ...(await store.revisions()),
      json: (await store.catalogueJson()).revision,
    });
    const first = await numbers();
    expect(first.json).toBe(first.catalogue);
    await store.changeRecords([], ['no such benchmark']);
    expect(await numbers()).toEqual(first);
    await store.editCatalogue([{ do: 'put-offer', item: { ...offer, priceMinor: 1234 } }]);
    const second = await numbers();
    expect(second.catalogue).toBeGreaterThan(first.catalogue);
    expect([second.json, second.records]).toEqual([second.catalogue, first.records]);
    await store.beginRevisions(0);
    const { revision } = await store.changeRecords([], []);
    expect(revision).toBe(first.records);
  });
  it('is without a row that cannot be read, whatever wrote it', async () => {
    await asSent();
    const { db, close } = await openDatabase(store.path);
    await db.updateTable('parts').set({ body: '{"id":"x"}' }).where('id', '=', part.id).execute();
    await close();
    const sent = await asSent();
    expect(sent.parts.map(({ id }) => id)).toEqual(
      demo.parts.map(({ id }) => id).filter((id) => id !== part.id),
    );
    expect(sent.offers.every((each) => each.part !== part.id)).toBe(true);
    expect((await store.aside()).map(({ name }) => name)).toContain(part.id);
  });
  it('counts gaps as the file does, also after a change', async () => {
    const gapless = demo.parts.find((each) => each.kind === 'gpu' && each.lengthMm !== null) as StoredPart;
    const before = await store.counts();
    await store.editCatalogue([{ do: 'put-part', item: { ...gapless, lengthMm: null } as StoredPart }]);
    expect((await store.counts()).gaps).toBe(before.gaps + 1);
  });
});

describe('the API', () => {
  it('sends nothing twice that a page has already (RFC 9110, 13.1.2), and compresses where that is taken', async () => {
    const app = appFor(store);
    const ask = (headers: Record<string, string>) =>
      app.request('/api/catalogue', { headers: { ...HOST, ...headers } });
    const plain = await ask({});
    const etag = plain.headers.get('etag') ?? '';
    expect([plain.status, plain.headers.get('content-encoding')]).toEqual([200, null]);
    const packed = await ask({ 'accept-encoding': 'br, gzip' });
    expect(packed.headers.get('content-encoding')).toBe('gzip');
    expect(gunzipSync(await packed.arrayBuffer()).toString()).toBe(await plain.text());
    const again = await ask({ 'if-none-match': `"x", ${etag}` });
    expect([again.status, await again.text()]).toEqual([304, '']);
    await store.editCatalogue([{ do: 'remove-offer', id: offer.id }]);
    expect((await ask({ 'if-none-match': etag })).status).toBe(200);
  });
  it('writes over nothing that its sender has not seen', async () => {
    const app = appFor(store);
    const send = (path: string, body: object) =>
      app.request(path, {
        method: 'POST',
        headers: { ...HOST, 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    const { catalogue, bench } = await store.revisions();
    const edit = (revision: number, priceMinor: number) =>
      send('/api/catalogue/edit', {
        revision,
        changes: [{ do: 'put-offer', item: { ...offer, priceMinor } }],
      });
    expect((await edit(catalogue, 1111)).status).toBe(200);
    expect((await edit(catalogue, 2222)).status).toBe(409);
    expect((await store.catalogue()).offers.find(({ id }) => id === offer.id)?.priceMinor).toBe(1111);
    // Of another table it has seen the newest.
    const renamed = { do: 'put-part', item: { ...part, name: 'Renamed' } };
    const ofPart = await send('/api/catalogue/edit', { revision: catalogue, changes: [renamed] });
    expect(ofPart.status).toBe(200);
    const file = new URL('../../../demo/files/bench.json', import.meta.url);
    const { rigs } = JSON.parse(readFileSync(file, 'utf8')) as { rigs: { id: string }[] };
    const put = await send('/api/bench', { putRigs: rigs, revision: bench });
    const { revision } = (await put.json()) as { revision: number };
    const removal = { removeRigs: rigs.map(({ id }) => id) };
    expect((await send('/api/bench', { ...removal, revision: bench })).status).toBe(409);
    expect((await send('/api/bench', { ...removal, revision })).status).toBe(200);
  });
});
