import { spellsOf } from './spells.ts';
import type { Observation } from './types.ts';

/** Where a price stands among those of the last 90 days. */
export interface Standing {
  /** Share of days with a lower price (ties by half): estimate and 80 % interval. 0: never cheaper. */
  readonly percentile: number;
  readonly low: number;
  readonly high: number;
  /** Share of the 90 days that were looked at. */
  readonly covered: number;
  readonly observations: number;
  /** Fewer looks than it takes for a figure: the interval is all there is to say. */
  readonly cannotTell: boolean;
  /** Least and median price seen in the window. */
  readonly least: number;
  readonly median: number;
}

const WINDOW = 90;
/** Prices this close count as equal. */
const TIE = 0.002;
/** Fewer looks than this give no percentile. */
export const ENOUGH_LOOKS = 15;

/**
 * Percentile of `price` in its own last 90 days, each look weighed by half the gap to its neighbours (7 days a side at most), with the
 * days not looked at left open: a beta distribution by the number of spells stands for them. Null with no price in the window.
 */
export function standingOf(
  observations: readonly Observation[],
  today: number,
  price: number,
): Standing | null {
  const seen = observations.filter(
    (look): look is Observation & { price: number } =>
      look.price !== null && look.day <= today && look.day > today - WINDOW,
  );
  if (seen.length === 0) return null;
  let total = 0;
  let covered = 0;
  let below = 0;
  let equal = 0;
  const weighed: { price: number; weight: number }[] = [];
  seen.forEach((look, i) => {
    const half = (other: Observation | undefined, most: number) =>
      other ? Math.min(most, Math.abs(other.day - look.day) / 2) : 0.5;
    const weight = half(seen[i - 1], 7) + half(seen[i + 1], 7);
    covered += half(seen[i - 1], 3) + half(seen[i + 1], 3);
    total += weight;
    weighed.push({ price: look.price, weight });
    if (Math.abs(look.price / price - 1) <= TIE) equal += weight;
    else if (look.price < price) below += weight;
  });
  const share = (below + equal / 2) / total;
  const cover = Math.min(1, covered / WINDOW);
  const n = 0.8 * spellsOf(seen, today).length;
  const a = 0.5 + n * share;
  const b = 0.5 + n * (1 - share);
  const mixed = (unseen: number) => cover * share + (1 - cover) * unseen;
  weighed.sort((x, y) => x.price - y.price);
  let sum = 0;
  const median = weighed.find((each) => (sum += each.weight) >= total / 2) ?? weighed[0];
  return {
    percentile: mixed(a / (a + b)),
    low: Math.max(0, mixed(betaQuantile(0.1, a, b)) - 0.04),
    high: Math.min(1, mixed(betaQuantile(0.9, a, b)) + 0.04),
    covered: cover,
    observations: seen.length,
    cannotTell: seen.length < ENOUGH_LOOKS,
    least: weighed[0].price,
    median: median.price,
  };
}

/**
 * Logarithm of the gamma function: Lanczos’ approximation with g = 7 and nine terms (values from memory, checked in the tests against a
 * reference library).
 */
export function lnGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - lnGamma(1 - x);
  const terms = [
    676.5203681218851, -1259.1392167224028, 771.3234287776531, -176.6150291621406, 12.507343278686905,
    -0.13857109526572012, 9.984369578019572e-6, 1.5056327351493116e-7,
  ];
  const z = x - 1;
  let sum = 0.9999999999998099;
  terms.forEach((term, i) => (sum += term / (z + i + 1)));
  const t = z + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** Regularised incomplete beta function by its continued fraction (W. H. Press et al., “Numerical Recipes”; Lentz’s method). */
export function betaCdf(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  if (x > (a + 1) / (a + b + 2)) return 1 - betaCdf(1 - x, b, a);
  const front =
    Math.exp(lnGamma(a + b) - lnGamma(a) - lnGamma(b) + a * Math.log(x) + b * Math.log(1 - x)) / a;
  const tiny = 1e-300;
  const safe = (v: number) => (Math.abs(v) < tiny ? tiny : v);
  let d = 1 / safe(1 - ((a + b) * x) / (a + 1));
  let c = 1;
  let h = d;
  for (let m = 1; m < 300; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / safe(1 + even * d);
    c = safe(1 + even / c);
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / safe(1 + odd * d);
    c = safe(1 + odd / c);
    h *= d * c;
    if (Math.abs(d * c - 1) < 1e-13) break;
  }
  return Math.min(1, front * h);
}

/** Quantile of a beta distribution, by bisection to 1e-10. */
export function betaQuantile(p: number, a: number, b: number): number {
  let low = 0;
  let high = 1;
  while (high - low > 1e-10) {
    const middle = (low + high) / 2;
    if (betaCdf(middle, a, b) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
