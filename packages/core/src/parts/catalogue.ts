import type { CurrencyRate } from '../units/index.ts';
import type { Deal } from './deals.ts';
import type { FrameModel } from './frame-model.ts';
import type { Offer, Shop } from './offers.ts';
import type { Part, PartSet } from './types.ts';
import { kindFor, type Slot } from './slots.ts';

/** Everything known of the market: what can be bought, where, and how fast it is expected to be. */
export interface Catalogue {
  readonly parts: readonly Part[];
  readonly shops: readonly Shop[];
  readonly offers: readonly Offer[];
  readonly deals: readonly Deal[];
  readonly currencyRates: readonly CurrencyRate[];
  readonly frameModel: FrameModel;
  /** The day that counts as today (ISO date): windows, ages and deadlines are judged by it. */
  readonly today: string;
}

/** The choice of a slot: a part, and the offer it is bought from (null: owned, or not yet chosen). */
export interface Pick {
  readonly part: string;
  readonly offer: string | null;
}

/** Picks by slot; a slot that is absent is left empty. */
export type Picks = { readonly [S in Slot]?: Pick };

/** Looks parts up by id; unknown ids are left out of the result and named. */
export function partSetOf(
  picks: Picks,
  parts: ReadonlyMap<string, Part>,
): { readonly set: PartSet; readonly missing: readonly string[] } {
  const set: Record<string, Part> = {};
  const missing: string[] = [];
  for (const [slot, pick] of Object.entries(picks)) {
    const part = parts.get(pick.part);
    if (part?.kind === kindFor(slot as Slot)) set[slot] = part;
    else missing.push(pick.part);
  }
  return { set: set as PartSet, missing }; // the slot was checked against the part's own
}
