import {
  feedSchema,
  feedStateSchema,
  MINUTES_A_DAY,
  minuteOfMoment,
  noonOf,
  type Counts,
  type Feed,
} from '@ripe-pick/contract';
import { addDays } from '@ripe-pick/core/units';
import { z } from 'zod';
import { manualSource, type Store } from './store/index.ts';
import {
  readBenchFile,
  readCatalogueFile,
  readRecordsFile,
  type DemoFiles,
  type Read,
} from './transfer/index.ts';

const whole = z.coerce.number().int();
const rowSchema = z.tuple([
  z.string().min(1),
  whole,
  whole,
  z.union([z.literal('').transform(() => null), whole.positive()]),
]);

/** The shops’ own lists and feeds, and the pages of a few articles: each read by the very reader that reads pages from outside. */
function demoFeeds(address: string): Feed[] {
  const list = (shop: string, name: string, path: string) => ({
    id: `market-${shop}`,
    name: `${name}, ${path === 'prices.csv' ? 'price list' : 'feed'}`,
    url: `${address}/shops/${shop}/${path}`,
    shop,
    allowPrivate: true,
  });
  const page = (shop: string, name: string, part: string) => ({
    id: `page-${part}`.slice(0, 100),
    name: `${name}, page of one part`,
    url: `${address}/shops/${shop}/items/${part}.${shop}.html`,
    shop,
    part,
    allowPrivate: true,
  });
  return [
    list('pennywharf', 'Pennywharf', 'prices.csv'),
    list('boltbarrow', 'Boltbarrow', 'feed.json'),
    list('cobblegate', 'Cobblegate Components', 'prices.csv'),
    list('lanternhouse', 'Lanternhouse Direct', 'feed.json'),
    list('skarvholm', 'Skarvholm Delar', 'prices.csv'),
    list('quayboard', 'Quay Board', 'feed.json'),
    page('pennywharf', 'Pennywharf', 'kestrand-ember-370-duo'),
  ].map((feed) => feedSchema.parse(feed));
}

/** What a demo's file came to. A shipped file that is not valid is a fault of ours. */
function valid<T>(read: Read<T>, what: string): T {
  if (read.ok) return read.value;
  const [problem] = read.problems;
  throw new Error(`demo: the shipped ${what} is not valid: ${problem?.path} ${problem?.message}`);
}

/** Puts the demo's catalogue, records and passes in place, through the same readers as files from outside. */
export async function fillWithDemo(store: Store, demo: DemoFiles): Promise<Counts> {
  const file = valid(readCatalogueFile(demo.catalogue()), 'catalogue');
  const records = valid(readRecordsFile(demo.records(), file), 'table of benchmarks');
  // The machine that is slow comes last: it is what the bench opens with.
  const benches = [demo.secondBench, demo.bench].flatMap((file) =>
    file ? [valid(readBenchFile(file()), 'file of runs')] : [],
  );
  const counts = await store.replaceCatalogue(file);
  await store.changeRecords(records, []);
  for (const { rigs, runs } of benches) await store.changeBench({ putRigs: rigs, putRuns: runs });
  return counts;
}

/** Gives the demo its past prices and its sources. What is there already stays. */
export async function loadDemoPrices(
  store: Store,
  demo: DemoFiles,
  marketAddress: string | null,
): Promise<void> {
  const { offers, shops, today } = await store.catalogue();
  const text = demo.prices?.();
  if (text && today) {
    const byId = new Map(offers.map((offer) => [offer.id, offer]));
    const currencies = new Map(shops.map((shop) => [shop.id, shop.currency]));
    const day0 = minuteOfMoment(noonOf(today));
    const runs = text
      .trim()
      .split('\n')
      .slice(1)
      .flatMap((line) => {
        const [id, first, last, price] = rowSchema.parse(line.split(','));
        const offer = byId.get(id);
        if (!offer) return [];
        return [
          {
            offer: id,
            part: offer.part,
            shop: offer.shop,
            currency: currencies.get(offer.shop) ?? 'EUR',
            first: day0 + first * MINUTES_A_DAY,
            last: day0 + last * MINUTES_A_DAY,
            price,
          },
        ];
      });
    await store.importRuns(runs, manualSource('demo history'));
  }
  if (marketAddress)
    for (const feed of demoFeeds(marketAddress))
      if (shops.some((shop) => shop.id === feed.shop)) {
        await store.putFeed(feed);
        // Today’s prices came with the demo: the first fetch is tomorrow’s.
        if (today)
          await store.saveFeedState(
            feedStateSchema.parse({ id: feed.id, nextAt: `${addDays(today, 1)}T06:00:00.000Z` }),
          );
      }
}
