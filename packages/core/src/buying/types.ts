import type { ListedBack, PayoutForm, Slot } from '../parts/index.ts';

/** Where a claim stands. `eligible`: the purchase would qualify; the last three are ends. */
export type ClaimState = 'eligible' | 'bought' | 'sent' | 'approved' | 'paid' | 'refused' | 'missed';

/** A rebate or cashback claim with its papers and days. Money in minor units of `currency`, days as ISO dates. */
export interface RebateClaim {
  readonly id: string;
  /** The order that it came with; null: none is kept. */
  readonly order: string | null;
  readonly deal: string;
  readonly name: string;
  readonly part: string | null;
  readonly partName: string;
  readonly kind: 'rebate' | 'cashback' | 'review';
  readonly currency: string;
  readonly faceMinor: number;
  readonly expectedMinor: number;
  readonly form: PayoutForm;
  readonly payoutDays: number;
  /** Last day on which a purchase counts, and last day for the postmark; null: none. */
  readonly lastPurchase: string | null;
  readonly sendBy: string | null;
  readonly boughtOn: string | null;
  readonly remindDays: number;
  readonly papers: readonly { readonly name: string; readonly have: boolean }[];
  readonly state: ClaimState;
  readonly sentOn: string | null;
  readonly paidOn: string | null;
  readonly paidMinor: number | null;
}

export type LineState = 'ordered' | 'arrived' | 'dead' | 'returned' | 'cancelled' | 'sold';

export interface OrderLine {
  readonly slot: Slot | null;
  readonly part: string | null;
  readonly name: string;
  readonly plannedMinor: number;
  readonly paidMinor: number | null;
  /** Of what was sent back or sold, the money that came for it; null: all of what was paid, or nothing yet. */
  readonly backMinor: number | null;
  /** Reserve for a used part until it has arrived. */
  readonly reserveMinor: number;
  readonly state: LineState;
  readonly arrivedOn: string | null;
  readonly returnBy: string | null;
  readonly warrantyUntil: string | null;
  readonly serial: string;
}

/** An order at one shop; its lines add up to what was planned. */
export interface ShopOrder {
  readonly id: string;
  /** The candidate that it was placed for; null: none of this brief. */
  readonly candidate: string | null;
  readonly shop: string;
  readonly number: string;
  readonly placedOn: string;
  readonly expectedOn: string | null;
  readonly currency: string;
  readonly codes: readonly string[];
  readonly lines: readonly OrderLine[];
}

/** A build as it stood on a day, with its prices. */
export interface PricedVersion {
  readonly id: string;
  readonly kind: 'planned' | 'ordered' | 'built' | 'found';
  readonly name: string;
  readonly on: string;
  readonly currency: string;
  readonly dueNowMinor: number;
  readonly lines: readonly {
    readonly slot: Slot;
    readonly part: string;
    readonly name: string;
    readonly offer: string | null;
    readonly shop: string;
    readonly priceMinor: number | null;
  }[];
  /** Of a list found elsewhere: what it says beside its prices, in its currency. */
  readonly found: {
    readonly chargesMinor: number;
    readonly backs: readonly (ListedBack & { readonly slot: Slot })[];
  } | null;
}
