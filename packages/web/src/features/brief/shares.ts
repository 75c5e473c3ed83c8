/** Shares of a whole in per cent, from weights; whole numbers that add up to 100 (largest remainders). */
export function sharesOf(weights: readonly number[]): number[] {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  if (weights.length === 0) return [];
  const exact = weights.map((weight) => (total > 0 ? (100 * weight) / total : 100 / weights.length));
  const shares = exact.map(Math.floor);
  const order = exact
    .map((value, index) => ({ index, rest: value - Math.floor(value) }))
    .sort((a, b) => b.rest - a.rest || a.index - b.index);
  for (let left = 100 - shares.reduce((sum, share) => sum + share, 0), n = 0; left > 0; left--, n++)
    shares[order[n].index]++;
  return shares;
}

/** Moves the border after share `index` by `by` points: what one side gains the other loses. */
export function moveBorder(shares: readonly number[], index: number, by: number): number[] {
  const move = Math.max(-shares[index], Math.min(shares[index + 1], by));
  return shares.map((share, n) => (n === index ? share + move : n === index + 1 ? share - move : share));
}
