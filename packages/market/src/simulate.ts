import { randomOf } from './random.ts';

/*
 * The simulated market: invented shops and a board of used parts whose prices move by themselves, day after day. It stands in for the world
 * outside, so it shares nothing with the app that reads it.
 */

export interface Item {
  readonly id: string;
  readonly shop: string;
  readonly kind: string;
  readonly brand: string;
  readonly name: string;
  readonly gtin?: string;
  readonly mpn?: string;
  /** Price on the first day, in minor units of the shop’s currency. */
  readonly price: number;
  readonly condition: string;
  readonly inStock: boolean;
  readonly shipping?: number;
  readonly grade?: string;
  readonly monthsOld?: number;
  readonly returnDays?: number;
  readonly seller?: { readonly name: string; readonly good: number; readonly rated: number };
  /** Sold only together with others: stays as it is. */
  readonly lot?: string;
}
export interface SimulatedShop {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly currency: string;
  /** Minor units of the currency in one unit. */
  readonly minor: number;
}
export interface MarketFile {
  /** Day 0, ISO date. */
  readonly day: string;
  readonly shops: readonly SimulatedShop[];
  readonly items: readonly Item[];
}

/** What an item costs on a day; null when it is not for sale. Undefined: it is not listed at all. */
export type Ask = { readonly price: number | null; readonly stock: number };

export const FIRST_DAY = -150;
/** A new generation of cards comes out so many days after day 0, and presses the prices of those that are there. */
export const LAUNCH_DAY = 21;

const DAY_MS = 86_400_000;
export const dateOn = (file: MarketFile, day: number) =>
  new Date(Date.parse(`${file.day}T00:00:00Z`) + day * DAY_MS).toISOString().slice(0, 10);

/** Sales begin more often at the end of November and in the middle of July. */
function seasonOn(date: string): number {
  const monthDay = date.slice(5);
  if (monthDay >= '11-20' && monthDay <= '11-30') return 4;
  return monthDay >= '07-08' && monthDay <= '07-19' ? 3 : 1;
}

/** Prices end in 90 or 99. */
function ended(minor: number): number {
  const base = Math.max(100, Math.round(minor / 100) * 100);
  return base - (base % 300 === 0 ? 1 : 10);
}

interface Course {
  readonly logs: number[];
  readonly outs: boolean[];
}

/** The course of an item from the first day on; longer when asked for more. */
function* course(item: Item, file: MarketFile): Generator<{ readonly log: number; readonly out: boolean }> {
  const d = randomOf('course', item.id);
  const yearly =
    {
      cpu: 0.2,
      gpu: 0.2,
      storage: 0.18,
      memory: 0.15,
      motherboard: 0.1,
      cooler: 0.05,
      psu: 0.04,
      case: 0.03,
    }[item.kind] ?? 0.05;
  const fall = (yearly + 0.08 * d.normal()) / 365;
  const start = 0.006 + 0.018 * d.uniform();
  const end = 0.09 + 0.12 * d.uniform();
  const change = 0.03 + 0.09 * d.uniform();
  const spread = 0.015 + 0.02 * d.uniform();
  const depth = 0.07 + 0.13 * d.uniform();
  // Cards are pressed by the launch, the dearer ones most.
  const pressed = item.kind === 'gpu' && item.condition === 'new' ? 0.05 + 0.08 * d.uniform() : 0;
  let level = 0;
  let regular = 0;
  let log = 0;
  let onSale = false;
  let out = false;
  for (let day = FIRST_DAY; ; day++) {
    level += -fall + 0.0025 * d.normal();
    if (day >= LAUNCH_DAY && pressed > 0) level -= pressed * (1 / 17) * (16 / 17) ** (day - LAUNCH_DAY);
    const u = d.uniform();
    if (onSale) {
      if (u < end) {
        onSale = false;
        if (!d.chance(0.5)) regular = level + spread * d.normal();
        log = regular;
      }
    } else if (u < start * seasonOn(dateOn(file, day))) {
      onSale = true;
      log = level - depth - 0.02 * d.normal();
    } else if (u < start * 4 + change) {
      regular = level + spread * d.normal();
      log = regular;
    }
    out = out ? !d.chance(0.16) : d.chance(0.008);
    yield { log, out };
  }
}

/** The courses of a market's items, drawn once, and longer when a later day is asked for. */
class Courses {
  private readonly known = new Map<string, { course: Course; more: ReturnType<typeof course> }>();

  constructor(private readonly file: MarketFile) {}

  at(item: Item, day: number): { readonly log: number; readonly out: boolean } {
    let entry = this.known.get(item.id);
    if (!entry) {
      entry = { course: { logs: [], outs: [] }, more: course(item, this.file) };
      this.known.set(item.id, entry);
    }
    const { logs, outs } = entry.course;
    while (logs.length <= day - FIRST_DAY) {
      const { log, out } = entry.more.next().value as { log: number; out: boolean };
      logs.push(log);
      outs.push(out);
    }
    return { log: logs[day - FIRST_DAY], out: outs[day - FIRST_DAY] };
  }
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
