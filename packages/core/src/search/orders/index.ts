export { plainOption, type Option, type Terms } from './terms.ts';
export { termsOf } from './read-terms.ts';
export { cheapestSplit } from './cheapest-split.ts';
export type { SlotCandidate, PricedCandidate, BestTogether } from './node.ts';
export {
  basketsFor,
  shoppingFor,
  usedDeals,
  type BasketAnswer,
  type Shopping,
  type ShoppingResult,
} from './shopping.ts';
