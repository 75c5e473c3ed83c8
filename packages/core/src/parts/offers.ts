export type Condition = 'new' | 'refurbished' | 'used';

/** What a shop asks for sending: a flat fee per order, free from a threshold on. Amounts in the shop's currency. */
export interface Shipping {
  readonly feeMinor: number;
  /** Subtotal from which sending is free; null when it never is. */
  readonly freeFromMinor: number | null;
}

/**
 * A shop, or a used market. In a market every listing is an order of its own with its own shipping, so that
 * nothing couples two listings.
 */
export interface Shop {
  readonly id: string;
  readonly name: string;
  readonly kind: 'shop' | 'market';
  readonly currency: string;
  readonly shipping: Shipping;
}

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
}
