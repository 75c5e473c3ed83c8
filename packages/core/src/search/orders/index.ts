export { plainOption, type Option, type Terms } from './terms.ts';
export { termsOf } from './read-terms.ts';
export { cheapestSplit, splitStartOf, wideOff } from './cheapest-split.ts';
export type { SlotCandidate, PricedCandidate, BestTogether, SplitStart, Wide } from './node.ts';
export { differing, wideOf } from './wide.ts';
export {
  basketsFor,
  shoppingFor,
  usedDeals,
  type BasketAnswer,
  type Shopping,
  type ShoppingResult,
} from './shopping.ts';
export { withLiveOffers, type LiveBasket } from './live-offers.ts';
