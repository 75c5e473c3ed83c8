import {
  backCounted,
  codeAppliesTo,
  gross,
  offMinor,
  stockOf,
  worthAt,
  type Market,
  type Priced,
} from '../../money/index.ts';
import { WEIGHT_CLASSES, type Slot } from '../../parts/index.ts';

/** Index of a shop without an order to share: owned parts, and listings that ship alone. */
export const NO_SHOP = -1;

/** What ties the choices of several slots together, beside an order's shipping. Amounts in the brief's minor units. */
export type Coupling =
  | {
      readonly kind: 'combo';
      readonly shop: number;
      readonly off: number;
      readonly minor: number;
      readonly roles: number;
      readonly overlaps: number[];
    }
  | {
      readonly kind: 'code';
      readonly shop: number;
      readonly off: number;
      readonly amountMinor: number | null;
      readonly minSpend: number;
      readonly stacks: boolean;
    }
  | { readonly kind: 'claim'; readonly left: number }
  | { readonly kind: 'lot'; readonly cost: number; readonly size: number }
  | { readonly kind: 'single' };

/** How an option takes part in a coupling. */
export interface Link {
  readonly coupling: number;
  /** Percent code, claim: what it takes off this option. Combo, amount code: the most that this option may carry of it. Lot: its share. */
  readonly value: number;
  /** Code: what it adds to the goods that the code applies to (shop's minor units). Combo: its role. */
  readonly weight: number;
}

/** One way to get a part. */
export interface Option {
  /** Offer id; null for a part that is owned. */
  readonly offer: string | null;
  /** What it adds to the counted total, with its own shipping, before couplings. */
  readonly net: number;
  /** Never more than what it adds after all couplings, fees left out. */
  readonly least: number;
  /** Index of the shop whose order it joins, or {@link NO_SHOP}. */
  readonly shop: number;
  /** What it adds to the order's subtotal, in the shop's minor units. */
  readonly sub: number;
  /** Index of its weight class. */
  readonly weight: number;
  readonly links: readonly Link[];
  /** Whether any of the links can change its price. */
  readonly isTied: boolean;
  /** Whether a combo or code of its shop reads it. */
  readonly hasDeal: boolean;
  readonly priced: Priced | null;
}

export interface ShopTerms {
  readonly id: string;
  /** Flat fee, fee for each item, and fee by weight class, with tax. */
  readonly flat: number;
  readonly perItem: number;
  readonly byClass: readonly number[];
  /** In the shop's minor units; Infinity when sending is never free. */
  readonly freeFrom: number;
  readonly hasDeals: boolean;
}

/** The market as the search over baskets reads it. */
export interface Terms {
  readonly market: Market;
  readonly shops: readonly ShopTerms[];
  readonly couplings: readonly Coupling[];
  /** The option of an offer in a slot; null when it cannot be counted. */
  optionOf(priced: Priced, slot: Slot): Option;
}

const NO_LINKS: readonly Link[] = [];

/** An option that costs nothing and joins no order: an owned part or an empty slot; `net` for what else it counts. */
export function plainOption(offer: string | null, net: number): Option {
  return {
    offer,
    net,
    least: net,
    shop: NO_SHOP,
    sub: 0,
    weight: 0,
    links: NO_LINKS,
    isTied: false,
    hasDeal: false,
    priced: null,
  };
}

/**
 * Reads shops and deals of a market once. Only what can tie two slots together becomes a coupling; what hangs on one
 * offer alone is in its price already.
 */
export function termsOf(market: Market): Terms {
  const shops: ShopTerms[] = [];
  const shopIndex = new Map<string, number>();
  const couplings: Coupling[] = [];
  const combosAt = new Map<string, { at: number; parts: readonly string[] }[]>();
  const codesAt = new Map<
    string,
    { at: number; code: NonNullable<ReturnType<Market['dealsAt']>>['codes'][number] }[]
  >();
  for (const shop of market.shops.values()) {
    if (shop.kind === 'used-market') continue;
    const worth = (minor: number) => worthAt(shop, minor, market.rates);
    const flat = worth(shop.shipping.feeMinor);
    if (!flat) continue;
    const index = shops.length;
    shopIndex.set(shop.id, index);
    const of = (minor: number | undefined) => {
      const each = worth(minor ?? 0);
      return each ? gross(each) : 0;
    };
    const deals = market.dealsAt(shop.id);
    const { perItemMinor, byClassMinor } = shop.shipping;
    shops.push({
      id: shop.id,
      flat: gross(flat),
      perItem: of(perItemMinor),
      byClass: byClassMinor ? WEIGHT_CLASSES.map((each) => of(byClassMinor[each])) : [],
      freeFrom: shop.shipping.freeFromMinor ?? Infinity,
      hasDeals: deals !== null,
    });
    if (!deals) continue;
    const combos = deals.combos.map((combo) => {
      const at = couplings.length;
      couplings.push({
        kind: 'combo',
        shop: index,
        off: gross(combo.off),
        minor: combo.minor,
        roles: combo.parts.length,
        overlaps: [],
      });
      return { at, parts: combo.parts };
    });
    for (const a of combos)
      for (const b of combos) {
        const first = couplings[a.at];
        if (a !== b && first.kind === 'combo' && a.parts.some((part) => b.parts.includes(part)))
          first.overlaps.push(b.at);
      }
    combosAt.set(shop.id, combos);
    codesAt.set(
      shop.id,
      deals.codes.map((code) => {
        const at = couplings.length;
        const amountMinor = code.off.kind === 'amount' ? code.off.minor : null;
        const off = amountMinor === null ? 0 : of(amountMinor);
        couplings.push({
          kind: 'code',
          shop: index,
          off,
          amountMinor,
          minSpend: code.minSpendMinor,
          stacks: code.stacks,
        });
        return { at, code };
      }),
    );
  }

  const claimAt = new Map<string, number>();
  const lotAt = new Map<string, number>();
  const singleAt = new Map<string, number>();
  const at = (map: Map<string, number>, key: string, make: () => Coupling): number => {
    let index = map.get(key);
    if (index === undefined) {
      index = couplings.length;
      couplings.push(make());
      map.set(key, index);
    }
    return index;
  };

  const linksOf = (priced: Priced, slot: Slot): Link[] => {
    const { offer, shop } = priced;
    const links: Link[] = [];
    if (offer.condition === 'new')
      for (const { at: index, parts } of combosAt.get(shop.id) ?? []) {
        const role = parts.indexOf(offer.part);
        const combo = couplings[index];
        if (role >= 0 && combo.kind === 'combo')
          links.push({ coupling: index, value: Math.ceil(combo.off / combo.roles), weight: role });
      }
    for (const { at: index, code } of codesAt.get(shop.id) ?? []) {
      if (!codeAppliesTo(code, offer.part, slot === 'secondaryStorage' ? 'storage' : slot)) continue;
      const entry = couplings[index];
      if (entry.kind !== 'code') continue;
      if (code.off.kind === 'percent') {
        const off = worthAt(shop, offMinor(code.off, priced.paidMinor), market.rates);
        if (off) links.push({ coupling: index, value: gross(off), weight: priced.paidMinor });
        continue;
      }
      // Each part carries its share of what has to be spent; together the shares are at least the whole sum off.
      const isWide = code.parts === null && code.slots === null && code.minSpendMinor > code.off.minor;
      const share = isWide ? priced.sub / code.minSpendMinor : priced.paidMinor / code.off.minor;
      links.push({
        coupling: index,
        value: Math.ceil(entry.off * Math.min(1, share)),
        weight: priced.paidMinor,
      });
    }
    const { costBasis } = market.brief.money;
    for (const back of priced.backs) {
      const value = back.left === Infinity ? 0 : backCounted(back, costBasis);
      if (value > 0)
        links.push({
          coupling: at(claimAt, back.claim.id, () => ({ kind: 'claim', left: back.left })),
          value,
          weight: 1,
        });
    }
    if (stockOf(priced) === 1 && (slot === 'storage' || slot === 'secondaryStorage'))
      links.push({ coupling: at(singleAt, offer.id, () => ({ kind: 'single' })), value: 0, weight: 1 });
    if (offer.lot !== undefined && shop.kind === 'used-market') {
      const { lot } = offer;
      const all = market.lot(lot).flatMap((each) => market.priced(each) ?? []);
      if (all.length > 1)
        links.push({
          coupling: at(lotAt, lot, () => ({
            kind: 'lot',
            cost: all.reduce((sum, each) => sum + each.dueNow, 0),
            size: all.length,
          })),
          value: priced.dueNow,
          weight: 1,
        });
    }
    return links.length > 0 ? links : (NO_LINKS as Link[]);
  };

  return {
    market,
    shops,
    couplings,
    optionOf(priced, slot) {
      const { offer, net, shop } = priced;
      const links = linksOf(priced, slot);
      const index = shop.kind === 'used-market' ? NO_SHOP : (shopIndex.get(shop.id) ?? NO_SHOP);
      const option = {
        offer: offer.id,
        net,
        shop: index,
        sub: index === NO_SHOP ? 0 : priced.sub,
        weight: WEIGHT_CLASSES.indexOf(priced.weight),
        links,
        isTied: links.some((link) => couplings[link.coupling].kind !== 'single'),
        hasDeal: links.some((link) => ['combo', 'code'].includes(couplings[link.coupling].kind)),
        priced,
      };
      return { ...option, least: net - creditOf(links, couplings, null, null) };
    },
  };
}

/** States of a coupling in a branch of the search. */
export const OPEN = 0;
export const OFF = 1;
export const ON = 2;

/**
 * The most that an option's couplings may take off its price in a branch: of combos that are still open the largest
 * share, of codes that exclude one another the largest, everything else added up. `barred` says which deals are not credited to it.
 */
export function creditOf(
  links: readonly Link[],
  couplings: readonly Coupling[],
  state: Uint8Array | null,
  barred: ((coupling: number) => boolean) | null,
): number {
  let combo = 0;
  let single = 0;
  let rest = 0;
  for (const { coupling, value } of links) {
    const now = state ? state[coupling] : OPEN;
    if (now === OFF || barred?.(coupling)) continue;
    const each = couplings[coupling];
    switch (each.kind) {
      case 'combo':
        if (now === OPEN && value > combo) combo = value;
        break;
      case 'code': {
        // A sum off is taken off the whole branch once it is decided.
        const own = now === ON && each.amountMinor !== null ? 0 : value;
        if (each.stacks) rest += own;
        else if (own > single) single = own;
        break;
      }
      case 'claim':
        rest += value;
        break;
      case 'lot':
        if (now === ON) rest += value;
        break;
      case 'single':
        break;
    }
  }
  return combo + single + rest;
}
