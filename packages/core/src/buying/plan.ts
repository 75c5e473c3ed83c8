import { arrivalOf, type Cost, type CostLine, type CostOrder, type PriceIndex } from '../money/index.ts';
import { addDays, addMonths } from '../units/index.ts';
import type { ShopOrder, OrderLine } from './types.ts';

/** An order to be placed: what to enter where. */
export interface PlannedOrder extends Omit<ShopOrder, 'id' | 'number' | 'candidate'> {
  /** The shop's or market's id. */
  readonly at: string;
  /** Gifts, by their words: to be watched for, since nothing in the sum shows them. */
  readonly gifts: readonly string[];
}

const LINE_WORDS: { readonly [kind in CostLine['kind']]?: string } = {
  shipping: 'Shipping',
  tax: 'Tax',
  owned: 'Owned',
};

/** A line of the cost as a line of the order. */
function orderLine(
  line: CostLine,
  aside: Cost['aside'],
  priceIndex: PriceIndex,
  nameOf: (part: string) => string,
): OrderLine {
  const isPart = line.kind === 'part' || line.kind === 'lot';
  const deal = priceIndex.deals.find(({ id }) => id === line.deal);
  const ofDeal = deal && `${deal.name}${deal.kind === 'code' ? ` (code ${deal.code})` : ''}`;
  const ofPart = line.part === null ? 'Part' : nameOf(line.part);
  return {
    slot: isPart ? line.slot : null,
    part: isPart ? line.part : null,
    name: isPart ? ofPart : (ofDeal ?? LINE_WORDS[line.kind] ?? line.kind),
    plannedMinor: line.amount,
    paidMinor: null,
    backMinor: null,
    reserveMinor: aside.reduce(
      (sum, each) => (isPart && each.kind === 'risk' && each.slot === line.slot ? sum + each.amount : sum),
      0,
    ),
    state: 'ordered',
    arrivedOn: null,
    returnBy: null,
    warrantyUntil: null,
    serial: '',
  };
}

/** The lines of an order. A lot is one order, with what is not needed of it. */
function linesOf({ lines }: Cost, { items, shop }: CostOrder, priceIndex: PriceIndex): readonly CostLine[] {
  const [{ priced }] = items;
  if (priced.shop.kind !== 'used-market') return lines.filter((line) => line.shop === shop);
  const { lot } = priced.offer;
  const ids =
    lot === undefined ? items.map((item) => item.priced.offer.id) : priceIndex.lot(lot).map(({ id }) => id);
  return lines.filter((line) => line.offer !== null && ids.includes(line.offer));
}

/**
 * A basket as orders, one for each shop and each listing of a market: what is ordered already is not ordered again. Their lines and
 * those of earlier orders add up to the till.
 */
export function plannedOrders(
  cost: Cost,
  priceIndex: PriceIndex,
  nameOf: (part: string) => string,
): PlannedOrder[] {
  const lots = new Set<string>();
  return cost.orders.flatMap((order): PlannedOrder[] => {
    const shop = priceIndex.shops.get(order.shop);
    const { offer } = order.items[0].priced;
    if (!shop || offer.ordered || (offer.lot !== undefined && lots.has(offer.lot))) return [];
    const isMarket = shop.kind === 'used-market';
    if (isMarket && offer.lot !== undefined) lots.add(offer.lot);
    const arrivals = order.items.map(({ priced }) => arrivalOf(priced.offer, shop, priceIndex.day));
    const known = arrivals.filter((day) => day !== null).sort();
    const parts = order.items.map((item) => item.priced.offer.part);
    return [
      {
        at: shop.id,
        shop: isMarket && offer.seller ? `${shop.name}, ${offer.seller.name}` : shop.name,
        placedOn: priceIndex.day,
        expectedOn: known.length === arrivals.length ? (known.at(-1) ?? null) : null,
        currency: priceIndex.currency,
        codes: order.settled.codes.map(({ code }) => code.code),
        lines: linesOf(cost, order, priceIndex).map((line) =>
          orderLine(line, cost.aside, priceIndex, nameOf),
        ),
        gifts: giftsWith(parts, shop.id, priceIndex),
      },
    ];
  });
}

/** What comes free with parts bought at a shop and is no part of the build. */
function giftsWith(parts: readonly string[], shop: string, priceIndex: PriceIndex): string[] {
  return priceIndex.deals.flatMap((deal) => {
    const isOpen =
      (deal.from === null || deal.from <= priceIndex.day) && (deal.to === null || deal.to >= priceIndex.day);
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
