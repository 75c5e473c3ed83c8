import { costOf, gross, inIndexCurrency, type PriceIndex } from '../money/index.ts';
import type { Picks, Slot } from '../parts/index.ts';

/** The most that all combos and codes of a market could take off a build. */
function dealRoom(priceIndex: PriceIndex, dueNow: number): number {
  let room = 0;
  for (const shop of priceIndex.shops.values()) {
    const deals = priceIndex.dealsAt(shop.id);
    for (const { off } of deals?.combos ?? []) room += gross(off);
    for (const { off } of deals?.codes ?? [])
      room +=
        off.kind === 'percent'
          ? (dueNow * off.percent) / 100
          : (inIndexCurrency(priceIndex, shop, off.minor) ?? 0) * (1 + (shop.taxAddedPercent ?? 0) / 100);
  }
  return room;
}

/** The most that so many more swaps could save: all fees and deals, and the dearest parts that may still change. */
export function mostSaved(
  picks: Picks,
  priceIndex: PriceIndex,
  mayChange: (slot: Slot) => boolean,
  swaps: number,
): number {
  if (swaps === 0) return 0;
  const cost = costOf(picks, priceIndex);
  let fees = dealRoom(priceIndex, cost.dueNow);
  for (const { kind, amount } of cost.aside) if (kind === 'risk') fees += amount;
  for (const { face } of cost.backs) fees += face;
  const prices: number[] = [];
  for (const { kind, slot, amount } of cost.lines) {
    if (kind === 'shipping' || kind === 'tax' || kind === 'lot') fees += amount;
    else if (kind === 'part' && slot && mayChange(slot)) prices.push(amount);
  }
  prices.sort((a, b) => b - a);
  return prices.slice(0, swaps).reduce((sum, price) => sum + price, fees);
}
