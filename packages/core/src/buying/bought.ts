import type { LineState, ShopOrder } from './types.ts';

/** States in which a line of an order binds its part no more. */
const GIVEN_BACK: ReadonlySet<LineState> = new Set(['dead', 'returned', 'cancelled', 'sold']);

/** Parts that are ordered or have arrived, and were not given back: each as often as it was ordered. */
export const partsBought = (orders: readonly Pick<ShopOrder, 'lines'>[]): string[] =>
  orders.flatMap(({ lines }) =>
    lines.flatMap(({ part, state }) => (part !== null && !GIVEN_BACK.has(state) ? [part] : [])),
  );
