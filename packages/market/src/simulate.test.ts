import { describe, expect, it } from 'vitest';
import { calendar, jsonFeed, markupOf, priceList, productPage } from './pages.ts';
import { FIRST_DAY, LAUNCH_DAY } from './courses.ts';
import { dateOn, type Habit, type Item, type MarketFile } from './file.ts';
import { marketOf } from './simulate.ts';

const item = (id: string, more: Partial<Item> = {}): Item => ({
  id,
  shop: 'pennywharf',
  kind: 'gpu',
  brand: 'Bramfell',
  name: `Ember ${id}`,
  price: 20_000,
  condition: 'new',
  inStock: true,
  ...more,
});
const file: MarketFile = {
  day: '2026-11-20',
  shops: [
    { id: 'pennywharf', name: 'Pennywharf', kind: 'shop', currency: 'EUR', minor: 100 },
    { id: 'quayboard', name: 'Quay Board', kind: 'used-market', currency: 'EUR', minor: 100 },
  ],
  items: [
    ...Array.from({ length: 60 }, (_, n) => item(`c${n}.pennywharf`)),
    item('used.quayboard', { shop: 'quayboard', condition: 'used' }),
    item('lot.quayboard', { shop: 'quayboard', condition: 'used', lot: 'l' }),
  ],
};
const market = marketOf(file);
const mean = (day: number) => {
  const asked = file.items.slice(0, 60).flatMap((each) => market.ask(each, day)?.price ?? []);
  return asked.reduce((sum, price) => sum + price, 0) / asked.length;
};

describe('the simulated market', () => {
  it('counts its days from its own first one, and has a past', () => {
    expect(dateOn(file, 1)).toBe('2026-11-21');
    expect(market.ask(file.items[0], FIRST_DAY)).toBeDefined();
    expect(market.ask(file.items[0], 0)?.price).toBe(20_000);
  });
  it('asks whole prices above nothing that end as shops write them', () => {
    for (let day = FIRST_DAY; day < 90; day += 3)
      for (const each of file.items.slice(0, 20)) {
        const price = market.ask(each, day)?.price ?? null;
        if (price !== null && price !== 20_000) expect([90, 99]).toContain(price % 100);
      }
  });
  it('presses cards after their successors come out', () => {
    expect(mean(LAUNCH_DAY + 60)).toBeLessThan(mean(0) * 0.99);
  });
  it('has listings that are there until they are sold, and lots that stay', () => {
    const used = file.items[60];
    const days = Array.from({ length: 400 }, (_, day) => market.ask(used, day));
    const gone = days.findIndex((ask) => ask?.price === null);
    expect(gone).toBeGreaterThan(0);
    expect(days.slice(gone + 1).every((ask) => ask === undefined)).toBe(true);
    expect(market.ask(file.items[61], 300)?.price).toBe(20_000);
  });
});

describe('a shop’s habit', () => {
  const pricesBy = (habit: Habit) => {
    const shops = [{ ...file.shops[0], habit }];
    const items = Array.from({ length: 40 }, (_, n) => item(`h${n}.pennywharf`, { kind: 'case' }));
    const own = marketOf({ ...file, shops, items });
    return items.map((each) =>
      Array.from({ length: -FIRST_DAY }, (_, n) => own.ask(each, FIRST_DAY + n)?.price ?? null),
    );
  };
  const share = (all: (number | null)[][], isSo: (before: number, after: number) => boolean) => {
    const steps = all.flatMap((prices) =>
      prices.slice(1).flatMap((price, n) => {
        const before = prices[n];
        return price !== null && before !== null ? [isSo(before, price)] : [];
      }),
    );
    return steps.filter(Boolean).length / steps.length;
  };
  it('hi-lo: a few prices only, which come back', () => {
    for (const prices of pricesBy('hi-lo')) expect(new Set(prices).size).toBeLessThanOrEqual(7);
  });
  it('re-pricer: another price on most days', () => {
    expect(share(pricesBy('re-pricer'), (before, after) => before !== after)).toBeGreaterThan(0.2);
    expect(share(pricesBy('hi-lo'), (before, after) => before !== after)).toBeLessThan(0.1);
  });
  it('clears out: never up while it is there, and empty for days in a row', () => {
    const all = pricesBy('clears-out');
    expect(share(all, (before, after) => after > 1.01 * before)).toBe(0);
    expect(all.filter((prices) => prices.join().includes(',,,')).length).toBeGreaterThan(20);
  });
  it('drifts up: dearer at the end', () => {
    const ends = pricesBy('drifts-up').map((prices) => [prices.find(Number), prices.findLast(Number)]);
    const mean = (at: 0 | 1) => ends.reduce((sum, each) => sum + (each[at] ?? 0), 0);
    expect(mean(1)).toBeGreaterThan(1.02 * mean(0));
  });
});

describe('what the shops serve', () => {
  const [shop] = file.shops;
  const [first] = file.items;
  const ask = { price: 19_990, stock: 3 };
  it('marks prices up in its own way, and not at all once the pages were rebuilt', () => {
    expect(['pennywharf', 'boltbarrow', 'cobblegate', 'skarvholm'].map(markupOf)).toEqual([
      'json-ld',
      'graph',
      'microdata',
      'rdfa',
    ]);
    expect(productPage(shop, first, ask, false)).toContain('"price":"199.90"');
    expect(productPage(shop, first, { price: null, stock: 0 }, false)).toContain('OutOfStock');
    expect(productPage(shop, first, ask, true)).not.toMatch(/ld\+json|itemprop|property=/);
  });
  it('gives lists and feeds with the day, and a calendar of what is to come', () => {
    const listed = [{ item: first, ask }];
    expect(priceList(shop, listed, '2026-11-20', false).split('\r\n')[1]).toBe(
      'c0.pennywharf,Bramfell,Ember c0.pennywharf,,,199.90,EUR,3,new,2026-11-20',
    );
    expect(priceList(shop, listed, '2026-11-20', true)).toMatch(/^article_code/);
    const feed = JSON.parse(jsonFeed(shop, listed, [], '2026-11-20', false)) as { offers: unknown[] };
    expect(feed.offers[0]).toMatchObject({ sku: 'c0.pennywharf', price: '199.90', available: true });
    expect(calendar(file)).toContain('DTSTART;VALUE=DATE:20261211');
  });
});
