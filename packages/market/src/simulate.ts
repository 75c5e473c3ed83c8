import { Courses } from './courses.ts';
import { dateOn, type Item, type MarketFile } from './file.ts';
import { randomOf } from './random.ts';

/*
 * The simulated market: invented shops and a board of used parts whose prices move by themselves, day after day. It stands in for the world
 * outside, so it shares nothing with the app that reads it.
 */

/** What an item costs on a day; null when it is not for sale. Undefined: it is not listed at all. */
export type Ask = { readonly price: number | null; readonly stock: number };

/** Prices end in 90 or 99. */
function ended(minor: number): number {
  const base = Math.max(100, Math.round(minor / 100) * 100);
  return base - (base % 300 === 0 ? 1 : 10);
}

const NOT_FOR_SALE: Ask = { price: null, stock: 0 };

/** Listings of the board: posted some day, there until somebody buys them. */
const listedFrom = ({ id }: Item) =>
  id.includes('.d')
    ? Number(id.slice(id.lastIndexOf('.d') + 2))
    : -1 - Math.floor(40 * randomOf('posted', id).uniform());
function soldOn(item: Item, from: number): number {
  const d = randomOf('sold', item.id);
  let day = Math.max(1, from + 1);
  while (!d.chance(0.025)) day++;
  return day;
}

/** What a listing of the board costs on a day. */
function askUsed(item: Item, day: number): Ask | undefined {
  if (!item.inStock) return NOT_FOR_SALE;
  const from = listedFrom(item);
  if (day < from) return undefined;
  const isLot = item.lot !== undefined;
  const sold = isLot ? Infinity : soldOn(item, from);
  if (day >= sold) return day === sold ? NOT_FOR_SALE : undefined;
  // Sellers come down in steps of a week.
  const weeks = isLot ? 0 : Math.floor(Math.max(0, day) / 7);
  return { price: weeks === 0 ? item.price : ended(item.price * 0.975 ** weeks), stock: 1 };
}

/** What a shop's item costs on a day. */
function askNew(item: Item, day: number, courses: Courses): Ask {
  const here = courses.at(item, day);
  const origin = courses.at(item, 0);
  // On day 0 the shelf is as the first day says.
  if (day === 0 ? !item.inStock : here.out) return NOT_FOR_SALE;
  return {
    price: here.log === origin.log ? item.price : ended(item.price * Math.exp(here.log - origin.log)),
    stock: 1 + Math.floor(12 * randomOf('stock', item.id, Math.floor(day / 9)).uniform()),
  };
}

/** Listings that appeared on the board after day 0. */
function newListings(items: readonly Item[], day: number): Item[] {
  const found: Item[] = [];
  const parts = new Map(items.map((item) => [item.brand + item.name, item]));
  for (const item of parts.values())
    for (let posted = Math.max(1, day - 60); posted <= day; posted++) {
      const d = randomOf('new', item.id, posted);
      if (!d.chance(0.012)) continue;
      const rated = Math.floor(300 * d.uniform() ** 3);
      found.push({
        ...item,
        id: `${item.id.split('.').slice(0, 2).join('.')}.d${posted}`,
        price: ended(item.price * Math.exp(-0.0004 * posted + 0.09 * d.normal())),
        grade: 'ABC'[Math.floor(3 * d.uniform())],
        monthsOld: 3 + Math.floor(45 * d.uniform()),
        returnDays: d.chance(0.4) ? 14 : 0,
        seller: {
          name: `quay_${Math.floor(900 * d.uniform()) + 100}`,
          good: Math.round(rated * (0.9 + 0.1 * d.uniform())),
          rated,
        },
      });
    }
  return found;
}

/** A code that a shop hands out for a week now and then, and a maker’s rebate for a fortnight. */
function dealsOn(file: MarketFile, shop: string, day: number): readonly Record<string, unknown>[] {
  const out: Record<string, unknown>[] = [];
  const psus = file.items.filter(
    (item) => item.shop === shop && item.kind === 'psu' && item.condition === 'new',
  );
  for (let start = Math.max(1, day - 13); start <= day; start++) {
    const d = randomOf('deal', shop, start);
    const seen = dateOn(file, start);
    if (d.chance(0.05) && day - start < 7) {
      const percent = 4 + Math.floor(5 * d.uniform());
      out.push({
        id: `${shop}-code-${start}`,
        kind: 'code',
        name: `${percent} % off for a week`,
        shop,
        code: `TIDE${percent}${start}`,
        off: { kind: 'percent', percent },
        minSpendMinor: 5000,
        from: seen,
        to: dateOn(file, start + 6),
        seenOn: seen,
      });
    }
    if (!d.chance(0.03) || psus.length === 0) continue;
    const item = psus[Math.floor(d.uniform() * psus.length)];
    out.push({
      id: `${shop}-rebate-${start}`,
      kind: 'rebate',
      name: `${item.brand} sends money back for ${item.name}`,
      shops: [shop],
      parts: [item.id.split('.')[0]],
      amountMinor: Math.max(500, Math.round(item.price / 1000) * 100),
      currency: file.shops.find((each) => each.id === shop)?.currency,
      form: 'cash',
      payoutDays: 60,
      postmarkDays: 30,
      papers: ['copy of the receipt'],
      from: seen,
      to: dateOn(file, start + 13),
      seenOn: seen,
    });
  }
  return out;
}

/** A market whose days can be asked for in any order. */
export function marketOf(file: MarketFile) {
  const courses = new Courses(file);
  const kindOf = (shop: string) => file.shops.find((each) => each.id === shop)?.kind;
  const ask = (item: Item, day: number): Ask | undefined =>
    kindOf(item.shop) === 'used-market' ? askUsed(item, day) : askNew(item, day, courses);
  const listing = (shop: string, day: number): readonly { item: Item; ask: Ask }[] => {
    const items = file.items.filter((item) => item.shop === shop);
    const alone = items.filter((item) => item.lot === undefined);
    const posted = kindOf(shop) === 'used-market' ? newListings(alone, day) : [];
    return [...items, ...posted].flatMap((item) => {
      const asked = ask(item, day);
      return asked ? [{ item, ask: asked }] : [];
    });
  };
  return { ask, listing, deals: (shop: string, day: number) => dealsOn(file, shop, day) };
}
export type MarketDays = ReturnType<typeof marketOf>;
