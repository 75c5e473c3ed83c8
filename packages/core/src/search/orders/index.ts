export { NO_SHOP, plainOption, termsOf, type Option, type Terms } from './terms.ts';
export {
  cheapestSplit,
  type Candidate,
  type PricedCandidate,
  type Relaxation,
  type Split,
} from './cheapest-split.ts';
export {
  basketsFor,
  shoppingFor,
  usedDeals,
  type BasketAnswer,
  type BasketChange,
  type Shopping,
  type ShoppingResult,
} from './shopping.ts';
