/** Splits an amount by weights into whole minor units that add up to it: largest remainders first. */
export function apportion(total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  const exact = weights.map((weight) => (sum > 0 ? (total * weight) / sum : total / weights.length));
  const parts = exact.map(Math.floor);
  let left = total - parts.reduce((a, b) => a + b, 0);
  const order = exact.map((_, n) => n).sort((a, b) => exact[b] - parts[b] - (exact[a] - parts[a]) || a - b);
  for (const n of order) if (left-- > 0) parts[n]++;
  return parts;
}
