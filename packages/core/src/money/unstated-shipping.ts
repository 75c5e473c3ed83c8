import type { Shop } from '../parts/index.ts';
import type { Cost } from './cost.ts';
import type { PriceIndex } from './price-index.ts';

/** Shops of a set of orders whose shipping nobody stated: it is counted as 0 in the total. */
export function unstatedShipping({ orders }: Cost, { shops }: PriceIndex): Shop[] {
  const asked = [...new Set(orders.map(({ shop }) => shop))];
  return asked.flatMap((id) => {
    const shop = shops.get(id);
    return shop?.shipping.notStated ? [shop] : [];
  });
}
