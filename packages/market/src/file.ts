/* What the simulated market is made of: the file that the demo writes for it. */

/** How a shop moves its prices; see `courses.ts`. */
export type Habit = 'hi-lo' | 're-pricer' | 'clears-out' | 'drifts-up';

export interface Item {
  readonly id: string;
  readonly shop: string;
  readonly kind: string;
  readonly brand: string;
  readonly name: string;
  readonly gtin?: string;
  readonly mpn?: string;
  /** Price on the first day, in minor units of the shop’s currency. */
  readonly price: number;
  readonly condition: string;
  readonly inStock: boolean;
  readonly shipping?: number;
  readonly grade?: string;
  readonly monthsOld?: number;
  readonly returnDays?: number;
  readonly seller?: { readonly name: string; readonly good: number; readonly rated: number };
  /** Sold only together with others: stays as it is. */
  readonly lot?: string;
}
export interface SimulatedShop {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly currency: string;
  /** Minor units of the currency in one unit. */
  readonly minor: number;
  /** How its prices move; a board of used parts has none. */
  readonly habit?: Habit;
}
export interface MarketFile {
  /** Day 0, ISO date. */
  readonly day: string;
  readonly shops: readonly SimulatedShop[];
  readonly items: readonly Item[];
}

const DAY_MS = 86_400_000;
export const dateOn = (file: MarketFile, day: number) =>
  new Date(Date.parse(`${file.day}T00:00:00Z`) + day * DAY_MS).toISOString().slice(0, 10);
