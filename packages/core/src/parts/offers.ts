export type Condition = 'new' | 'refurbished' | 'used';

/** How a parcel counts where a shop charges by weight. */
export const WEIGHT_CLASSES = ['small', 'medium', 'large'] as const;
export type WeightClass = (typeof WEIGHT_CLASSES)[number];

/**
 * What a shop asks for sending an order: a flat fee, so much for every item, and so much for its heaviest item; nothing
 * from a threshold on. Amounts in the shop's currency.
 */
export interface Shipping {
  readonly feeMinor: number;
  readonly perItemMinor?: number | undefined;
  readonly byClassMinor?: Readonly<Record<WeightClass, number>> | undefined;
  /** Subtotal from which sending is free; null when it never is. */
  readonly freeFromMinor: number | null;
  /** Nobody said what it is: it is counted as 0, and that is told. */
  readonly notStated?: boolean | undefined;
}

/** Shipping with another flat fee, in minor units: a fee that is stated, or null where nobody knows it. */
export function withFee({ notStated: _, ...rest }: Shipping, feeMinor: number | null): Shipping {
  return feeMinor === null ? { ...rest, feeMinor: 0, notStated: true } : { ...rest, feeMinor };
}

/**
 * A shop, or a used market. In a market every listing is an order of its own with its own shipping, so that
 * nothing couples two listings.
 */
export interface Shop {
  readonly id: string;
  readonly name: string;
  readonly kind: 'shop' | 'used-market';
  readonly currency: string;
  readonly shipping: Shipping;
  /** Tax in per cent that comes on top of its prices and fees; 0 where they include it. */
  readonly taxAddedPercent?: number | undefined;
  /** Days from the order to the door; not stated: unknown. */
  readonly sendsInDays?: number | undefined;
  /** Days within which a part can go back; not stated: unknown. */
  readonly returnDays?: number | undefined;
}

/** What is known of whoever sells a used part. */
export interface Seller {
  readonly name: string;
  /** Deals rated good, of so many rated. */
  readonly good: number;
  readonly rated: number;
}
/** How a used part is kept: like new, normal, worn. */
export const GRADES = ['A', 'B', 'C'] as const;
export type Grade = (typeof GRADES)[number];

/** One shop's or seller's price for one part, in the shop's currency. */
export interface Offer {
  readonly id: string;
  readonly part: string;
  readonly shop: string;
  readonly priceMinor: number;
  /** Shipping of this listing alone; only in markets. */
  readonly shippingMinor?: number | undefined;
  readonly condition: Condition;
  readonly inStock: boolean;
  /** When the price was seen (ISO date). */
  readonly seenOn: string;
  /** Where it was seen. */
  readonly source?: string | undefined;
  /** How many there are; not stated: enough. A listing in a market is always one. */
  readonly stock?: number | undefined;
  readonly sendsInDays?: number | undefined;
  /** For used parts. */
  readonly grade?: Grade | undefined;
  readonly monthsOld?: number | undefined;
  readonly seller?: Seller | undefined;
  /** Days within which it can go back; 0: not at all. */
  readonly returnDays?: number | undefined;
  /** Listings of a market with the same lot are sold together only; each carries its share of the price. */
  readonly lot?: string | undefined;
  /** A price of a list found elsewhere: no deal of the catalogue changes it, and what comes back is what the list says. */
  readonly listed?: { readonly backs: readonly ListedBack[] } | undefined;
  /** What was ordered already, at what it cost; its own shipping holds its share of what else the order came to. */
  readonly ordered?:
    | {
        readonly state: 'ordered' | 'arrived';
        /** When it came, or is expected; null: not known. */
        readonly arrivesOn: string | null;
        /** Reserve for a used part, in the order's currency. */
        readonly reserveMinor: number;
      }
    | undefined;
}

/** Money that a list or an order says comes back, in its currency. */
export interface ListedBack {
  readonly kind: 'rebate' | 'cashback';
  readonly minor: number;
  /** What is expected of it; not stated: by what is usual of such claims. */
  readonly expectedMinor?: number | undefined;
  /** What it is called; not stated: said in the list. */
  readonly name?: string | undefined;
}
