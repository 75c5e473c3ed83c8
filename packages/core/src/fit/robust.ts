import { betaQuantile, lnGamma } from '../stats/index.ts';

/*
 * Student's t in place of the normal distribution for the noise of records: a record that is far off pulls less and less.
 * K. L. Lange, R. J. A. Little, J. M. G. Taylor, "Robust Statistical Modeling Using the t Distribution", Journal of the
 * American Statistical Association 84 (1989).
 */

/** How heavy the tails are. */
export interface Tail {
  /** Degrees of freedom. */
  readonly freedom: number;
  /** The t's scale that has the same middle 80 % as a normal distribution with standard deviation 1. */
  readonly scale: number;
  /** Logarithm of the density at 0, where a normal distribution with the same middle has its own. */
  readonly lnHeight: number;
}

/** Quantile of a normal distribution that leaves a tenth above it. */
const NORMAL_90 = 1.2815515655446004;

function tailOf(freedom: number): Tail {
  // The square of a t, over itself and its degrees of freedom, is beta distributed.
  const share = betaQuantile(0.8, 0.5, freedom / 2);
  const scale = NORMAL_90 / Math.sqrt((freedom * share) / (1 - share));
  const lnHeight =
    lnGamma((freedom + 1) / 2) - lnGamma(freedom / 2) - Math.log(freedom * Math.PI) / 2 - Math.log(scale);
  return { freedom, scale, lnHeight };
}

/** Tails that are told apart, the heaviest first: beyond these none shows in records. */
export const TAILS: readonly Tail[] = [3, 4, 5, 6, 8, 12, 20].map(tailOf);
/** The tail before any record was seen. Chosen: a factor of two at a noise of 3 % pulls about as much as nothing, good records all but fully. */
export const USUAL_TAIL: Tail = TAILS[2];
/** How far tails lie from the usual one, as a standard deviation of the logarithm. Chosen. */
const TAIL_SD = 0.5;

/** Cost of a standardised residual (in units of the t's scale): minus log likelihood, 0 at 0. */
export function lossOf(z: number, { freedom }: Tail): number {
  return ((freedom + 1) / 2) * Math.log1p((z * z) / freedom);
}

/** Weight of that residual in weighted least squares with the same slope: cost' = weight z. */
export function weightOf(z: number, { freedom }: Tail): number {
  return (freedom + 1) / (freedom + z * z);
}

/** The likeliest tail of some residuals, in units of the noise: by their likelihood, and by where tails usually lie. */
export function likeliestTail(residuals: readonly number[]): Tail {
  const lnOf = (tail: Tail) =>
    residuals.reduce((sum, each) => sum + tail.lnHeight - lossOf(each / tail.scale, tail), 0) -
    (Math.log(tail.freedom / USUAL_TAIL.freedom) / TAIL_SD) ** 2 / 2;
  return TAILS.reduce((best, tail) => (lnOf(tail) > lnOf(best) ? tail : best));
}
