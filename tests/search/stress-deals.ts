import type { Catalogue, Deal, Offer, Shop } from '@ripe-pick/core/parts';
import { drawsOf } from '@ripe-pick/demo/random';

/** A catalogue with deals that clash: thresholds near the sums at stake, overlapping combos, codes of every kind, lots. */
export function withStressDeals(catalogue: Catalogue, seed: number, count: number): Catalogue {
  const d = drawsOf(seed * 6151 + 3);
  const shops = catalogue.shops.map((shop): Shop => {
    if (shop.kind === 'used-market') return shop;
    return {
      ...shop,
      shipping: {
        ...shop.shipping,
        ...(d.chance(0.25) ? { perItemMinor: d.int(50, 400) } : {}),
        ...(d.chance(0.25)
          ? { byClassMinor: { small: 0, medium: d.int(0, 400), large: d.int(400, 1500) } }
          : {}),
      },
      ...(d.chance(0.2) ? { taxAddedPercent: d.pick([7, 19, 25]) } : {}),
    };
  });
  const real = shops.filter((shop) => shop.kind === 'shop');
  const offersAt = (shop: string) =>
    catalogue.offers.filter((offer) => offer.shop === shop && offer.condition === 'new');
  const deals: Deal[] = [];
  for (let n = 0; n < count; n++) {
    const shop = d.pick(real);
    const offers = offersAt(shop.id);
    if (offers.length < 2) continue;
    const near = () => d.pick(offers);
    const base = {
      id: `deal-${n}`,
      name: `Deal ${n}`,
      from: null,
      to: d.chance(0.1) ? '2026-11-01' : null,
      source: null,
      seenOn: '2026-11-20',
    };
    const off = (offer: Offer) =>
      d.chance(0.5)
        ? ({ kind: 'percent', percent: d.pick([5, 7.5, 10, 15]) } as const)
        : ({ kind: 'amount', minor: d.int(1, Math.max(2, Math.round(offer.priceMinor * 0.5))) } as const);
    const one = near();
    switch (d.int(0, 6)) {
      case 0:
        deals.push({ ...base, kind: 'instant', shop: shop.id, parts: [one.part], off: off(one) });
        break;
      case 1:
      case 2:
        deals.push({
          ...base,
          kind: 'code',
          shop: shop.id,
          code: `CODE${n}`,
          off: off(one),
          minSpendMinor: d.chance(0.7) ? Math.round(one.priceMinor * d.real(0.5, 2.5)) : 0,
          parts: d.chance(0.4) ? [one.part, near().part] : null,
          slots: null,
          stacks: d.chance(0.3),
          usesLeft: d.chance(0.1) ? 0 : null,
        });
        break;
      case 3:
      case 4: {
        const parts = [...new Set([one.part, near().part, ...(d.chance(0.3) ? [near().part] : [])])];
        if (parts.length > 1)
          deals.push({
            ...base,
            kind: 'combo',
            shop: shop.id,
            parts,
            offMinor: Math.max(1, Math.round(one.priceMinor * d.real(0.05, 0.4))),
          });
        break;
      }
      case 5: {
        const other = near();
        if (other.part !== one.part)
          deals.push({
            ...base,
            kind: 'gift',
            shop: shop.id,
            parts: [one.part],
            gift: { part: other.part, text: 'free with it' },
          });
        break;
      }
      default:
        deals.push({
          ...base,
          kind: 'rebate',
          shops: d.chance(0.5) ? [shop.id] : null,
          parts: d.chance(0.7) ? [one.part, near().part, d.pick(catalogue.offers).part] : null,
          form: 'cash',
          payoutDays: 60,
          chance: null,
          amountMinor: Math.max(1, Math.round(one.priceMinor * d.real(0.05, 0.3))),
          currency: shop.currency,
          postmarkDays: null,
          postmarkBy: null,
          householdLimit: d.chance(0.7) ? d.int(1, 2) : null,
          papers: [],
        });
    }
  }
  // Some listings of the market are sold together only.
  const listings = catalogue.offers.filter(
    (offer) => shops.find((shop) => shop.id === offer.shop)?.kind === 'used-market',
  );
  const lot = new Set(
    listings.length >= 2 && d.chance(0.5)
      ? [d.pick(listings).id, d.pick(listings).id, d.pick(listings).id]
      : [],
  );
  const offers = catalogue.offers.map((offer) => (lot.has(offer.id) ? { ...offer, lot: 'lot-1' } : offer));
  return { ...catalogue, shops, offers, deals };
}
