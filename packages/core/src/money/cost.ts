import { SLOTS, type Pick, type Picks, type Slot } from '../parts/index.ts';
import { sumCents, type Cents } from '../units/index.ts';
import { inMarketCurrency, type Market } from './market.ts';

/** One line of a total, in the brief's currency, with the amount as the shop states it. */
export interface CostLine {
  readonly kind: 'part' | 'shipping' | 'owned';
  readonly slot: Slot | null;
  readonly part: string | null;
  readonly offer: string | null;
  readonly shop: string | null;
  readonly amount: Cents;
  readonly stated: { readonly minor: number; readonly currency: string };
}

/** What a set of picks costs at the till; `total` is the exact sum of the lines. */
export interface Cost {
  readonly total: Cents;
  /** What of the total the brief counts: all of it, or without the parts that are there for their looks alone. */
  readonly counted: Cents;
  readonly lines: readonly CostLine[];
  /** Picks whose price is not known: no offer, or an offer that is gone or in a currency without a rate. */
  readonly unpriced: readonly Slot[];
}

interface Order {
  readonly shop: string;
  subtotalMinor: number;
}

/**
 * Adds up picks by definition: every offer once, and for every shop its fee unless the order reaches the sum from
 * which sending is free. In a market every listing carries its own shipping. Thresholds are compared in the shop's
 * own currency, then every line is converted by itself, so that the lines add up to the cent.
 */
export function costOf(picks: Picks, market: Market, owned: readonly string[], looksOutside = false): Cost {
  const lines: CostLine[] = [];
  const unpriced: Slot[] = [];
  const orders = new Map<string, Order>();
  const shippingLines: CostLine[] = [];

  for (const slot of SLOTS) {
    const pick = picks[slot];
    if (!pick) continue;
    if (pick.offer === null) {
      if (owned.includes(pick.part)) {
        lines.push({ kind: 'owned', slot, part: pick.part, offer: null, shop: null, amount: sumCents([]), stated: { minor: 0, currency: market.currency } }); // prettier-ignore
      } else unpriced.push(slot);
      continue;
    }
    const offer = market.offers.get(pick.offer);
    const shop = offer && market.shops.get(offer.shop);
    const amount = offer && shop ? inMarketCurrency(market, shop, offer.priceMinor) : null;
    if (!offer || !shop || amount === null || offer.part !== pick.part) {
      unpriced.push(slot);
      continue;
    }
    const common = { slot, part: pick.part, offer: offer.id, shop: shop.id };
    lines.push({
      kind: 'part',
      ...common,
      amount,
      stated: { minor: offer.priceMinor, currency: shop.currency },
    });
    if (shop.kind === 'market') {
      const minor = offer.shippingMinor ?? 0;
      const fee = inMarketCurrency(market, shop, minor);
      if (minor > 0 && fee !== null)
        shippingLines.push({
          kind: 'shipping',
          ...common,
          amount: fee,
          stated: { minor, currency: shop.currency },
        });
    } else {
      const order = orders.get(shop.id) ?? { shop: shop.id, subtotalMinor: 0 };
      order.subtotalMinor += offer.priceMinor;
      orders.set(shop.id, order);
    }
  }
  for (const order of orders.values()) {
    const shop = market.shops.get(order.shop);
    if (!shop) continue;
    const { feeMinor, freeFromMinor } = shop.shipping;
    if (feeMinor === 0 || (freeFromMinor !== null && order.subtotalMinor >= freeFromMinor)) continue;
    const amount = inMarketCurrency(market, shop, feeMinor);
    if (amount !== null)
      shippingLines.push({ kind: 'shipping', slot: null, part: null, offer: null, shop: shop.id, amount, stated: { minor: feeMinor, currency: shop.currency } }); // prettier-ignore
  }
  lines.push(...shippingLines);
  const total = sumCents(lines.map((line) => line.amount));
  return {
    total,
    counted: looksOutside ? withoutLooks(picks, market, owned, total) : total,
    lines,
    unpriced,
  };
}

/** The sum without looks-only parts: the orders are added up anew, since shipping may change with them. */
function withoutLooks(picks: Picks, market: Market, owned: readonly string[], total: Cents): Cents {
  const rest: Record<string, Pick> = {};
  let isLess = false;
  for (const slot of SLOTS) {
    const pick = picks[slot];
    if (!pick) continue;
    if (market.parts.get(pick.part)?.looksOnly) isLess = true;
    else rest[slot] = pick;
  }
  return isLess ? costOf(rest, market, owned).total : total;
}
