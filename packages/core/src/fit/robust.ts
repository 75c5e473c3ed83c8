/*
 * Student's t in place of the normal distribution for the noise of records: a record that is far off pulls less and less.
 * K. L. Lange, R. J. A. Little, J. M. G. Taylor, "Robust Statistical Modeling Using the t Distribution", Journal of the
 * American Statistical Association 84 (1989).
 */

/** Degrees of freedom. Chosen: a factor of two at a noise of 3 % pulls about as much as nothing, good records all but fully. */
const FREEDOM = 5;
/** The t's scale that has the same middle 80 % as a normal distribution with standard deviation 1. */
export const T_SCALE = 0.868;

/** Cost of a standardised residual (in units of the t's scale): minus log likelihood, 0 at 0. */
export function lossOf(z: number): number {
  return ((FREEDOM + 1) / 2) * Math.log1p((z * z) / FREEDOM);
}

/** Weight of that residual in weighted least squares with the same slope: cost' = weight z. */
export function weightOf(z: number): number {
  return (FREEDOM + 1) / (FREEDOM + z * z);
}
