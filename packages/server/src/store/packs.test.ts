import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  catalogueFileSchema,
  catalogueOf,
  crossCheckPack,
  packOf,
  readRecordsTable,
  takePackIn,
  type CatalogueFile,
  type PackFile,
} from '@ripe-pick/contract';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { manualSource, openStore, type Store } from './index.ts';

const file = (name: string) => readFileSync(new URL(`../../../demo/files/${name}`, import.meta.url), 'utf8');
const demo = catalogueFileSchema.parse(JSON.parse(file('catalogue.json')));
const { records } = readRecordsTable(file('records.csv'), catalogueOf(demo), {
  source: 'x',
  on: '2026-01-01',
  idPrefix: 'r',
  renderScale: 1,
  memory: null,
});
const TODAY = '2026-12-05';
const DAY = 1440;

/** A piece of the demo by places in its list of parts, whole in itself. */
function piece(places: readonly number[], isOwn: boolean): CatalogueFile {
  const ids = new Set(places.map((n) => demo.parts[n].id));
  return catalogueFileSchema.parse({
    ...demo,
    // One's own lack a figure that the pack may fill.
    parts: demo.parts
      .filter(({ id }) => ids.has(id))
      .map((part) => (isOwn ? { ...part, warrantyMonths: null } : { ...part, warrantyMonths: 36 })),
    offers: demo.offers.filter(({ part }) => ids.has(part)),
    deals: [],
    frameModel: {
      ...demo.frameModel,
      cpus: [],
      gpus: [],
      integrated: [],
      games: isOwn ? demo.frameModel.games.slice(0, 2) : demo.frameModel.games,
      fit: undefined,
    },
  });
}
const ABOUT = { name: 'Forty parts', by: 'A friend', licence: 'CC0-1.0', on: '2026-12-01', note: '' };
const ALONG = { prices: true, histories: true, records: true };

/** What a friend hands on: the parts at these places, with later prices. */
function packAt(places: readonly number[]): PackFile {
  const theirs = catalogueOf(piece(places, false));
  const ids = new Set(theirs.parts.map(({ id }) => id));
  const series = theirs.offers.map(({ id, part, shop }, n) => ({
    offer: id,
    part,
    shop,
    currency: 'EUR',
    at: [29_700_000 + n, 29_700_000 + n + 9 * DAY],
    price: [9000 + n, null],
    stock: [3, null],
    source: [0, 0],
  }));
  const later = {
    ...theirs,
    offers: theirs.offers.map((each) => ({ ...each, seenOn: '2026-12-02', priceMinor: each.priceMinor + 7 })),
  };
  return packOf(
    ABOUT,
    { ...later, parts: [...later.parts, ...demo.parts.filter(({ id }) => !ids.has(id))] },
    ids,
    ALONG,
    records.slice(0, 150),
    series,
  );
}

let folder: string;
let store: Store;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-packs-'));
  store = await openStore(join(folder, 'test.sqlite'));
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

/** All that a pack touches. */
const kept = async () => {
  const { catalogue, records: own } = { catalogue: await store.catalogue(), records: await store.records() };
  const { series } = await store.history({ offers: [], parts: demo.parts.map(({ id }) => id), pool: 0 });
  return JSON.parse(JSON.stringify({ catalogue, records: own, series, packs: await store.packs() })) as {
    catalogue: CatalogueFile;
    records: { id: string }[];
    series: { offer: string; price: (number | null)[] }[];
    packs: object[];
  };
};
async function takeIn(pack: PackFile, taken: ReadonlySet<string> = new Set()) {
  const plan = takePackIn(catalogueOf(await store.catalogue()), await store.records(), pack, {
    id: 'friends',
    today: TODAY,
    taken,
  });
  return { plan, undo: await store.editCatalogue(plan.changes) };
}
async function takeOut() {
  const plan = await store.planPackOut('friends');
  if (!plan) throw new Error('the pack is not there');
  return { plan, undo: await store.editCatalogue(plan.changes) };
}
const places = fc.uniqueArray(fc.nat(demo.parts.length - 1), { minLength: 1, maxLength: 12 });

describe('a pack', () => {
  it('is whole, and holds the records of its parts under names where the other part does not go along', () => {
    const pack = packAt([0, 1, 2]);
    expect(crossCheckPack(pack)).toEqual([]);
    const ids = new Set(pack.parts.map(({ id }) => id));
    expect(pack.records.length).toBeGreaterThan(0);
    for (const { cpu, gpu } of pack.records)
      for (const word of [cpu, gpu])
        expect(word === null || ids.has(word) || demo.parts.every(({ id }) => id !== word)).toBe(true);
    expect(pack.offers.every(({ shop }) => demo.shops.find(({ id }) => id === shop)?.kind === 'shop')).toBe(
      true,
    );
  });

  it('taken in, taken back and taken out again leaves all as it was, whatever was here', async () => {
    await fc.assert(
      fc.asyncProperty(places, places, fc.boolean(), async (own, theirs, isSeen) => {
        await store.replaceCatalogue(piece(own, true));
        const [first] = (await store.catalogue()).offers;
        if (isSeen && first)
          await store.takePrices(
            [
              {
                offer: first.id,
                part: first.part,
                shop: first.shop,
                currency: 'EUR',
                at: 29_690_000,
                price: 777,
                stock: null,
              },
            ],
            manualSource('own look'),
          );
        const before = await kept();
        const { undo } = await takeIn(packAt(theirs));
        await store.editCatalogue(undo);
        expect(await kept()).toEqual(before);
        await takeIn(packAt(theirs));
        const inside = await kept();
        const { plan, undo: back } = await takeOut();
        expect(plan.stays).toEqual([]);
        const after = await kept();
        expect(after).toEqual(before);
        await store.editCatalogue(back);
        expect(await kept()).toEqual(inside);
        await takeOut();
      }),
      { numRuns: 12 },
    );
  });

  it('says of every figure and price that it brought where it is from', async () => {
    await store.replaceCatalogue(piece([0, 1], true));
    await takeIn(packAt([1, 2]));
    const { parts, offers } = await store.catalogue();
    expect(parts[1].origins?.warrantyMonths.name).toMatch(/^pack Forty parts by A friend/);
    expect(parts[2].source?.name).toMatch(/^pack Forty parts by A friend/);
    for (const offer of offers.filter(({ part }) => part === parts[2].id))
      expect(offer.source).toMatch(/^pack Forty parts by A friend/);
  });

  it('leaves what is in use, what was changed since, and what others name, and says so', async () => {
    await store.replaceCatalogue(piece([0], true));
    await takeIn(packAt([0, 1, 2, 3]));
    const now = await store.catalogue();
    const [, changed, priced] = now.parts;
    const shop = now.shops[0].id;
    await store.editCatalogue([
      {
        do: 'put-part',
        item: { ...changed, origins: { ...changed.origins, warrantyMonths: { name: 'typed', on: TODAY } } },
      },
      { do: 'put-part', item: { ...now.parts[0], warrantyMonths: 12 } },
      {
        do: 'put-offer',
        item: {
          id: 'mine',
          part: priced.id,
          shop,
          priceMinor: 5,
          condition: 'new',
          inStock: true,
          seenOn: TODAY,
        },
      },
    ]);
    const { plan } = await takeOut();
    expect(plan.stays).toEqual(
      expect.arrayContaining([
        { what: 'part', name: `${changed.brand} ${changed.name}`, why: 'changed since' },
        { what: 'part', name: `${priced.brand} ${priced.name}`, why: 'named by others' },
        { what: 'figure', name: `warrantyMonths of ${now.parts[0].name}`, why: 'changed since' },
      ]),
    );
    const left = await store.catalogue();
    expect(left.parts.map(({ id }) => id)).toEqual([now.parts[0].id, changed.id, priced.id]);
    expect(left.parts[0].warrantyMonths).toBe(12);
    expect(left.offers.filter(({ part }) => part === priced.id).map(({ id }) => id)).toEqual(['mine']);
  });

  it('takes no price of a day to come, and counts those it left', async () => {
    await store.replaceCatalogue(piece([0], true));
    const pack = packAt([1]);
    const [{ offer }] = pack.histories;
    const plan = takePackIn(
      catalogueOf(await store.catalogue()),
      [],
      { ...pack, histories: [{ offer, observations: [['2031-01-01T00:00:00Z', 100, null]] }] },
      { id: 'x', today: TODAY },
    );
    expect(plan.ahead).toBe(1);
  });
});
