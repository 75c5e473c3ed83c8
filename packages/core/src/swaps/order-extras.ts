import { feeOf, gross, settleOrder, type OrderItem, type PriceIndex } from '../money/index.ts';
import type { WeightClass } from '../parts/index.ts';
import { memoize } from '../stats/memoize.ts';

/** Orders at shops, and what deals and sending of each add to its goods. */
export class OrderExtras {
  private readonly orders = new Map<string, OrderItem[]>();
  private readonly extraOf: (shop: string) => number;
  private readonly feeFor: (shop: string, items: number, heaviest: WeightClass) => number;

  constructor(private readonly priceIndex: PriceIndex) {
    this.extraOf = memoize(
      (shop: string) => shop,
      (shop) => this.extraWith(this.orders.get(shop) ?? []),
    );
    this.feeFor = memoize(
      (shop: string, items: number, heaviest: WeightClass) => `${shop}|${items}|${heaviest}`,
      (shop, items, heaviest) => {
        const terms = priceIndex.shops.get(shop);
        const found = terms ? feeOf(terms, items, heaviest, priceIndex.rates) : null;
        return found ? gross(found.worth) : 0;
      },
    );
  }

  put(item: OrderItem): void {
    const { id } = item.priced.shop;
    const order = this.orders.get(id);
    if (order) order.push(item);
    else this.orders.set(id, [item]);
  }

  /** How much more an order adds to its goods when an item joins it. */
  moreWith(item: OrderItem): number {
    const { id } = item.priced.shop;
    return this.extraWith([...(this.orders.get(id) ?? []), item]) - this.extraOf(id);
  }

  private extraWith(items: readonly OrderItem[]): number {
    if (items.length === 0) return 0;
    const { shop } = items[0].priced;
    const deals = this.priceIndex.dealsAt(shop.id);
    if (deals) return settleOrder(shop, items, deals, this.priceIndex.rates).extra;
    let subtotal = 0;
    for (const { priced } of items) subtotal += priced.sub;
    if (subtotal >= (shop.shipping.freeFromMinor ?? Infinity)) return 0;
    const has = (weight: WeightClass) => items.some(({ priced }) => priced.weight === weight);
    return this.feeFor(shop.id, items.length, has('large') ? 'large' : has('medium') ? 'medium' : 'small');
  }
}
