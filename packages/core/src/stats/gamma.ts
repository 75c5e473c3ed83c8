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
