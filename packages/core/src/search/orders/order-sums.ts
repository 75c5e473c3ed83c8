import { settleOrder, type OrderItem } from '../../money/index.ts';
import type { Slot } from '../../parts/index.ts';
import type { PricedCandidate } from './node.ts';
import { NO_SHOP, type Terms } from './terms.ts';

const addTo = <K, V>(map: Map<K, V[]>, key: K, value: V): void => {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
};

/** What a choice comes to at every shop. Written over for every choice: this stands in an inner loop. */
export class OrderSums {
  private readonly spent: Float64Array;
  private readonly count: Int32Array;
  private readonly heaviest: Int8Array;
  private readonly hasDeal: Uint8Array;

  constructor(
    private readonly terms: Terms,
    private readonly slots: readonly Slot[],
  ) {
    const { length } = terms.shops;
    this.spent = new Float64Array(length);
    this.count = new Int32Array(length);
    this.heaviest = new Int8Array(length);
    this.hasDeal = new Uint8Array(length);
  }

  /** Adds a choice up, and gives what it costs with the best deals for it; Infinity where one listing would fill two slots. */
  take(chosen: readonly PricedCandidate[]): number {
    for (const sums of [this.spent, this.count, this.heaviest, this.hasDeal]) sums.fill(0);
    let cost = 0;
    for (const { option } of chosen) {
      cost += option.net;
      const { shop } = option;
      if (shop === NO_SHOP) continue;
      this.spent[shop] += option.sub;
      this.count[shop]++;
      this.heaviest[shop] = Math.max(this.heaviest[shop], option.weight);
      if (option.hasDeal) this.hasDeal[shop] = 1;
    }
    return cost + this.couplingsOf(chosen) + this.ordersOf(chosen);
  }

  /** What lots and claims with a household limit add to the prices. */
  private couplingsOf(chosen: readonly PricedCandidate[]): number {
    const { couplings } = this.terms;
    if (!chosen.some(({ option }) => option.links.length > 0)) return 0;
    let cost = 0;
    const uses = new Map<number, number[]>();
    for (const { option } of chosen)
      for (const { coupling, value } of option.links) addTo(uses, coupling, value);
    for (const [at, values] of uses) {
      const each = couplings[at];
      if (each.kind === 'stock' && values.length > each.pieces) return Infinity;
      if (each.kind === 'lot') cost += values.reduce((sum, value) => sum - value, each.cost);
      if (each.kind === 'claim') {
        const kept = values.sort((a, b) => b - a).slice(0, each.left);
        cost -= kept.reduce((sum, value) => sum + value, 0);
      }
    }
    return cost;
  }

  /** What fees, combos and codes add to the prices. */
  private ordersOf(chosen: readonly PricedCandidate[]): number {
    const { priceIndex, shops } = this.terms;
    const orders = new Map<number, OrderItem[]>();
    chosen.forEach(({ option: { shop, priced } }, slot) => {
      if (shop !== NO_SHOP && this.hasDeal[shop] === 1 && priced)
        addTo(orders, shop, { slot: this.slots[slot], priced });
    });
    let cost = 0;
    for (let s = 0; s < shops.length; s++) {
      const items = orders.get(s);
      if (!items) cost += this.feeAt(s, 0);
      else {
        const { shop } = items[0].priced;
        cost += settleOrder(shop, items, priceIndex.dealsAt(shop.id), priceIndex.rates).extra;
      }
    }
    return cost;
  }

  isUsed(shop: number): boolean {
    return this.count[shop] > 0;
  }

  /** The fee of the order at a shop, where combos used lower what counts towards free sending by an amount. */
  feeAt(shop: number, combosMinor: number): number {
    const { flat, perItem, byClass, freeFrom } = this.terms.shops[shop];
    if (!this.isUsed(shop) || this.spent[shop] - combosMinor >= freeFrom) return 0;
    return flat + perItem * this.count[shop] + (byClass[this.heaviest[shop]] ?? 0);
  }
}
