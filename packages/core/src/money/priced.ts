import type {
  Brief,
  Catalogue,
  Claim,
  Combo,
  Gift,
  InstantDiscount,
  Offer,
  PromoCode,
  CostBasis,
  Shop,
  Slot,
  WeightClass,
} from '../parts/index.ts';
import { addDays, cents, convertMinor, findRate, type Cents, type CurrencyRate } from '../units/index.ts';
import { expectedWorth, filingChance, sendByOf } from './claims.ts';
import { offMinor, shareMinor, windowAt } from './deal-window.ts';
import { usedCost, type UsedCost } from './used-risk.ts';

/** An amount in the brief's currency, with the tax that comes on top of it. Each is converted by itself. */
export interface Worth {
  readonly amount: Cents;
  readonly tax: Cents;
}

/** Money that may come back after the purchase of one offer. */
export interface BackTerm {
  readonly claim: Claim;
  readonly kind: 'rebate' | 'cashback' | 'review';
  readonly face: Cents;
  readonly expected: Cents;
  /** Claims that the household may still make; Infinity without a limit. */
  readonly left: number;
  readonly sendBy: string | null;
}

/** An offer with everything that hangs on it alone. Amounts in the brief's currency unless said. */
export interface Priced {
  readonly offer: Offer;
  readonly shop: Shop;
  /** List price in the shop's minor units: what thresholds and minimum spends count. */
  readonly sub: number;
  /** Price after instant discounts in the shop's minor units: what codes take their share of. */
  readonly paidMinor: number;
  readonly goods: Worth;
  readonly instants: readonly {
    readonly deal: InstantDiscount;
    readonly minor: number;
    readonly off: Worth;
  }[];
  /** Shipping of a listing in a market. */
  readonly ownShipping: Worth;
  /** Goods less instant discounts, tax and own shipping. */
  readonly dueNow: number;
  readonly backs: readonly BackTerm[];
  /** What is kept back for the risk of a used part; 0 when the brief does not. */
  readonly reserve: Cents;
  readonly risk: UsedCost | null;
  /** What it adds to the counted total, claims with a household limit left out. */
  readonly net: number;
  readonly weight: WeightClass;
}

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

/** How heavy a parcel each slot makes. Common practice, no source. */
const WEIGHTS: Readonly<Record<Slot, WeightClass>> = {
  cpu: 'small',
  motherboard: 'medium',
  memory: 'small',
  gpu: 'medium',
  storage: 'small',
  secondaryStorage: 'small',
  cooler: 'medium',
  case: 'large',
  psu: 'medium',
  network: 'small',
  os: 'small',
  extras: 'small',
};

/** Adds an amount and its tax. */
export const gross = ({ amount, tax }: Worth): number => amount + tax;

/** What a back counts for under a school. */
export function backCounted(back: Pick<BackTerm, 'face' | 'expected'>, costBasis: CostBasis): number {
  return costBasis === 'strict' ? 0 : costBasis === 'expected' ? back.expected : back.face;
}

/** Rates from every currency that shops and deals use; null when none is known. */
export function ratesTo(catalogue: Catalogue, currency: string): Map<string, CurrencyRate | null> {
  const rates = new Map<string, CurrencyRate | null>();
  const known = new Set(catalogue.shops.map((shop) => shop.currency));
  for (const deal of catalogue.deals) if ('currency' in deal) known.add(deal.currency);
  for (const from of known) {
    const same: CurrencyRate = { from, to: from, rate: 1, on: '' };
    rates.set(from, from === currency ? same : findRate(catalogue.currencyRates, from, currency));
  }
  return rates;
}

/** An amount of a shop, with the tax that the shop adds; null when the currency has no rate. */
export function worthAt(
  shop: Shop,
  minor: number,
  rates: ReadonlyMap<string, CurrencyRate | null>,
): Worth | null {
  const rate = rates.get(shop.currency);
  if (!rate) return null;
  const tax = shop.taxAddedPercent ? shareMinor(minor, shop.taxAddedPercent) : 0;
  return { amount: convertMinor(minor, rate), tax: convertMinor(tax, rate) };
}

/** The day of the purchase: the brief's, or today; a day that has passed is today. */
export function buyingDay(brief: Brief, today: string): string {
  const { buyOn } = brief.dates;
  return buyOn !== null && buyOn > today ? buyOn : today;
}

/** The day on which an offer bought on a day arrives; null when nothing is known. */
export function arrivalOf(offer: Offer, shop: Shop, boughtOn: string): string | null {
  const days = offer.sendsInDays ?? shop.sendsInDays;
  return days === undefined ? null : addDays(boughtOn, days);
}

/** Prices every offer of a catalogue for a brief. */
export function pricerFor(
  catalogue: Catalogue,
  brief: Brief,
  shops: ReadonlyMap<string, Shop>,
  slotOf: ReadonlyMap<string, Slot>,
  rates: ReadonlyMap<string, CurrencyRate | null>,
): (offer: Offer) => Priced | null {
  const day = buyingDay(brief, catalogue.today);
  const { costBasis, claimHabits: habits } = brief.money;
  const instants = new Map<string, InstantDiscount[]>();
  const claims: Claim[] = [];
  for (const deal of catalogue.deals) {
    if (windowAt(deal, day) !== 'open') continue;
    if (deal.kind === 'rebate' || deal.kind === 'cashback') claims.push(deal);
    if (deal.kind !== 'instant') continue;
    for (const part of deal.parts) {
      const key = `${deal.shop}|${part}`;
      instants.set(key, [...(instants.get(key) ?? []), deal]);
    }
  }
  const claimsOf = (offer: Offer, shop: Shop): Claim[] =>
    offer.condition !== 'new' || shop.kind === 'used-market'
      ? []
      : claims.filter(
          (claim) =>
            (claim.shops === null || claim.shops.includes(shop.id)) &&
            (claim.parts === null || claim.parts.includes(offer.part)),
        );
  const used = new Map(habits.used.map(({ deal, times }) => [deal, times]));

  const backsOf = (offer: Offer, shop: Shop, dueNow: number): BackTerm[] => {
    const out: BackTerm[] = [];
    for (const claim of claimsOf(offer, shop)) {
      const rate = rates.get(claim.currency);
      if (!rate) continue;
      const sendBy = sendByOf(claim, day);
      const filing = filingChance(habits.fileChance, sendBy, arrivalOf(offer, shop, day) ?? day);
      const limit = claim.kind === 'rebate' ? claim.householdLimit : null;
      const left = limit === null ? Infinity : Math.max(0, limit - (used.get(claim.id) ?? 0));
      // Where the papers cannot come in time, or nobody may claim again, there is nothing to count.
      if (filing === 0 || left === 0) continue;
      const add = (kind: BackTerm['kind'], face: number) => {
        if (face > 0)
          out.push({
            claim,
            kind,
            face: cents(face),
            expected: expectedWorth(face, claim, habits, filing),
            left,
            sendBy,
          });
      };
      if (claim.kind === 'rebate') add('rebate', Math.min(convertMinor(claim.amountMinor, rate), dueNow));
      else {
        const { off } = claim;
        add(
          'cashback',
          off.kind === 'percent' ? offMinor(off, dueNow) : Math.min(convertMinor(off.minor, rate), dueNow),
        );
        add('review', Math.min(convertMinor(claim.reviewExtraMinor, rate), dueNow));
      }
    }
    return out;
  };

  return (offer) => {
    const shop = shops.get(offer.shop);
    const goods = shop ? worthAt(shop, offer.priceMinor, rates) : null;
    if (!shop || !goods) return null;
    const offs: Priced['instants'][number][] = [];
    let paidMinor = offer.priceMinor;
    if (offer.condition === 'new')
      for (const deal of instants.get(`${shop.id}|${offer.part}`) ?? []) {
        const minor = Math.min(paidMinor, offMinor(deal.off, offer.priceMinor));
        const off = worthAt(shop, minor, rates);
        if (!off || minor === 0) continue;
        paidMinor -= minor;
        offs.push({ deal, minor, off });
      }
    const none: Worth = { amount: cents(0), tax: cents(0) };
    const ownShipping =
      shop.kind === 'used-market' ? (worthAt(shop, offer.shippingMinor ?? 0, rates) ?? none) : none;
    let dueNow = gross(goods) + gross(ownShipping);
    for (const { off } of offs) dueNow -= gross(off);
    const backs = backsOf(offer, shop, dueNow);
    const risk =
      offer.condition === 'used'
        ? usedCost({
            priceMinor: dueNow - gross(ownShipping),
            shippingMinor: gross(ownShipping),
            grade: offer.grade ?? null,
            monthsOld: offer.monthsOld ?? null,
            good: offer.seller?.good ?? 0,
            rated: offer.seller?.rated ?? 0,
            returnDays: offer.returnDays ?? null,
          })
        : null;
    const reserve = cents(risk && brief.whereToBuy.usedRisk ? Math.max(0, risk.cost - dueNow) : 0);
    let net = dueNow + reserve;
    for (const back of backs) if (back.left === Infinity) net -= backCounted(back, costBasis);
    return {
      offer,
      shop,
      sub: offer.priceMinor,
      paidMinor,
      goods,
      instants: offs,
      ownShipping,
      dueNow,
      backs,
      reserve,
      risk,
      net,
      weight: WEIGHTS[slotOf.get(offer.part) ?? 'extras'],
    };
  };
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
