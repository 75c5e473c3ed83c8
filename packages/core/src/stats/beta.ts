import { lnGamma } from './gamma.ts';

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
