import type { PriceIndex, Priced } from '../../money/index.ts';
import type { Slot } from '../../parts/index.ts';

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
  | { readonly kind: 'stock'; readonly pieces: number };

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
}

/** The market as the search over baskets reads it. */
export interface Terms {
  readonly priceIndex: PriceIndex;
  readonly shops: readonly ShopTerms[];
  readonly couplings: readonly Coupling[];
  /** The option of an offer in a slot; null when it cannot be counted. */
  optionOf(priced: Priced, slot: Slot): Option;
}

export const NO_LINKS: readonly Link[] = [];

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
      case 'stock':
        break;
    }
  }
  return combo + single + rest;
}
