/*
 * Prices over time. Days are whole days since 1970-01-01 (see units/days). Prices are minor units of the offer’s own currency: a series
 * is never converted before it is modelled, since a moving rate would read as a sale.
 */

/** One look at an offer: a price in minor units, or null where it was looked for and not for sale. Days not looked at have no entry. */
export interface Observation {
  readonly day: number;
  readonly price: number | null;
}

/** A time of the year in which sales begin more often. Day numbers, both ends included. */
export interface Season {
  readonly from: number;
  readonly to: number;
  /** How many times more often a sale begins. */
  readonly factor: number;
}

/** A successor that is expected to press prices from a day on. */
export interface Launch {
  readonly day: number;
  /** Mean and standard deviation of the fall of the logarithm of the price. */
  readonly fall: number;
  readonly fallSd: number;
}

/** What is taken to hold of an offer before its own history speaks. Rates are per day. */
export interface PricePrior {
  /** Sale starts per regular day; the belief weighs as much as so many days. */
  readonly saleStart: number;
  readonly saleStartDays: number;
  /** Sale ends per sale day. */
  readonly saleEnd: number;
  readonly saleEndDays: number;
  /** Other changes per regular day. */
  readonly change: number;
  readonly changeDays: number;
  /** Spread of set prices about their level, as a logarithm. */
  readonly spread: number;
  /** Wandering of the level, as a logarithm per root of a day. */
  readonly wander: number;
  /** Fall of the level per year, as a logarithm, and how sure that is. */
  readonly fallPerYear: number;
  readonly fallPerYearSd: number;
  /** Depths of sales, as shares: eight values with equal weight. */
  readonly depths: readonly number[];
  /** How regularly sales come: the shape of the gamma distribution of the days between them; 1: at random. */
  readonly regularity: number;
  /** Chances a day of going out of stock, and of coming back. */
  readonly goesOut: number;
  readonly comesBack: number;
  /** Offers whose own history went into this; 0: shipped defaults. */
  readonly pooledFrom: number;
}
