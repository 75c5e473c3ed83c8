const BARRIERS = {
  stock: 'out of stock',
  condition: 'in a condition that the brief leaves out',
  shop: 'at a shop that the brief leaves out',
  currency: 'in a currency without a rate',
  late: 'arriving too late',
  stale: 'with a price that is too old',
} as const;

/** Why no offer of a part can be taken. */
export function barrierWords(barriers: readonly (keyof typeof BARRIERS)[]): string {
  if (barriers.length === 0) return 'no offer is known';
  const counts = new Map<string, number>();
  for (const barrier of barriers) counts.set(BARRIERS[barrier], (counts.get(BARRIERS[barrier]) ?? 0) + 1);
  return [...counts].map(([words, count]) => `${count} ${words}`).join(', ');
}
