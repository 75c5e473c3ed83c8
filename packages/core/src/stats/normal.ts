/**
 * The normal distribution. The error function follows W. J. Cody, "Rational Chebyshev Approximations for the
 * Error Function", Mathematics of Computation 23 (1969); relative error about 1e-16 and monotone to the last
 * digits, which the search relies on (a coarser approximation is not monotone). Coefficients from memory of
 * that paper's published program; `normal.test.ts` checks them against a reference library.
 */
const A = [
  3.1611237438705656, 113.864154151050156, 377.485237685302021, 3209.37758913846947, 0.185777706184603153,
];
const B = [23.6012909523441209, 244.024637934444173, 1282.61652607737228, 2844.23683343917062];
const C = [
  0.564188496988670089, 8.88314979438837594, 66.1191906371416295, 298.635138197400131, 881.95222124176909,
  1712.04761263407058, 2051.07837782607147, 1230.33935479799725, 2.15311535474403846e-8,
];
const D = [
  15.7449261107098347, 117.693950891312499, 537.181101862009858, 1621.38957456669019, 3290.79923573345963,
  4362.61909014324716, 3439.36767414372164, 1230.33935480374942,
];
const P = [
  0.305326634961232344, 0.360344899949804439, 0.125781726111229246, 0.0160837851487422766,
  6.58749161529837803e-4, 0.0163153871373020978,
];
const Q = [
  2.56852019228982242, 1.87295284992346725, 0.527905102951428412, 0.0605183413124413191,
  0.00233520497626869185,
];

const INVERSE_SQRT_PI = 0.564189583547756287;
const SQRT_HALF = Math.SQRT1_2;
const INVERSE_SQRT_TWO_PI = 0.398942280401432678;

/** exp(-y²) with the square split in two, so that no digits are lost for large y. */
function expMinusSquare(y: number): number {
  const head = Math.trunc(y * 16) / 16;
  return Math.exp(-head * head) * Math.exp(-(y - head) * (y + head));
}

/** Complementary error function for y >= 0.46875. */
function erfcTail(y: number): number {
  if (y > 26.6) return 0;
  if (y <= 4) {
    let top = C[8] * y;
    let bottom = y;
    for (let i = 0; i < 7; i++) {
      top = (top + C[i]) * y;
      bottom = (bottom + D[i]) * y;
    }
    return (expMinusSquare(y) * (top + C[7])) / (bottom + D[7]);
  }
  const z = 1 / (y * y);
  let top = P[5] * z;
  let bottom = z;
  for (let i = 0; i < 4; i++) {
    top = (top + P[i]) * z;
    bottom = (bottom + Q[i]) * z;
  }
  return (expMinusSquare(y) * (INVERSE_SQRT_PI - (z * (top + P[4])) / (bottom + Q[4]))) / y;
}

/** Normal distribution function Φ(x). */
export function normalCdf(x: number): number {
  const y = Math.abs(x) * SQRT_HALF;
  if (y <= 0.46875) {
    const z = y * y;
    let top = A[4] * z;
    let bottom = z;
    for (let i = 0; i < 3; i++) {
      top = (top + A[i]) * z;
      bottom = (bottom + B[i]) * z;
    }
    const erf = (y * (top + A[3])) / (bottom + B[3]);
    return x < 0 ? 0.5 - 0.5 * erf : 0.5 + 0.5 * erf;
  }
  const half = 0.5 * erfcTail(y);
  return x < 0 ? half : 1 - half;
}

/** Normal density φ(x). */
export function normalPdf(x: number): number {
  return INVERSE_SQRT_TWO_PI * Math.exp(-0.5 * x * x);
}

/**
 * Inverse of the normal distribution function for p in (0, 1).
 * P. J. Acklam's rational approximation (values from memory), then one Halley step to full precision.
 */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`normalQuantile: p must lie in (0, 1), got ${p}`);
  const start = p > 0.5 ? -lowerHalfQuantile(1 - p) : lowerHalfQuantile(p);
  const error = normalCdf(start) - p;
  const step = error / normalPdf(start);
  return start - step / (1 + (start * step) / 2);
}

function lowerHalfQuantile(p: number): number {
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p));
    return (
      (((((-7.784894002430293e-3 * q - 0.3223964580411365) * q - 2.400758277161838) * q - 2.549732539343734) *
        q +
        4.374664141464968) *
        q +
        2.938163982698783) /
      ((((7.784695709041462e-3 * q + 0.3224671290700398) * q + 2.445134137142996) * q + 3.754408661907416) *
        q +
        1)
    );
  }
  const q = p - 0.5;
  const r = q * q;
  return (
    ((((((-39.69683028665376 * r + 220.9460984245205) * r - 275.9285104469687) * r + 138.357751867269) * r -
      30.66479806614716) *
      r +
      2.506628277459239) *
      q) /
    (((((-54.47609879822406 * r + 161.5858368580409) * r - 155.6989798598866) * r + 66.80131188771972) * r -
      13.28068155288572) *
      r +
      1)
  );
}
