/**
 * Money is counted in whole minor units ("cents", whatever the currency calls them), never in fractions.
 */
declare const centsBrand: unique symbol;

/** A whole number of minor units of some currency. Made only by {@link cents}. */
export type Cents = number & { readonly [centsBrand]: 'cents' };

/** Makes an amount from a whole number of minor units. Throws on fractions and on numbers too large to be exact. */
export function cents(value: number): Cents {
  if (!Number.isSafeInteger(value)) throw new RangeError(`cents: a whole number is needed, got ${value}`);
  return value as Cents; // the one place where the brand is given
}

/** Adds amounts of one currency exactly. */
export function sumCents(values: Iterable<Cents>): Cents {
  let total = 0;
  for (const value of values) total += value;
  return cents(total);
}
