import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { catalogueFileSchema, catalogueOf, mergeCatalogues, type CatalogueChange } from '@ripe-pick/contract';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ChangeRefused, openStore, type Store } from './index.ts';

const demo = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);
/** A small piece of the demo, whole in itself. */
const parts = demo.parts.slice(0, 12);
const has = (id: string) => parts.some((part) => part.id === id);
const rates = (list: 'cpus' | 'gpus' | 'integrated') => demo.frameModel[list].filter(({ part }) => has(part));
const small = catalogueFileSchema.parse({
  ...demo,
  parts,
  offers: demo.offers.filter(({ part }) => has(part)),
  deals: [],
  frameModel: {
    ...demo.frameModel,
    cpus: rates('cpus'),
    gpus: rates('gpus'),
    integrated: rates('integrated'),
    fit: undefined,
  },
});

let folder: string;
let store: Store;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-changes-'));
  store = await openStore(join(folder, 'test.sqlite'));
  await store.replaceCatalogue(small);
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

/** The catalogue with the histories of its prices. */
const kept = async () => ({
  catalogue: await store.catalogue(),
  series: (await store.history({ offers: [], parts: parts.map(({ id }) => id), pool: 0 })).series,
});
const offer = small.offers[0];
const shop = small.shops[0];
const change = fc.oneof(
  fc.nat(parts.length - 1).map((n): CatalogueChange => ({ do: 'remove-part', id: parts[n].id })),
  fc
    .tuple(fc.nat(parts.length - 1), fc.string({ minLength: 1, maxLength: 20 }))
    .map(([n, name]): CatalogueChange => ({ do: 'put-part', item: { ...parts[n], name: `x${name}` } })),
  fc.nat(9).map((n): CatalogueChange => ({ do: 'put-part', item: { ...parts[0], id: `fresh-${n}` } })),
  fc.tuple(fc.nat(9), fc.integer({ min: 1, max: 99999 })).map(([n, priceMinor]): CatalogueChange => ({
    do: 'put-offer',
    item: { ...offer, id: `o-${n}`, priceMinor },
  })),
  fc
    .nat(small.offers.length - 1)
    .map((n): CatalogueChange => ({ do: 'remove-offer', id: small.offers[n].id })),
  fc.nat(5).map((n): CatalogueChange => ({ do: 'put-shop', item: { ...shop, id: `s-${n}` } })),
  fc.nat(small.shops.length - 1).map((n): CatalogueChange => ({ do: 'remove-shop', id: small.shops[n].id })),
  fc
    .tuple(fc.constantFrom('NOK', 'JPY'), fc.integer({ min: 1, max: 900 }))
    .map(([from, n]): CatalogueChange => ({
      do: 'put-currency-rate',
      item: { from, to: 'EUR', rate: n / 100, on: '2026-11-20' },
    })),
);

describe('single changes of a catalogue', () => {
  it('of a merged file are one step, taken back to the letter', async () => {
    const before = JSON.stringify(await store.catalogue());
    const { changes } = mergeCatalogues(catalogueOf(small), {
      ...demo,
      parts: demo.parts.slice(6, 60).map((part) => ({ ...part, id: `theirs-${part.id}` })),
      offers: demo.offers
        .filter(({ part }) => demo.parts.slice(6, 60).some(({ id }) => id === part))
        .map((each) => ({ ...each, part: `theirs-${each.part}`, seenOn: '2026-12-01' })),
      deals: [],
      frameModel: { ...demo.frameModel, cpus: [], gpus: [], integrated: [], fit: undefined },
    });
    expect(changes.length).toBeGreaterThan(100);
    const undo = await store.editCatalogue(changes);
    expect((await store.catalogue()).parts).toHaveLength(60);
    await store.editCatalogue(undo);
    expect(JSON.stringify(await store.catalogue())).toBe(before);
  });
  it('are taken back to the letter, whatever they were', { timeout: 120_000 }, async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(change, { minLength: 1, maxLength: 8 }), async (changes) => {
        const before = await kept();
        let undo: CatalogueChange[];
        try {
          undo = await store.editCatalogue(changes);
        } catch (error) {
          // Refused as a whole: something in it was removed before.
          expect(error).toBeInstanceOf(ChangeRefused);
          expect(await kept()).toEqual(before);
          return;
        }
        if (undo.length > 0) await store.editCatalogue(undo);
        expect(await kept()).toEqual(before);
      }),
      { numRuns: 40 },
    );
  });
  it('that state a price are observations of its day, behind those of the same day; older ones do not show', async () => {
    const put = (priceMinor: number, seenOn: string) =>
      store.editCatalogue([{ do: 'put-offer', item: { ...offer, priceMinor, seenOn, inStock: true } }]);
    const shown = async () => (await store.catalogue()).offers.find(({ id }) => id === offer.id)?.priceMinor;
    const seen = async () =>
      (await store.history({ offers: [offer.id], parts: [], pool: 0 })).series[0]?.price ?? [];
    await put(5000, '2026-11-24');
    await put(4900, '2026-11-24');
    const undo = await put(6000, '2026-11-22');
    expect([await shown(), await seen()]).toEqual([4900, [6000, 5000, 4900]]);
    await store.editCatalogue(undo);
    expect([await shown(), await seen()]).toEqual([4900, [5000, 4900]]);
    // What changes no price is no look at it.
    await store.editCatalogue([
      {
        do: 'put-offer',
        item: { ...offer, priceMinor: 4900, seenOn: '2026-11-24', inStock: true, shippingMinor: 300 },
      },
    ]);
    expect(await seen()).toEqual([5000, 4900]);
  });
  it('refuse what would lead nowhere, by its place', async () => {
    const place = async (...changes: CatalogueChange[]) =>
      store.editCatalogue(changes).catch((error: ChangeRefused) => error.problems[0].path);
    expect(await place({ do: 'put-offer', item: { ...offer, part: 'nothing' } })).toBe(
      'changes[0].item.part',
    );
    expect(await place({ do: 'remove-part', id: 'nothing' })).toBe('changes[0].id');
    expect(
      await place({
        do: 'put-part',
        item: { id: parts[0].id, kind: 'os', brand: 'a', name: 'b', licence: null },
      }),
    ).toBe('changes[0].item.kind');
    await store.editCatalogue([
      { do: 'put-deal', item: { ...demo.deals[0], shop: shop.id, parts: [parts[0].id] } as never },
    ]);
    expect(await place({ do: 'remove-part', id: parts[0].id })).toBe('changes[0].id');
    expect(await store.catalogue()).toMatchObject({ parts: small.parts });
  });
});
