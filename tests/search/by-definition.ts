import { convertMinor } from '@ripe-pick/core';
import { usedCost } from '@ripe-pick/core/money';
import type { Brief, Catalogue, Claim, Gift, Offer, PromoCode, Shop, Slot } from '@ripe-pick/core/parts';

/*
 * What a choice of offers costs, worked out by trying every set of deals: written anew, sharing with the product only
 * currency conversion and the chosen formulas of a used part's risk. Expected worths of claims are not looked at here:
 * the briefs that use this count claims strictly or in full.
 */

export interface Chosen {
  readonly slot: Slot;
  readonly offer: Offer;
}

const WEIGHT: Partial<Record<Slot, 0 | 1 | 2>> = { case: 2, motherboard: 1, gpu: 1, cooler: 1, psu: 1 };
const half = (x: number) => Math.floor(x + 0.5);

/** The counted cost of chosen offers; Infinity where one listing fills two slots. */
export function costByDefinition(chosen: readonly Chosen[], catalogue: Catalogue, brief: Brief): number {
  const day = brief.dates.buyOn ?? catalogue.today;
  const open = catalogue.deals.filter(
    (deal) => (deal.from === null || deal.from <= day) && (deal.to === null || day <= deal.to),
  );
  const shops = new Map(catalogue.shops.map((shop) => [shop.id, shop]));
  const slotOf = new Map(catalogue.parts.map((part) => [part.id, part.kind]));
  const euros = (minor: number, currency: string) => {
    if (currency === brief.money.currency) return minor;
    const rate = catalogue.currencyRates.find(
      (each) => each.from === currency && each.to === brief.money.currency,
    );
    if (!rate) throw new Error(`no rate for ${currency}`);
    return convertMinor(minor, rate);
  };
  /** With the tax that the shop adds, each amount by itself. */
  const at = (shop: Shop, minor: number) =>
    euros(minor, shop.currency) + euros(half((minor * (shop.taxAddedPercent ?? 0)) / 100), shop.currency);
  const instantOff = (offer: Offer): number[] => {
    let left = offer.priceMinor;
    const offs: number[] = [];
    for (const deal of open) {
      if (
        deal.kind !== 'instant' ||
        deal.shop !== offer.shop ||
        !deal.parts.includes(offer.part) ||
        offer.condition !== 'new'
      )
        continue;
      const off = Math.min(
        left,
        deal.off.kind === 'amount' ? deal.off.minor : half((offer.priceMinor * deal.off.percent) / 100),
      );
      left -= off;
      offs.push(off);
    }
    return offs;
  };
  const paidFor = (offer: Offer) => offer.priceMinor - instantOff(offer).reduce((a, b) => a + b, 0);

  let total = 0;
  const seen = new Map<string, number>();
  const lots = new Map<string, Offer>();
  for (const { offer } of chosen) {
    const shop = shops.get(offer.shop);
    if (!shop) throw new Error(offer.shop);
    const times = (seen.get(offer.id) ?? 0) + 1;
    seen.set(offer.id, times);
    if (times > (shop.kind === 'used-market' ? 1 : (offer.stock ?? Infinity))) return Infinity;
    const price = at(shop, offer.priceMinor) - instantOff(offer).reduce((sum, off) => sum + at(shop, off), 0);
    const shipping = shop.kind === 'used-market' ? at(shop, offer.shippingMinor ?? 0) : 0;
    if (offer.condition === 'used' && brief.whereToBuy.usedRisk) {
      const { cost } = usedCost({
        priceMinor: price,
        shippingMinor: shipping,
        grade: offer.grade ?? null,
        monthsOld: offer.monthsOld ?? null,
        good: offer.seller?.good ?? 0,
        rated: offer.seller?.rated ?? 0,
        returnDays: offer.returnDays ?? null,
      });
      total += Math.max(0, cost - price - shipping);
    }
    if (shop.kind === 'used-market' && offer.lot !== undefined) lots.set(offer.lot, offer);
    else total += price + shipping;
  }
  for (const lot of lots.keys())
    for (const offer of catalogue.offers.filter((each) => each.lot === lot)) {
      const shop = shops.get(offer.shop);
      if (shop) total += at(shop, offer.priceMinor) + at(shop, offer.shippingMinor ?? 0);
    }

  for (const shop of shops.values()) {
    const items = chosen.filter(({ offer }) => offer.shop === shop.id);
    if (shop.kind === 'used-market' || items.length === 0) continue;
    const fresh = new Set(
      items.filter(({ offer }) => offer.condition === 'new').map(({ offer }) => offer.part),
    );
    const cheapest = (part: string) =>
      Math.min(
        ...catalogue.offers
          .filter((each) => each.part === part && each.shop === shop.id && each.condition === 'new')
          .map(paidFor),
      );
    const combos: { parts: readonly string[]; off: number }[] = [];
    for (const deal of open) {
      const add = (parts: readonly string[], off: number) => {
        if (parts.every((part) => fresh.has(part)))
          combos.push({
            parts,
            off: Math.min(
              off,
              parts.reduce((sum, part) => sum + cheapest(part), 0),
            ),
          });
      };
      if (deal.kind === 'combo' && deal.shop === shop.id) add(deal.parts, deal.offMinor);
      const gift = deal.kind === 'gift' && deal.shop === shop.id ? (deal satisfies Gift).gift.part : null;
      if (deal.kind === 'gift' && gift !== null)
        for (const part of deal.parts) if (part !== gift) add([part, gift], cheapest(gift));
    }
    const codes = open.filter(
      (deal): deal is PromoCode => deal.kind === 'code' && deal.shop === shop.id && deal.usesLeft !== 0,
    );
    let best = Infinity;
    for (let c = 0; c < 1 << combos.length; c++) {
      const used = combos.filter((_, n) => c & (1 << n));
      const parts = used.flatMap((combo) => combo.parts);
      if (new Set(parts).size < parts.length) continue;
      const spent =
        items.reduce((sum, { offer }) => sum + offer.priceMinor, 0) -
        used.reduce((sum, each) => sum + each.off, 0);
      for (let k = 0; k < 1 << codes.length; k++) {
        const taken = codes.filter((_, n) => k & (1 << n));
        if (
          taken.filter((code) => !code.stacks).length > 1 ||
          taken.some((code) => spent < code.minSpendMinor)
        )
          continue;
        let extra = -used.reduce((sum, each) => sum + at(shop, each.off), 0);
        let isValid = true;
        for (const code of taken) {
          const within = items.filter(
            ({ offer }) =>
              (code.parts === null && code.slots === null) ||
              code.parts?.includes(offer.part) ||
              code.slots?.includes(slotOf.get(offer.part) ?? 'extras'),
          );
          if (code.off.kind === 'percent') {
            const { percent } = code.off;
            for (const { offer } of within) extra -= at(shop, half((paidFor(offer) * percent) / 100));
          } else if (within.reduce((sum, { offer }) => sum + paidFor(offer), 0) < code.off.minor)
            isValid = false;
          else extra -= at(shop, code.off.minor);
        }
        if (!isValid) continue;
        if (spent < (shop.shipping.freeFromMinor ?? Infinity)) {
          const heaviest = Math.max(...items.map(({ slot }) => WEIGHT[slot] ?? 0)) as 0 | 1 | 2;
          const byClass = shop.shipping.byClassMinor;
          extra +=
            at(shop, shop.shipping.feeMinor) + items.length * at(shop, shop.shipping.perItemMinor ?? 0);
          if (byClass) extra += at(shop, [byClass.small, byClass.medium, byClass.large][heaviest]);
        }
        best = Math.min(best, extra);
      }
    }
    total += best;
  }

  if (brief.money.costBasis === 'after')
    for (const claim of open.filter(
      (deal): deal is Claim => deal.kind === 'rebate' || deal.kind === 'cashback',
    )) {
      const faces: number[] = [];
      for (const { offer } of chosen) {
        const shop = shops.get(offer.shop);
        if (!shop || shop.kind === 'used-market' || offer.condition !== 'new') continue;
        if (claim.shops && !claim.shops.includes(shop.id)) continue;
        if (claim.parts && !claim.parts.includes(offer.part)) continue;
        const dueNow =
          at(shop, offer.priceMinor) - instantOff(offer).reduce((sum, off) => sum + at(shop, off), 0);
        if (claim.kind === 'rebate') faces.push(Math.min(dueNow, euros(claim.amountMinor, claim.currency)));
        else
          faces.push(
            (claim.off.kind === 'percent'
              ? half((dueNow * claim.off.percent) / 100)
              : Math.min(dueNow, euros(claim.off.minor, claim.currency))) +
              Math.min(dueNow, euros(claim.reviewExtraMinor, claim.currency)),
          );
      }
      const used = brief.money.claimHabits.used.find((each) => each.deal === claim.id)?.times ?? 0;
      let many = faces.length;
      if (claim.kind === 'rebate') {
        if (claim.householdLimit !== null) many = Math.max(0, claim.householdLimit - used);
        else if (claim.parts === null) many = 1; // without parts named it is sent back once for all of them
      }
      faces.sort((a, b) => b - a);
      total -= faces.slice(0, many).reduce((a, b) => a + b, 0);
    }
  return total;
}
