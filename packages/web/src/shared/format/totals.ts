import { basisTotal, type Cost, type PriceIndex } from '@ripe-pick/core/money';
import type { CostBasis } from '@ripe-pick/core/parts';
import { money } from './format.ts';

const WORDS: Readonly<Record<CostBasis, string>> = {
  strict: 'due at checkout',
  expected: 'expected after rebates',
  after: 'after all rebates',
};
const SCHOOLS: readonly CostBasis[] = ['strict', 'expected', 'after'];

/** What of a cost stands aside: kept back for the risk of used parts, fetched by parts that are sold, and what else is bought. */
export function asideOf(cost: Cost): {
  readonly kept: number;
  readonly sold: number;
  readonly besides: number;
} {
  const sum = (kind: Cost['aside'][number]['kind']) =>
    cost.aside.reduce((total, line) => total + (line.kind === kind ? line.amount : 0), 0);
  return { kept: sum('risk'), sold: -sum('sale'), besides: sum('beside') };
}

/** What of a total is ordered already, at what it cost. */
export const orderedIn = (cost: Cost, { offers }: PriceIndex): number =>
  cost.lines.reduce(
    (sum, { offer, amount }) => (offer !== null && offers.get(offer)?.ordered ? sum + amount : sum),
    0,
  );

/** The total that a school counts, apart from its words, and everything else in one line, which may be empty. */
export function totalsOf(
  cost: Cost,
  costBasis: CostBasis,
  currency: string,
): { readonly counted: string; readonly words: string; readonly others: string } {
  const { kept, sold, besides } = asideOf(cost);
  const differs = cost.after !== cost.dueNow;
  const others = [
    ...SCHOOLS.filter((each) => each !== costBasis && differs).map(
      (each) => `${money(basisTotal(cost, each), currency)} ${WORDS[each]}`,
    ),
    kept > 0 ? `${money(kept, currency)} reserve for used parts` : '',
    sold > 0 ? `${money(sold, currency)} from parts to sell` : '',
    besides > 0 ? `${money(besides, currency)} for what comes beside it` : '',
  ].filter(Boolean);
  return {
    counted: money(basisTotal(cost, costBasis), currency),
    words: WORDS[costBasis],
    others: others.join(', '),
  };
}
