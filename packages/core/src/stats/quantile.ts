/**
 * Quantile of ascending values by linear interpolation between order statistics: type 7 of Hyndman and Fan, *Sample
 * Quantiles in Statistical Packages*, The American Statistician 50 (1996). `p` in [0, 1]; NaN for no values.
 */
export function quantileSorted(ascending: ArrayLike<number>, p: number): number {
  if (!(p >= 0 && p <= 1)) throw new Error(`quantile: p must lie in [0, 1], got ${p}`);
  if (ascending.length === 0) return NaN;
  const at = (ascending.length - 1) * p;
  const below = Math.floor(at);
  const above = Math.min(below + 1, ascending.length - 1);
  return ascending[below] + (at - below) * (ascending[above] - ascending[below]);
}

/** The same for values in any order. */
export function quantile(values: Iterable<number>, p: number): number {
  return quantileSorted(Float64Array.from(values).sort(), p);
}

export const median = (values: Iterable<number>): number => quantile(values, 0.5);
