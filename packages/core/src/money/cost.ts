import { SLOTS, type Claim, type Picks, type CostBasis, type Slot } from '../parts/index.ts';
import { cents, sumCents, type Cents } from '../units/index.ts';
import type { PriceIndex } from './price-index.ts';
import type { OrderItem } from './order-deals.ts';
import { settleOrder, type Settled } from './order.ts';
import { backCounted, type BackTerm, type Priced, type Worth } from './priced.ts';

/** One line of what is due at checkout, in the brief's currency, with the amount as the shop states it. */
export interface CostLine {
  /** `lot`: the rest of a lot that is sold as a whole; `charges`: a part's share of what else its order came to. */
  readonly kind:
    'part' | 'instant' | 'combo' | 'gift' | 'code' | 'shipping' | 'tax' | 'lot' | 'owned' | 'charges';
  readonly slot: Slot | null;
  readonly part: string | null;
  readonly offer: string | null;
  readonly shop: string | null;
  readonly deal: string | null;
  readonly amount: Cents;
  readonly stated: { readonly minor: number; readonly currency: string };
}

/** Money that may come back later for one part. */
export interface BackLine {
  readonly kind: BackTerm['kind'];
  readonly deal: string;
  readonly claim: Claim;
  readonly slot: Slot;
  readonly part: string;
  readonly shop: string;
  readonly face: Cents;
  readonly expected: Cents;
  readonly sendBy: string | null;
}

/** What is counted beside the price: kept back for a used part's risk, what an owned part would fetch (negative), or what else is bought. */
export interface AsideLine {
  readonly kind: 'risk' | 'sale' | 'beside';
  readonly slot: Slot | null;
  /** The part's id, or the name of what is no part. */
  readonly part: string;
  readonly amount: Cents;
}

/** An order at one shop, or one listing of a market (or lot). */
export interface CostOrder {
  readonly shop: string;
  readonly items: readonly OrderItem[];
  readonly settled: Settled;
}

/** What a set of picks costs. The three totals are ordered: `after` ≤ `expected` ≤ `dueNow`. */
export interface Cost {
  /** Due at checkout; the exact sum of `lines`. */
  readonly dueNow: Cents;
  /** `dueNow` less what rebates and cashback are expected to bring, and less all of them. */
  readonly expected: Cents;
  readonly after: Cents;
  /** What the brief counts: its cost basis's total, without parts kept outside the sum, with what stands aside. */
  readonly counted: Cents;
  readonly lines: readonly CostLine[];
  readonly backs: readonly BackLine[];
  readonly aside: readonly AsideLine[];
  readonly orders: readonly CostOrder[];
  /** Picks whose price is not known: no offer, or an offer that is gone or in a currency without a rate. */
  readonly unpriced: readonly Slot[];
}

/** What picks come to before anything is settled: their items by order, and the lines of each by itself. */
interface Items {
  readonly lines: CostLine[];
  readonly unpriced: Slot[];
  readonly byShop: ReadonlyMap<string, OrderItem[]>;
  readonly listings: readonly OrderItem[];
}

function itemsOf(picks: Picks, priceIndex: PriceIndex): Items {
  const lines: CostLine[] = [];
  const unpriced: Slot[] = [];
  const byShop = new Map<string, OrderItem[]>();
  const listings: OrderItem[] = [];
  for (const slot of SLOTS) {
    const pick = picks[slot];
    if (!pick) continue;
    if (pick.offer === null && priceIndex.brief.owned.includes(pick.part)) {
      lines.push(
        lineOf({ kind: 'owned', slot, part: pick.part }, 0, { minor: 0, currency: priceIndex.currency }),
      );
      continue;
    }
    const offer = pick.offer === null ? undefined : priceIndex.offers.get(pick.offer);
    const priced = offer && offer.part === pick.part ? priceIndex.priced(offer) : null;
    const isUsedMarket = priced?.shop.kind === 'used-market';
    const order = !priced || isUsedMarket ? listings : (byShop.get(priced.shop.id) ?? []);
    // There is one of a listing, and so many of what a shop has in stock: they cannot fill more slots.
    const taken = order.filter((each) => each.priced.offer.id === priced?.offer.id).length;
    if (!priced || taken >= stockOf(priced)) {
      unpriced.push(slot);
      continue;
    }
    const item = { slot, priced };
    order.push(item);
    if (!isUsedMarket) byShop.set(priced.shop.id, order);
    lines.push(partLine(item));
    for (const { deal, minor, off } of priced.instants) {
      const stated = { minor: -minor, currency: priced.shop.currency };
      lines.push({ ...partLine(item), kind: 'instant', deal: deal.id, amount: cents(-off.amount), stated });
    }
  }
  return { lines, unpriced, byShop, listings };
}

/** Orders with the lines that they add: of goods, and of what comes on top at the end. */
interface Settlement {
  readonly orders: CostOrder[];
  readonly goods: CostLine[];
  readonly onTop: CostLine[];
}

/** Each listing is an order of its own; of a lot that is sold as a whole, what is not picked is paid too. */
function settleListings(listings: readonly OrderItem[], priceIndex: PriceIndex): Settlement {
  const out: Settlement = { orders: [], goods: [], onTop: [] };
  const taken = new Set(listings.map((each) => each.priced.offer.id));
  const lots = new Set<string>();
  for (const item of listings) {
    const { shop, offer } = item.priced;
    const settled: Settled = { combos: [], codes: [], fee: null, extra: 0 };
    out.orders.push({ shop: shop.id, items: [item], settled });
    addShipping(out.onTop, item, item.priced);
    if (offer.lot === undefined || lots.has(offer.lot)) continue;
    lots.add(offer.lot);
    for (const other of priceIndex.lot(offer.lot)) {
      const priced = taken.has(other.id) ? null : priceIndex.priced(other);
      if (!priced) continue;
      const rest = { slot: item.slot, priced };
      out.goods.push({ ...partLine(rest), kind: 'lot', slot: null });
      addShipping(out.onTop, rest, priced);
    }
  }
  return out;
}

/** Each shop's order with the combos and codes that make it cheapest. */
function settleShops(byShop: Items['byShop'], priceIndex: PriceIndex): Settlement {
  const out: Settlement = { orders: [], goods: [], onTop: [] };
  for (const [shop, items] of byShop) {
    const terms = items[0].priced.shop;
    const settled = settleOrder(terms, items, priceIndex.dealsAt(shop), priceIndex.rates);
    out.orders.push({ shop, items, settled });
    const stated = (minor: number) => ({ minor, currency: terms.currency });
    for (const { deal, minor, off } of settled.combos)
      out.goods.push(lineOf({ kind: deal.kind, shop, deal: deal.id }, -off.amount, stated(-minor)));
    for (const { code, offs } of settled.codes)
      for (const { slot, minor, off } of offs)
        out.goods.push(lineOf({ kind: 'code', slot, shop, deal: code.id }, -off.amount, stated(-minor)));
    if (settled.fee) {
      const { worth, minor } = settled.fee;
      out.onTop.push(lineOf({ kind: 'shipping', shop }, worth.amount, stated(minor)));
    }
    const tax = taxOf(items, settled);
    if (tax !== 0)
      out.onTop.push(lineOf({ kind: 'tax', shop }, tax, { minor: tax, currency: priceIndex.currency }));
  }
  return out;
}

/**
 * Adds up picks by definition. Every order takes the combos and codes that make it cheapest; every amount is converted
 * by itself, so that the lines add up to the cent. Of a lot that is sold as a whole, what is not picked is paid too.
 */
export function costOf(picks: Picks, priceIndex: PriceIndex): Cost {
  const { costBasis, looksOutside } = priceIndex.brief.money;
  const { lines, unpriced, byShop, listings } = itemsOf(picks, priceIndex);
  const settlements = [settleListings(listings, priceIndex), settleShops(byShop, priceIndex)];
  for (const { goods } of settlements) lines.push(...goods);
  for (const { onTop } of settlements) lines.push(...onTop);
  const dueNow = sumCents(lines.map((line) => line.amount));
  const backs = backsOf([...[...byShop.values()].flat(), ...listings], costBasis);
  const aside = asideOf(picks, priceIndex, listings);
  const totals = {
    dueNow,
    expected: cents(backs.reduce((sum, back) => sum - back.expected, dueNow as number)),
    after: cents(backs.reduce((sum, back) => sum - back.face, dueNow as number)),
  };
  const counted = cents(
    aside.reduce((sum, line) => sum + line.amount, basisTotal(totals, costBasis) as number),
  );
  return {
    ...totals,
    counted: looksOutside ? withoutLooks(picks, priceIndex, counted) : counted,
    lines,
    backs,
    aside,
    orders: settlements.flatMap(({ orders }) => orders),
    unpriced,
  };
}

/** A line of which some is not said. */
function lineOf(
  said: Pick<CostLine, 'kind'> & Partial<CostLine>,
  amount: number,
  stated: CostLine['stated'],
): CostLine {
  const nothing = { part: null, offer: null, shop: null, deal: null, slot: null };
  return { ...nothing, ...said, amount: cents(amount), stated };
}

/** How many of an offer can be had. */
export function stockOf({ offer, shop }: Priced): number {
  return shop.kind === 'used-market' ? 1 : (offer.stock ?? Infinity);
}

/** The total that a cost basis looks at. */
export function basisTotal(cost: Pick<Cost, 'dueNow' | 'expected' | 'after'>, costBasis: CostBasis): Cents {
  return { strict: cost.dueNow, expected: cost.expected, after: cost.after }[costBasis];
}

function partLine({ slot, priced }: OrderItem): CostLine {
  const { offer, shop, goods } = priced;
  return {
    kind: 'part',
    slot,
    part: offer.part,
    offer: offer.id,
    shop: shop.id,
    deal: null,
    amount: goods.amount,
    stated: { minor: offer.priceMinor, currency: shop.currency },
  };
}

function addShipping(lines: CostLine[], item: OrderItem, { offer, shop, ownShipping, goods }: Priced): void {
  const stated = { minor: offer.shippingMinor ?? 0, currency: shop.currency };
  const line = { ...partLine(item), stated };
  const kind = offer.ordered ? 'charges' : 'shipping';
  if (ownShipping.amount !== 0) lines.push({ ...line, kind, amount: ownShipping.amount });
  const tax = goods.tax + ownShipping.tax;
  if (tax > 0) lines.push({ ...line, kind: 'tax', amount: cents(tax) });
}

/** Tax that a shop adds: on goods and sending, less that on what is taken off. */
function taxOf(items: readonly OrderItem[], settled: Settled): number {
  const of = ({ tax }: Worth): number => tax;
  let tax = settled.fee ? of(settled.fee.worth) : 0;
  for (const { priced } of items) {
    tax += of(priced.goods);
    for (const { off } of priced.instants) tax -= of(off);
  }
  for (const { off } of settled.combos) tax -= of(off);
  for (const { offs } of settled.codes) for (const { off } of offs) tax -= of(off);
  return tax;
}

/** What may come back; where a household may claim less often than it buys, the claims that count most. */
function backsOf(items: readonly OrderItem[], costBasis: CostBasis): BackLine[] {
  const all: (BackLine & { readonly left: number })[] = [];
  for (const { slot, priced } of items)
    for (const { claim, kind, face, expected, sendBy, left } of priced.backs)
      all.push({
        kind,
        deal: claim.id,
        claim,
        slot,
        part: priced.offer.part,
        shop: priced.shop.id,
        face,
        expected,
        sendBy,
        left,
      });
  if (all.every((back) => back.left === Infinity)) return all;
  const used = new Map<string, number>();
  const order = [...all].sort(
    (a, b) => backCounted(b, costBasis) - backCounted(a, costBasis) || b.expected - a.expected,
  );
  const kept = new Set<BackLine>();
  for (const back of order) {
    const times = used.get(back.deal) ?? 0;
    if (times >= back.left) continue;
    used.set(back.deal, times + 1);
    kept.add(back);
  }
  return all.filter((back) => kept.has(back));
}

/** Risk kept back, and what owned parts fetch that the build does without. */
function asideOf(picks: Picks, priceIndex: PriceIndex, listings: readonly OrderItem[]): AsideLine[] {
  const out: AsideLine[] = [];
  for (const { slot, priced } of listings)
    if (priced.reserve > 0) out.push({ kind: 'risk', slot, part: priced.offer.part, amount: priced.reserve });
  for (const { part, amount } of salesOf(priceIndex)) {
    const isUsed = SLOTS.some((slot) => picks[slot]?.part === part && picks[slot].offer === null);
    if (!isUsed) out.push({ kind: 'sale', slot: null, part, amount: cents(-amount) });
  }
  for (const { name, priceMinor } of priceIndex.brief.money.besides)
    out.push({ kind: 'beside', slot: null, part: name, amount: cents(priceMinor) });
  return out;
}

/** What is counted whatever is picked: owned parts that are to be sold fetch their worth unless they are used, what else is bought costs its price. */
export const countedAnyway = (priceIndex: PriceIndex): number =>
  priceIndex.brief.money.besides.reduce((sum, { priceMinor }) => sum + priceMinor, 0) -
  salesOf(priceIndex).reduce((sum, { amount }) => sum + amount, 0);

/** Owned parts that are to be sold unless the build uses them, with what they fetch; none when the brief does not count them. */
export function salesOf(
  priceIndex: PriceIndex,
): readonly { readonly part: string; readonly amount: number }[] {
  const { brief } = priceIndex;
  if (!brief.money.countSales) return [];
  return brief.ownedParts
    .filter(
      ({ part, sell, valueMinor }) =>
        sell &&
        valueMinor !== null &&
        brief.owned.includes(part) &&
        priceIndex.parts.get(part)?.kind !== 'storage',
    )
    .map(({ part, valueMinor }) => ({ part, amount: valueMinor ?? 0 }));
}

/** The counted sum without looks-only parts: the orders are added up anew, since shipping may change with them. */
function withoutLooks(picks: Picks, priceIndex: PriceIndex, counted: Cents): Cents {
  const rest: Record<string, (typeof picks)[Slot]> = {};
  let isLess = false;
  for (const slot of SLOTS) {
    const pick = picks[slot];
    if (!pick) continue;
    if (priceIndex.parts.get(pick.part)?.looksOnly) isLess = true;
    else rest[slot] = pick;
  }
  return isLess ? costOf(rest, priceIndex).counted : counted;
}
