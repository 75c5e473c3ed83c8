import { arrivalOf, type Cost, type Market } from '../money/index.ts';
import { addDays, addMonths } from '../units/index.ts';
import type { Order, OrderLine } from './types.ts';

/** An order to be placed: what to enter where. */
export interface PlannedOrder extends Omit<Order, 'id' | 'number'> {
  /** The shop's or market's id. */
  readonly at: string;
  /** Gifts, by their words: to be watched for, since nothing in the sum shows them. */
  readonly gifts: readonly string[];
}

/** A basket as orders, one for each shop and each listing of a market; their lines add up to the till. */
export function plannedOrders(cost: Cost, market: Market, nameOf: (part: string) => string): PlannedOrder[] {
  const out: PlannedOrder[] = [];
  const deals = new Map(market.deals.map((deal) => [deal.id, deal]));
  const lots = new Set<string>();
  for (const order of cost.orders) {
    const shop = market.shops.get(order.shop);
    const [first] = order.items;
    if (!shop) continue;
    const isMarket = shop.kind === 'used-market';
    const { lot } = first.priced.offer;
    if (isMarket && lot !== undefined) {
      if (lots.has(lot)) continue;
      lots.add(lot);
    }
    // A lot is one order, with what is not needed of it.
    const offers = new Set(
      isMarket && lot !== undefined
        ? market.lot(lot).map((offer) => offer.id)
        : order.items.map((item) => item.priced.offer.id),
    );
    const own = cost.lines.filter((line) =>
      isMarket ? line.offer !== null && offers.has(line.offer) : line.shop === shop.id,
    );
    const lines = own.map((line): OrderLine => {
      const words = { shipping: 'Shipping', tax: 'Tax', owned: 'Owned' } as const;
      const deal = line.deal === null ? null : deals.get(line.deal);
      const part = line.part === null ? null : nameOf(line.part);
      const name =
        line.kind === 'part' || line.kind === 'lot'
          ? (part ?? 'Part')
          : deal
            ? `${deal.name}${deal.kind === 'code' ? ` (code ${deal.code})` : ''}`
            : line.kind in words
              ? words[line.kind as keyof typeof words]
              : line.kind;
      const isPart = line.kind === 'part' || line.kind === 'lot';
      return {
        slot: isPart ? line.slot : null,
        part: isPart ? line.part : null,
        name,
        plannedMinor: line.amount,
        paidMinor: null,
        state: 'ordered',
        arrivedOn: null,
        returnBy: null,
        warrantyUntil: null,
        serial: '',
      };
    });
    const arrivals = order.items.map(({ priced }) => arrivalOf(priced.offer, shop, market.day));
    const known = arrivals.filter((day) => day !== null).sort();
    out.push({
      at: shop.id,
      shop:
        isMarket && first.priced.offer.seller ? `${shop.name}, ${first.priced.offer.seller.name}` : shop.name,
      placedOn: market.day,
      expectedOn: known.length === arrivals.length ? (known.at(-1) ?? null) : null,
      currency: market.currency,
      codes: order.settled.codes.map(({ code }) => code.code),
      lines,
      gifts: giftsWith(
        order.items.map((item) => item.priced.offer.part),
        shop.id,
        market,
      ),
    });
  }
  return out;
}

/** What comes free with parts bought at a shop and is no part of the build. */
function giftsWith(parts: readonly string[], shop: string, market: Market): string[] {
  return market.deals.flatMap((deal) => {
    const isOpen =
      (deal.from === null || deal.from <= market.day) && (deal.to === null || deal.to >= market.day);
    return deal.kind === 'gift' &&
      isOpen &&
      deal.shop === shop &&
      deal.gift.part === null &&
      deal.parts.some((part) => parts.includes(part))
      ? [deal.gift.text]
      : [];
  });
}

/** A line that has arrived: until when it can go back, and how long its warranty runs. */
export function arrived(
  line: OrderLine,
  on: string,
  returnDays: number | null,
  warrantyMonths: number | null,
): OrderLine {
  return {
    ...line,
    state: 'arrived',
    arrivedOn: on,
    returnBy: returnDays ? addDays(on, returnDays) : null,
    warrantyUntil: warrantyMonths ? addMonths(on, warrantyMonths) : null,
  };
}
