import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { briefFileSchema, briefOf, briefSchema, buildFileSchema, watchKeptSchema } from '@ripe-pick/contract';
import { drawsFrom } from '@ripe-pick/core/stats';
import { dayNumber } from '@ripe-pick/core/units';
import { makeCatalogue } from '@ripe-pick/demo/make';
import { manualSource, openStore, type Store } from '../packages/server/src/store/index.ts';

const DAYS = 730;
/** Days for which a price stays, on average. */
const STAYS = 30;
const OFFERS_AT_ONCE = 2000;
const files = join(import.meta.dirname, '../packages/demo/files');
const json = (name: string): unknown => JSON.parse(readFileSync(join(files, name), 'utf8'));
const noon = (day: number) => day * 1440 + 720;

/** A workspace with one candidate, as a window saves it. */
export function sampleWorkspace() {
  const brief = briefSchema.parse(briefOf(briefFileSchema.parse(json('brief-league-seat.json'))));
  const { picks } = buildFileSchema.parse(json('build-first-idea.json'));
  const first = { id: 'first', name: 'First idea', picks, note: '', isArchived: false, ordersOf: null };
  return {
    brief,
    candidates: [{ ...first, decisions: [], path: [] }],
    active: 'first',
    listings: [],
    orders: [],
    claims: [],
    versions: [],
    assemblies: [],
    tunings: [],
    ...watchKeptSchema.parse({}),
  };
}

/** Two years of prices, looked at daily, of each offer. */
async function fillHistories(
  store: Store,
  { offers, shops }: ReturnType<typeof makeCatalogue>,
  today: string,
) {
  const end = dayNumber(today);
  const currency = new Map(shops.map((shop) => [shop.id, shop.currency]));
  const draws = drawsFrom(5);
  for (let at = 0; at < offers.length; at += OFFERS_AT_ONCE) {
    const runs = offers.slice(at, at + OFFERS_AT_ONCE).flatMap(({ id, part, shop, priceMinor }) => {
      const own = [];
      for (let first = end - DAYS; first < end;) {
        const last = Math.min(end - 1, first + Math.floor(2 * STAYS * draws.uniform()));
        const price = Math.max(100, Math.round(priceMinor * (1 + 0.1 * draws.normal())));
        own.push({
          ...{ offer: id, part, shop, currency: currency.get(shop) ?? 'EUR' },
          ...{ first: noon(first), last: noon(last), price },
        });
        first = last + 1;
      }
      return own;
    });
    await store.importRuns(runs, manualSource('two years'));
  }
}

/** Fills a folder with a market of many parts and offers, two years of prices and some briefs; gives what offers there are. */
export async function makeLargeData(
  folder: string,
  parts: number,
  offerCount: number,
  briefs: readonly string[],
) {
  mkdirSync(folder, { recursive: true });
  const store = await openStore(join(folder, 'ripe-pick.sqlite'));
  const made = makeCatalogue({ seed: 11, parts });
  const offers = Array.from({ length: offerCount }, (_, n) => ({
    ...made.offers[n % made.offers.length],
    id: `offer-${n}`,
  }));
  // On the real day: prices that are taken in are of now.
  const { today, ...rest } = made;
  const catalogue = { ...rest, offers };
  await store.replaceCatalogue(catalogue);
  await fillHistories(store, catalogue, today ?? '2026-11-20');
  const nothing = { keepFrom: 0, keepTo: 0, add: [], done: 0 };
  for (const id of briefs) await store.addBrief(id, sampleWorkspace(), nothing);
  await store.close();
  return catalogue;
}
