import type { Slot } from './slots.ts';

/** What a deal takes off: a sum in minor units, or a share in per cent (two decimal places count). */
export type Off =
  | { readonly kind: 'amount'; readonly minor: number }
  | { readonly kind: 'percent'; readonly percent: number };

interface DealBase {
  readonly id: string;
  readonly name: string;
  /** First and last day on which a purchase counts (ISO dates, both included); null: no such limit. */
  readonly from: string | null;
  readonly to: string | null;
  /** Where and when it was seen. */
  readonly source: string | null;
  readonly seenOn: string;
}

/** A price that is lower for now, without doing anything. Holds for new parts. */
export interface InstantDiscount extends DealBase {
  readonly kind: 'instant';
  readonly shop: string;
  readonly parts: readonly string[];
  readonly off: Off;
}

/** A code to be entered at one shop. */
export interface PromoCode extends DealBase {
  readonly kind: 'code';
  readonly shop: string;
  readonly code: string;
  readonly off: Off;
  /** What the goods of the order must come to, in the shop's minor units; 0 for no minimum. */
  readonly minSpendMinor: number;
  /** Parts or slots that it applies to; null: any. A part counts when either list names it. */
  readonly parts: readonly string[] | null;
  readonly slots: readonly Slot[] | null;
  /** Whether it may be entered beside another code; otherwise an order takes one. */
  readonly stacks: boolean;
  /** How often this household may still use it; null: any number of times. */
  readonly usesLeft: number | null;
}

/** Two or more new parts that cost less when one order at a shop has them all. */
export interface Combo extends DealBase {
  readonly kind: 'combo';
  readonly shop: string;
  readonly parts: readonly string[];
  readonly offMinor: number;
}

/** Something that comes free with a part: another part that the shop lists, or anything else in words. */
export interface Gift extends DealBase {
  readonly kind: 'gift';
  readonly shop: string;
  /** Any one of these brings the gift. */
  readonly parts: readonly string[];
  readonly gift: { readonly part: string | null; readonly text: string };
}

export type PayoutForm = 'cash' | 'cheque' | 'card' | 'credit';

interface ClaimBase extends DealBase {
  /** Shops at which a purchase counts; null: any that sells the part new. */
  readonly shops: readonly string[] | null;
  /** Parts that qualify; null: any. */
  readonly parts: readonly string[] | null;
  readonly form: PayoutForm;
  /** Days from the claim to the money. */
  readonly payoutDays: number;
  /** Chance that a claim in good order is paid; null takes the brief's. */
  readonly chance: number | null;
}

/** Money that the maker sends back for papers sent in. */
export interface Rebate extends ClaimBase {
  readonly kind: 'rebate';
  readonly amountMinor: number;
  readonly currency: string;
  /** The claim is posted so many days after the purchase at the latest, or by a fixed day; the earlier one counts. */
  readonly postmarkDays: number | null;
  readonly postmarkBy: string | null;
  /** Claims that one household may make; null: any number. */
  readonly householdLimit: number | null;
  readonly papers: readonly string[];
}

/** Money that comes back for buying through a link or a card, sometimes more for writing a review. */
export interface Cashback extends ClaimBase {
  readonly kind: 'cashback';
  readonly off: Off;
  readonly currency: string;
  /** What a review adds, in the same currency; 0 for nothing. */
  readonly reviewExtraMinor: number;
}

/** What changes a price. */
export type Deal = InstantDiscount | PromoCode | Combo | Gift | Rebate | Cashback;
export type DealKind = Deal['kind'];
/** Deals that pay out after the purchase. */
export type Claim = Rebate | Cashback;
