import type { Option, Terms } from './terms.ts';

/** Rows of a coupling: a combo has one for each role, a code one for its goods. At most so many parts make a combo. */
export const ROLES = 16;

/** What an option adds to a row: rows below the number of shops are their subtotals, the others those of couplings. */
export function weightIn(option: Option, row: number, { shops, couplings }: Terms): number {
  if (row < shops.length) return option.shop === row ? option.sub : 0;
  const at = Math.floor((row - shops.length) / ROLES);
  for (const link of option.links) {
    if (link.coupling !== at) continue;
    if (couplings[at].kind === 'combo') return link.weight === (row - shops.length) % ROLES ? 1 : 0;
    return link.weight;
  }
  return 0;
}
