import type { Brief, Catalogue, Combo, Gift, Offer, PromoCode, Shop, Slot } from '../parts/index.ts';
import type { CurrencyRate } from '../units/index.ts';
import { windowAt } from './deal-window.ts';
import { buyingDay, worthAt, type Priced, type Worth } from './priced.ts';

/** A combo, or a gift as a combo of the part that brings it and the gift, with what it takes off. */
export interface ResolvedCombo {
  readonly deal: Combo | Gift;
  readonly parts: readonly string[];
  readonly minor: number;
  readonly off: Worth;
}

export interface ShopDeals {
  readonly combos: readonly ResolvedCombo[];
  readonly codes: readonly PromoCode[];
}

/** Whether a code's scope names a part. */
export function codeAppliesTo(code: PromoCode, part: string, slot: Slot | undefined): boolean {
  if (code.parts === null && code.slots === null) return true;
  return (
    (code.parts?.includes(part) ?? false) || (slot !== undefined && (code.slots?.includes(slot) ?? false))
  );
}

/** Combos, gifts and codes of every shop that are open on the day of the purchase. */
export function shopDealsOf(
  catalogue: Catalogue,
  brief: Brief,
  shops: ReadonlyMap<string, Shop>,
  offersByPart: ReadonlyMap<string, readonly Offer[]>,
  rates: ReadonlyMap<string, CurrencyRate | null>,
  pricedOf: (offer: Offer) => Priced | null,
): Map<string, ShopDeals> {
  const day = buyingDay(brief, catalogue.today);
  const out = new Map<string, { combos: ResolvedCombo[]; codes: PromoCode[] }>();
  const cheapestAt = (part: string, shop: string): number => {
    let least = Infinity;
    for (const offer of offersByPart.get(part) ?? [])
      if (offer.shop === shop && offer.condition === 'new')
        least = Math.min(least, pricedOf(offer)?.paidMinor ?? Infinity);
    return least;
  };
  for (const deal of catalogue.deals) {
    if (windowAt(deal, day) !== 'open') continue;
    if (deal.kind !== 'code' && deal.kind !== 'combo' && deal.kind !== 'gift') continue;
    const shop = shops.get(deal.shop);
    if (!shop || shop.kind === 'used-market') continue;
    const own = out.get(shop.id) ?? { combos: [], codes: [] };
    out.set(shop.id, own);
    const addCombo = (deal: Combo | Gift, parts: readonly string[], most: number) => {
      const prices = parts.map((part) => cheapestAt(part, shop.id));
      if (!prices.every(Number.isFinite) || new Set(parts).size !== parts.length) return;
      const minor = Math.min(
        most,
        prices.reduce((sum, price) => sum + price, 0),
      );
      const off = worthAt(shop, minor, rates);
      if (off && minor > 0) own.combos.push({ deal, parts, minor, off });
    };
    if (deal.kind === 'code') {
      if (deal.usesLeft !== 0) own.codes.push(deal);
    } else if (deal.kind === 'combo') addCombo(deal, deal.parts, deal.offMinor);
    else if (deal.gift.part !== null)
      for (const bringer of deal.parts)
        addCombo(deal, [bringer, deal.gift.part], cheapestAt(deal.gift.part, shop.id));
  }
  return out;
}
